import {
  type Intake,
  type Job,
  type Problem,
  type Reading,
  START_CONDITIONS,
  START_INTAKE,
  type SimulationScore,
  WALK_IN_ITEMS,
  type WalkIn,
} from '@ulpen/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dc, findBench, ohms, PLUG } from './find-bench.ts';
import { NOWHERE } from './running-app.ts';
const bench = findBench();
const { plug, take, harness, fault } = bench;

describe('intake', () => {
  it('starts from the usual, is kept by version, and signs', async () => {
    expect((await bench.app.view(bench.job.id)).intake).toEqual({ ...START_INTAKE, version: 1 });
    const put = (part: Partial<Intake>) =>
      bench.app.call<Intake>('PUT', `/api/v1/jobs/${bench.job.id}/intake`, {
        ...START_INTAKE,
        version: 1,
        ...part,
      });
    const saved = await put({ optionCodes: ['4F2'], drive: 'electric' });
    expect(saved.body).toMatchObject({ version: 2, optionCodes: ['4F2'] });
    const stale = await put({});
    expect([stale.status, (stale.body as unknown as Problem).current]).toMatchObject([
      409,
      { drive: 'electric' },
    ]);
    expect(
      await fault(put({ version: 2, walkIns: [{ items: {} as never, signedBy: '', signedAt: 'now' }] })),
    ).toContain('400 walkIns.0');
    const items = Object.fromEntries(
      WALK_IN_ITEMS.map((item) => [item, { state: 'good' as const, note: '' }]),
    );
    const check = {
      items: items as WalkIn['items'],
      signedBy: 'Bay 2',
      signedAt: '2026-11-02T08:00:00.000Z',
    };
    const { body: withCheck } = await put({ version: 2, walkIns: [check] });
    const [signed] = withCheck.walkIns;
    expect(withCheck).toMatchObject({ version: 3, walkIns: [{ items, signedBy: 'Bay 2' }] });
    expect(await fault(put({ version: 3, walkIns: [{ ...signed, signedBy: 'Bay 9' }] }))).toBe(
      '400 walkIns: a signed check stays as it is; sign another one',
    );
    expect(await fault(put({ version: 3 }))).toContain('stays as it is');
    expect(
      (await put({ version: 3, walkIns: [signed, { ...check, signedBy: 'Bay 1' }] })).body.walkIns,
    ).toHaveLength(2);
  });
});

describe('simulated cars', () => {
  const start = async () => {
    const { body } = await bench.app.call<Job>('POST', '/api/v1/practice-jobs', {
      seed: 23,
      connectors: 3,
      sheet: 'wrong',
      reversedPairs: 1,
      slipRate: 0,
    });
    await bench.goTo(body);
    return (await harness()).simulation!;
  };
  it('tell what can be seen and what a meter shows, never the truth before it is asked for', async () => {
    const simulation = await start();
    expect(simulation).toMatchObject({ hasSheet: true, taken: 0, revealed: false });
    expect(JSON.stringify(await harness())).not.toMatch(/battery|remote|ground/);
    const seen = simulation.plugs[0];
    const c1 = await plug({
      name: seen.name,
      rows: seen.rows.map((cavities) => ({ cavities, indent: 0 })),
      empty: seen.empty,
    });
    const wire = c1.cavities.find((c) => !c.empty)!;
    const probe = (instrument: string, otherCavityId: string | null = null) =>
      bench.app.call<Reading>('POST', `/api/v1/jobs/${bench.job.id}/simulation/probes`, {
        cavityId: wire.id,
        otherCavityId,
        instrument,
        source: 'tester',
        conditions: START_CONDITIONS,
      });
    const { body: reading } = await probe('dc');
    expect(reading).toMatchObject({ simulated: true, observation: { kind: 'dc' } });
    expect(await fault(probe('tone'))).toContain('goes across two cavities');
    expect((await harness()).simulation?.taken).toBe(1);
    const { body: score } = await bench.app.call<SimulationScore>(
      'POST',
      `/api/v1/jobs/${bench.job.id}/simulation/reveal`,
    );
    expect(score).toMatchObject({ readings: 1, slips: 0 });
    expect(score.cavities).toHaveLength(c1.cavities.filter((c) => !c.empty).length);
    expect(score.missed.length).toBeGreaterThan(0);
    expect((await harness()).simulation?.revealed).toBe(true);
  });
  it('a plug that the car does not have is said', async () => {
    await start();
    const strange = await plug({ name: 'C9' });
    const answer = bench.app.call('POST', `/api/v1/jobs/${bench.job.id}/simulation/probes`, {
      cavityId: strange.cavities[0].id,
      otherCavityId: null,
      instrument: 'dc',
      source: 'tester',
      conditions: START_CONDITIONS,
    });
    expect(await fault(answer)).toContain('no such plug or cavity');
    expect((await bench.app.call('GET', `/api/v1/jobs/${bench.job.id}/simulation/sheet`)).body).toMatch(
      /^plug,cavity,wire,function/,
    );
  });
});

