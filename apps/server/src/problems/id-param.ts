import { type ExecutionContext, createParamDecorator } from '@nestjs/common';
import { ApiParam } from '@nestjs/swagger';
import { idSchema } from '@ulpen/core';
import type { FastifyRequest } from 'fastify';
import { ProblemError } from './problem-error.ts';

/** Names the parameter in the API's description. */
const described: ParameterDecorator = (target, key) => {
  if (key === undefined) return;
  const handler = Object.getOwnPropertyDescriptor(target, key);
  if (handler) ApiParam({ name: 'id', schema: { type: 'string', format: 'uuid' } })(target, key, handler);
};

/** The id in the address. What is no id names nothing, so it is not found rather than invalid. */
export const Id = createParamDecorator(
  (what: string, context: ExecutionContext): string => {
    const { id } = context.switchToHttp().getRequest<FastifyRequest<{ Params: { id: string } }>>().params;
    const parsed = idSchema.safeParse(id);
    if (!parsed.success) throw ProblemError.notFound(what);
    return parsed.data;
  },
  [described],
);
