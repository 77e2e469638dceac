import type { FastifyReply, FastifyRequest } from 'fastify';
import { ProblemError } from '../problems/problem-error.ts';
import { sendProblem } from '../problems/problem.filter.ts';

const LOOPBACK = /^(?:localhost|127\.\d{1,3}\.\d{1,3}\.\d{1,3}|\[::1\])$/;
const NOT_FROM_HERE = ProblemError.of(
  403,
  'Not from here',
  'Open the page under the address that the server printed.',
);

/**
 * Other pages in the same browser must neither read nor change anything here. A request is taken only under a name
 * that the server goes by, whatever address it listens to (another name is a trick with DNS); from its own page, as
 * Origin and Sec-Fetch-Site tell, or from a program, which sends neither. Following a link from elsewhere to the page
 * is no harm; to the API it is refused.
 *
 * @param names that the server goes by besides loopback, without ports, in lower case
 */
export function sameOriginOnly(names: readonly string[]) {
  const known = new Set(names);
  return async (request: FastifyRequest, reply: FastifyReply): Promise<void> => {
    const host = (request.headers.host ?? '').toLowerCase();
    const name = host.replace(/:\d{1,5}$/, '');
    if ((LOOPBACK.test(name) || known.has(name)) && isOwnPage(request, host)) return;
    sendProblem(reply, NOT_FROM_HERE);
    await reply;
  };
}

function isOwnPage({ headers, method, url }: FastifyRequest, host: string): boolean {
  const { origin } = headers;
  if (origin !== undefined && origin !== `http://${host}` && origin !== `https://${host}`) return false;
  const site = headers['sec-fetch-site'];
  if (site === undefined || site === 'same-origin' || site === 'none') return true;
  return method === 'GET' && headers['sec-fetch-mode'] === 'navigate' && !url.startsWith('/api');
}
