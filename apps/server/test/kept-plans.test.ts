import { LIMITS, NO_CHANGES, type Plan, type PlanChanges, type Problem } from '@ulpen/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { fingerprintOf, keepPlan, measuredJob as measuredJobOf, proposalsOf } from './planned-job.ts';
import { NOWHERE, PAIR, runningApp, type RunningApp, TARGET } from './running-app.ts';

let app: RunningApp;
beforeAll(async () => {
  app = await runningApp();
});
afterAll(() => app.stop());

const seen = (jobId: string) => proposalsOf(app, jobId);
const measuredJob = () => measuredJobOf(app);
const keep = <T = Plan>(jobId: string, plan: object, headers?: Record<string, string>) =>
  keepPlan<T>(app, jobId, plan, headers);
const louder = (loudestStep: number): PlanChanges => ({ ...NO_CHANGES, setup: { loudestStep } });

describe('the fingerprint', () => {
  it('changes with each thing that a plan is worked out from, and comes back with it', async () => {
    const { job, unit, captures, target, fingerprint } = await measuredJob();
    expect(await fingerprintOf(app, job.id)).toBe(fingerprint);
    const { body: check } = await app.call<{ id: string }[]>('POST', `/api/v1/jobs/${job.id}/checks`, [
      {
        pairId: captures[0].pairId,
        body: { kind: 'silence', engine: 'off', doors: 'closed', volts: 0.01 },
        note: '',
      },
    ]);
    const one = await fingerprintOf(app, job.id);
    // Another check of the same kind in its place: as many as before, and not the same.
    await app.call('POST', `/api/v1/checks/${check[0].id}/withdraw`);
    expect(await fingerprintOf(app, job.id)).toBe(fingerprint);
    await app.call('POST', `/api/v1/jobs/${job.id}/checks`, [
      {
        pairId: captures[0].pairId,
        body: { kind: 'silence', engine: 'off', doors: 'closed', volts: 0.02 },
        note: '',
      },
    ]);
    const other = await fingerprintOf(app, job.id);
    expect(new Set([fingerprint, one, other]).size).toBe(3);

    const view = await app.view(job.id);
    const { body: choices } = await app.call<{ version: number }>('GET', '/api/v1/shop/preferences');
    const changes: [string, string, object?][] = [
      ['PUT', `/units/${unit.id}`, { kind: 'amplifier', name: 'A', location: '', version: 1 }],
      ['PUT', `/targets/${target.id}`, { ...TARGET, lowHz: 90, version: 1 }],
      ['PUT', `/jobs/${job.id}/intake`, { ...view.intake, drive: 'electric' }],
      ['PUT', `/jobs/${job.id}/brief`, { ...view.brief, hours: 9 }],
      ['PUT', '/shop/preferences', { ...choices, first: 'flattest' }],
      ['POST', `/captures/${captures[0].id}/pin`, { because: 'as it was found' }],
      ['POST', `/captures/${captures[0].id}/withdraw`],
      ['POST', `/units/${unit.id}/pairs`, { ...PAIR, side: 'centre' }],
    ];
    let before = other;
    for (const [method, path, body] of changes) {
      expect([path, (await app.call(method, `/api/v1${path}`, body)).status]).toEqual([
        path,
        expect.toSatisfy((s) => s < 300),
      ]);
      const after = await fingerprintOf(app, job.id);
      expect([path, after === before]).toEqual([path, false]);
      before = after;
    }
  });

  it('stays where something changed that no plan is worked out from', async () => {
    const { job } = await measuredJob();
    const untouched = await app.view(job.id);
    await app.call('PUT', `/api/v1/jobs/${job.id}/intake`, untouched.intake);
    const view = await app.view(job.id);
    const fingerprint = await fingerprintOf(app, job.id);
    await app.call('PUT', `/api/v1/jobs/${job.id}`, {
      ...{ car: 'Renamed', year: null, system: '', place: '', wish: '' },
      version: view.version,
    });
    await keep(job.id, { fingerprint });
    const draft = { strategy: 'convert', version: 0, changes: louder(12) };
    await app.call('PUT', `/api/v1/jobs/${job.id}/draft`, draft);
    await app.call('PUT', `/api/v1/jobs/${job.id}/intake`, { ...view.intake, trim: 'S' });
    expect(await fingerprintOf(app, job.id)).toBe(fingerprint);
    expect((await app.call('GET', `/api/v1/jobs/${NOWHERE}/fingerprint`)).status).toBe(404);
  });
});

