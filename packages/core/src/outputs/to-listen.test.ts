import { describe, expect, it } from 'vitest';
import type { PairFinding } from '../harness/finding-types.ts';
import type { HarnessWorkings } from '../harness/map-harness.ts';
import type { Unit } from '../model/unit.ts';
import type { Channel } from '../model/words.ts';
import { outputsToListen } from './to-listen.ts';

type Map = Parameters<typeof outputsToListen>[0];
type Known = Parameters<typeof outputsToListen>[2][number];

const REAR_LEFT: Channel = { side: 'left', axle: 'rear', way: 'full' };
const unit = (id: string, kind: Unit['kind'], name = id) => ({ id, kind, name });
const AMPLIFIER = unit('amp', 'amplifier', 'Amplifier');
const RADIO = unit('rad', 'radio', 'Radio');

/** A settled input of the amplifier for rear left, on cavities 1 and 2, but for what a case says otherwise. */
const pair = (part: Partial<PairFinding> = {}): PairFinding =>
  ({
    plusCavityId: 'k1',
    minusCavityId: 'k2',
    kind: 'input',
    state: 'settled',
    probability: 0.99,
    channel: { channel: REAR_LEFT, state: 'settled', probability: 0.99 },
    drivers: [],
    ...part,
  }) as PairFinding;

/** A map with just these pairs: cavities 1 to 4 on a plug of the amplifier, 5 on one of another unit. */
function mapOf(pairs: PairFinding[], { unread = [] as string[], at = 'amp' } = {}): Map {
  const ids = ['k1', 'k2', 'k3', 'k4', 'k5'];
  return {
    map: {
      cavities: ids.map((cavityId) => ({ cavityId, readings: unread.includes(cavityId) ? 0 : 2 })),
      pairs,
    },
    wires: ids.map((id, n) => ({ id, number: n + 1, connector: id === 'k5' ? 1 : 0 })),
    indexOf: new globalThis.Map(ids.map((id, n) => [id, n])),
    input: {
      connectors: [
        { id: 'c1', unitId: at, name: 'C1' },
        { id: 'c2', unitId: 'other', name: 'C2' },
      ],
    },
  } as unknown as Pick<HarnessWorkings, 'map' | 'wires' | 'indexOf' | 'input'>;
}
const known = (part: Partial<Known> = {}): Known => ({
  id: 'p1',
  unitId: 'rad',
  suffix: '',
  ends: [],
  ...REAR_LEFT,
  ...part,
});
const ENDS = [
  { sign: 'plus', cavityId: 'k1' },
  { sign: 'minus', cavityId: 'k2' },
];
const because = (map: Map, units = [AMPLIFIER, RADIO], outputs: Known[] = []) => {
  const { add, join, leaveOut } = outputsToListen(map, units, outputs);
  expect([add, join]).toEqual([[], []]);
  return leaveOut;
};

describe('an input of an amplifier', () => {
  it('is a line output of the one radio that feeds it', () => {
    expect(outputsToListen(mapOf([pair()]), [AMPLIFIER, RADIO], []).add).toEqual([
      {
        unitId: 'rad',
        fields: {
          ...REAR_LEFT,
          suffix: '',
          ends: ENDS,
          placeText: '',
          stage: 'line',
          statedPolarity: 'unknown',
        },
        ways: ['full'],
      },
    ]);
  });
  it('stays out without a radio, with two of them, and where a radio has it', () => {
    expect(because(mapOf([pair()]), [AMPLIFIER])).toEqual([
      {
        place: 'C1·1/2',
        because: 'It is fed by the radio, which this job does not list: add the radio as a unit in Listen.',
      },
    ]);
    expect(
      because(mapOf([pair()]), [AMPLIFIER, RADIO, unit('r2', 'radio', 'Rear seat radio')]),
    ).toMatchObject([
      { because: 'More than one radio could feed it (Radio, Rear seat radio): add it in Listen.' },
    ]);
    expect(because(mapOf([pair()], { at: 'rad' }))).toMatchObject([
      { because: 'It reads as an input of the radio. If it is a line output, add it in Listen.' },
    ]);
  });
  it('is the other end of the radio’s output of its channel, and of no other', () => {
    const own = [
      { sign: 'plus', cavityId: 'x1', plug: 'R1' },
      { sign: 'minus', cavityId: 'x2', plug: 'R1' },
    ] as unknown as Known['ends'];
    const join = (...outputs: Known[]) => outputsToListen(mapOf([pair()]), [AMPLIFIER, RADIO], outputs).join;
    expect(join(known({ ends: own }))).toEqual([
      {
        pairId: 'p1',
        ends: [{ sign: 'plus', cavityId: 'x1' }, { sign: 'minus', cavityId: 'x2' }, ...ENDS],
      },
    ]);
    expect(join(known())).toEqual([{ pairId: 'p1', ends: ENDS }]);
    for (const another of [
      known({ side: 'right' }),
      known({ axle: 'front' }),
      known({ way: 'woofer' }),
      known({ unitId: 'amp' }),
      // Both of its ends are known already.
      known({ ends: [...own, ...own] }),
    ])
      expect(join(another)).toEqual([]);
  });
});

