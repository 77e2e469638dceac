import { beforeEach, describe, expect, it } from 'vitest';
import { at, cone, dc, ohms, plug, tone } from '../../test/small-plug.ts';
import { SimulatedHand } from '../carsim/wiring/meter.ts';
import { harnessOf, IGNITION_ON, inOrder, OFF, PLAYING, RADIO_ON } from '../carsim/wiring/routine.ts';
import { variedWiring } from '../carsim/wiring/varied-wiring.ts';
import type { HarnessReading } from '../harness/harness-input.ts';
import { type HarnessWorkings, mapHarness } from '../harness/map-harness.ts';
import type { EndView, OutputEnd, Pair, PairFields, Unit } from '../model/unit.ts';
import type { Channel } from '../model/words.ts';
import { isAudio } from '../readings/likelihood.ts';
import { mapDifferences } from './map-differences.ts';
import { drivesSpeakers, pairPlace, placeKnown, speakerName, wireOfSign } from './place.ts';
import { conePolarity, signalPolarity } from './polarity.ts';
import { outputsFoundWords, outputsToListen } from './to-listen.ts';
import { wireAt } from './wires.ts';

const FRONT_LEFT: Channel = { side: 'left', axle: 'front', way: 'full' };
const end = (sign: OutputEnd['sign'], cavityId: string, part: Partial<EndView> = {}): EndView => ({
  sign,
  cavityId,
  unitId: 'u1',
  connectorId: 'c1',
  plug: 'C1',
  cavity: Number(cavityId.slice(1)),
  wire: null,
  wireStanding: null,
  ...part,
});
const output = (channel: Channel, ends: EndView[], part: Partial<Pair> = {}) => ({
  id: 'p1',
  unitId: 'u1',
  version: 1,
  suffix: '',
  placeText: '',
  stage: 'unknown' as const,
  statedPolarity: 'unknown' as const,
  ...channel,
  ...part,
  ends,
});
const ends = (plus: number, minus: number, part: Partial<EndView> = {}) => [
  end('plus', `k${plus}`, part),
  end('minus', `k${minus}`, part),
];

describe('the place of an output', () => {
  it.each([
    ['one plug', ends(3, 4), 'C1 · 3/4'],
    ['minus named first', ends(3, 4).reverse(), 'C1 · 3/4'],
    ['plus alone', [end('plus', 'k3')], 'C1 · 3'],
    ['two plugs of a unit', [end('plus', 'k3'), end('minus', 'k1', { plug: 'C2' })], 'C1 · 3 / C2 · 1'],
    [
      'both ends of a line',
      [...ends(1, 11, { plug: 'R1', unitId: 'u2' }), ...ends(9, 10)],
      'R1 · 1/11 → C1 · 9/10',
    ],
  ])('%s', (_, list, words) => {
    expect(pairPlace({ ends: list, placeText: 'never shown' })).toBe(words);
    expect(placeKnown({ ends: list, placeText: '' })).toBe('joined');
  });
  it('is words where nothing is joined, and not known without', () => {
    expect(pairPlace({ ends: [], placeText: 'grey plug' })).toBe('grey plug');
    expect(placeKnown({ ends: [], placeText: 'grey plug' })).toBe('noted');
    expect(placeKnown({ ends: [], placeText: '' })).toBe('unknown');
  });
  it('tells the wire that was seen before one that was claimed', () => {
    const list = [
      end('plus', 'k1', { wire: 'RD', wireStanding: 'claimed' }),
      end('plus', 'k9', { wire: 'RD/BK', wireStanding: 'measured' }),
    ];
    expect([wireOfSign(list, 'plus'), wireOfSign(list, 'minus')]).toEqual(['RD/BK', null]);
  });
  it('the wire of a cavity is the colour seen last and not unsure, else the first claim', () => {
    const seen = (wire: string | null, unsure: boolean, withdrawnAt: string | null = null) => ({
      cavityId: 'k1',
      chapter: 'before' as const,
      withdrawnAt,
      observation: { kind: 'seen' as const, wire, unsure, size: null, twisted: null, origin: null },
    });
    const sheets = [
      {
        claims: [
          { cavityId: 'k1', wire: null },
          { cavityId: 'k1', wire: 'GN' },
        ],
      },
    ];
    const later = { ...seen('WH', false), chapter: 'after' as const };
    const readings = [seen('BN', false), seen('BK', true), seen('RD', false, '2026-11-02'), later];
    expect(wireAt('k1', readings, sheets)).toEqual({ wire: 'BN', standing: 'measured' });
    expect(wireAt('k1', readings.slice(1), sheets)).toEqual({ wire: 'GN', standing: 'claimed' });
    expect(wireAt('k2', readings, sheets)).toEqual({ wire: null, standing: null });
  });
});

