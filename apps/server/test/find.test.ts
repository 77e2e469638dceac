import {
  type Connector,
  type ConnectorFields,
  type FindingRow,
  type HarnessView,
  harnessViewSchema,
  type Observation,
  type OutputsFound,
  type Problem,
  type Reading,
  type ReadingFields,
  START_CONDITIONS,
  type Sheet,
} from '@ulpen/core';
import { describe, expect, it } from 'vitest';
import { dc, findBench, ohms, PLUG } from './find-bench.ts';
import { NOWHERE } from './running-app.ts';
const bench = findBench();
const { plug, take, harness, fault } = bench;

describe('connectors', () => {
  it('hold their cavities, and a change keeps what readings name', async () => {
    const c1 = await plug();
    expect(c1.cavities.map((v) => [v.number, v.empty]).slice(6)).toEqual([
      [7, false],
      [8, true],
    ]);
    await take(dc(c1.cavities[6].id, 12.5));
    const change = (part: Partial<ConnectorFields>, version = c1.version) =>
      bench.app.call<Connector>('PUT', `/api/v1/connectors/${c1.id}`, { ...PLUG, ...part, version });
    expect(await fault(change({ rows: [{ cavities: 4, indent: 0 }], empty: [] }))).toBe(
      '400 rows: cavity 7 has readings, rows of a sheet or an output of Listen; withdraw or remove those first',
    );
    expect(await fault(change({ empty: [7] }))).toContain('400 empty: cavity 7 has readings');
    const wider = await change({ rows: [{ cavities: 10, indent: 0 }], empty: [] });
    expect(wider.body.cavities).toHaveLength(10);
    expect(wider.body.cavities[6].id).toBe(c1.cavities[6].id);
    const stale = await change({}, c1.version);
    expect([stale.status, (stale.body as unknown as Problem).current]).toMatchObject([409, { version: 2 }]);
  });
  it('are told apart by name, whatever its case', async () => {
    await plug();
    expect(
      await fault(
        bench.app.call('POST', `/api/v1/units/${bench.unit.id}/connectors`, { ...PLUG, name: 'c1' }),
      ),
    ).toBe('400 name: this unit has a plug c1 already');
  });
  it('that were removed are out of sight with everything on them, and come back with it', async () => {
    const c1 = await plug();
    await take(ohms(c1.cavities[0].id, c1.cavities[1].id, 3.7));
    expect((await bench.app.call('DELETE', `/api/v1/connectors/${c1.id}`)).status).toBe(204);
    expect(await harness()).toMatchObject({ connectors: [], readings: [] });
    expect((await bench.app.call('POST', `/api/v1/connectors/${c1.id}/restore`)).status).toBe(201);
    expect(await harness()).toMatchObject({ connectors: [{ id: c1.id }], readings: [{ withdrawnAt: null }] });
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
    const other = await bench.app.job();
    const answer = bench.app.call('POST', `/api/v1/jobs/${other.id}/readings`, {
      readings: [dc(c1.cavities[0].id, 1)],
    });
    expect(await fault(answer)).toContain('is no cavity of this job');
  });
  it('are withdrawn, never lost, and come back', async () => {
    const c1 = await plug();
    const { body } = await take(dc(c1.cavities[0].id, 12.5));
    const withdrawn = await bench.app.call<Reading>('POST', `/api/v1/readings/${body[0].id}/withdraw`);
    expect(withdrawn.body.withdrawnAt).not.toBeNull();
    expect((await harness()).readings).toHaveLength(1);
    expect((await bench.app.view(bench.job.id)).find).toEqual({ connectors: 1, wires: 7, untouched: 7 });
    await bench.app.call('POST', `/api/v1/readings/${body[0].id}/restore`);
    expect((await bench.app.view(bench.job.id)).find.untouched).toBe(6);
    expect((await bench.app.call('POST', `/api/v1/readings/${NOWHERE}/withdraw`)).status).toBe(404);
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
    const { body: rows } = await bench.app.call<FindingRow[]>('GET', `/api/v1/jobs/${bench.job.id}/findings`);
    expect(rows).toHaveLength(60);
  });
  it('are told by the view, joined in the database, as they were taken, quotes and withdrawn ones among them', async () => {
    const c1 = await plug();
    const [a, b] = c1.cavities.map((v) => v.id);
    const note = { ...dc(a, 1), observation: { kind: 'note', text: 'a "quote" \\ \n ünïcode 🎚' } as const };
    const taken: Reading[] = [];
    for (const reading of [ohms(a, b, 3.75), dc(a, 12.6), { ...note, entered: '"}\\,{' }, dc(b, -1e-12)])
      taken.push(...(await take(reading)).body);
    const { body: withdrawn } = await bench.app.call<Reading>(
      'POST',
      `/api/v1/readings/${taken[1].id}/withdraw`,
    );
    expect(withdrawn.withdrawnAt).not.toBeNull();
    expect((await harness()).readings).toEqual(taken.map((r) => (r.id === withdrawn.id ? withdrawn : r)));
    const text = await (await fetch(`${bench.app.origin}/api/v1/jobs/${bench.job.id}/harness`)).text();
    expect(harnessViewSchema.safeParse(JSON.parse(text)).error).toBeUndefined();
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
    const { body: rows } = await bench.app.call<FindingRow[]>('GET', `/api/v1/jobs/${bench.job.id}/findings`);
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
    const csv = await bench.app.call<string>('GET', `/api/v1/jobs/${bench.job.id}/findings.csv`);
    expect(csv.type).toBe('text/csv');
    expect(csv.body.split('\n')).toHaveLength(10);
    const over = () => bench.app.call<OutputsFound>('POST', `/api/v1/jobs/${bench.job.id}/outputs-found`);
    const ends = [
      { sign: 'plus', cavityId: c1.cavities[3].id },
      { sign: 'minus', cavityId: c1.cavities[2].id },
    ];
    expect((await over()).body).toMatchObject({
      added: [{ side: 'left', axle: 'front', ends }],
      joined: [],
      leftOut: [],
    });
    expect((await over()).body).toEqual({ added: [], joined: [], leftOut: [] });
    const [unit] = (await bench.app.view(bench.job.id)).units;
    expect(unit.pairs[0].ends).toMatchObject([
      { plug: 'C1', cavity: 4, wire: null },
      { plug: 'C1', cavity: 3, wire: 'BN/WH', wireStanding: 'measured' },
    ]);
  });
  it('a copied plug is claimed, not measured, and not confirmed', async () => {
    const c1 = await plug();
    await take(...speaker(c1, 3));
    const next = await bench.app.job({ car: 'Next car' });
    const target = await bench.app.unit(next.id);
    const copied = await bench.app.call<Connector>('POST', `/api/v1/units/${target.id}/connector-copies`, {
      connectorId: c1.id,
    });
    expect(copied.body).toMatchObject({ name: 'C1', confirmed: 'no', empty: [8] });
    const { body: view } = await bench.app.call<HarnessView>('GET', `/api/v1/jobs/${next.id}/harness`);
    expect(view.readings).toEqual([]);
    expect(view.sheets[0].claims).toContainEqual(
      expect.objectContaining({
        cavityId: copied.body.cavities[2].id,
        role: 'output',
        sign: 'minus',
        wire: 'BN/WH',
      }),
    );
    const { body: rows } = await bench.app.call<FindingRow[]>('GET', `/api/v1/jobs/${next.id}/findings`);
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
    const { body: sheet } = await bench.app.call<Sheet>(
      'POST',
      `/api/v1/jobs/${bench.job.id}/sheets`,
      fields,
    );
    expect(sheet.claims).toEqual([claim]);
    const strange = { ...fields, claims: [claim, { ...claim, cavityId: NOWHERE }] };
    expect(await fault(bench.app.call('POST', `/api/v1/jobs/${bench.job.id}/sheets`, strange))).toBe(
      '400 claims.1.cavityId: is no cavity of this job',
    );
    const chosen = { ...fields, chosenVariant: '4F2', version: 1 };
    expect((await bench.app.call<Sheet>('PUT', `/api/v1/sheets/${sheet.id}`, chosen)).body.version).toBe(2);
    expect((await bench.app.call('PUT', `/api/v1/sheets/${sheet.id}`, chosen)).status).toBe(409);
    expect((await bench.app.call('DELETE', `/api/v1/sheets/${sheet.id}`)).status).toBe(204);
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
    return bench.app.call<{ id: string; mediaType: string }>('POST', `/api/v1/connectors/${id}/photos`, form);
  };
  it('are kept as they are, few, small, and pictures only', async () => {
    const c1 = await plug();
    const { body } = await send(c1.id, new Uint8Array(PNG));
    expect(body.mediaType).toBe('image/png');
    const back = await fetch(`${bench.app.origin}/api/v1/photos/${body.id}`);
    expect(Buffer.from(await back.arrayBuffer()).equals(PNG)).toBe(true);
    expect(await fault(send(c1.id, new TextEncoder().encode('<svg/>')))).toContain(
      'a photo is JPEG, PNG or WebP',
    );
    expect((await send(c1.id, new Uint8Array(2 * 1024 * 1024 + 9))).status).toBe(413);
    for (let n = 1; n < 4; n++) expect((await send(c1.id, new Uint8Array(PNG))).status).toBe(201);
    expect(await fault(send(c1.id, new Uint8Array(PNG)))).toContain('at most 4 photos');
  });
});
