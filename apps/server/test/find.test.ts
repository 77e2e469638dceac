import {
  type Connector,
  type ConnectorFields,
  type FindingRow,
  type HarnessView,
  type Intake,
  type Job,
  type Observation,
  type Pair,
  type Problem,
  type Reading,
  type ReadingFields,
  START_CONDITIONS,
  START_INTAKE,
  type Sheet,
  type SimulationScore,
  type Unit,
  WALK_IN_ITEMS,
  type WalkIn,
} from '@ulpen/core';
import fc from 'fast-check';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { NOWHERE, runningApp, type RunningApp } from './running-app.ts';

let app: RunningApp;
let job: Job;
let unit: Unit;
beforeAll(async () => {
  app = await runningApp();
});
afterAll(() => app.stop());
beforeEach(async () => {
  job = await app.job();
  unit = await app.unit(job.id);
});

const PLUG: ConnectorFields = {
  name: 'C1',
  rows: [
    { cavities: 4, indent: 0 },
    { cavities: 4, indent: 0.5 },
  ],
  view: 'wire',
  corner: 'top-left',
  along: 'rows',
  turning: false,
  latch: 'top',
  keying: 'none',
  shell: 'BK',
  sleeve: 'none',
  confirmed: 'audio',
  empty: [8],
  note: '',
};
const plug = async (part: Partial<ConnectorFields> = {}) =>
  (await app.call<Connector>('POST', `/api/v1/units/${unit.id}/connectors`, { ...PLUG, ...part })).body;
const ohms = (a: string, b: string | null, value: number): ReadingFields => ({
  cavityId: a,
  otherCavityId: b,
  observation: { kind: 'ohms', ohms: value, word: null },
  conditions: START_CONDITIONS,
  entered: String(value),
  confirmed: false,
});
const dc = (a: string, volts: number, part: Partial<ReadingFields> = {}): ReadingFields => ({
  ...ohms(a, null, 0),
  observation: { kind: 'dc', volts, word: null },
  ...part,
});
const take = <T = Reading[]>(...readings: object[]) =>
  app.call<T>('POST', `/api/v1/jobs/${job.id}/readings`, { readings });
const harness = async () => (await app.call<HarnessView>('GET', `/api/v1/jobs/${job.id}/harness`)).body;
const fault = async (answer: Promise<{ status: number; body: unknown }>) => {
  const { status, body } = await answer;
  const { errors } = body as Problem;
  return `${status} ${errors?.[0]?.field}: ${errors?.[0]?.message}`;
};

describe('connectors', () => {
  it('hold their cavities, and a change keeps what readings name', async () => {
    const c1 = await plug();
    expect(c1.cavities.map((v) => [v.number, v.empty]).slice(6)).toEqual([
      [7, false],
      [8, true],
    ]);
    await take(dc(c1.cavities[6].id, 12.5));
    const change = (part: Partial<ConnectorFields>, version = c1.version) =>
      app.call<Connector>('PUT', `/api/v1/connectors/${c1.id}`, { ...PLUG, ...part, version });
    expect(await fault(change({ rows: [{ cavities: 4, indent: 0 }], empty: [] }))).toBe(
      '400 rows: cavity 7 has readings; withdraw them first',
    );
    expect(await fault(change({ empty: [7] }))).toBe('400 empty: cavity 7 has readings; withdraw them first');
    const wider = await change({ rows: [{ cavities: 10, indent: 0 }], empty: [] });
    expect(wider.body.cavities).toHaveLength(10);
    expect(wider.body.cavities[6].id).toBe(c1.cavities[6].id);
    const stale = await change({}, c1.version);
    expect([stale.status, (stale.body as unknown as Problem).current]).toMatchObject([409, { version: 2 }]);
  });
  it('are told apart by name, whatever its case', async () => {
    await plug();
    expect(
      await fault(app.call('POST', `/api/v1/units/${unit.id}/connectors`, { ...PLUG, name: 'c1' })),
    ).toBe('400 name: this unit has a plug c1 already');
  });
  it('go with everything on them', async () => {
    const c1 = await plug();
    await take(ohms(c1.cavities[0].id, c1.cavities[1].id, 3.7));
    expect((await app.call('DELETE', `/api/v1/connectors/${c1.id}`)).status).toBe(204);
    expect(await harness()).toMatchObject({ connectors: [], readings: [] });
  });
});

