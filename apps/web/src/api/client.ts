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

/** A write as it is sent: JSON, or a form of fields and a file. */
export interface Sent {
  method: 'POST' | 'PUT' | 'DELETE';
  path: string;
  body?: unknown;
  /** goes after the fields, so that the server knows what is coming */
  file?: File;
  fields?: unknown;
}

/** Sends a request; whoever asks reads status and headers. */
async function ask(method: string, path: string, init: RequestInit = {}): Promise<Response> {
  const response = await fetch(`${BASE}${path}`, { method, ...init }).catch(() => {
    throw away(UNREACHABLE);
  });
  if (response.ok) return response;
  const text = await response.text();
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

const contentOf = async <T>(response: Response): Promise<T> =>
  (response.status === 204 ? undefined : JSON.parse(await response.text())) as T;

/** A command by its id and the clock of this device, which goes beside the server's own. */
function initOf({ body, file, fields }: Sent, id: string): RequestInit {
  const headers: Record<string, string> = {
    'ulpen-command': id,
    'ulpen-device-time': new Date().toISOString(),
  };
  if (file) {
    const form = new FormData();
    if (fields !== undefined) form.append('fields', JSON.stringify(fields));
    form.append('file', file, file.name);
    return { headers, body: form };
  }
  return body === undefined
    ? { headers }
    : { headers: { ...headers, 'content-type': 'application/json' }, body: JSON.stringify(body) };
}

/** The whole page says so until it is over. */
function away(problem: Problem): ApiProblem {
  useAway.getState().set(problem.detail);
  // What was tried says it in short; the whole stands at the top of the page.
  return new ApiProblem(problem, `${problem.title}.`);
}

export const api = {
  get: async <T>(path: string): Promise<T> => contentOf<T>(await ask('GET', path)),
  /** A view of a job, or what the page has of it already when it has not gone on since. */
  newer: async <T extends { revision: number }>(path: string, known: T | undefined): Promise<T> => {
    if (!known) return api.get<T>(path);
    const response = await ask('GET', `${path}?ifNewerThan=${known.revision}`).catch((error: unknown) => {
      // The job was put back to an earlier state: what is known here is of no use.
      if (error instanceof ApiProblem && error.status === 409) return ask('GET', path);
      throw error;
    });
    return response.status === 204 ? known : contentOf<T>(response);
  },
  /**
   * A write under the id of its command. When the connection breaks before the answer came, it is sent once more: the
   * server does it once, and gives the same answer.
   *
   * @returns the answer, and the job's revision after it; null where it is no job's
   */
  command: async <T>(sent: Sent, id: string): Promise<{ result: T; revision: number | null }> => {
    const send = () => ask(sent.method, sent.path, initOf(sent, id));
    const response = await send().catch((error: unknown) => {
      if (error instanceof ApiProblem && error.problem === UNREACHABLE) return send();
      throw error;
    });
    const revision = response.headers.get('ulpen-revision');
    return { result: await contentOf<T>(response), revision: revision === null ? null : Number(revision) };
  },
  fileAddress: (jobId: string) => `${BASE}/jobs/${jobId}/file`,
};
