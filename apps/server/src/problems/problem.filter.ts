import { type ArgumentsHost, Catch, type ExceptionFilter, Logger } from '@nestjs/common';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { ProblemError } from './problem-error.ts';
import { problemOf } from './problem-of.ts';

/** Every error leaves as application/problem+json; what is not meant for the client is logged and kept from it. */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  private readonly logger = new Logger('Problem');

  /**
   * @param page answers page requests outside the API; null when no page is served
   * @param log what a fault names: where its cause is written
   */
  constructor(
    private readonly page: ((reply: FastifyReply) => unknown) | null,
    private readonly log: string,
  ) {}

  catch(error: unknown, host: ArgumentsHost): void {
    const request = host.switchToHttp().getRequest<FastifyRequest>();
    const reply = host.switchToHttp().getResponse<FastifyReply>();
    // Who asked has gone; there is nobody to answer.
    if (reply.raw.destroyed || reply.sent) return;
    const told = problemOf(error) ?? this.fault(error);
    const wantsPage =
      told.problem.status === 404 &&
      request.method === 'GET' &&
      !request.url.startsWith('/api') &&
      !/\.\w+$/.test(request.url);
    if (wantsPage && this.page) {
      this.page(reply);
      return;
    }
    sendProblem(reply, told);
  }

  private fault(error: unknown): ProblemError {
    this.logger.error(
      error instanceof Error ? error.message : 'unknown',
      error instanceof Error ? error.stack : undefined,
    );
    return ProblemError.of(
      500,
      'Fault in the server',
      `Nothing was changed. Try again; if it keeps happening, see ${this.log}.`,
    );
  }
}

export function sendProblem(reply: FastifyReply, { problem, retryAfter }: ProblemError): void {
  if (retryAfter !== null) void reply.header('retry-after', String(retryAfter));
  void reply
    .status(problem.status)
    .header('content-type', 'application/problem+json')
    .send(JSON.stringify(problem));
}
