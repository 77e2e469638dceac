import type { Problem } from '@ulpen/core';
import { useAway } from '../ui/away-store.ts';

const BASE = '/api/v1';

/** What the server refused, in its own words. */
export class ApiProblem extends Error {
  constructor(
    readonly problem: Problem,
    words = problem.detail,
  ) {
    super(words);
  }
  get status(): number {
    return this.problem.status;
  }
}

const UNREACHABLE: Problem = {
  type: 'about:blank',
  title: 'No answer',
  status: 503,
  detail: 'Ulpen does not answer. Is it still running? What you typed is still here; try again.',
};

async function send<T>(
  method: string,
  path: string,
  body?: BodyInit,
  headers?: Record<string, string>,
): Promise<T> {
  // The clock of this device goes with every write, beside the server's own.
  const clock: Record<string, string> =
    method === 'GET' ? {} : { 'ulpen-device-time': new Date().toISOString() };
  const response = await fetch(`${BASE}${path}`, { method, body, headers: { ...headers, ...clock } }).catch(
    () => {
      throw away(UNREACHABLE);
    },
  );
  if (response.status === 204) return undefined as T;
  const text = await response.text();
  if (response.ok) return JSON.parse(text) as T;
  const isProblem = response.headers.get('content-type')?.startsWith('application/problem+json');
  const problem = isProblem ? (JSON.parse(text) as Problem) : { ...UNREACHABLE, status: response.status };
  // A full disk or a busy database refuses one thing; one that does not answer refuses everything.
  const everything =
    problem.status === 503 &&
    !(await fetch(`${BASE}/health`).then(
      (r) => r.ok,
      () => false,
    ));
  throw everything ? away(problem) : new ApiProblem(problem);
}

/** The whole page says so until it is over. */
function away(problem: Problem): ApiProblem {
  useAway.getState().set(problem.detail);
  // What was tried says it in short; the whole stands at the top of the page.
  return new ApiProblem(problem, `${problem.title}.`);
}

const JSON_BODY = { 'content-type': 'application/json' };

export const api = {
  get: <T>(path: string) => send<T>('GET', path),
  post: <T>(path: string, body?: unknown) =>
    body === undefined ? send<T>('POST', path) : send<T>('POST', path, JSON.stringify(body), JSON_BODY),
  put: <T>(path: string, body: unknown) => send<T>('PUT', path, JSON.stringify(body), JSON_BODY),
  remove: (path: string) => send<void>('DELETE', path),
  /** Fields go before the file, so that the server knows what is coming. */
  upload: <T>(path: string, file: File, fields?: unknown) => {
    const form = new FormData();
    if (fields !== undefined) form.append('fields', JSON.stringify(fields));
    form.append('file', file, file.name);
    return send<T>('POST', path, form);
  },
  fileAddress: (jobId: string) => `${BASE}/jobs/${jobId}/file`,
};
