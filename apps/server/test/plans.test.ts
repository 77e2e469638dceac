import type {
  Capture,
  Comparison,
  FinishedCar,
  Plan,
  PlanBasis,
  Problem,
  Proposal,
  Target,
} from '@ulpen/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { columns, lowPass, NOWHERE, runningApp, type RunningApp, TARGET } from './running-app.ts';

let app: RunningApp;
beforeAll(async () => {
  app = await runningApp();
});
afterAll(() => app.stop());

/** A job with a full-range pair on each side, one target and its proposals. */
async function measuredJob() {
  const job = await app.job();
  const unit = await app.unit(job.id);
  const captures: Capture[] = [];
  for (const side of ['left', 'right'] as const) {
    const pair = await app.pair(unit.id, { side, way: 'full' });
    captures.push(
      (
        await app.capture<Capture>(
          pair.id,
          columns((f) => -10 * Math.log10(1 + (25 / f) ** 4)),
        )
      ).body,
    );
  }
  const target = await app.target(job.id);
  const { body } = await app.call<Comparison>('GET', `/api/v1/jobs/${job.id}/proposals`);
  const { proposals } = body;
  const basis: PlanBasis = {
    captures: captures.map((c) => ({ id: c.id, pairVersion: 1, counts: true })),
    targets: [{ id: target.id, version: 1 }],
    checks: 0,
    recordings: 0,
    brief: 1,
  };
  return { job, unit, captures, target, proposals, basis };
}

describe('targets', () => {
  it('two tabs: the later save with an old version gets 409 and sees the other', async () => {
    const target = await app.target((await app.job()).id);
    const path = `/api/v1/targets/${target.id}`;
    expect((await app.call<Target>('PUT', path, { ...TARGET, lowHz: 60, version: 1 })).body).toMatchObject({
      lowHz: 60,
      version: 2,
    });
    const late = await app.call<Problem>('PUT', path, { ...TARGET, lowHz: 100, version: 1 });
    expect(late.status).toBe(409);
    expect(late.body).toMatchObject({ title: 'Changed in the meantime', current: { lowHz: 60, version: 2 } });
    expect((await app.call<Target>('PUT', path, { ...TARGET, lowHz: 100, version: 2 })).body).toMatchObject({
      lowHz: 100,
      version: 3,
    });
  });

  it('of many who save at once exactly one wins', async () => {
    const target = await app.target((await app.job()).id);
    const answers = await Promise.all(
      Array.from({ length: 8 }, (_, i) =>
        app.call('PUT', `/api/v1/targets/${target.id}`, { ...TARGET, lowHz: 50 + i, version: 1 }),
      ),
    );
    expect(answers.filter((a) => a.status === 200)).toHaveLength(1);
    expect(answers.filter((a) => a.status === 409)).toHaveLength(7);
  });

  it.each([
    [{ lowHz: 5 }, 'lowHz'],
    [{ lowHz: 100, highHz: 120 }, 'highHz'],
    [{ layout: 'quad' }, 'layout'],
    [{ name: '' }, 'name'],
    [{ version: undefined }, 'version'],
  ])('refuse %j, naming the field', async (part, field) => {
    const target = await app.target((await app.job()).id);
    const { status, body } = await app.call<Problem>('PUT', `/api/v1/targets/${target.id}`, {
      ...TARGET,
      version: 1,
      ...part,
    });
    expect([status, body.errors?.[0].field]).toEqual([400, field]);
  });
});