describe('an output of a unit', () => {
  const output = (part: Partial<PairFinding> = {}) => pair({ kind: 'output', ...part });
  it('brings the speakers that were heard on it, a way each, or its own', () => {
    const ways = (drivers: PairFinding['drivers']) =>
      outputsToListen(mapOf([output({ drivers })]), [AMPLIFIER], []).add.map((a) => a.ways);
    expect(ways(['woofer', 'tweeter'])).toEqual([['woofer', 'tweeter']]);
    expect(ways([])).toEqual([['full']]);
  });
  it('takes the place of one that has none, but not of one that has wires', () => {
    const at = (ends: unknown[]) =>
      outputsToListen(
        mapOf([output()]),
        [AMPLIFIER],
        [known({ unitId: 'amp', ends: ends as Known['ends'] })],
      );
    expect(at([])).toMatchObject({ join: [{ pairId: 'p1', ends: ENDS }], add: [] });
    expect(at([{ sign: 'plus', cavityId: 'k9' }])).toMatchObject({
      join: [],
      add: [{ unitId: 'amp', fields: { suffix: '2', stage: 'unknown', ends: ENDS } }],
    });
  });
  it('is numbered after its twins, those that come with it among them', () => {
    const second = output({ plusCavityId: 'k3', minusCavityId: 'k4' });
    const suffixes = (...outputs: Known[]) =>
      outputsToListen(mapOf([output(), second]), [AMPLIFIER], outputs).add.map((a) => a.fields.suffix);
    expect(suffixes()).toEqual(['', '2']);
    expect(suffixes(known({ unitId: 'amp' }))).toEqual(['2']);
    const full = known({ unitId: 'amp', ends: [{ sign: 'plus', cavityId: 'k9' }] as Known['ends'] });
    expect(suffixes(full)).toEqual(['2', '3']);
    expect(suffixes(known({ unitId: 'rad' }))).toEqual(['', '2']);
  });
});

describe('what stays out', () => {
  const open = (probability: number) => pair({ state: 'open', probability });
  it('is said once it is likely and both wires were read, and not before', () => {
    const unsure = 'It is not sure yet that the two are a pair: take the next test.';
    expect(because(mapOf([open(0.5)]))).toMatchObject([{ because: unsure }]);
    expect(because(mapOf([open(0.49)]))).toEqual([]);
    expect(because(mapOf([open(0.9)], { unread: ['k1'] }))).toEqual([]);
    expect(because(mapOf([open(0.9)], { unread: ['k2'] }))).toEqual([]);
    expect(because(mapOf([pair({ kind: 'data' })]))).toEqual([]);
  });
  it('is a pair of no known channel, or with wires on plugs of two units', () => {
    const unknown = 'Its channel is not known: put a tone on it, or move the balance.';
    const channel = { channel: REAR_LEFT, state: 'open', probability: 0.3 } as PairFinding['channel'];
    expect(because(mapOf([pair({ channel })]))).toMatchObject([{ because: unknown }]);
    expect(because(mapOf([pair({ channel: null })]))).toMatchObject([{ because: unknown }]);
    expect(because(mapOf([pair({ minusCavityId: 'k5' })]))).toMatchObject([
      { because: 'Its wires are on plugs of two units: check which unit each plug belongs to.' },
    ]);
  });
  it('is one of whose wires another output has one, or both in two', () => {
    const holds = (id: string, ...cavities: string[]) =>
      known({
        id,
        suffix: id,
        ends: cavities.map((cavityId) => ({ sign: 'plus', cavityId })) as Known['ends'],
      });
    expect(because(mapOf([pair()]), [AMPLIFIER, RADIO], [holds('A', 'k1'), holds('B', 'k2')])).toMatchObject([
      { because: expect.stringMatching(/A and .*B each have one of these wires already/) },
    ]);
    expect(because(mapOf([pair()]), [AMPLIFIER, RADIO], [holds('A', 'k1', 'k2')])).toEqual([]);
  });
});