describe('job files', () => {
  it('carry connectors, photos, readings, sheets, intake and simulation, and come back equal', async () => {
    const { body: practice } = await bench.app.call<Job>('POST', '/api/v1/practice-jobs', {
      seed: 5,
      connectors: 1,
      sheet: 'none',
      reversedPairs: null,
      slipRate: 0.02,
    });
    await bench.goTo(practice);
    const c1 = await plug();
    const { body } = await take(dc(c1.cavities[0].id, 12.5), ohms(c1.cavities[2].id, c1.cavities[3].id, 3.7));
    await bench.app.call('POST', `/api/v1/readings/${body[0].id}/withdraw`);
    const claim = {
      cavityId: c1.cavities[0].id,
      variant: '',
      role: 'battery',
      channel: null,
      sign: null,
      wire: null,
      text: '',
    };
    await bench.app.call('POST', `/api/v1/jobs/${bench.job.id}/sheets`, {
      name: 'S',
      source: '',
      chosenVariant: null,
      claims: [claim],
    });
    const file = await bench.app.fileOf(bench.job.id);
    const again = await bench.app.jobFile<Job>(file.bytes);
    expect(again.status).toBe(201);
    const back = await bench.app.fileOf(again.body.id);
    expect(back.file).toEqual(file.file);
    expect((await bench.app.fileOf(again.body.id)).bytes).toEqual(back.bytes);
  });
});

describe('any input is answered', () => {
  it.each([
    ['a plug', () => [`/api/v1/units/${bench.unit.id}/connectors`, PLUG] as const],
    ['readings', () => [`/api/v1/jobs/${bench.job.id}/readings`, { readings: [dc(NOWHERE, 1)] }] as const],
    [
      'a practice job',
      () =>
        [
          '/api/v1/practice-jobs',
          { seed: 1, connectors: 1, sheet: null, reversedPairs: 0, slipRate: 0 },
        ] as const,
    ],
    ['a copy', () => [`/api/v1/units/${bench.unit.id}/connector-copies`, { connectorId: NOWHERE }] as const],
  ])('%s', async (_, request) => {
    const [path, good] = request();
    const spoilt = fc
      .tuple(
        fc.constantFrom(...Object.keys(good), 'extra'),
        fc.oneof(fc.jsonValue(), fc.constantFrom(-1, 1e308, '\u0000', [[]])),
      )
      .map(([field, value]) => ({ ...good, [field]: value }));
    await fc.assert(
      fc.asyncProperty(spoilt, async (body) => {
        const answer = await bench.app.call<Problem>('POST', path, JSON.stringify(body), {
          'content-type': 'application/json',
        });
        expect(answer.status).toBeLessThan(500);
        if (answer.status >= 400) expect(answer.body.detail).toMatch(/\S/);
      }),
      { numRuns: 30 },
    );
  });
});
