import { readFileSync } from 'node:fs';
import { type Job, type JobFile, NO_CHANGES, type Plan, type Problem } from '@ulpen/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openOf, sign } from './planned-job.ts';
import { type Answer, runningApp, type RunningApp, type Seen } from './running-app.ts';

let app: RunningApp;
let demo: string;
beforeAll(async () => {
  app = await runningApp();
  demo = readFileSync(new URL('../../../demo/jobs/1-people-carrier.ulpen.json', import.meta.url), 'utf8');
});
afterAll(() => app.stop());
const fileOf = async (id: string) => (await app.fileOf(id)).file;

describe('job files', () => {
  it('what is imported equals what was exported, plans and withdrawn captures included', async () => {
    const { body: job } = await app.jobFile<Job>(demo);
    const view = await app.view(job.id);
    const captures = view.units[0].pairs.flatMap((p) => p.captures);
    await app.call('POST', `/api/v1/captures/${captures[1].id}/withdraw`);
    const { body } = await app.call<Seen>('GET', `/api/v1/jobs/${job.id}/proposals`);
    const { fingerprint } = body;
    const proposals = body.proposals.slice(0, 4);
    const [best] = proposals;
    expect((await sign(app, job.id, best.strategy, openOf(best))).status).toBe(201);
    let revises: string | null = null;
    for (const { strategy, title } of proposals) {
      const plan: object = { name: title, strategy, fingerprint, revises };
      const kept: Answer<Plan> = await app.call('POST', `/api/v1/jobs/${job.id}/plans`, plan);
      expect(kept.status).toBe(201);
      revises = kept.body.id;
    }
    const model = { deviceId: null, device: null };
    const inserts = [
      { ...model, kind: 'breaker', at: 'supply', targetId: null },
      { ...model, kind: 'isolator', at: 'amplifier', targetId: view.targets[0].id },
    ];
    const loads = [{ pairId: view.units[0].pairs[0].id, load: 'resistor' }];
    const changes = { ...NO_CHANGES, loads, inserts };
    const draft = { strategy: 'convert', version: 0, changes, planId: revises };
    expect((await app.call('PUT', `/api/v1/jobs/${job.id}/draft`, draft)).status).toBe(200);
    const exported = await fileOf(job.id);
    expect(exported.plans).toHaveLength(proposals.length);
    const again = await app.jobFile<Job>(JSON.stringify(exported));
    expect(again.status).toBe(201);
    expect(again.body.id).not.toBe(job.id);
    expect(await fileOf(again.body.id)).toEqual(exported);
    // Nothing here has worked them out, whatever the file says of them.
    const copy = await app.view(again.body.id);
    expect(copy.plans.map((p) => p.fingerprint)).toEqual(proposals.map(() => null));
    expect(new Set(copy.plans.map((p) => p.seriesId)).size).toBe(1);
    expect(copy.drafts).toMatchObject([
      {
        strategy: 'convert',
        changes: {
          loads: [{ load: 'resistor' }],
          inserts: [{ targetId: null }, { targetId: copy.targets[0].id }],
        },
      },
    ]);
  });

  it('keeps the measured points to the last digit', async () => {
    const { body: job } = await app.jobFile<Job>(demo);
    const points = (file: JobFile) =>
      file.units.flatMap((u) =>
        u.pairs.map((p) => [p.side, p.axle, p.way, p.captures.map((c) => c.response)]),
      );
    expect(points(await fileOf(job.id))).toEqual(points(JSON.parse(demo) as JobFile));
  });

  it('comes as a download with a name', async () => {
    const { body: job } = await app.jobFile<Job>(demo);
    const { headers } = await app.fileOf(job.id);
    expect(headers.get('content-disposition')).toBe('attachment; filename="tarnholt-ferry-7.ulpen.zip"');
  });

  it.each([
    ['no JSON', () => 'hello', 'file'],
    ['another JSON', () => '{"format":"other","version":1}', 'format'],
    ['an unknown version', () => JSON.stringify({ ...JSON.parse(demo), version: 99 }), 'version'],
    ['a missing part', () => JSON.stringify({ ...JSON.parse(demo), units: undefined }), 'units'],
    [
      'a plan that names what is not there',
      () => JSON.stringify({ ...JSON.parse(demo), plans: [strayPlan()] }),
      'plans.0.proposal.feeds.0.targetId',
    ],
    [
      'one revision twice',
      () => JSON.stringify({ ...JSON.parse(demo), plans: [barePlan(), barePlan()] }),
      'plans.1.revision',
    ],
    [
      'two plans that are agreed',
      () => JSON.stringify({ ...JSON.parse(demo), plans: [agreedPlan(1), agreedPlan(2)] }),
      'plans.1.agreedAt',
    ],
    [
      'two drafts of one way in',
      () => JSON.stringify({ ...JSON.parse(demo), drafts: [bareDraft(), bareDraft()] }),
      'drafts.1.strategy',
    ],
    [
      'two outputs in one cavity',
      () => JSON.stringify(crowded(JSON.parse(demo))),
      'units.0.pairs.1.ends.0.cavityId',
    ],
  ])('%s is refused in words, and nothing of it is kept', async (_, content, field) => {
    const before = await app.db('jobs').count('* as n');
    const { status, body } = await app.jobFile<Problem>(content());
    expect(status).toBe(400);
    expect(body.errors?.[0].field).toBe(field);
    expect(body.errors?.[0].message).toMatch(/^(is missing|.{11,})$/);
    expect(await app.db('jobs').count('* as n')).toEqual(before);
  });

  it('publishes its JSON Schema', async () => {
    const { body } = await app.call<{ $defs: object }>('GET', '/api/v1/schemas/job-file');
    expect(body.$defs).toHaveProperty('JobFile');
  });
});

