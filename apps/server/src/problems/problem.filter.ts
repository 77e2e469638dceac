import { STATUS_CODES } from 'node:http';
import { type ArgumentsHost, Catch, type ExceptionFilter, HttpException, Logger } from '@nestjs/common';
import type { Problem } from '@ulpen/core';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { ProblemError } from './problem-error.ts';

const NUL = { field: '', message: 'some text contains the character NUL, which cannot be kept' };

/** What PostgreSQL and Fastify call things that the client can mend. */
const KNOWN: Record<string, () => ProblemError> = {
  '23503': () =>
    ProblemError.of(
      409,
      'Still in use',
      'A kept plan stands on this. Delete the plan first, then this can go.',
    ),
  '22021': () => ProblemError.invalid([NUL]),
  '22P05': () => ProblemError.invalid([NUL]),
  FST_ERR_CTP_BODY_TOO_LARGE: () => ProblemError.tooLarge('1 MiB of JSON'),
  FST_REQ_FILE_TOO_LARGE: () => ProblemError.tooLarge('32 MiB a file'),
  FST_ERR_CTP_INVALID_MEDIA_TYPE: () =>
    ProblemError.of(415, 'Wrong kind of body', 'Send JSON, or multipart where a file is taken in.'),
  FST_ERR_CTP_INVALID_JSON_BODY: () => ProblemError.invalid([{ field: '', message: 'the body is not JSON' }]),
  FST_ERR_CTP_EMPTY_JSON_BODY: () =>
    ProblemError.invalid([{ field: '', message: 'the body is empty; JSON was announced' }]),
  FST_INVALID_MULTIPART_CONTENT_TYPE: () =>
    ProblemError.of(415, 'Wrong kind of body', 'Send the file as multipart/form-data.'),
};

/** Every error leaves as application/problem+json; what is not meant for the client is logged and kept from it. */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  private readonly logger = new Logger('Problem');

  /** @param page answers page requests outside the API; null when no page is served */
  constructor(private readonly page: ((reply: FastifyReply) => unknown) | null) {}

  catch(error: unknown, host: ArgumentsHost): void {
    const request = host.switchToHttp().getRequest<FastifyRequest>();
    const reply = host.switchToHttp().getResponse<FastifyReply>();
    const problem = this.problemOf(error);
    const wantsPage =
      problem.status === 404 &&
      request.method === 'GET' &&
      !request.url.startsWith('/api') &&
      !/\.\w+$/.test(request.url);
    if (wantsPage && this.page) {
      this.page(reply);
      return;
    }
    void reply
      .status(problem.status)
      .header('content-type', 'application/problem+json')
      .send(JSON.stringify(problem));
  }

  private problemOf(error: unknown): Problem {
    if (error instanceof ProblemError) return error.problem;
    const code = (error as { code?: string } | null)?.code;
    if (code && KNOWN[code]) return KNOWN[code]().problem;
    if (error instanceof HttpException) {
      const status = error.getStatus();
      const detail = status === 404 ? 'There is nothing at this address.' : error.message;
      const errors = status === 400 ? { errors: [{ field: '', message: error.message }] } : {};
      return {
        type: 'about:blank',
        title: STATUS_CODES[status] ?? 'Not accepted',
        status,
        detail,
        ...errors,
      };
    }
    const status = (error as { statusCode?: number } | null)?.statusCode;
    if (status && status >= 400 && status < 500) {
      return { type: 'about:blank', title: 'Not accepted', status, detail: (error as Error).message };
    }
    this.logger.error(
      error instanceof Error ? error.message : 'unknown',
      error instanceof Error ? error.stack : undefined,
    );
    return {
      type: 'about:blank',
      title: 'Fault in the server',
      status: 500,
      detail: "Nothing was changed. Try again; if it stays, look into the server's log.",
    };
  }
}