describe('a factory speaker', () => {
  const outputs = [
    { id: 'p1', ...FRONT_LEFT, suffix: '' },
    { id: 'p2', side: 'mono', axle: 'other', way: 'subwoofer', suffix: 'coil 1' },
    { id: 'p3', side: 'mono', axle: 'other', way: 'subwoofer', suffix: 'coil 2' },
  ] as const;
  const coil = (pairId: string | null) => ({ pairId, ohm: null });
  it.each([
    ['tweeter', ['p1'], 'Front left tweeter'],
    ['subwoofer', ['p2', 'p3'], 'Subwoofer, coil 1 and coil 2'],
    ['subwoofer', ['p3'], 'Subwoofer coil 2'],
    ['subwoofer', [null], 'Subwoofer, not driven'],
    ['full', [null], 'Speaker, not driven'],
  ] as const)('%s on %j is called %s', (way, coils, name) =>
    expect(speakerName({ way, coils: coils.map(coil) }, outputs)).toBe(name),
  );
  it('hangs on a radio only where no amplifier is listed', () => {
    const radio = { kind: 'radio' as const };
    expect(drivesSpeakers(radio, [radio])).toBe(true);
    expect(drivesSpeakers(radio, [radio, { kind: 'amplifier' }])).toBe(false);
    expect(drivesSpeakers({ kind: 'amplifier' }, [radio, { kind: 'amplifier' }])).toBe(true);
  });
});

/** Readings that settle a front left pair on cavities 3 (minus) and 4 (plus). */
const settled = (): HarnessReading[] => [
  ...[3, 4].flatMap((k) => [dc(k, 0.01, OFF), dc(k, 6.3, { ...RADIO_ON, plug: 'seated' })]),
  ohms(4, 3, 3.6),
  tone(4, 3, 'left', 'woofer'),
  tone(4, 3, 'left', 'tweeter'),
  cone(4, 3, 'out'),
  cone(4, 3, 'out'),
];

