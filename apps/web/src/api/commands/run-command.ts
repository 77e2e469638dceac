import type { JobView } from '@ulpen/core';
import type { QueryClient } from '@tanstack/react-query';
import { api } from '../client.ts';
import { newId } from '../new-id.ts';
import { type Bound, type Command, type Touched, Views } from './command.ts';

/** The end of the last command to each job: those to one job are sent one after the other, in the order of coming. */
const last = new Map<string, Promise<unknown>>();

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
    // What came between was taken back as well: the server has it.
    for (const name of ['job', 'harness'])
      if (jobId) void queries.invalidateQueries({ queryKey: [name, jobId] });
    throw error;
  }
}

/** The same for a command that was put aside with its input. */
export const runBound = (queries: QueryClient, { command, input }: Bound): Promise<unknown> =>
  runCommand(queries, command, input as never);

async function refresh(
  queries: QueryClient,
  jobId: string | null,
  touched: readonly Touched[],
  revision: number | null,
): Promise<void> {
  const anew = (...queryKey: unknown[]) => queries.invalidateQueries({ queryKey });
  void anew('jobs');
  if (touched.includes('shop')) await Promise.all([anew('devices'), anew('preferences')]);
  if (!jobId) return;
  for (const name of ['removed', 'events']) void anew(name, jobId);
  if (touched.includes('find') && !touched.includes('job')) await refreshFind(queries, jobId, revision);
  await Promise.all([
    touched.includes('job') ? anew('job', jobId) : null,
    touched.includes('harness') ? anew('harness', jobId) : null,
  ]);
}

/** How far Find is, which a few bytes tell; the rest of the job is as it was, if this write was the only one since. */
async function refreshFind(queries: QueryClient, jobId: string, revision: number | null): Promise<void> {
  const find = await api.get<JobView['find']>(`/jobs/${jobId}/find`);
  queries.setQueryData<JobView>(['job', jobId], (job) => {
    if (!job) return job;
    const next = revision === job.revision + 1 ? revision : job.revision;
    return { ...job, find, revision: next };
  });
}
