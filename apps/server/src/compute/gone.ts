import { createParamDecorator, type ExecutionContext } from '@nestjs/common';
import type { FastifyReply } from 'fastify';

/** Aborts when the client goes away before it has its answer, so that its work goes with it. */
export const Gone = createParamDecorator((_: unknown, context: ExecutionContext): AbortSignal => {
  const reply = context.switchToHttp().getResponse<FastifyReply>().raw;
  const controller = new AbortController();
  reply.once('close', () => {
    if (!reply.writableFinished) controller.abort();
  });
  return controller.signal;
});