describe('where the map says something else', () => {
  let workings: HarnessWorkings;
  let found: HarnessWorkings['map']['pairs'][number];
  let channel: Channel;
  beforeEach(() => {
    workings = mapHarness(plug(settled()));
    found = workings.map.pairs.find((p) => p.plusCavityId === 'k4')!;
    ({ channel } = found.channel!);
  });
  const differences = (list: Parameters<typeof mapDifferences>[0], at = workings, radios: string[] = []) =>
    mapDifferences(list, at, new Set(radios));

  it('stands on a pair that is settled in role and signs, and whose channel was heard', () => {
    expect([found.state, found.polarity.state, found.channel!.state]).toEqual([
      'settled',
      'settled',
      // heard alone: look again
      'again',
    ]);
    expect(channel).toMatchObject({ side: 'left', axle: 'front' });
  });
  it('nothing where they agree, or nothing is said', () => {
    expect(differences([output(channel, ends(4, 3))])).toEqual([]);
    expect(differences([output(channel, [])])).toEqual([]);
    expect(differences([output(channel, ends(11, 12))])).toEqual([]);
  });
  it('plus and minus the other way round', () => {
    expect(differences([output(channel, ends(3, 4))])).toEqual([
      {
        pairId: 'p1',
        kind: 'signs',
        says: 'The cone moves out with plus on C1·4.',
        take: {
          ends: [
            { sign: 'plus', cavityId: 'k4' },
            { sign: 'minus', cavityId: 'k3' },
          ],
        },
      },
    ]);
  });
  it('another partner, named by either wire', () => {
    for (const list of [ends(4, 5), ends(5, 3)])
      expect(differences([output(channel, list)])).toMatchObject([
        {
          kind: 'partner',
          says: 'C1·4/3 were found to be a pair.',
          take: { ends: [{ cavityId: 'k4' }, { cavityId: 'k3' }] },
        },
      ]);
  });
  it('another channel', () => {
    const [difference] = differences([output({ ...channel, side: 'right' }, ends(4, 3))]);
    // The corner is sure, the driver there is not: what is said of it stays.
    const { side, axle } = channel;
    expect(difference).toMatchObject({ kind: 'channel', take: { side, axle } });
    expect(difference.take).not.toHaveProperty('way');
    expect(difference.says).toContain('front left');
  });
  it('not another driver of the same corner that was heard once, or a corner that only a sheet says', () => {
    const other = channel.way === 'tweeter' ? 'woofer' : 'tweeter';
    expect(differences([output({ ...channel, way: other }, ends(4, 3))])).toEqual([]);
    const told = structuredClone(workings);
    Object.assign(told.map.pairs.find((p) => p.plusCavityId === 'k4')!.channel!, { standing: 'claimed' });
    expect(differences([output({ ...channel, side: 'right' }, ends(4, 3))], told)).toEqual([]);
  });
  it('another role, which is no output to take', () => {
    const battery = mapHarness(plug([dc(7, 12.6), dc(7, 12.5, IGNITION_ON), dc(7, 12.5, RADIO_ON)]));
    const [difference] = differences([output(channel, ends(7, 8))], battery);
    expect(difference).toMatchObject({ kind: 'role', take: null });
    expect(difference.says).toBe('C1·7 was found to be battery feed.');
  });
  it('an output of the amplifier where its input is, but not the radio’s line that ends there', () => {
    // The radio's voltage moves with balance: an audio input.
    const moves = (k: number, m: number) => [
      at(k, m, { kind: 'ac', volts: 0.6, word: null }, PLAYING),
      at(k, m, { kind: 'ac', volts: 0.61, word: null }, { ...PLAYING, balance: 'left' }),
      at(k, m, { kind: 'ac', volts: 0.002, word: null }, { ...PLAYING, balance: 'right' }),
    ];
    const line = [
      ...[9, 10].flatMap((k) => [dc(k, 0.01), dc(k, 2.5, RADIO_ON)]),
      ...moves(9, 10),
      ...moves(9, 10),
    ];
    const input = mapHarness(plug(line));
    const inCavity = input.map.cavities.find((c) => c.cavityId === 'k9')!;
    expect(inCavity.role).toBe('input');
    const own = differences([output(channel, ends(9, 10))], input);
    const asLine = differences([output(channel, ends(9, 10), { unitId: 'radio' })], input, ['radio']);
    expect(own.map((d) => d.kind)).toEqual(inCavity.state === 'settled' ? ['role'] : []);
    expect(asLine.filter((d) => d.kind === 'role')).toEqual([]);
  });
  it('of what is not settled, nothing', () => {
    const early = mapHarness(plug(settled().slice(0, 3)));
    expect(differences([output(channel, ends(3, 5))], early)).toEqual([]);
  });
});

describe('polarity is two properties', () => {
  let map: HarnessWorkings['map'];
  beforeEach(() => {
    map = mapHarness(plug(settled())).map;
  });
  it('of the cone, from readings at the wires alone', () => {
    expect(conePolarity(ends(4, 3), map)).toEqual({ sign: 'normal', standing: 'measured' });
    expect(conePolarity(ends(3, 4), map)).toEqual({ sign: 'reversed', standing: 'measured' });
    expect(conePolarity([end('minus', 'k3')], map)).toEqual({ sign: 'normal', standing: 'measured' });
    expect(conePolarity(ends(11, 12), map)).toBeNull();
  });
  it('of the signal, measured by recordings, else no more than claimed', () => {
    const group = (polarity: 'same' | 'reversed' | 'unclear') => [
      {
        referenceId: 'p0',
        contradictions: [],
        arrivals: [
          { pairId: 'p0', delay: 0, polarity: 'same' as const, hops: 0 },
          { pairId: 'p1', delay: 0, polarity, hops: 1 },
        ],
      },
    ];
    const of = (statedPolarity: Pair['statedPolarity'], arrivals = group('unclear')) =>
      signalPolarity({ id: 'p1', statedPolarity }, arrivals);
    expect(of('normal', group('reversed'))).toEqual({ sign: 'reversed', standing: 'measured' });
    expect(of('reversed', group('same'))).toEqual({ sign: 'normal', standing: 'measured' });
    expect(of('reversed')).toEqual({ sign: 'reversed', standing: 'claimed' });
    expect(of('unknown')).toEqual({ sign: 'normal', standing: 'assumed' });
    // Recorded with nothing to compare it with: nothing is measured.
    const [{ arrivals, ...rest }] = group('same');
    expect(of('unknown', [{ ...rest, arrivals: arrivals.slice(1) }])).toMatchObject({ standing: 'assumed' });
  });
});

