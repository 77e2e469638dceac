import type { JobView } from '@ulpen/core';
import type { QueryClient } from '@tanstack/react-query';
import { api } from '../client.ts';
import { newId } from '../new-id.ts';
import { type Bound, type Command, type Touched, Views } from './command.ts';

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
  // What is on its way would put back what is shown at once.
  if (command.atOnce && jobId) await queries.cancelQueries({ queryKey: ['job', jobId] });
  command.atOnce?.(views, input);
  try {
    const id = newId();
    const { result, revision } = await inOrder(jobId, () => api.command<Result>(command.request(input), id));
    command.answered?.(views, result, input);
    await refresh(queries, jobId, command.touches(input), revision);
    return result;
  } catch (error) {
    views.back();
    // What came between was taken back as well: the server has it, once all that waits has been sent.
    if (jobId) void inOrder(jobId, () => Promise.all(VIEWS.map((v) => anew(queries, v, jobId))));
    throw error;
  }
}

/** The same for a command that was put aside with its input. */
export const runBound = (queries: QueryClient, { command, input }: Bound): Promise<unknown> =>
  runCommand(queries, command, input as never);

const VIEWS = ['job', 'harness'] as const;
const anew = (queries: QueryClient, ...queryKey: unknown[]) => queries.invalidateQueries({ queryKey });

async function refresh(
  queries: QueryClient,
  jobId: string | null,
  touched: readonly Touched[],
  revision: number | null,
): Promise<void> {
  void anew(queries, 'jobs');
  if (touched.includes('shop')) await Promise.all([anew(queries, 'devices'), anew(queries, 'preferences')]);
  if (!jobId) return;
  for (const name of ['removed', 'events']) void anew(queries, name, jobId);
  if (touched.includes('find') && !touched.includes('job')) refreshFind(queries, jobId, revision);
  await Promise.all(VIEWS.map((v) => (touched.includes(v) ? anew(queries, v, jobId) : null)));
}

/**
 * How far Find is, which a few bytes tell; the rest of the job is as it was, if this write was the only one since.
 * Nobody waits for it: a hand that takes readings is faster.
 */
function refreshFind(queries: QueryClient, jobId: string, revision: number | null): void {
  queries.setQueryData<JobView>(['job', jobId], (job) =>
    job && revision === job.revision + 1 ? { ...job, revision } : job,
  );
  const mine = Symbol();
  newestFind.set(jobId, mine);
  const show = (find: JobView['find']) => {
    // An answer that was overtaken on the way tells of a moment that has passed.
    if (newestFind.get(jobId) !== mine) return;
    newestFind.delete(jobId);
    queries.setQueryData<JobView>(['job', jobId], (job) => job && { ...job, find });
  };
  // Unanswered, it is fetched with the job the next time.
  api.get<JobView['find']>(`/jobs/${jobId}/find`).then(show, () => newestFind.delete(jobId));
}
