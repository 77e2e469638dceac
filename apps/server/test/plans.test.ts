import { DEMO_DEVICES } from '@ulpen/core/carsim';
import type { FinishedCar, LibraryDevice, Problem, Proposal, Target } from '@ulpen/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { z } from 'zod';
import { keepPlan, measuredJob as measuredJobOf } from './planned-job.ts';
import { lowPass, runningApp, type RunningApp, type Seen, TARGET } from './running-app.ts';

let app: RunningApp;
beforeAll(async () => {
  app = await runningApp();
});
afterAll(() => app.stop());

const measuredJob = () => measuredJobOf(app);
const keep = (jobId: string, plan: object) => keepPlan(app, jobId, plan);

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
    const ask = async () => (await app.call<Seen>('GET', `/api/v1/jobs/${job.id}/proposals`)).body;
    const empty = await ask();
    expect(empty.proposals).toEqual([]);
    expect(empty.refused.length).toBeGreaterThan(10);
    const unit = await app.unit(job.id);
    for (const side of ['left', 'right'] as const) await app.pair(unit.id, { side, way: 'full' });
    const [first] = (await ask()).proposals;
    expect(first.feeds.flatMap((f) => f.taps.map((t) => t.captureId))).toEqual([null, null]);
    expect(first.remarks.some((r) => r.rule === 'band-assumed')).toBe(true);
    const { fingerprint } = await ask();
    const kept = await keep(job.id, { strategy: first.strategy, fingerprint });
    expect(kept.status).toBe(201);
    expect(kept.body.proposal.remarks).toEqual(first.remarks);
  });
  it('are kept only for as long as neither job nor shop changes', async () => {
    const { job, target } = await measuredJob();
    const ask = async () => (await app.call<Seen>('GET', `/api/v1/jobs/${job.id}/proposals`)).body;
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

describe('proposals of a subwoofer', () => {
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
    const { body } = await app.call<Seen>('GET', `/api/v1/jobs/${job.id}/proposals`);
    expect(body.proposals[0]).toMatchObject({ device: 'direct', covers: true });
    expect(body.proposals[0].remarks.map((r) => r.rule)).toContain('volume-steps');
  });
});

describe('the finished car', () => {
  it('tells what drives what for a way in and for a kept plan, and stores nothing', async () => {
    const { job, proposals, fingerprint, target } = await measuredJob();
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
    const kept = await keep(job.id, { fingerprint });
    const ofPlan = await app.call<FinishedCar>('GET', `${path}?plan=${kept.body.id}`);
    expect([ofPlan.status, ofPlan.body]).toEqual([200, body]);
  });

  it('is kept with its plan: its devices stay what they were, whatever becomes of the library', async () => {
    const { body: library } = await app.call<LibraryDevice[]>('POST', '/api/v1/devices', DEMO_DEVICES);
    const { job, fingerprint } = await measuredJob();
    const kept = await keep(job.id, { fingerprint });
    const path = `/api/v1/jobs/${job.id}/finished-car?plan=${kept.body.id}`;
    const before = (await app.call<FinishedCar>('GET', path)).body;
    const used = before.devices.flatMap((d) => d.entry ?? []);
    expect(used.length).toBeGreaterThan(1);
    for (const { id } of library) await app.call('DELETE', `/api/v1/devices/${id}`);
    expect((await app.call<FinishedCar>('GET', path)).body).toEqual(before);
    expect(before.devices.map((d) => d.entry?.name)).toEqual(before.devices.map((d) => d.name));
    // Worked out anew, nothing is left to choose from.
    const now = await app.call<FinishedCar>('GET', `/api/v1/jobs/${job.id}/finished-car?way=convert`);
    expect(now.body.devices.map((d) => d.entry)).toEqual(now.body.devices.map(() => null));
  });

  it('publishes its JSON Schema, which an answer keeps to', async () => {
    const { body: schema } = await app.call<object>('GET', '/api/v1/schemas/finished-car');
    const { job } = await measuredJob();
    const { body: car } = await app.call<FinishedCar>('GET', `/api/v1/jobs/${job.id}/finished-car`);
    const read = z.fromJSONSchema(schema as Parameters<typeof z.fromJSONSchema>[0]);
    expect(read.safeParse(car).error?.issues ?? []).toEqual([]);
    expect(read.safeParse({ ...car, outputs: [{ pairId: 'p' }] }).success).toBe(false);
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
    const { body: plan } = await keep(other.job.id, { fingerprint: other.fingerprint });
    expect(await ask(`?plan=${plan.id}`)).toEqual([404, undefined]);
    expect(await ask(`?plan=${plan.id}&way=convert`)).toEqual([400, 'plan']);
  });
});
