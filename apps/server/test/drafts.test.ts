import { type Draft, NO_CHANGES, type PlanChanges, type Problem } from '@ulpen/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { keepPlan, measuredJob as measuredJobOf } from './planned-job.ts';
import { NOWHERE, runningApp, type RunningApp } from './running-app.ts';

let app: RunningApp;
beforeAll(async () => {
  app = await runningApp();
});
afterAll(() => app.stop());

const measuredJob = () => measuredJobOf(app);
const keep = (jobId: string, plan: object) => keepPlan(app, jobId, plan);
const louder = (loudestStep: number): PlanChanges => ({ ...NO_CHANGES, setup: { loudestStep } });

describe('drafts', () => {
  const put = <T = Draft>(jobId: string, body: object) =>
    app.call<T>('PUT', `/api/v1/jobs/${jobId}/draft`, {
      strategy: 'convert',
      version: 0,
      changes: NO_CHANGES,
      ...body,
    });
  const step = <T = Draft>(jobId: string, by: 'undo' | 'redo', version: number, strategy = 'convert') =>
    app.call<T>('POST', `/api/v1/jobs/${jobId}/draft/${by}`, { strategy, version });

  it('are kept at every change, for each way in, and go back and forth', async () => {
    const { job, fingerprint } = await measuredJob();
    const { body: plan } = await keep(job.id, { fingerprint });
    expect((await put(job.id, { changes: louder(12) })).body).toMatchObject({ version: 1, canUndo: true });
    await put(job.id, { changes: louder(14), version: 1, planId: plan.id });
    await put(job.id, { strategy: 'sum', changes: louder(3) });
    const back = (await step(job.id, 'undo', 2)).body;
    expect(back).toMatchObject({
      changes: louder(12),
      planId: null,
      version: 3,
      canUndo: true,
      canRedo: true,
    });
    expect((await step(job.id, 'undo', 3)).body).toMatchObject({ changes: NO_CHANGES, canUndo: false });
    const none = await step<Problem>(job.id, 'undo', 4);
    expect([none.status, none.body.title]).toEqual([409, 'Nothing to take back']);
    await step(job.id, 'redo', 4);
    expect((await step(job.id, 'redo', 5)).body).toMatchObject({
      changes: louder(14),
      planId: plan.id,
      canRedo: false,
    });
    const { drafts } = await app.view(job.id);
    expect(drafts.map((d) => [d.strategy, d.changes.setup.loudestStep])).toEqual([
      ['convert', 14],
      ['sum', 3],
    ]);
  });

  it('on two devices at once: the later one gets 409 and sees the other', async () => {
    const { job } = await measuredJob();
    await put(job.id, { changes: louder(12) });
    const late = await put<Problem>(job.id, { changes: louder(20) });
    expect([late.status, late.body.current]).toMatchObject([409, { version: 1, changes: louder(12) }]);
    expect((await step<Problem>(job.id, 'undo', 7)).status).toBe(409);
    const never = await step<Problem>(job.id, 'undo', 3, 'sum');
    expect([never.status, never.body.current]).toEqual([409, null]);
    expect((await app.view(job.id)).drafts).toMatchObject([{ version: 1, changes: louder(12) }]);
  });

  it('name parts and plans of their own job, and a way in that there is', async () => {
    const [mine, other] = [await measuredJob(), await measuredJob()];
    const load = { pairId: other.captures[0].pairId, load: 'resistor' };
    const { body: plan } = await keep(other.job.id, { fingerprint: other.fingerprint });
    const cases: [object, string][] = [
      [{ changes: { ...NO_CHANGES, loads: [load] } }, 'changes.loads.0.pairId'],
      [{ planId: plan.id }, 'planId'],
      [{ strategy: 'by-pigeon' }, 'strategy'],
      [{ version: -1 }, 'version'],
    ];
    for (const [wrong, field] of cases) {
      const { status, body } = await put<Problem>(mine.job.id, wrong);
      expect([status, body.errors?.[0].field]).toEqual([400, field]);
    }
    expect((await app.view(mine.job.id)).drafts).toEqual([]);
    expect((await put(NOWHERE, {})).status).toBe(404);
  });
});