describe('readings', () => {
  it('are refused with the cavity and the reason, all or none', async () => {
    const [audio, unknown] = [await plug(), await plug({ name: 'C2', confirmed: 'no' })];
    const restraint = await plug({ name: 'C3', confirmed: 'restraint' });
    const sleeved = await plug({ name: 'C4', confirmed: 'no', sleeve: 'yellow' });
    const [a, b] = audio.cavities.map((c) => c.id);
    expect(await fault(take(dc(a, 1), ohms(unknown.cavities[0].id, unknown.cavities[1].id, 2)))).toContain(
      '400 readings.1.cavityId: C2 is not confirmed as audio yet. An airbag igniter also reads about 2 ohm',
    );
    expect(await fault(take(dc(restraint.cavities[0].id, 0)))).toContain(
      'C3 is locked. It belongs to a restraint system',
    );
    expect(await fault(take(dc(sleeved.cavities[0].id, 0)))).toContain(
      'C4 has a yellow or orange shell or sleeve',
    );
    expect(await fault(take(dc(audio.cavities[7].id, 0)))).toContain('C1·8 is marked empty');
    expect(await fault(take(ohms(a, a, 3)))).toContain('a pair is two different cavities');
    expect(await fault(take(ohms(a, b, -3)))).toContain('resistance is 0 or more');
    expect(await fault(take(dc(NOWHERE, 1)))).toContain('is no cavity of this job');
    expect(await fault(take(dc(a, 400)))).toContain('400 V is dangerous to touch');
    const pop = { observation: { kind: 'cone', source: 'battery', moves: 'out' }, otherCavityId: b };
    expect(
      await fault(take({ ...dc(a, 0), ...pop, conditions: { ...START_CONDITIONS, plug: 'seated' } })),
    ).toContain('The battery goes on the car side');
    expect((await harness()).readings).toEqual([]);
    expect((await take(dc(a, 400, { confirmed: true }))).status).toBe(201);
  });
  it('of another job are no cavities of this one', async () => {
    const c1 = await plug();
    const other = await app.job();
    const answer = app.call('POST', `/api/v1/jobs/${other.id}/readings`, {
      readings: [dc(c1.cavities[0].id, 1)],
    });
    expect(await fault(answer)).toContain('is no cavity of this job');
  });
  it('are withdrawn, never lost, and come back', async () => {
    const c1 = await plug();
    const { body } = await take(dc(c1.cavities[0].id, 12.5));
    const withdrawn = await app.call<Reading>('POST', `/api/v1/readings/${body[0].id}/withdraw`);
    expect(withdrawn.body.withdrawnAt).not.toBeNull();
    expect((await harness()).readings).toHaveLength(1);
    expect((await app.view(job.id)).find).toEqual({ connectors: 1, wires: 7, untouched: 7 });
    await app.call('POST', `/api/v1/readings/${body[0].id}/restore`);
    expect((await app.view(job.id)).find.untouched).toBe(6);
    expect((await app.call('POST', `/api/v1/readings/${NOWHERE}/withdraw`)).status).toBe(404);
  });
  it('two thousand on sixty cavities are one record', async () => {
    const big = await plug({
      rows: Array.from({ length: 4 }, () => ({ cavities: 15, indent: 0 })),
      empty: [],
    });
    for (let part = 0; part < 4; part++) {
      const readings = Array.from({ length: 500 }, (_, i) =>
        dc(big.cavities[(part * 500 + i) % 60].id, (i % 13) / 10),
      );
      expect((await take(...readings)).status).toBe(201);
    }
    const { readings } = await harness();
    expect(readings).toHaveLength(2000);
    expect(readings[1].cavityId).toBe(big.cavities[1].id);
    const { body: rows } = await app.call<FindingRow[]>('GET', `/api/v1/jobs/${job.id}/findings`);
    expect(rows).toHaveLength(60);
  });
});

