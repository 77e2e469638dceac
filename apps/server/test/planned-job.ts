import type { Capture, Plan } from '@ulpen/core';
import { columns, type RunningApp, type Seen } from './running-app.ts';

/** What the list of proposals answers. */
export const proposalsOf = async (app: RunningApp, jobId: string): Promise<Seen> =>
  (await app.call<Seen>('GET', `/api/v1/jobs/${jobId}/proposals`)).body;

/** A job with a measured full-range output on each side, one channel for both, and its proposals. */
export async function measuredJob(app: RunningApp) {
  const job = await app.job();
  const unit = await app.unit(job.id);
  const captures: Capture[] = [];
  for (const side of ['left', 'right'] as const) {
    const pair = await app.pair(unit.id, { side, way: 'full' });
    const level = columns((f) => -10 * Math.log10(1 + (25 / f) ** 4));
    captures.push((await app.capture<Capture>(pair.id, level)).body);
  }
  const target = await app.target(job.id);
  return { job, unit, captures, target, ...(await proposalsOf(app, job.id)) };
}

/** Keeps a plan as the page does: by its way in, and what it was seen with. */
export const keepPlan = <T = Plan>(
  app: RunningApp,
  jobId: string,
  plan: object,
  headers?: Record<string, string>,
) =>
  app.call<T>('POST', `/api/v1/jobs/${jobId}/plans`, { name: 'Kept', strategy: 'convert', ...plan }, headers);