describe('proposals', () => {
  it('are worked out from what is measured and wanted', async () => {
    const { proposals, target } = await measuredJob();
    expect(proposals[0]).toMatchObject({ strategy: 'convert', device: 'converter', covers: true });
    expect(proposals[0].feeds.map((f) => [f.targetId, f.side])).toEqual([
      [target.id, 'left'],
      [target.id, 'right'],
    ]);
    expect(proposals.length).toBeGreaterThan(1);
  });
  it('with nothing measured everything is assumed; with no outputs each way says why it is none', async () => {
    const job = await app.job();
    await app.target(job.id);
    const ask = async () => (await app.call<Comparison>('GET', `/api/v1/jobs/${job.id}/proposals`)).body;
    const empty = await ask();
    expect(empty.proposals).toEqual([]);
    expect(empty.refused.length).toBeGreaterThan(10);
    const unit = await app.unit(job.id);
    for (const side of ['left', 'right'] as const) await app.pair(unit.id, { side, way: 'full' });
    const [first] = (await ask()).proposals;
    expect(first.feeds.flatMap((f) => f.taps.map((t) => t.captureId))).toEqual([null, null]);
    expect(first.remarks.some((r) => r.rule === 'band-assumed')).toBe(true);
    const kept = await app.call<Plan>('POST', `/api/v1/jobs/${job.id}/plans`, {
      name: 'Assumed',
      proposal: first,
      basis: { captures: [], targets: [], checks: 0, recordings: 0, brief: 1 },
    });
    expect(kept.status).toBe(201);
    expect(kept.body.proposal).toEqual(first);
  });
  it('are kept only for as long as neither job nor shop changes', async () => {
    const { job, target } = await measuredJob();
    const ask = async () => (await app.call<Comparison>('GET', `/api/v1/jobs/${job.id}/proposals`)).body;
    const first = await ask();
    expect(await ask()).toEqual(first);
    await app.call('PUT', `/api/v1/targets/${target.id}`, { ...TARGET, lowHz: 200, version: 1 });
    const changed = await ask();
    expect(changed.proposals[0]).not.toEqual(first.proposals[0]);
    const { body: choices } = await app.call<{ version: number }>('GET', '/api/v1/shop/preferences');
    await app.call('PUT', '/api/v1/shop/preferences', { ...choices, first: 'fewest-hours' });
    expect((await ask()).order).not.toBe(changed.order);
  });

  it('are worked out again with what a person changes, and refuse what cannot be used', async () => {
    const { job, proposals, target } = await measuredJob();
    const path = `/api/v1/jobs/${job.id}/proposals`;
    const [feed] = proposals[0].feeds;
    const changes = {
      setup: { supply: { fuseAmps: null } },
      feeds: [
        {
          targetId: target.id,
          side: 'left',
          taps: feed.taps.map(({ captureId: _, ...t }) => ({ ...t, inverted: true })),
        },
      ],
      loads: [{ pairId: feed.taps[0].pairId, load: 'resistor' }],
    };
    const { status, body } = await app.call<Proposal>('POST', path, { strategy: 'convert', changes });
    expect(status).toBe(200);
    expect(body.feeds[0].taps[0].inverted).toBe(true);
    expect(body.feeds[0].loads[0].kind).toBe('resistor');
    expect(body.remarks.map((r) => r.rule)).toContain('fuse-missing');
    const none = await app.call<Problem>('POST', path, { strategy: 'source-direct', changes });
    expect([none.status, none.body.errors?.[0].field]).toEqual([400, 'strategy']);
    const wrong = await app.call<Problem>('POST', path, {
      strategy: 'convert',
      changes: { ...changes, setup: { joining: 'glue' } },
    });
    expect(wrong.body.errors?.[0].field).toBe('changes.setup.joining');
  });
});

describe('the finished car', () => {
  it('tells what drives what for a way in and for a kept plan, and stores nothing', async () => {
    const { job, proposals, basis, target } = await measuredJob();
    const path = `/api/v1/jobs/${job.id}/finished-car`;
    const { status, body } = await app.call<FinishedCar>('GET', `${path}?way=convert`);
    expect(status).toBe(200);
    const added = body.speakers.filter((s) => s.made === 'new');
    expect(added.map((s) => [s.targetId, s.side, s.fate])).toEqual([
      [target.id, 'left', 'added'],
      [target.id, 'right', 'added'],
    ]);
    const tapped = proposals.find((p) => p.strategy === 'convert')!.feeds.flatMap((f) => f.taps);
    const feeding = body.outputs.filter((o) => o.drives.inputs.length > 0);
    expect(feeding.map((o) => o.pairId).sort()).toEqual(tapped.map((t) => t.pairId).sort());
    const kept = await app.call<Plan>('POST', `/api/v1/jobs/${job.id}/plans`, {
      name: 'Kept',
      proposal: proposals.find((p) => p.strategy === 'convert'),
      basis,
    });
    const ofPlan = await app.call<FinishedCar>('GET', `${path}?plan=${kept.body.id}`);
    expect([ofPlan.status, ofPlan.body]).toEqual([200, body]);
  });

  it('is asked for by a plan or a way, or for the first way; by a plan of this job and a way that can be used', async () => {
    const { job } = await measuredJob();
    const path = `/api/v1/jobs/${job.id}/finished-car`;
    const ask = async (query: string) => {
      const { status, body } = await app.call<Problem>('GET', `${path}${query}`);
      return [status, body.errors?.[0].field];
    };
    expect(await ask('')).toEqual([200, undefined]);
    const { id: bare } = await app.job();
    expect((await app.call('GET', `/api/v1/jobs/${bare}/finished-car`)).status).toBe(409);
    expect(await ask('?way=glue')).toEqual([400, 'way']);
    expect(await ask('?way=source-direct')).toEqual([400, 'way']);
    const other = await measuredJob();
    const { body: plan } = await app.call<Plan>('POST', `/api/v1/jobs/${other.job.id}/plans`, {
      name: 'Of another job',
      proposal: other.proposals[0],
      basis: other.basis,
    });
    expect(await ask(`?plan=${plan.id}`)).toEqual([404, undefined]);
    expect(await ask(`?plan=${plan.id}&way=convert`)).toEqual([400, 'plan']);
  });
});

