import { createParamDecorator, type ExecutionContext } from '@nestjs/common';
import { momentSchema } from '@ulpen/core';
import type { FastifyRequest } from 'fastify';
import { type Actor, THE_BENCH } from '../database/database.ts';
import { ProblemError } from '../problems/problem-error.ts';

/** What the clock of the writer's device shows; sent with every write, kept beside the server's own time. */
export const DEVICE_TIME_HEADER = 'ulpen-device-time';

/** Who writes: the actor of the request, with the time of their device where it was sent. */
export const By = createParamDecorator((_: unknown, context: ExecutionContext): Actor => {
  const sent = context.switchToHttp().getRequest<FastifyRequest>().headers[DEVICE_TIME_HEADER];
  if (sent === undefined) return THE_BENCH;
  const parsed = momentSchema.safeParse(sent);
  if (!parsed.success)
    throw ProblemError.invalid([
      { field: `header ${DEVICE_TIME_HEADER}`, message: parsed.error.issues[0].message },
    ]);
  return { ...THE_BENCH, deviceAt: parsed.data };
});
