import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, beforeEach } from 'vitest';

/** A request as it came. */
export interface Got {
  method: string;
  path: string;
  command: string;
  body: string;
}
type Answer = (got: Got, response: ServerResponse) => void;

/**
 * A server of its own for the tests of a file, that notes what comes and answers as a test says. The page's addresses
 * have no host; while it runs they lead here.
 */
export function pageServer() {
  const all = {
    got: [] as Got[],
    answer: (() => {}) as Answer,
    writes: () => all.got.filter((g) => g.method !== 'GET'),
  };
  const real = globalThis.fetch;
  const server = createServer((request: IncomingMessage, response) => {
    let body = '';
    request.on('data', (part: Buffer) => (body += part.toString()));
    request.on('end', () => {
      const { method = '', url = '', headers } = request;
      const path = url.replace('/api/v1', '');
      const one = { method, path, command: String(headers['ulpen-command'] ?? ''), body };
      all.got.push(one);
      all.answer(one, response);
    });
  });
  beforeAll(async () => {
    await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening));
    const { port } = server.address() as AddressInfo;
    globalThis.fetch = (path, init) => real(`http://127.0.0.1:${port}${String(path)}`, init);
  });
  beforeEach(() => {
    all.got = [];
  });
  afterAll(() => {
    globalThis.fetch = real;
    server.close();
  });
  return all;
}

/** An answer with the revision that the job has by then. */
export const json = (response: ServerResponse, body: unknown, revision: number, status = 200) =>
  response
    .writeHead(status, { 'content-type': 'application/json', 'ulpen-revision': String(revision) })
    .end(JSON.stringify(body));
export const refuse = (response: ServerResponse, status: number, current?: unknown) =>
  response
    .writeHead(status, { 'content-type': 'application/problem+json' })
    .end(JSON.stringify({ type: 'about:blank', title: 'No', status, detail: 'not so', current }));
