import { type ExecutionContext, createParamDecorator } from '@nestjs/common';
import { idSchema } from '@ulpen/core';
import type { FastifyRequest } from 'fastify';
import { ProblemError } from './problem-error.ts';

/** The id in the address. What is no id names nothing, so it is not found rather than invalid. */
export const Id = createParamDecorator((what: string, context: ExecutionContext): string => {
  const { id } = context.switchToHttp().getRequest<FastifyRequest<{ Params: { id: string } }>>().params;
  const parsed = idSchema.safeParse(id);
  if (!parsed.success) throw ProblemError.notFound(what);
  return parsed.data;
});
