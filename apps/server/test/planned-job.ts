import {
  type Capture,
  type Decision,
  NO_CHANGES,
  type Plan,
  type PlanChanges,
  type PlanFingerprint,
  type Proposal,
} from '@ulpen/core';
import { columns, type RunningApp, type Seen } from './running-app.ts';

/** What the list of proposals answers. */
export const proposalsOf = async (app: RunningApp, jobId: string): Promise<Seen> =>
  (await app.call<Seen>('GET', `/api/v1/jobs/${jobId}/proposals`)).body;

/** What a job's plans stand on now. */
export const fingerprintOf = async (app: RunningApp, jobId: string): Promise<string> =>
  (await app.call<PlanFingerprint>('GET', `/api/v1/jobs/${jobId}/fingerprint`)).body.fingerprint;

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

/** What has to be seen at the car, seen: the turn-on source, and a load on every output that loses its speaker. */
export const seenAtTheCar = (pairIds: readonly string[]): PlanChanges => ({
  ...NO_CHANGES,
  setup: { turnOn: { place: 'fuse box', asleep: 'dead', restart: 'steady', load: 'holds' } },
  loads: pairIds.map((pairId) => ({ pairId, load: 'resistor' })),
});

/** Keeps a plan as the page does: by its way in, and what it was seen with. */
export const keepPlan = <T = Plan>(
  app: RunningApp,
  jobId: string,
  plan: object,
  headers?: Record<string, string>,
) =>
  app.call<T>('POST', `/api/v1/jobs/${jobId}/plans`, { name: 'Kept', strategy: 'convert', ...plan }, headers);

/** What a plan leaves open, as it is signed. */
export const openOf = ({ remarks, losses }: Pick<Proposal, 'remarks' | 'losses'>) => [
  ...remarks
    .filter((r) => r.severity === 'assumption' && r.acceptable)
    .map(({ rule, subjects }) => ({ kind: 'accepted', rule, subjects })),
  ...losses.filter((l) => l.consent).map(({ rule, subjects }) => ({ kind: 'consent', rule, subjects })),
];

/** Signs matters of a way in as the page does: with what it was seen with. */
export async function sign<T = Decision[]>(
  app: RunningApp,
  jobId: string,
  strategy: string,
  decisions: readonly object[],
  { changes = NO_CHANGES, ...more }: { changes?: PlanChanges; [part: string]: unknown } = {},
) {
  const { fingerprint } = (await app.call<Seen>('GET', `/api/v1/jobs/${jobId}/fingerprint`)).body;
  const plan = { strategy, changes, fingerprint };
  const signing = { plan, decisions, signedBy: 'Bay 2', note: '', ...more };
  return app.call<T>('POST', `/api/v1/jobs/${jobId}/decisions`, signing);
}

/** Accepts an assumption that the first way in of a job leaves open, one about a channel if there is one. */
export async function acceptOne(app: RunningApp, jobId: string) {
  const [first] = (await proposalsOf(app, jobId)).proposals;
  const open = first.remarks.filter((r) => r.severity === 'assumption' && r.acceptable);
  const about = open.find((r) => r.targetId !== null) ?? open[0];
  const { rule, subjects } = about;
  return { about, ...(await sign(app, jobId, first.strategy, [{ kind: 'accepted', rule, subjects }])) };
}
