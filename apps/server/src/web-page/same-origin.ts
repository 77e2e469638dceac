import type { FastifyReply, FastifyRequest } from 'fastify';
import { ProblemError } from '../problems/problem-error.ts';

const LOOPBACK = /^(?:localhost|127\.\d+\.\d+\.\d+|\[::1\])(?::\d+)?$/;

/**
 * Other pages in the same browser must neither read nor change anything here: a request is taken only under the name
 * that the server goes by, and a change only from its own page (or from a program, which sends no Origin).
 *
 * @param onLoopback the server listens on loopback alone, so any other name is somebody's trick
 */
export function sameOriginOnly(onLoopback: boolean) {
  return async (request: FastifyRequest, reply: FastifyReply): Promise<void> => {
    const host = request.headers.host ?? '';
    const origin = request.headers.origin;
    const foreignHost = onLoopback && !LOOPBACK.test(host);
    const foreignOrigin = origin !== undefined && origin !== `http://${host}` && origin !== `https://${host}`;
    if (!foreignHost && !foreignOrigin) return;
    const { problem } = ProblemError.of(
      403,
      'Not from here',
      'Open the page under the address that the server printed.',
    );
    await reply.status(403).header('content-type', 'application/problem+json').send(JSON.stringify(problem));
  };
}
