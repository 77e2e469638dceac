import type { Socket } from 'node:net';
import { ProblemError } from '../problems/problem-error.ts';

const TOO_LONG = ProblemError.of(431, 'Too large', 'The address or the headers are too long.');
const TOO_SLOW = ProblemError.of(408, 'Too slow', 'The request took too long to arrive. Send it again.');
export const BROKEN = ProblemError.of(400, 'Not accepted', 'This is not a valid HTTP request.', {
  errors: [{ field: '', message: 'the request itself cannot be read' }],
});
const REASON: Record<number, string> = {
  400: 'Bad Request',
  408: 'Request Timeout',
  431: 'Request Header Fields Too Large',
};

/** Answers what never became a request: it is told in the same words as everything else, then the line is cut. */
export function answerBrokenRequest(error: NodeJS.ErrnoException, socket: Socket): void {
  if (error.code === 'ECONNRESET' || socket.destroyed) return;
  const { problem } =
    error.code === 'HPE_HEADER_OVERFLOW'
      ? TOO_LONG
      : error.code === 'ERR_HTTP_REQUEST_TIMEOUT'
        ? TOO_SLOW
        : BROKEN;
  const body = JSON.stringify(problem);
  if (socket.writable)
    socket.write(
      `HTTP/1.1 ${problem.status} ${REASON[problem.status]}\r\nContent-Type: application/problem+json\r\nContent-Length: ${Buffer.byteLength(body)}\r\nConnection: close\r\n\r\n${body}`,
    );
  socket.destroySoon();
}
