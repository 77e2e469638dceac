import type { JobOutline } from '@ulpen/core';
import type { QueryClient } from '@tanstack/react-query';
import { api } from '../client.ts';
import { newId } from '../new-id.ts';
import { type Bound, type Command, JOB_VIEWS, SHOWN_AT_ONCE, type Touched, Views } from './command.ts';

/** The end of the last command to each job: those to one job are sent one after the other, in the order of coming. */
const last = new Map<string, Promise<unknown>>();

/** The last question to each job of how far Find is. */
const newestFind = new Map<string, symbol>();

function inOrder<T>(jobId: string | null, work: () => Promise<T>): Promise<T> {
  if (jobId === null) return work();
  const before = last.get(jobId) ?? Promise.resolve();
  const mine = before.then(work, work);
  last.set(jobId, mine);
  const forget = () => {
    if (last.get(jobId) === mine) last.delete(jobId);
  };
  mine.then(forget, forget);
  return mine;
}

/**
 * Runs a command: shows at once what it changes, sends it under an id of its own in its turn, and brings the views to
 * what the server says; or takes everything back.
 */
export async function runCommand<Input, Result>(
  queries: QueryClient,
  command: Command<Input, Result>,
  input: Input,
): Promise<Result> {
  const jobId = command.job(input);
  const views = new Views(queries, jobId);
  const cutShort = command.atOnce && jobId ? onTheirWay(queries, jobId) : [];
  // Where nothing is, the change is shown before the next frame.
  if (cutShort.length > 0)
    await Promise.all(cutShort.map((view) => queries.cancelQueries({ queryKey: [view, jobId] })));
  command.atOnce?.(views, input);
  try {
    const id = newId();
    const { result, revision } = await inOrder(jobId, () => api.command<Result>(command.request(input), id));
    command.answered?.(views, result, input);
    const anew = refresh(queries, jobId, [...command.touches(input), ...cutShort], revision);
    // What the answer has put into the views can be gone on from; anything else is waited for.
    if (!command.answered) await anew;
    return result;
  } catch (error) {
    views.back();
    // What came between was taken back as well: the server has it, once all that waits has been sent.
    if (jobId) void inOrder(jobId, () => Promise.all(JOB_VIEWS.map((v) => fetchAnew(queries, v, jobId))));
    throw error;
  }
}

/**
 * Views whose newest answer would put back what is shown at once: they are asked for again after the command. One that
 * has not come at all shows nothing yet, and is waited for.
 */
const onTheirWay = (queries: QueryClient, jobId: string) =>
  SHOWN_AT_ONCE.filter((view) => {
    const state = queries.getQueryState([view, jobId]);
    return state?.fetchStatus === 'fetching' && state.data !== undefined;
  });

/** The same for a command that was put aside with its input. */
export const runBound = (queries: QueryClient, { command, input }: Bound): Promise<unknown> =>
  runCommand(queries, command, input as never);

const fetchAnew = (queries: QueryClient, ...queryKey: unknown[]) => queries.invalidateQueries({ queryKey });

async function refresh(
  queries: QueryClient,
  jobId: string | null,
  touched: readonly Touched[],
  revision: number | null,
): Promise<void> {
  void fetchAnew(queries, 'jobs');
  if (touched.includes('shop'))
    await Promise.all(
      ['devices', 'preferences', 'instruments', 'fingerprint'].map((name) => fetchAnew(queries, name)),
    );
  if (!jobId) return;
  for (const name of ['removed', 'events']) void fetchAnew(queries, name, jobId);
  if (!touched.includes('job')) {
    raise(queries, jobId, revision);
    if (touched.includes('find')) refreshFind(queries, jobId);
  }
  await Promise.all(JOB_VIEWS.map((v) => (touched.includes(v) ? fetchAnew(queries, v, jobId) : null)));
}

/** The rest of the job is as it was, if this write was the only one since. */
const raise = (queries: QueryClient, jobId: string, revision: number | null) =>
  queries.setQueryData<JobOutline>(['job', jobId], (job) =>
    job && revision === job.revision + 1 ? { ...job, revision } : job,
  );

/** How far Find is, which a few bytes tell. Nobody waits for it: a hand that takes readings is faster. */
function refreshFind(queries: QueryClient, jobId: string): void {
  const mine = Symbol();
  newestFind.set(jobId, mine);
  const show = (find: JobOutline['find']) => {
    // An answer that was overtaken on the way tells of a moment that has passed.
    if (newestFind.get(jobId) !== mine) return;
    newestFind.delete(jobId);
    queries.setQueryData<JobOutline>(['job', jobId], (job) => job && { ...job, find });
  };
  // Unanswered, it is fetched with the job the next time.
  api.get<JobOutline['find']>(`/jobs/${jobId}/find`).then(show, () => newestFind.delete(jobId));
}