function strayPlan() {
  const feed = {
    targetId: 't9',
    side: 'mono',
    device: 'converter',
    taps: [{ pairId: 'p1', captureId: 'c1', inverted: false, gainDb: 0 }],
    correction: [],
    boostDb: 0,
    need: { lowHz: 30, highHz: 80 },
    levelDb: [],
    span: null,
    phase: 'measured',
    withinDb: 1,
    covers: true,
    missing: [],
  };
  const proposal = {
    strategy: 'convert',
    title: 'x',
    device: 'converter',
    covers: true,
    withinDb: 1,
    feeds: [feed],
    reasons: [],
    remarks: [],
  };
  return {
    name: 'stray',
    createdAt: '2026-11-01T00:00:00.000Z',
    series: 1,
    revision: 1,
    agreedAt: null,
    proposal,
  };
}

const barePlan = () => ({ ...strayPlan(), proposal: { ...strayPlan().proposal, feeds: [] } });
const agreedPlan = (series: number) => ({ ...barePlan(), series, agreedAt: '2026-11-02T09:05:00.000Z' });
const bareDraft = () => ({ strategy: 'convert', changes: NO_CHANGES });

function crowded(file: JobFile): JobFile {
  file.units[0].pairs[1].ends = file.units[0].pairs[0].ends;
  return file;
}

describe('the outside of the server', () => {
  it('sends strict headers', async () => {
    const { headers } = await app.call('GET', '/api/v1/health');
    expect(headers.get('content-security-policy')).toContain("default-src 'self'");
    expect(headers.get('content-security-policy')).not.toContain('upgrade-insecure-requests');
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('x-frame-options')).toBe('SAMEORIGIN');
    expect(headers.get('x-powered-by')).toBeNull();
  });

  it('takes nothing from other pages', async () => {
    const foreign = { origin: 'http://evil.example' };
    expect((await app.call<Problem>('GET', '/api/v1/jobs', undefined, foreign)).status).toBe(403);
    expect(
      (
        await app.call(
          'POST',
          '/api/v1/jobs',
          { car: 'x', year: null, system: '', place: '', wish: '' },
          foreign,
        )
      ).status,
    ).toBe(403);
    expect((await app.call('GET', '/api/v1/jobs', undefined, { origin: app.origin })).status).toBe(200);
  });

  it('answers unknown addresses as a problem', async () => {
    const { status, type, body } = await app.call<Problem>('GET', '/api/v1/nothing');
    expect([status, type, body.detail]).toEqual([
      404,
      'application/problem+json',
      'There is nothing at this address.',
    ]);
  });
});