describe('what is found', () => {
  const speaker = (c: Connector, first: number): ReadingFields[] => {
    const [a, b] = [c.cavities[first - 1].id, c.cavities[first].id];
    const tone: Observation = {
      kind: 'tone',
      places: [{ side: 'left', axle: 'front', way: 'woofer' }],
      word: null,
    };
    return [
      ohms(a, b, 3.7),
      { ...ohms(a, b, 0), observation: tone },
      { ...ohms(a, b, 0), observation: tone },
      { ...ohms(a, b, 0), observation: { kind: 'cone', source: 'tester', moves: 'in' } },
      {
        ...dc(a, 0),
        observation: {
          kind: 'seen',
          wire: 'BN/WH',
          size: 'thin',
          twisted: null,
          origin: 'added',
          unsure: false,
        },
      },
    ];
  };
  it('comes out as table and JSON with standing and date, and goes on to Listen once', async () => {
    const c1 = await plug();
    await take(...speaker(c1, 3));
    const { body: rows } = await app.call<FindingRow[]>('GET', `/api/v1/jobs/${job.id}/findings`);
    expect(rows[2]).toMatchObject({
      connector: 'C1',
      cavity: 3,
      wire: 'BN/WH',
      wireStanding: 'measured',
      role: 'output',
      roleStanding: 'measured',
      sign: 'minus',
      pairedWith: 'C1·4',
      origin: 'added',
    });
    expect(rows[2].measuredAt).toMatch(/^\d{4}-/);
    expect(rows[7].state).toBe('empty');
    const csv = await app.call<string>('GET', `/api/v1/jobs/${job.id}/findings.csv`);
    expect(csv.type).toBe('text/csv');
    expect(csv.body.split('\n')).toHaveLength(10);
    const over = () => app.call<Pair[]>('POST', `/api/v1/jobs/${job.id}/outputs-found`);
    const { body: pairs } = await over();
    expect(pairs).toMatchObject([
      {
        plug: 'C1',
        plusCavity: 4,
        minusCavity: 3,
        minusWire: 'BN/WH',
        side: 'left',
        axle: 'front',
        polarityStanding: 'measured',
      },
    ]);
    expect((await over()).body).toEqual([]);
  });
  it('a copied plug is claimed, not measured, and not confirmed', async () => {
    const c1 = await plug();
    await take(...speaker(c1, 3));
    const next = await app.job({ car: 'Next car' });
    const target = await app.unit(next.id);
    const copied = await app.call<Connector>('POST', `/api/v1/units/${target.id}/connector-copies`, {
      connectorId: c1.id,
    });
    expect(copied.body).toMatchObject({ name: 'C1', confirmed: 'no', empty: [8] });
    const { body: view } = await app.call<HarnessView>('GET', `/api/v1/jobs/${next.id}/harness`);
    expect(view.readings).toEqual([]);
    expect(view.sheets[0].claims).toContainEqual(
      expect.objectContaining({
        cavityId: copied.body.cavities[2].id,
        role: 'output',
        sign: 'minus',
        wire: 'BN/WH',
      }),
    );
    const { body: rows } = await app.call<FindingRow[]>('GET', `/api/v1/jobs/${next.id}/findings`);
    expect(rows[2]).toMatchObject({ role: 'output', roleStanding: 'claimed', wireStanding: 'claimed' });
  });
});

describe('sheets', () => {
  it('claim cavities of their own job, and are changed by version', async () => {
    const c1 = await plug();
    const claim = {
      cavityId: c1.cavities[0].id,
      variant: '4F2',
      role: 'ground',
      channel: null,
      sign: null,
      wire: 'BK',
      text: 'GND',
    };
    const fields = { name: 'Sheet', source: '', chosenVariant: null, claims: [claim] };
    const { body: sheet } = await app.call<Sheet>('POST', `/api/v1/jobs/${job.id}/sheets`, fields);
    expect(sheet.claims).toEqual([claim]);
    const strange = { ...fields, claims: [claim, { ...claim, cavityId: NOWHERE }] };
    expect(await fault(app.call('POST', `/api/v1/jobs/${job.id}/sheets`, strange))).toBe(
      '400 claims.1.cavityId: is no cavity of this job',
    );
    const chosen = { ...fields, chosenVariant: '4F2', version: 1 };
    expect((await app.call<Sheet>('PUT', `/api/v1/sheets/${sheet.id}`, chosen)).body.version).toBe(2);
    expect((await app.call('PUT', `/api/v1/sheets/${sheet.id}`, chosen)).status).toBe(409);
    expect((await app.call('DELETE', `/api/v1/sheets/${sheet.id}`)).status).toBe(204);
  });
});

describe('photos', () => {
  const PNG = Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
    'base64',
  );
  const send = (id: string, content: Uint8Array<ArrayBuffer>) => {
    const form = new FormData();
    form.append('file', new Blob([content]), 'plug.png');
    return app.call<{ id: string; mediaType: string }>('POST', `/api/v1/connectors/${id}/photos`, form);
  };
  it('are kept as they are, few, small, and pictures only', async () => {
    const c1 = await plug();
    const { body } = await send(c1.id, new Uint8Array(PNG));
    expect(body.mediaType).toBe('image/png');
    const back = await fetch(`${app.origin}/api/v1/photos/${body.id}`);
    expect(Buffer.from(await back.arrayBuffer()).equals(PNG)).toBe(true);
    expect(await fault(send(c1.id, new TextEncoder().encode('<svg/>')))).toContain(
      'a photo is JPEG, PNG or WebP',
    );
    expect((await send(c1.id, new Uint8Array(2 * 1024 * 1024 + 9))).status).toBe(413);
    for (let n = 1; n < 4; n++) expect((await send(c1.id, new Uint8Array(PNG))).status).toBe(201);
    expect(await fault(send(c1.id, new Uint8Array(PNG)))).toContain('at most 4 photos');
  });
});

