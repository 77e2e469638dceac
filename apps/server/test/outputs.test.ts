import {
  type Connector,
  type FactorySpeaker,
  type HarnessView,
  harnessFactsOf,
  type JobView,
  type OutputsFound,
  type Pair,
  type PairFields,
  pairPlace,
  type Problem,
  type ReadingFields,
  START_CONDITIONS,
  type Unit,
} from '@ulpen/core';
import { beforeEach, describe, expect, it } from 'vitest';
import { dc, findBench, PLUG } from './find-bench.ts';
import { PAIR } from './running-app.ts';

const bench = findBench();
let c1: Connector;
beforeEach(async () => {
  c1 = await bench.plug();
});

const call = <T>(method: string, path: string, body?: unknown) =>
  bench.app.call<T>(method, `/api/v1${path}`, body);
const ends = (plus: number, minus?: number, plug = c1): PairFields['ends'] => [
  { sign: 'plus', cavityId: plug.cavities[plus - 1].id },
  ...(minus ? [{ sign: 'minus' as const, cavityId: plug.cavities[minus - 1].id }] : []),
];
const add = (fields: Partial<PairFields>, unitId = bench.unit.id) =>
  call<Pair>('POST', `/units/${unitId}/pairs`, { ...PAIR, ...fields });
const fault = (fields: Partial<PairFields>) => bench.fault(add(fields));
const outputs = async () => (await bench.app.view(bench.job.id)).units.flatMap((u) => u.pairs);
const radio = async () =>
  (await call<Unit>('POST', `/jobs/${bench.job.id}/units`, { kind: 'radio', name: 'Radio', location: '' }))
    .body;

describe('outputs sit in cavities', () => {
  it('of which each holds one wire of one output in sight', async () => {
    const { body: first } = await add({ ends: ends(3, 4) });
    const taken = 'this cavity already belongs to Front left woofer';
    expect(await fault({ way: 'tweeter', ends: ends(3, 5) })).toBe(`400 ends.0.cavityId: ${taken}`);
    expect(await fault({ way: 'tweeter', ends: ends(4, 5) })).toBe(`400 ends.0.cavityId: ${taken}`);
    expect(await fault({ way: 'tweeter', ends: ends(5, 3) })).toBe(`400 ends.1.cavityId: ${taken}`);
    const { body: other } = await add({ way: 'tweeter', ends: ends(5, 6) });
    const { id, unitId: _, ...fields } = other;
    expect((await call('PUT', `/pairs/${id}`, { ...fields, ends: ends(5, 4) })).status).toBe(400);
    expect((await call('PUT', `/pairs/${id}`, { ...fields, suffix: 'again' })).status).toBe(200);
    await call('DELETE', `/pairs/${first.id}`);
    expect((await add({ way: 'midrange', ends: ends(3, 4) })).status).toBe(201);
  });

  it('sharing a minus only where nobody drives it', async () => {
    await add({ ends: ends(1, 4) });
    expect(await fault({ way: 'tweeter', ends: ends(2, 4), stage: 'line' })).toContain(
      'ends.1.cavityId: this cavity is the minus of Front left woofer. Outputs share a minus only where',
    );
    const [first] = await outputs();
    const { id, unitId: _, captures: __, ...fields } = first;
    const undriven = { ...fields, ends: ends(1, 4), stage: 'single-ended' };
    expect((await call('PUT', `/pairs/${id}`, undriven)).status).toBe(200);
    expect((await add({ way: 'tweeter', ends: ends(2, 4), stage: 'line' })).status).toBe(201);
    // Not the other way round: what is shared cannot become a bridge.
    const bridge = await call<Problem>('PUT', `/pairs/${id}`, { ...undriven, stage: 'bridge', version: 2 });
    expect(bridge.body.errors?.[0].field).toBe('ends.1.cavityId');
  });

  it('on two plugs, or on none, and never on one that is empty or strange', async () => {
    const c2 = await bench.plug({ name: 'C2' });
    const both = [...ends(1), { sign: 'minus' as const, cavityId: c2.cavities[0].id }];
    expect((await add({ ends: both })).status).toBe(201);
    expect((await add({ way: 'tweeter', placeText: 'grey plug' })).status).toBe(201);
    expect((await outputs()).map(pairPlace)).toEqual(['C1 · 1 / C2 · 1', 'grey plug']);
    expect(await fault({ way: 'full', ends: ends(8) })).toContain(
      'ends.0.cavityId: this cavity is marked as empty',
    );
    const stranger = [{ sign: 'plus' as const, cavityId: '00000000-0000-4000-8000-000000000001' }];
    expect(await fault({ way: 'full', ends: stranger })).toBe(
      '400 ends.0.cavityId: is no cavity of this job',
    );
  });

  it('whose plug gives them its name, whatever it is called later', async () => {
    await add({ ends: ends(3, 4) });
    await bench.take({
      ...dc(c1.cavities[2].id, 0),
      observation: { kind: 'seen', wire: 'BN/WH', size: null, twisted: null, origin: null, unsure: false },
    });
    await call('PUT', `/connectors/${c1.id}`, { ...PLUG, name: 'Grey', version: 1 });
    const [output] = await outputs();
    expect(pairPlace(output)).toBe('Grey · 3/4');
    expect(output.ends.map((e) => [e.wire, e.wireStanding])).toEqual([
      ['BN/WH', 'measured'],
      [null, null],
    ]);
    // A plug cannot lose a cavity that an output sits in.
    const small = { ...PLUG, rows: [{ cavities: 2, indent: 0 }], empty: [], version: 2 };
    expect(await bench.fault(call('PUT', `/connectors/${c1.id}`, small))).toContain('an output of Listen');
  });

  it('and are at no known place while their plug is removed', async () => {
    await add({ ends: ends(3, 4) });
    await call('DELETE', `/connectors/${c1.id}`);
    const [{ captures: _, unitId: __, ...output }] = await outputs();
    expect(output.ends).toEqual([]);
    // Changed meanwhile, it has them again with the plug.
    expect((await call('PUT', `/pairs/${output.id}`, { ...output, suffix: 'x' })).status).toBe(200);
    await call('POST', `/connectors/${c1.id}/restore`);
    expect((await outputs()).map(pairPlace)).toEqual(['C1 · 3/4']);
  });

  it('are not added twice to one cavity by two who come at once', async () => {
    const answers = await Promise.all(Array.from({ length: 6 }, () => add({ ends: ends(1, 2) })));
    expect(answers.map((a) => a.status).sort()).toEqual([201, 400, 400, 400, 400, 400]);
  });

  it('keep the order in which they came', async () => {
    for (const plus of [5, 1, 3]) await add({ ends: ends(plus, plus + 1) });
    expect((await outputs()).map(pairPlace)).toEqual(['C1 · 5/6', 'C1 · 1/2', 'C1 · 3/4']);
  });

  it('which a unit that comes back finds taken', async () => {
    const { id: radioId } = await radio();
    await add({ ends: ends(1, 2), stage: 'line' }, radioId);
    await call('DELETE', `/units/${radioId}`);
    await add({ ends: ends(1, 2) });
    expect((await call<Problem>('POST', `/units/${radioId}/restore`)).body.errors?.[0].message).toBe(
      'this cavity already belongs to Front left woofer',
    );
    expect((await bench.app.view(bench.job.id)).units).toHaveLength(1);
  });
});

