import {
  type Check,
  type InstrumentFields,
  type MadeWith,
  type Problem,
  type Reading,
  type RestsOn,
  type ShopInstrument,
  type WithdrawnAtOnce,
} from '@ulpen/core';
import { describe, expect, it } from 'vitest';
import { dc, findBench } from './find-bench.ts';
import { lowPass, NOWHERE } from './running-app.ts';

const bench = findBench();
const meter = (fields: Partial<InstrumentFields> = {}): InstrumentFields => ({
  kind: 'meter',
  name: 'blue meter',
  note: '',
  checkedAt: '2026-11-12T09:00:00.000Z',
  bad: null,
  ...fields,
});
const post = <T>(path: string, body: object) => bench.app.call<T>('POST', `/api/v1/instruments${path}`, body);
const added = async (fields: Partial<InstrumentFields> = {}) =>
  (await post<ShopInstrument>('', meter(fields))).body;
/** As a page sends it, with a name and a check that the server does not believe. */
const sent = ({ id, kind }: ShopInstrument): MadeWith => [
  { id, kind, name: 'another name', checkedAt: '2030-01-01T00:00:00.000Z' },
];
const restsOn = async ({ id }: ShopInstrument) =>
  (await bench.app.call<RestsOn[]>('GET', `/api/v1/instruments/${id}/records`)).body;

/** A reading, a check and a capture in a job of their own. */
async function measuredWith(instrument: ShopInstrument) {
  const job = await bench.app.job({ car: 'Orlek Van' });
  await bench.app.unit(job.id);
  await bench.goTo(job);
  const plug = await bench.plug();
  const madeWith = sent(instrument);
  const [reading] = (await bench.take(dc(plug.cavities[0].id, 12.6, { madeWith }))).body;
  const pair = await bench.app.pair(bench.unit.id);
  const check = (
    await bench.app.call<Check[]>('POST', `/api/v1/jobs/${bench.job.id}/checks`, [
      {
        pairId: pair.id,
        note: '',
        madeWith,
        body: { kind: 'silence', engine: 'off', doors: 'closed', volts: 0.01 },
      },
    ])
  ).body[0];
  const capture = (
    await bench.app.capture<{ id: string; madeWith: MadeWith }>(pair.id, lowPass(2000), { madeWith })
  ).body;
  return { plug, reading, check, capture };
}