describe('Outputs to Listen', () => {
  const SEEDS = Array.from({ length: 12 }, (_, n) => 9100 + n);
  const kinds = (wiring: ReturnType<typeof variedWiring>, workings: HarnessWorkings) => {
    const ids = [...new Set(workings.input.connectors.map((c) => c.unitId))];
    return ids.map((id, n): Unit => ({ ...wiring.units[n], id, jobId: 'j', version: 1 }));
  };

  it.each(SEEDS)(
    'on the simulated car %i: everything settled comes or is named, no cavity twice, all of it true',
    (seed) => {
      const wiring = variedWiring({ seed });
      const workings = mapHarness(
        harnessOf(wiring, inOrder(wiring, new SimulatedHand(wiring, { seed, slipRate: 0 }))),
      );
      const units = kinds(wiring, workings);
      const radio: Unit = { id: 'radio', jobId: 'j', version: 1, kind: 'radio', name: 'Radio', location: '' };
      const all = units.some((u) => u.kind === 'radio') ? units : [...units, radio];
      const { add, join, leaveOut } = outputsToListen(workings, all, []);
      const audio = workings.map.pairs.filter((p) => isAudio(p.kind) && p.state !== 'open');
      expect(add.length + leaveOut.length).toBeGreaterThanOrEqual(audio.length);
      expect(join).toEqual([]);
      const cavities = add.flatMap((a) => a.fields.ends.map((e) => e.cavityId));
      expect(new Set(cavities).size).toBe(cavities.length);
      for (const { unitId, fields } of add) {
        const [plus, minus] = fields.ends.map((e) => Number(e.cavityId));
        const truth = wiring.pairs.find((p) => [p.plus, p.minus].includes(plus))!;
        expect([truth.plus, truth.minus]).toContain(minus);
        expect(truth.channel?.side).toBe(fields.side);
        // An input of the amplifier is an output of the radio that feeds it.
        expect(all.find((u) => u.id === unitId)!.kind).toBe(truth.kind === 'input' ? 'radio' : units[0].kind);
      }
      // Asked again with these outputs there, nothing comes.
      const known = add.map(({ unitId, fields }, n) => ({ ...fields, id: `p${n}`, unitId, version: 1 }));
      expect(outputsToListen(workings, all, known)).toEqual({ add: [], join: [], leaveOut });
      // And the map agrees with what it gave.
      const placed = known.map((o) => ({
        ...o,
        ends: o.ends.map((e) => ({ ...end(e.sign, e.cavityId), unitId: units[0].id })),
      }));
      const radios = new Set(all.filter((u) => u.kind === 'radio').map((u) => u.id));
      expect(mapDifferences(placed, workings, radios)).toEqual([]);
    },
  );

  let workings: HarnessWorkings;
  let channel: Channel;
  beforeEach(() => {
    workings = mapHarness(plug(settled()));
    ({ channel } = workings.map.pairs.find((p) => p.plusCavityId === 'k4')!.channel!);
  });
  const amplifier: Unit = {
    id: 'u1',
    jobId: 'j',
    version: 1,
    kind: 'amplifier',
    name: 'Amplifier',
    location: '',
  };
  const known = (fields: Partial<PairFields>) => [{ ...output(channel, []), ...fields }];

  it('fills in the one output of the channel that has no place, and no other', () => {
    expect(outputsToListen(workings, [amplifier], known({})).join).toMatchObject([{ pairId: 'p1' }]);
    const two = [...known({}), { ...output(channel, []), id: 'p2', suffix: '2' }];
    const { join, add } = outputsToListen(workings, [amplifier], two);
    expect([join, add[0].fields.suffix]).toEqual([[], '3']);
  });
  it('leaves out what another output holds in part, and says which', () => {
    const { add, leaveOut } = outputsToListen(
      workings,
      [amplifier],
      known({ ends: ends(4, 9), side: 'right' }),
    );
    expect(add).toEqual([]);
    expect(leaveOut[0].because).toMatch(/right.* has one of these wires already/);
  });
  it('leaves out what is on a unit that is gone', () => {
    expect(outputsToListen(workings, [], []).leaveOut).toMatchObject([{ because: 'Its unit was removed.' }]);
  });
  it('tells what it did in one sentence', () => {
    const pair = output(FRONT_LEFT, []) as unknown as Pair;
    expect(outputsFoundWords({ added: [pair, pair], joined: [pair], leftOut: [] })).toBe(
      '2 outputs added to Listen, 1 joined to its wires.',
    );
    expect(outputsFoundWords({ added: [], joined: [], leftOut: [] })).toBe(
      'Listen has all of these outputs already.',
    );
  });
});