describe('safety rules join by cavity', () => {
  const facts = async () => {
    const view = (await call<HarnessView>('GET', `/jobs/${bench.job.id}/harness`)).body;
    return harnessFactsOf((await call<JobView>('GET', `/jobs/${bench.job.id}`)).body, view);
  };
  it('a restraint plug locks its outputs, whatever the two are called', async () => {
    const { body: output } = await add({ ends: ends(3, 4) });
    await add({ way: 'tweeter', placeText: 'C1 · 5/6' });
    expect((await facts()).locked).toEqual([]);
    await call('PUT', `/connectors/${c1.id}`, {
      ...PLUG,
      name: 'c1',
      shell: 'YE',
      confirmed: 'no',
      version: 1,
    });
    expect((await facts()).locked).toEqual([output.id]);
  });
  it('a wire that was found to be something else contradicts its output', async () => {
    const { body: output } = await add({ ends: ends(3, 4) });
    await add({ way: 'tweeter', ends: ends(5, 6) });
    const at = (volts: number, conditions: Partial<typeof START_CONDITIONS>): ReadingFields =>
      dc(c1.cavities[2].id, volts, { conditions: { ...START_CONDITIONS, ...conditions } });
    // Constant battery: with everything off, with ignition and with the radio on.
    await bench.take(
      at(12.6, { plug: 'seated' }),
      at(12.5, { plug: 'seated', ignition: 'on' }),
      at(12.5, { plug: 'seated', ignition: 'on', radio: 'on' }),
    );
    expect((await facts()).contradicted).toMatchObject([
      { pairId: output.id, says: expect.stringContaining('battery feed') },
    ]);
  });
});