describe('kept plans', () => {
  it('are worked out by the server and read back the same', async () => {
    const { job, fingerprint } = await measuredJob();
    const { status, body } = await keep(job.id, { name: 'The simple one', fingerprint, changes: louder(12) });
    expect(status).toBe(201);
    expect(body).toMatchObject({ name: 'The simple one', revision: 1, agreedAt: null, fingerprint });
    const reworked = await app.call('POST', `/api/v1/jobs/${job.id}/proposals`, {
      strategy: 'convert',
      changes: louder(12),
    });
    expect(body.proposal).toEqual(reworked.body);
    expect(body.proposal.remarks).not.toEqual([]);
    expect((await app.call<Plan>('GET', `/api/v1/plans/${body.id}`)).body).toEqual(body);
    expect((await app.view(job.id)).plans).toEqual([body]);
    expect(await app.db('plan_taps').where({ plan_id: body.id }).count('* as n')).toEqual([{ n: 2 }]);
    expect((await app.call('DELETE', `/api/v1/plans/${body.id}`)).status).toBe(204);
    expect((await app.view(job.id)).plans).toEqual([]);
    expect((await app.call<Plan>('POST', `/api/v1/plans/${body.id}/restore`)).body).toEqual(body);
    expect((await app.view(job.id)).plans).toEqual([body]);
  });

  it('take nothing of a plan from who asks: a proposal without remarks is not looked at', async () => {
    const { job, proposals, fingerprint } = await measuredJob();
    const forged = { ...proposals[0], remarks: [], losses: [], covers: true, title: 'Ready' };
    const { body } = await keep(job.id, {
      strategy: proposals[0].strategy,
      fingerprint,
      proposal: forged,
      agreedAt: 'now',
    });
    expect(body.proposal.remarks).toEqual(proposals[0].remarks);
    expect([body.proposal.title, body.agreedAt]).toEqual([proposals[0].title, null]);
  });

  it('seen with something else are not kept: 409 with the plan as it comes out now', async () => {
    const { job, target, fingerprint } = await measuredJob();
    await app.call('PUT', `/api/v1/targets/${target.id}`, { ...TARGET, lowHz: 200, version: 1 });
    const late = await keep<Problem>(job.id, { fingerprint });
    expect([late.status, late.body.title]).toEqual([409, 'Changed in the meantime']);
    const now = late.body.current as { fingerprint: string; proposal: Plan['proposal'] };
    expect(now.fingerprint).toBe(await fingerprintOf(app, job.id));
    expect(now.proposal.feeds[0].need.lowHz).toBe(200);
    expect((await app.view(job.id)).plans).toEqual([]);
    const kept = await keep(job.id, { fingerprint: now.fingerprint });
    expect([kept.status, kept.body.proposal]).toEqual([201, now.proposal]);
  });

  it('sent again by the same command are kept once, even when the job has gone on', async () => {
    const { job, target, fingerprint } = await measuredJob();
    const command = { 'ulpen-command': '7b0c1a52-7e0e-4c15-9d0b-3d6a5f5ad001' };
    const first = await keep(job.id, { fingerprint }, command);
    await app.call('PUT', `/api/v1/targets/${target.id}`, { ...TARGET, lowHz: 200, version: 1 });
    const again = await keep(job.id, { fingerprint }, command);
    expect([again.status, again.body]).toEqual([201, first.body]);
    expect((await app.view(job.id)).plans).toHaveLength(1);
  });

  it('written to at the same time come out of one state each', async () => {
    const { job, target, fingerprint } = await measuredJob();
    const answers = await Promise.all([
      keep<Problem>(job.id, { fingerprint }),
      app.call('PUT', `/api/v1/targets/${target.id}`, { ...TARGET, lowHz: 200, version: 1 }),
      keep<Problem>(job.id, { fingerprint }),
    ]);
    expect(answers[1].status).toBe(200);
    for (const { status, body } of [answers[0], answers[2]]) {
      expect([201, 409]).toContain(status);
      const { fingerprint: from, proposal } = (status === 201
        ? body
        : (body as Problem).current) as unknown as Plan;
      expect(proposal.feeds[0].need.lowHz).toBe(from === fingerprint ? TARGET.lowHz : 200);
    }
  });

  it('have revisions, of one plan of the same job', async () => {
    const { job, fingerprint } = await measuredJob();
    const first = (await keep(job.id, { fingerprint })).body;
    const second = (await keep(job.id, { fingerprint, changes: louder(12), revises: first.id })).body;
    expect([second.seriesId, second.revision]).toEqual([first.seriesId, 2]);
    await app.call('DELETE', `/api/v1/plans/${second.id}`);
    // The number of one that was removed is not given again.
    const third = (await keep(job.id, { fingerprint, revises: first.id })).body;
    expect([third.seriesId, third.revision]).toEqual([first.seriesId, 3]);
    const other = await measuredJob();
    for (const revises of [
      second.id,
      NOWHERE,
      (await keep(other.job.id, { fingerprint: other.fingerprint })).body.id,
    ]) {
      const { status, body } = await keep<Problem>(job.id, { fingerprint, revises });
      expect([status, body.errors?.[0].field]).toEqual([400, 'revises']);
    }
  });

  it('name a way in that there is and can be used, own parts and a name', async () => {
    const { job, captures, target, fingerprint } = await measuredJob();
    const other = await measuredJob();
    const taps = (pairId: string) => [{ pairId, inverted: false, gainDb: 0, delayMs: 0, allPassHz: null }];
    const byHand = (targetId: string, pairId: string) => ({
      ...NO_CHANGES,
      feeds: [{ targetId, side: 'left', taps: taps(pairId) }],
    });
    const loud = structuredClone(byHand(target.id, captures[0].pairId));
    loud.feeds[0].taps[0].gainDb = 6;
    const [feed] = byHand(target.id, captures[0].pairId).feeds;
    const said = (part: object) => ({ changes: { ...NO_CHANGES, ...part } });
    const load = { pairId: captures[0].pairId, load: 'resistor' };
    const coil = { targetId: target.id, arrangement: 'series' };
    const breaker = { kind: 'breaker', at: 'supply', targetId: null };
    const cases: [object, string][] = [
      [{ strategy: 'by-pigeon' }, 'strategy'],
      [{ strategy: 'source-direct' }, 'strategy'],
      [{ name: ' ' }, 'name'],
      [{ fingerprint: 'as it was' }, 'fingerprint'],
      [{ changes: byHand(other.target.id, captures[0].pairId) }, 'changes.feeds.0.targetId'],
      [{ changes: byHand(target.id, other.captures[0].pairId) }, 'changes.feeds.0.taps.0.pairId'],
      [{ changes: loud }, 'changes.feeds.0.taps.0.gainDb'],
      // One channel, one output or one tap that is said twice, with different things.
      [said({ feeds: [feed, { ...feed, taps: taps(captures[1].pairId) }] }), 'changes.feeds.1'],
      [said({ feeds: [{ ...feed, taps: [...feed.taps, ...feed.taps] }] }), 'changes.feeds.0.taps.1.pairId'],
      [said({ loads: [load, { ...load, load: 'none' }] }), 'changes.loads.1.pairId'],
      [said({ coils: [coil, { ...coil, arrangement: 'parallel' }] }), 'changes.coils.1.targetId'],
      // What the desk has not: a speaker's wire without an amplifier, a second breaker, one for a single channel.
      [said({ feeds: [{ ...feed, device: 'joined' }] }), 'changes.feeds.0.device'],
      [said({ inserts: [breaker, breaker] }), 'changes.inserts.1.at'],
      [said({ inserts: [{ ...breaker, targetId: target.id }] }), 'changes.inserts.0.targetId'],
    ];
    for (const [wrong, field] of cases) {
      const { status, body } = await keep<Problem>(job.id, { fingerprint, ...wrong });
      expect([status, body.errors?.[0].field]).toEqual([400, field]);
    }
    expect((await app.view(job.id)).plans).toEqual([]);
    expect((await keep(NOWHERE, { fingerprint })).status).toBe(404);
  });

  it('hold what they stand on until they are removed; the whole job can still go', async () => {
    const { job, unit, captures, target, fingerprint } = await measuredJob();
    await keep(job.id, { fingerprint });
    for (const path of [`/targets/${target.id}`, `/pairs/${captures[0].pairId}`, `/units/${unit.id}`]) {
      const { status, body } = await app.call<Problem>('DELETE', `/api/v1${path}`);
      expect([path, status, body.title]).toEqual([path, 409, 'Still in use']);
    }
    const draft = { strategy: 'convert', version: 0, changes: louder(12) };
    await app.call('PUT', `/api/v1/jobs/${job.id}/draft`, draft);
    expect((await app.call('DELETE', `/api/v1/jobs/${job.id}`)).status).toBe(204);
    expect(await app.db('drafts').where({ job_id: job.id })).toEqual([]);
  });
});

describe('a job with as many channels as it may have', () => {
  it('is planned, kept, drawn and read again; one more is refused', async () => {
    const { job, target } = await measuredJob();
    const { most } = LIMITS.targetsOfJob;
    const add = (n: number) =>
      app.call('POST', `/api/v1/jobs/${job.id}/targets`, { ...TARGET, name: `Set ${n}` });
    for (let n = 1; n < most; n++) expect((await add(n)).status).toBe(201);
    expect((await add(most)).status).toBe(400);
    const { proposals, fingerprint } = await seen(job.id);
    const [{ strategy }] = proposals;
    const kept = await keep(job.id, { strategy, fingerprint });
    expect(kept.status).toBe(201);
    expect(kept.body.proposal.feeds).toHaveLength(2 * most);
    const view = await app.view(job.id);
    expect(view.plans[0].proposal).toEqual(kept.body.proposal);
    const own = kept.body.proposal.car!.speakers.filter((s) => s.targetId === target.id && s.made === 'new');
    expect(own).toHaveLength(2);
  });
});
