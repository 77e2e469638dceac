import { createHash } from 'node:crypto';
import { createParamDecorator, type ExecutionContext } from '@nestjs/common';
import { type EventKind, idSchema, momentSchema } from '@ulpen/core';
import type { FastifyReply, FastifyRequest } from 'fastify';
import type { z } from 'zod';
import { type Actor, THE_BENCH } from './actor.ts';
import { ProblemError } from '../problems/problem-error.ts';

/** What the clock of the writer's device shows; sent with every write, kept beside the server's own time. */
export const DEVICE_TIME_HEADER = 'ulpen-device-time';
/** A UUID that the client makes for one write: sent again with the same body, it gets the same answer. */
export const COMMAND_HEADER = 'ulpen-command';
/** With every answer to a write: the job's revision after it. */
export const REVISION_HEADER = 'ulpen-revision';

/** SHA-256 of files that came with a request, so that a command knows them. */
const uploads = new WeakMap<FastifyRequest, string>();
export const noteUpload = (request: FastifyRequest, sha256: string): void =>
  void uploads.set(request, sha256);

/** What a request asks for, as one number: the same for the same body, whatever the order of its headers. */
function asks(request: FastifyRequest): string {
  const body = uploads.get(request) ?? JSON.stringify(request.body ?? null);
  return createHash('sha256').update(`${request.method} ${request.url}\n${body}`).digest('hex');
}

function headerOf<T>(request: FastifyRequest, name: string, schema: z.ZodType<T>): T | null {
  const sent = request.headers[name];
  if (sent === undefined) return null;
  const parsed = schema.safeParse(sent);
  if (parsed.success) return parsed.data;
  throw ProblemError.invalid([{ field: `header ${name}`, message: parsed.error.issues[0].message }]);
}

/**
 * The one context of a write: who writes and by which clock, what it is called in the job's stream, on what (the id in
 * the address), and the command it came with.
 *
 * @param did what happens; null for what belongs to no job
 */
export const By = createParamDecorator((did: EventKind | null, context: ExecutionContext): Actor => {
  const http = context.switchToHttp();
  const request = http.getRequest<FastifyRequest<{ Params: { id?: string } }>>();
  const reply = http.getResponse<FastifyReply>();
  const command = headerOf(request, COMMAND_HEADER, idSchema);
  return {
    ...THE_BENCH,
    deviceAt: headerOf(request, DEVICE_TIME_HEADER, momentSchema),
    did,
    at: request.params.id ?? null,
    command: command === null ? null : { id: command, asks: () => asks(request) },
    tell: (revision) => void reply.header(REVISION_HEADER, revision),
  };
});
