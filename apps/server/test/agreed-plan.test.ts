import { NO_CHANGES, type Plan, type Problem } from '@ulpen/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  fingerprintOf,
  keepPlan,
  measuredJob,
  openOf,
  proposalsOf,
  seenAtTheCar,
  sign,
} from './planned-job.ts';
import { runningApp, type RunningApp } from './running-app.ts';

let app: RunningApp;
beforeAll(async () => {
  app = await runningApp();
});
afterAll(() => app.stop());

const keep = <T = Plan>(jobId: string, plan: object, headers?: Record<string, string>) =>
  keepPlan<T>(app, jobId, plan, headers);

describe('the agreed plan', () => {
  const agree = <T = Plan>(id: string) => app.call<T>('POST', `/api/v1/plans/${id}/agreement`);

  /** Every assumption accepted and every loss consented to, whatever they are. */
  async function signed(jobId: string, { proposal }: Plan): Promise<void> {
    const open = openOf(proposal);
    const { changes } = proposal;
    if (open.length > 0) await sign(app, jobId, proposal.strategy, open, { changes });
  }
  /** The same car with everything that the plan's rules ask for, so that nothing is broken. */
  async function readyPlan() {
    const { job } = await measuredJob(app);
    const view = await app.view(job.id);
    await app.call('PUT', `/api/v1/jobs/${job.id}/brief`, { ...view.brief, batteryAh: 70 });
    const changes = seenAtTheCar(view.units.flatMap((u) => u.pairs).map((p) => p.id));
    for (const { strategy } of (await proposalsOf(app, job.id)).proposals) {
      const { body } = await keep(job.id, {
        strategy,
        changes,
        fingerprint: await fingerprintOf(app, job.id),
      });
      if (body.proposal.remarks.every((r) => r.severity !== 'error')) return { job, plan: body };
    }
    throw new Error('no way in is workable on this car');
  }

  it('is one: ready, and worked out from what is known now', async () => {
    const { job, plan } = await readyPlan();
    const early = await agree<Problem>(plan.id);
    expect([early.status, early.body.title]).toEqual([409, 'Not ready']);
    expect(early.body.detail).toContain(plan.proposal.remarks.find((r) => r.severity === 'assumption')!.text);
    await signed(job.id, plan);
    const agreed = await agree(plan.id);
    expect([agreed.status, agreed.body.agreedAt]).toEqual([201, expect.stringMatching(/^20/)]);

    const { body: next } = await keep(job.id, {
      strategy: plan.proposal.strategy,
      changes: plan.proposal.changes,
      fingerprint: plan.fingerprint,
      revises: plan.id,
    });
    await agree(next.id);
    const agreedOnes = async () => (await app.view(job.id)).plans.filter((p) => p.agreedAt).map((p) => p.id);
    expect(await agreedOnes()).toEqual([next.id]);
    // Taking the agreement from one that has none leaves the other's.
    await app.call('DELETE', `/api/v1/plans/${plan.id}/agreement`);
    expect(await agreedOnes()).toEqual([next.id]);
    await app.call('DELETE', `/api/v1/plans/${next.id}/agreement`);
    expect(await agreedOnes()).toEqual([]);
  });

  it('is none while something has to be seen at the car, and nobody signs for that', async () => {
    const { job, plan } = await readyPlan();
    const { strategy } = plan.proposal;
    const { body: unseen } = await keep(job.id, { strategy, fingerprint: plan.fingerprint });
    await signed(job.id, unseen);
    const wire = unseen.proposal.remarks.find((r) => r.rule === 'turn-on-wire')!;
    const refused = await sign<Problem>(app, job.id, strategy, [
      { kind: 'accepted', rule: wire.rule, subjects: wire.subjects },
    ]);
    expect([refused.status, refused.body.errors]).toEqual([
      400,
      [expect.objectContaining({ field: 'decisions.0.rule' })],
    ]);
    const early = await agree<Problem>(unseen.id);
    expect([early.status, early.body.detail]).toEqual([409, expect.stringContaining(wire.text)]);
  });

  it('is none that is out of date, broken, or removed', async () => {
    const { job, plan } = await readyPlan();
    await signed(job.id, plan);
    const target = (await app.view(job.id)).targets[0];
    const { id, jobId: _, ...fields } = target;
    await app.call('PUT', `/api/v1/targets/${id}`, { ...fields, lowHz: 95 });
    const late = await agree<Problem>(plan.id);
    expect([late.status, late.body.title]).toEqual([409, 'Out of date']);
    const fuse = { ...NO_CHANGES, setup: { supply: { fuseAmps: null } } };
    const broken = await keep(job.id, {
      strategy: plan.proposal.strategy,
      changes: fuse,
      fingerprint: await fingerprintOf(app, job.id),
    });
    expect(broken.body.proposal.remarks[0].severity).toBe('error');
    await signed(job.id, broken.body);
    expect((await agree<Problem>(broken.body.id)).body.title).toBe('Not ready');
    await app.call('DELETE', `/api/v1/plans/${plan.id}`);
    expect((await agree(plan.id)).status).toBe(404);
  });

  it('that was removed while another one was agreed comes back without', async () => {
    const { job, plan } = await readyPlan();
    await signed(job.id, plan);
    await agree(plan.id);
    const { strategy, changes } = plan.proposal;
    const again = { strategy, changes, fingerprint: plan.fingerprint };
    await app.call('DELETE', `/api/v1/plans/${plan.id}`);
    const { body: other } = await keep(job.id, again);
    await agree(other.id);
    const back = await app.call<Plan>('POST', `/api/v1/plans/${plan.id}/restore`);
    expect([back.status, back.body.agreedAt]).toEqual([201, null]);
    await app.call('DELETE', `/api/v1/plans/${other.id}`);
    const alone = await app.call<Plan>('POST', `/api/v1/plans/${other.id}/restore`);
    expect(alone.body.agreedAt).not.toBeNull();
  });
});