describe('intake', () => {
  it('starts from the usual, is kept by version, and signs', async () => {
    expect((await app.view(job.id)).intake).toEqual({ ...START_INTAKE, version: 1 });
    const put = (part: Partial<Intake>) =>
      app.call<Intake>('PUT', `/api/v1/jobs/${job.id}/intake`, { ...START_INTAKE, version: 1, ...part });
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
    expect((await put({ version: 2, walkIns: [check] })).body).toMatchObject({
      version: 3,
      walkIns: [check],
    });
    expect(await fault(put({ version: 3, walkIns: [{ ...check, signedBy: 'Bay 9' }] }))).toBe(
      '400 walkIns: a signed check stays as it is; sign another one',
    );
    expect(await fault(put({ version: 3 }))).toContain('stays as it is');
    expect(
      (await put({ version: 3, walkIns: [check, { ...check, signedBy: 'Bay 1' }] })).body.walkIns,
    ).toHaveLength(2);
  });
});

describe('simulated cars', () => {
  const start = async () => {
    const { body } = await app.call<Job>('POST', '/api/v1/practice-jobs', {
      seed: 23,
      connectors: 3,
      sheet: 'wrong',
      reversedPairs: 1,
      slipRate: 0,
    });
    job = body;
    [unit] = (await app.view(job.id)).units;
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
      app.call<Reading>('POST', `/api/v1/jobs/${job.id}/simulation/probes`, {
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
    const { body: score } = await app.call<SimulationScore>(
      'POST',
      `/api/v1/jobs/${job.id}/simulation/reveal`,
    );
    expect(score).toMatchObject({ readings: 1, slips: 0 });
    expect(score.cavities).toHaveLength(c1.cavities.filter((c) => !c.empty).length);
    expect(score.missed.length).toBeGreaterThan(0);
    expect((await harness()).simulation?.revealed).toBe(true);
  });
  it('a plug that the car does not have is said', async () => {
    await start();
    const strange = await plug({ name: 'C9' });
    const answer = app.call('POST', `/api/v1/jobs/${job.id}/simulation/probes`, {
      cavityId: strange.cavities[0].id,
      otherCavityId: null,
      instrument: 'dc',
      source: 'tester',
      conditions: START_CONDITIONS,
    });
    expect(await fault(answer)).toContain('no such plug or cavity');
    expect((await app.call('GET', `/api/v1/jobs/${job.id}/simulation/sheet`)).body).toMatch(
      /^plug,cavity,wire,function/,
    );
  });
});

describe('job files', () => {
  it('carry connectors, photos, readings, sheets, intake and simulation, and come back equal', async () => {
    const { body: practice } = await app.call<Job>('POST', '/api/v1/practice-jobs', {
      seed: 5,
      connectors: 1,
      sheet: 'none',
      reversedPairs: null,
      slipRate: 0.02,
    });
    job = practice;
    [unit] = (await app.view(job.id)).units;
    const c1 = await plug();
    const { body } = await take(dc(c1.cavities[0].id, 12.5), ohms(c1.cavities[2].id, c1.cavities[3].id, 3.7));
    await app.call('POST', `/api/v1/readings/${body[0].id}/withdraw`);
    const claim = {
      cavityId: c1.cavities[0].id,
      variant: '',
      role: 'battery',
      channel: null,
      sign: null,
      wire: null,
      text: '',
    };
    await app.call('POST', `/api/v1/jobs/${job.id}/sheets`, {
      name: 'S',
      source: '',
      chosenVariant: null,
      claims: [claim],
    });
    const file = await app.call<object>('GET', `/api/v1/jobs/${job.id}/file`);
    const again = await app.jobFile<Job>(JSON.stringify(file.body));
    expect(again.status).toBe(201);
    const back = await app.call<object>('GET', `/api/v1/jobs/${again.body.id}/file`);
    expect(back.body).toEqual(file.body);
  });
});

describe('any input is answered', () => {
  it.each([
    ['a plug', () => [`/api/v1/units/${unit.id}/connectors`, PLUG] as const],
    ['readings', () => [`/api/v1/jobs/${job.id}/readings`, { readings: [dc(NOWHERE, 1)] }] as const],
    [
      'a practice job',
      () =>
        [
          '/api/v1/practice-jobs',
          { seed: 1, connectors: 1, sheet: null, reversedPairs: 0, slipRate: 0 },
        ] as const,
    ],
    ['a copy', () => [`/api/v1/units/${unit.id}/connector-copies`, { connectorId: NOWHERE }] as const],
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
        const answer = await app.call<Problem>('POST', path, JSON.stringify(body), {
          'content-type': 'application/json',
        });
        expect(answer.status).toBeLessThan(500);
        if (answer.status >= 400) expect(answer.body.detail).toMatch(/\S/);
      }),
      { numRuns: 30 },
    );
  });
});