describe('kept plans', () => {
  it('are stored whole and read back the same', async () => {
    const { job, proposals, basis } = await measuredJob();
    const { status, body } = await app.call<Plan>('POST', `/api/v1/jobs/${job.id}/plans`, {
      name: 'The simple one',
      proposal: proposals[0],
      basis,
    });
    expect(status).toBe(201);
    expect(body).toMatchObject({ name: 'The simple one', proposal: proposals[0], basis });
    expect((await app.call<Plan>('GET', `/api/v1/plans/${body.id}`)).body).toEqual(body);
    expect((await app.view(job.id)).plans).toEqual([body]);
    expect(await app.db('plan_taps').where({ plan_id: body.id }).count('* as n')).toEqual([{ n: 2 }]);
    expect((await app.call('DELETE', `/api/v1/plans/${body.id}`)).status).toBe(204);
    expect((await app.view(job.id)).plans).toEqual([]);
    expect((await app.call<Plan>('POST', `/api/v1/plans/${body.id}/restore`)).body).toEqual(body);
    expect((await app.view(job.id)).plans).toEqual([body]);
  });
  it('name a way in that there is', async () => {
    const { job, proposals, basis } = await measuredJob();
    const kept = (strategy: string) =>
      app.call<Problem>('POST', `/api/v1/jobs/${job.id}/plans`, {
        name: 'Another',
        proposal: { ...proposals[0], strategy },
        basis,
      });
    for (const strategy of ['by-pigeon', 'Sum', '']) {
      const { status, body } = await kept(strategy);
      expect([status, body.errors?.[0].field]).toEqual([400, 'proposal.strategy']);
    }
    expect((await kept('by-pigeon')).body.errors?.[0].message).toMatch(
      /^must be one of direct, .*data-interface$/,
    );
    expect((await app.view(job.id)).plans).toEqual([]);
    expect((await kept('sum')).status).toBe(201);
  });

  it('hold what they stand on until they are deleted; the whole job can still go', async () => {
    const { job, unit, captures, target, proposals, basis } = await measuredJob();
    await app.call('POST', `/api/v1/jobs/${job.id}/plans`, { name: 'Kept', proposal: proposals[0], basis });
    for (const path of [`/targets/${target.id}`, `/pairs/${captures[0].pairId}`, `/units/${unit.id}`]) {
      const { status, body } = await app.call<Problem>('DELETE', `/api/v1${path}`);
      expect([path, status, body.title]).toEqual([path, 409, 'Still in use']);
    }
    expect((await app.call('DELETE', `/api/v1/jobs/${job.id}`)).status).toBe(204);
  });

  it('may not name parts of another job, nor a capture of another output', async () => {
    const [mine, other] = [await measuredJob(), await measuredJob()];
    const path = `/api/v1/jobs/${mine.job.id}/plans`;
    const foreign = await app.call<Problem>('POST', path, {
      name: 'x',
      proposal: other.proposals[0],
      basis: other.basis,
    });
    expect([foreign.status, foreign.body.errors?.[0].field]).toEqual([400, 'proposal.feeds.0.targetId']);
    const crossed = structuredClone(mine.proposals[0]);
    crossed.feeds[0].taps[0].captureId = mine.captures[1].id;
    const wrong = await app.call<Problem>('POST', path, { name: 'x', proposal: crossed, basis: mine.basis });
    expect([wrong.status, wrong.body.errors?.[0].field]).toEqual([400, 'proposal.feeds.0.taps.0.captureId']);
    expect((await app.view(mine.job.id)).plans).toEqual([]);
    expect(
      (
        await app.call('POST', `/api/v1/jobs/${NOWHERE}/plans`, {
          name: 'x',
          proposal: mine.proposals[0],
          basis: mine.basis,
        })
      ).status,
    ).toBe(404);
  });

  it('refuse a boost as a trim and a plan without a name', async () => {
    const { job, proposals, basis } = await measuredJob();
    const loud = structuredClone(proposals[0]);
    loud.feeds[0].taps[0].gainDb = 6;
    const send = (body: object) => app.call<Problem>('POST', `/api/v1/jobs/${job.id}/plans`, body);
    expect((await send({ name: 'x', proposal: loud, basis })).body.errors?.[0].field).toBe(
      'proposal.feeds.0.taps.0.gainDb',
    );
    expect((await send({ name: ' ', proposal: proposals[0], basis })).body.errors?.[0].field).toBe('name');
    const nul = { ...proposals[0], reasons: ['a\0b'] };
    expect((await send({ name: 'x', proposal: nul, basis })).body.detail).toContain('NUL');
  });

  it('a low-passed pair is enough for a subwoofer, and says that volume is untested', async () => {
    const job = await app.job();
    const pair = await app.pair((await app.unit(job.id)).id, {
      side: 'mono',
      axle: 'other',
      way: 'subwoofer',
    });
    await app.capture(pair.id, lowPass(110));
    await app.target(job.id, {
      name: 'Subwoofer',
      layout: 'mono',
      axle: 'other',
      lowHz: 30,
      highHz: 80,
      speakerLevelInput: true,
    });
    const { body } = await app.call<Comparison>('GET', `/api/v1/jobs/${job.id}/proposals`);
    expect(body.proposals[0]).toMatchObject({ device: 'direct', covers: true });
    expect(body.proposals[0].remarks.map((r) => r.rule)).toContain('volume-steps');
  });
});