describe('the shop’s instruments', () => {
  it('are kept by name and kind, changed under their version, removed and brought back', async () => {
    const one = await added({ name: 'green meter' });
    const path = `/api/v1/instruments/${one.id}`;
    const { id: _, ...fields } = one;
    const changed = await bench.app.call<ShopInstrument>('PUT', path, {
      ...fields,
      bad: { because: 'reads low', foundAt: '2026-11-20T10:00:00.000Z' },
    });
    expect(changed.body).toMatchObject({ version: 2, bad: { because: 'reads low' } });
    expect((await bench.app.call('PUT', path, fields)).status).toBe(409);
    const all = async () =>
      (await bench.app.call<ShopInstrument[]>('GET', '/api/v1/instruments')).body.map((i) => i.name);
    expect(await all()).toContain('green meter');
    expect((await bench.app.call('DELETE', path)).status).toBe(204);
    expect(await all()).not.toContain('green meter');
    expect((await post(`/${one.id}/restore`, {})).status).toBe(201);
    expect(await all()).toContain('green meter');
    const wrong = await post<Problem>('', meter({ name: ' ' }));
    expect([wrong.status, wrong.body.errors?.[0].field]).toEqual([400, 'name']);
  });

  it('stand beside what was made with them as the shop knows them, and travel with it', async () => {
    const one = await added({ name: 'yellow meter' });
    const { reading, check, capture } = await measuredWith(one);
    const known = [
      { id: one.id, kind: 'meter', name: 'yellow meter', checkedAt: '2026-11-12T09:00:00.000Z' },
    ];
    expect([reading.madeWith, check.madeWith, capture.madeWith]).toEqual([known, known, known]);
    // Renamed or checked since, it was what it was then.
    const { id: _, ...fields } = one;
    await bench.app.call('PUT', `/api/v1/instruments/${one.id}`, { ...fields, name: 'old yellow' });
    const { bytes, file } = await bench.app.fileOf(bench.job.id);
    expect([file.readings[0].madeWith, file.checks[0].madeWith]).toEqual([known, known]);
    const { body: copy } = await bench.app.jobFile<{ id: string }>(bytes as Uint8Array<ArrayBuffer>);
    const view = await bench.app.view(copy.id);
    expect([view.checks[0].madeWith, view.units[0].pairs[0].captures[0].madeWith]).toEqual([known, known]);
    const { readings } = (
      await bench.app.call<{ readings: Reading[] }>('GET', `/api/v1/jobs/${copy.id}/harness`)
    ).body;
    expect(readings[0].madeWith).toEqual(known);
  });

  it('count where they were removed while they were in hand, and a withdrawal that is sent twice is done once', async () => {
    const one = await added({ name: 'grey meter' });
    await bench.app.call('DELETE', `/api/v1/instruments/${one.id}`);
    const { reading } = await measuredWith(one);
    expect(reading.madeWith).toMatchObject([{ id: one.id, name: 'grey meter' }]);
    await post(`/${one.id}/restore`, {});
    const headers = {
      'content-type': 'application/json',
      'ulpen-command': '11111111-2222-4333-8444-555555555555',
    };
    const again = () =>
      bench.app.call<WithdrawnAtOnce>(
        'POST',
        `/api/v1/instruments/${one.id}/withdraw`,
        JSON.stringify({ from: null }),
        headers,
      );
    const [first, second] = [await again(), await again()];
    expect(first.body.records).toBe(3);
    expect(second.body).toEqual(first.body);
  });

  it('that the shop does not have are refused, and nothing is kept', async () => {
    const plug = await bench.plug();
    const madeWith = sent({ ...meter(), id: NOWHERE, version: 1 });
    const [a, b] = plug.cavities;
    const refused = bench.take<Problem>(dc(a.id, 12.6), dc(b.id, 12.6, { madeWith }));
    expect(await bench.fault(refused)).toBe('400 readings.1.madeWith: is no instrument of this shop');
    expect((await bench.harness()).readings).toEqual([]);
  });

  it('that are faulty: all that was measured with one is found by job, withdrawn at once, and taken back', async () => {
    const bad = await added({ name: 'red meter' });
    const good = await added({ name: 'white meter' });
    await measuredWith(good);
    const first = await measuredWith(bad);
    const firstJob = bench.job.id;
    await measuredWith(bad);
    const jobs = await restsOn(bad);
    expect(jobs).toHaveLength(2);
    expect(jobs[0]).toMatchObject({ readings: 1, checks: 1, captures: 1, recordings: 0, withdrawn: 0 });
    // One of them was withdrawn by hand before; it stays so.
    await bench.app.call('POST', `/api/v1/checks/${first.check.id}/withdraw`);
    const revision = (await bench.app.view(firstJob)).revision;
    const { body } = await post<WithdrawnAtOnce>(`/${bad.id}/withdraw`, { from: null });
    expect(body).toMatchObject({ jobs: 2, records: 5 });
    const view = await bench.app.view(firstJob);
    expect(view.revision).toBe(revision + 1);
    expect(view.units[0].pairs[0].captures[0].withdrawnAt).toBe(body.at);
    expect((await restsOn(bad)).map((j) => [j.readings, j.withdrawn])).toEqual([
      [0, 3],
      [0, 3],
    ]);
    expect(await restsOn(good)).toMatchObject([{ readings: 1, withdrawn: 0 }]);
    // Nothing is left, so that nothing is done.
    expect((await post<WithdrawnAtOnce>(`/${bad.id}/withdraw`, { from: null })).body.records).toBe(0);
    expect((await post<WithdrawnAtOnce>(`/${bad.id}/take-back`, { at: body.at })).body.records).toBe(5);
    const back = await bench.app.view(firstJob);
    expect([back.checks[0].withdrawnAt === null, back.units[0].pairs[0].captures[0].withdrawnAt]).toEqual([
      false,
      null,
    ]);
    const stream = (
      await bench.app.call<{ did: string }[]>('GET', `/api/v1/jobs/${firstJob}/events`)
    ).body.map((e) => e.did);
    expect(stream).toEqual(expect.arrayContaining(['job.distrust', 'job.trust']));
  });

  it('are trusted up to a moment: what was measured before it stays', async () => {
    const late = await added({ name: 'late meter' });
    await measuredWith(late);
    const tomorrow = new Date(Date.now() + 86_400_000).toISOString();
    expect((await post<WithdrawnAtOnce>(`/${late.id}/withdraw`, { from: tomorrow })).body.records).toBe(0);
    const { body } = await post<WithdrawnAtOnce>(`/${late.id}/withdraw`, {
      from: '2026-01-01T00:00:00.000Z',
    });
    expect(body.records).toBe(3);
    expect((await post(`/${NOWHERE}/withdraw`, { from: null })).status).toBe(404);
    expect((await post(`/${late.id}/withdraw`, {})).status).toBe(400);
  });

  it('bring nothing back on a plug that was locked meanwhile', async () => {
    const one = await added({ name: 'locked meter' });
    const { plug } = await measuredWith(one);
    const { body } = await post<WithdrawnAtOnce>(`/${one.id}/withdraw`, { from: null });
    const { cavities: _, id, unitId: __, version, ...fields } = plug as typeof plug & { unitId: string };
    const locked = await bench.app.call('PUT', `/api/v1/connectors/${id}`, {
      ...fields,
      empty: [8],
      version,
      confirmed: 'restraint',
    });
    expect(locked.status).toBe(200);
    await post(`/${one.id}/take-back`, { at: body.at });
    expect((await bench.harness()).readings.map((r) => r.withdrawnAt === null)).toEqual([false]);
    expect((await bench.app.view(bench.job.id)).checks[0].withdrawnAt).toBeNull();
  });
});