describe('Outputs to Listen', () => {
  /** Readings that settle a speaker pair. */
  const speaker = (a: number, b: number, side: 'left' | 'right', axle: 'front' | 'rear' = 'front') => {
    const across = { ...dc(c1.cavities[a - 1].id, 0), otherCavityId: c1.cavities[b - 1].id };
    return [
      { ...across, observation: { kind: 'ohms', ohms: 3.8, word: null } },
      {
        ...across,
        observation: {
          kind: 'tone',
          places: [
            { side, axle, way: 'woofer' },
            { side, axle, way: 'tweeter' },
          ],
          word: null,
        },
      },
      { ...across, observation: { kind: 'cone', source: 'tester', moves: 'out' } },
    ];
  };
  const over = async () => (await call<OutputsFound>('POST', `/jobs/${bench.job.id}/outputs-found`)).body;

  it('fills in the output that has no place yet, and never makes a second one of the same cavities', async () => {
    const { body: typed } = await add({ side: 'left', way: 'full', placeText: 'C1 · 1/2' });
    await bench.take(...speaker(1, 2, 'left'), ...speaker(3, 4, 'right'));
    const found = await over();
    expect(found.joined.map((p) => p.id)).toEqual([typed.id]);
    expect(found.added.map((p) => [p.side, p.ends.length])).toEqual([['right', 2]]);
    expect((await outputs()).map(pairPlace)).toEqual(['C1 · 1/2', 'C1 · 3/4']);
    expect(await over()).toEqual({ added: [], joined: [], leftOut: [] });
  });

  it('says what it leaves out: a wire that another output has', async () => {
    await add({ side: 'centre', way: 'full', ends: ends(2, 5) });
    await bench.take(...speaker(1, 2, 'left'), ...speaker(3, 4, 'right'));
    const found = await over();
    expect(found.added).toHaveLength(1);
    expect(found.leftOut).toMatchObject([
      { place: 'C1·1/2', because: expect.stringContaining('Centre has one of these wires already') },
    ]);
  });

  it('makes a speaker for each driver that was heard', async () => {
    await bench.take(...speaker(1, 2, 'left'));
    const [pair] = (await over()).added;
    const { speakers } = await bench.app.view(bench.job.id);
    expect(speakers.map((s) => [s.way, s.coils])).toEqual([
      ['woofer', [{ pairId: pair.id, ohm: null }]],
      ['tweeter', [{ pairId: pair.id, ohm: null }]],
    ]);
  });
});

describe('factory speakers', () => {
  const speakers = async () => (await bench.app.view(bench.job.id)).speakers;
  it('come with the outputs that drive them, and not with a line', async () => {
    const { id: radioId } = await radio();
    await add({ stage: 'line' }, radioId);
    const { body: coil1 } = await add({ way: 'subwoofer', suffix: 'coil 1' });
    const { body: coil2 } = await add({ way: 'subwoofer', suffix: 'coil 2' });
    const [first, second] = await speakers();
    expect(await speakers()).toHaveLength(2);
    // Two coils of one speaker: said by a person.
    const { id, jobId: _, ...fields } = first;
    const coils = [coil1, coil2].map((o) => ({ pairId: o.id, ohm: 2 }));
    expect((await call<FactorySpeaker>('PUT', `/speakers/${id}`, { ...fields, coils })).body).toMatchObject({
      coils,
      version: 2,
    });
    expect((await call('PUT', `/speakers/${id}`, { ...fields, coils })).status).toBe(409);
    await call('DELETE', `/speakers/${second.id}`);
    expect(await speakers()).toMatchObject([{ coils }]);
    // An output that was removed drives nothing, until it is back.
    await call('DELETE', `/pairs/${coil2.id}`);
    expect((await speakers())[0].coils[1]).toEqual({ pairId: null, ohm: 2 });
    await call('POST', `/pairs/${coil2.id}/restore`);
    expect((await speakers())[0].coils[1].pairId).toBe(coil2.id);
    expect((await call('POST', `/speakers/${second.id}/restore`)).status).toBe(201);
  });
  it('name only outputs of their own job', async () => {
    const other = await bench.app.job();
    const { body: pair } = await add({}, (await bench.app.unit(other.id)).id);
    const body = { way: 'full', coils: [{ pairId: pair.id, ohm: null }] };
    expect(await bench.fault(call('POST', `/jobs/${bench.job.id}/speakers`, body))).toBe(
      '400 coils.0.pairId: is no output of this job',
    );
    const none = { way: 'full', coils: [] };
    expect(await bench.fault(call('POST', `/jobs/${bench.job.id}/speakers`, none))).toBe(
      '400 coils: at least one coil',
    );
  });
});
