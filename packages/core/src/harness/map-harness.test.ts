import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  harnessOf,
  IGNITION_ON,
  inOrder,
  OFF,
  PLAYING,
  RADIO_ON,
  SimulatedHand,
  variedWiring,
} from '../carsim/index.ts';
import type { Conditions, Observation } from '../model/reading.ts';
import type { Role } from '../model/sheet.ts';
import { batteryOnPair } from './battery.ts';
import { contradictions } from './contradictions.ts';
import { evidenceFor } from './evidence.ts';
import type { HarnessClaim, HarnessInput, HarnessReading, Tool } from './harness-input.ts';
import { isSettled, mapHarness } from './map-harness.ts';
import { nextTests } from './next-test.ts';
import { dataOrAudio, turnOnSource } from './routines.ts';
import { toolGaps } from './tool-gaps.ts';

const ALL: readonly Tool[] = ['meter', 'battery', 'tone', 'tester', 'test-speaker'];

let made = 0;
const at = (
  cavity: number,
  other: number | null,
  observation: Observation,
  conditions: Conditions = OFF,
): HarnessReading => ({
  id: `r${made++}`,
  cavityId: `k${cavity}`,
  otherCavityId: other === null ? null : `k${other}`,
  observation,
  conditions,
});
const dc = (cavity: number, volts: number, conditions = OFF) =>
  at(cavity, null, { kind: 'dc', volts, word: null }, conditions);
const ohms = (a: number, b: number, value: number | null) =>
  at(a, b, { kind: 'ohms', ohms: value, word: value === null ? 'open' : null });
const tone = (a: number, b: number, side: 'left' | 'right', way: 'woofer' | 'tweeter' | null = null) =>
  at(a, b, { kind: 'tone', places: [{ side, axle: 'front', way }], word: null });
const cone = (a: number, b: number, moves: 'out' | 'in') =>
  at(a, b, { kind: 'cone', source: 'tester', moves });

/** One plug with two rows of eight, cavities k1 to k16. */
const plug = (readings: HarnessReading[], claims: HarnessClaim[] = [], tools = ALL): HarnessInput => ({
  connectors: [
    {
      id: 'c1',
      unitId: 'u1',
      name: 'C1',
      drivable: true,
      locked: false,
      cavities: Array.from({ length: 16 }, (_, i) => ({
        id: `k${i + 1}`,
        number: i + 1,
        x: i % 8,
        row: i < 8 ? 0 : 1,
      })),
    },
  ],
  readings,
  sheets: claims.length > 0 ? [{ id: 's1', name: 'Sheet', chosenVariant: null, claims }] : [],
  tools,
});
const found = (input: HarnessInput, cavity: number) => {
  const { map, indexOf } = mapHarness(input);
  return map.cavities[indexOf.get(`k${cavity}`)!];
};
const pairAt = (input: HarnessInput, cavity: number) => {
  const { map } = mapHarness(input);
  const { pair } = found(input, cavity);
  return pair === null ? null : map.pairs[pair];
};
const volts = (cavity: number, off: number, ignition: number, radio: number) => [
  dc(cavity, off),
  dc(cavity, ignition, IGNITION_ON),
  dc(cavity, radio, RADIO_ON),
];

describe('roles from volts to ground', () => {
  it.each([
    ['battery', [12.5, 12.3, 12.3]],
    ['switched', [0.01, 12.2, 12.2]],
    ['remote', [0.02, 0.03, 11.6]],
  ] as [Role, [number, number, number]][])('%s', (role, [off, ignition, radio]) => {
    const finding = found(plug(volts(5, off, ignition, radio)), 5);
    expect(finding.role).toBe(role);
    expect(finding.probability).toBeGreaterThan(0.6);
  });
  it('half the supply with the amplifier awake is a bridge-tied output', () => {
    const seated: Conditions = { ...RADIO_ON, plug: 'seated' };
    expect(found(plug([dc(3, 6.3, seated), dc(4, 6.3, seated)]), 3).role).toBe('output');
  });
  it('nothing measured is nothing known', () => {
    const { map } = mapHarness(plug([]));
    expect(map.cavities.every((c) => c.state === 'open' && c.standing === 'assumed')).toBe(true);
  });
});

describe('pairs', () => {
  const front = [ohms(3, 4, 3.7), tone(3, 4, 'left', 'woofer'), cone(3, 4, 'in')];
  it('a few ohms and a tone make a pair with its channel; the cone tells plus', () => {
    expect(pairAt(plug(front), 3)).toMatchObject({
      kind: 'output',
      plusCavityId: 'k4',
      minusCavityId: 'k3',
      channel: { channel: { side: 'left', axle: 'front' } },
      drivers: ['woofer'],
    });
  });
  it('which end is named first does not matter', () => {
    const turned = front.map((r) => {
      const o = r.observation;
      const observation =
        o.kind === 'cone' ? { ...o, moves: o.moves === 'in' ? ('out' as const) : ('in' as const) } : o;
      return { ...r, cavityId: r.otherCavityId!, otherCavityId: r.cavityId, observation };
    });
    expect(pairAt(plug(turned), 3)).toMatchObject({ plusCavityId: 'k4' });
    expect(pairAt(plug(turned), 3)!.probability).toBeCloseTo(pairAt(plug(front), 3)!.probability, 6);
  });
  it('the order of readings does not matter', () => {
    const all = [...front, ...volts(1, 12.5, 12.3, 12.3), ohms(5, 6, null), dc(9, 0.02)];
    const roles = (list: HarnessReading[]) =>
      mapHarness(plug(list)).map.cavities.map((c) => Number(c.probability.toFixed(6)));
    const expected = roles(all);
    fc.assert(
      fc.property(fc.shuffledSubarray(all, { minLength: all.length }), (list) => {
        expect(roles(list)).toEqual(expected);
      }),
      { numRuns: 20 },
    );
  });
  it('a tweeter behind its capacitor reads open and is still found by the tone', () => {
    expect(pairAt(plug([ohms(5, 6, null), tone(5, 6, 'right', 'tweeter')]), 5)).toMatchObject({
      kind: 'output',
      channel: { channel: { side: 'right', way: 'tweeter' } },
    });
  });
  it('two grounds read next to nothing and are no pair', () => {
    const grounds = [1, 2].flatMap((n) => [
      ...volts(n, 0.01, 0.01, 0.01),
      at(n, null, { kind: 'seen', wire: 'BK', size: 'thick', twisted: false, origin: null, unsure: false }),
    ]);
    const input = plug([...grounds, ohms(1, 2, 0.2), at(1, null, { kind: 'ohms', ohms: 0.3, word: null })]);
    expect(found(input, 1)).toMatchObject({ role: 'ground', pair: null });
  });
  it('one slip does not overturn what the rest says, and is named', () => {
    const input = plug([...volts(1, 12.5, 12.3, 12.3), dc(1, 0.01), dc(1, 12.4), ...front]);
    expect(found(input, 1).role).toBe('battery');
    const odd = contradictions(mapHarness(input)).find((c) => c.kind === 'reading');
    expect(odd?.title).toBe('10 mV on C1·1 does not fit');
    expect(odd?.readingId).toBe(input.readings[3].id);
  });
});

describe('what earlier work left behind', () => {
  const two = [ohms(3, 4, 3.7), tone(3, 4, 'left'), ohms(5, 6, 3.7), tone(5, 6, 'right')];
  const dangers = (extra: HarnessReading) =>
    contradictions(mapHarness(plug([...two, ...two, extra])))
      .filter((c) => c.kind === 'danger')
      .map((c) => c.title);
  it('a speaker wire on ground and two outputs tied together come before all else', () => {
    expect(dangers(at(4, null, { kind: 'ohms', ohms: 0.3, word: null }))).toEqual([
      'C1·4 is a speaker wire on ground',
    ]);
    expect(dangers(ohms(4, 6, 0.2))).toEqual(['C1·4/6: two outputs tied together']);
    expect(dangers(ohms(4, 6, null))).toEqual([]);
  });
});

describe('polarity among siblings', () => {
  const siblings = [3, 5, 7, 11, 13].flatMap((n) => [
    ohms(n, n + 1, 3.7),
    tone(n, n + 1, n < 8 ? 'left' : 'right'),
    cone(n, n + 1, 'out'),
  ]);
  const odd = [ohms(15, 16, 3.7), tone(15, 16, 'right'), cone(15, 16, 'in')];
  it('the odd one out is held back and asked for once more', () => {
    const input = plug([...siblings, ...odd]);
    expect(pairAt(input, 15)).toMatchObject({ plusCavityId: 'k16', polarity: { odd: true, state: 'again' } });
    expect(contradictions(mapHarness(input)).map((c) => c.kind)).toContain('polarity');
    const asked = nextTests(mapHarness(input), OFF, 400).find(
      (t) => t.instrument === 'cone' && t.cavityId === 'k15',
    );
    expect(asked?.why).toContain('Once more settles it');
  });
  it('measured twice it is taken as it is', () => {
    const input = plug([...siblings, ...odd, cone(16, 15, 'out')]);
    expect(pairAt(input, 15)).toMatchObject({
      plusCavityId: 'k16',
      polarity: { state: 'settled', times: 2 },
    });
    expect(contradictions(mapHarness(input)).map((c) => c.kind)).not.toContain('polarity');
  });
  it('what was never measured is only assumed from its siblings', () => {
    const input = plug([...siblings, ...odd.slice(0, 2)]);
    expect(pairAt(input, 15)!.polarity).toMatchObject({ standing: 'assumed', times: 0 });
  });
});

describe('sheets', () => {
  const claim = (
    variant: string,
    cavity: number,
    side: 'left' | 'right',
    sign: 'plus' | 'minus',
  ): HarnessClaim => ({
    variant,
    cavityId: `k${cavity}`,
    role: 'output',
    channel: { side, axle: 'front', way: 'full' },
    sign,
  });
  const pairOf = (variant: string, first: number, side: 'left' | 'right') => [
    claim(variant, first, side, 'plus'),
    claim(variant, first + 1, side, 'minus'),
  ];
  const sheet = [
    ...pairOf('4F2', 3, 'left'),
    ...pairOf('4F2', 5, 'right'),
    ...pairOf('4K7', 3, 'right'),
    ...pairOf('4K7', 5, 'left'),
  ];
  const measured = [ohms(3, 4, 3.7), tone(3, 4, 'right'), ohms(5, 6, 3.8), tone(5, 6, 'left')];

  it('are claims until something is measured', () => {
    const input = plug([], sheet.slice(0, 4));
    expect(found(input, 3)).toMatchObject({ role: 'output', standing: 'claimed' });
    expect(found(input, 3).state).not.toBe('settled');
  });
  it('the variant that fits is found', () => {
    const { map } = mapHarness(plug(measured, sheet));
    const [best] = [...map.sheets[0].variants].sort((a, b) => b.probability - a.probability);
    expect(best).toMatchObject({ variant: '4K7' });
    expect(best.probability).toBeGreaterThan(0.9);
  });
  it('a chosen variant that does not fit is told with the one that does', () => {
    const input = plug(measured, sheet);
    const chosen = { ...input, sheets: [{ ...input.sheets[0], chosenVariant: '4F2' }] };
    const [told] = contradictions(mapHarness(chosen));
    expect(told.title).toBe('Sheet (4F2) says C1·3/4 is front left');
    expect(told.text).toContain(
      'The tone was heard at front right. Variant 4K7 of the sheet predicts that, and 2 more cavities',
    );
    expect(told.variant).toEqual({ sheetId: 's1', name: '4K7' });
  });
  it('what a sheet leaves out is most likely unused, when it names nearly everything else', () => {
    const named = (count: number): HarnessClaim[] =>
      Array.from({ length: count }, (_, i) => ({
        ...claim('', i + 1, 'left', 'plus'),
        role: 'ground',
        channel: null,
        sign: null,
      }));
    const unused = (claims: HarnessClaim[]) =>
      found(plug([], claims), 16).roles.find((r) => r.role === 'unused')!.probability;
    expect(unused(named(14))).toBeGreaterThan(3 * unused(named(4)));
  });
  it('a sheet for another option code loses against what was measured', () => {
    const input = plug(measured, sheet.slice(0, 4));
    expect(pairAt(input, 3)!.channel!.channel.side).toBe('right');
    expect(mapHarness(input).map.sheets[0].none).toBeGreaterThan(0.8);
    expect(contradictions(mapHarness(input))[0].text).toContain('may be for another option code');
  });
});

describe('the next test', () => {
  const low = [ohms(3, 4, 3.7)];
  it('is nothing that a lock or a missing tool forbids', () => {
    const input = plug(low);
    const kinds = (i: HarnessInput) => new Set(nextTests(mapHarness(i), OFF, 200).map((t) => t.instrument));
    expect(kinds(input)).toContain('tone');
    const [connector] = input.connectors;
    expect([...kinds({ ...input, connectors: [{ ...connector, drivable: false }] })].sort()).toEqual([
      'ac',
      'dc',
      'seen',
    ]);
    expect(kinds({ ...input, connectors: [{ ...connector, locked: true }] }).size).toBe(0);
    expect(kinds(plug(low, [], ['meter']))).not.toContain('tone');
    expect(kinds(plug(low, [], ['meter']))).not.toContain('cone');
  });
  it('with a meter and a battery the pop of the cell takes the place of a tone, where ohms allow it', () => {
    const tests = nextTests(mapHarness(plug(low, [], ['meter', 'battery'])), OFF, 200).filter(
      (t) => t.instrument === 'tone',
    );
    expect(tests.map((t) => [t.cavityId, t.otherCavityId])).toEqual([['k3', 'k4']]);
    expect(tests[0].why).toContain('1.5 V cell');
    expect(
      toolGaps(
        mapHarness(plug([...low, tone(3, 4, 'left', 'woofer'), tone(3, 4, 'left', 'woofer')], [], ['meter'])),
      ),
    ).toEqual([expect.stringContaining('need a polarity tester, or a 1.5 V cell')]);
  });
  it('no battery is asked for or allowed where a tweeter, an input or data may hang', () => {
    const cones = (readings: HarnessReading[]) =>
      nextTests(mapHarness(plug(readings, [], ['meter', 'battery'])), OFF, 400)
        .filter((t) => t.instrument === 'cone')
        .map((t) => t.cavityId);
    expect(cones([])).toEqual([]);
    expect(cones(low)).toEqual(['k3']);
    const tweeter = [...low, tone(3, 4, 'left', 'tweeter')];
    expect(cones(tweeter)).toEqual([]);
    expect(batteryOnPair(mapHarness(plug(low)), 'k4', 'k3')).toBeNull();
    expect(batteryOnPair(mapHarness(plug(low)), 'k5', 'k6')).toContain('before a few ohms were read');
    expect(batteryOnPair(mapHarness(plug(tweeter)), 'k3', 'k4')).toContain('may go to a tweeter');
    const bus = [7, 8].flatMap((n) => [dc(n, 0.1), dc(n, 2.5, IGNITION_ON), dc(n, 2.5, RADIO_ON)]);
    const onBus = nextTests(mapHarness(plug([...bus, ohms(7, 8, 60)])), OFF, 400).filter(
      (t) => t.otherCavityId === 'k8' && t.cavityId === 'k7',
    );
    expect(onBus.map((t) => t.instrument)).not.toContain('tone');
    expect(onBus.map((t) => t.instrument)).not.toContain('cone');
  });
  it('what was measured already is worth less', () => {
    const gain = (readings: HarnessReading[]) =>
      nextTests(mapHarness(plug(readings)), OFF, 200).find(
        (t) => t.instrument === 'dc' && t.cavityId === 'k1' && t.conditions.radio === 'on',
      )?.gain ?? 0;
    expect(gain([dc(1, 0.01, RADIO_ON)])).toBeLessThan(0.5 * gain([]));
  });
});

describe('evidence', () => {
  it('says what speaks for a finding and what against, the heaviest first', () => {
    const workings = mapHarness(plug([...volts(1, 12.5, 12.3, 12.3), dc(1, 0.01)]));
    const list = evidenceFor(workings, 'k1');
    expect(list.map((e) => Math.abs(e.weight))).toEqual(
      [...list.map((e) => Math.abs(e.weight))].sort((a, b) => b - a),
    );
    expect(list.find((e) => e.saw.startsWith('12.5 V to ground'))?.means).toBe('fits battery feed');
    expect(list.find((e) => e.saw.startsWith('10 mV'))?.means).toBe('speaks against battery feed');
  });
});

describe('routines', () => {
  const ac = (value: number, conditions: Conditions) =>
    at(1, 2, { kind: 'ac', volts: value, word: null }, conditions);
  it('audio follows what is played, data does not', () => {
    const audio = [
      ac(0.002, RADIO_ON),
      ac(0.7, PLAYING),
      ac(0.69, { ...PLAYING, fader: 'front' }),
      ac(0.004, { ...PLAYING, balance: 'right' }),
    ];
    expect(dataOrAudio(audio, 'k1', 'k2')).toMatchObject({
      state: 'settled',
      conclusion: expect.stringContaining('Audio'),
    });
    const data = [ac(0.2, RADIO_ON), ac(0.21, PLAYING), ohms(1, 2, 60)];
    expect(dataOrAudio(data, 'k1', 'k2')).toMatchObject({
      state: 'settled',
      conclusion: expect.stringContaining('Data'),
    });
    expect(dataOrAudio([], 'k1', 'k2').conclusion).toContain('meter only');
  });
  it('a turn-on source is proved only by all of its tests', () => {
    const good = [
      dc(1, 11.8, RADIO_ON),
      dc(1, 0.02, IGNITION_ON),
      dc(1, 0.01, { ...OFF, moment: 'door-open' }),
      dc(1, 10.9, { ...RADIO_ON, moment: 'restart' }),
      dc(1, 0, { ...OFF, moment: 'asleep' }),
    ];
    expect(turnOnSource(good, 'k1')).toMatchObject({
      state: 'open',
      conclusion: '5 of 6 shown. It may be used once all are.',
    });
    expect(turnOnSource([...good, dc(1, 11.2, { ...RADIO_ON, moment: 'loaded' })], 'k1').state).toBe(
      'settled',
    );
    expect(turnOnSource([dc(1, 12.1, IGNITION_ON)], 'k1').conclusion).toContain('Not a turn-on source');
  });
});

describe('simulated cars', () => {
  it('are mapped by the whole routine in spite of slips and wrong sheets', () => {
    let [roles, wires, pairs, right] = [0, 0, 0, 0];
    for (let n = 1; n <= 40; n++) {
      const wiring = variedWiring({ seed: n * 104_729, ...(n % 3 === 0 && { sheet: 'wrong' as const }) });
      const readings = inOrder(wiring, new SimulatedHand(wiring, { seed: n, slipRate: 0.02 }));
      const { map } = mapHarness(harnessOf(wiring, readings));
      for (const c of map.cavities) {
        wires++;
        if (wiring.cavities[Number(c.cavityId)].role === c.role) roles++;
      }
      for (const truth of wiring.pairs) {
        if (truth.kind === 'data') continue;
        pairs++;
        const pair = map.pairs.find(
          (p) => p.plusCavityId === String(truth.plus) && p.minusCavityId === String(truth.minus),
        );
        if (JSON.stringify(pair?.channel?.channel) === JSON.stringify(truth.channel)) right++;
      }
    }
    expect(roles / wires).toBeGreaterThan(0.98);
    expect(right / pairs).toBeGreaterThan(0.96);
  });
  it('following the next test settles a car with far fewer readings', () => {
    const wiring = variedWiring({ seed: 77, connectors: 2, sheet: 'none', reversedPairs: 1 });
    const ordered = inOrder(wiring, new SimulatedHand(wiring, { seed: 4, slipRate: 0 })).length;
    const hand = new SimulatedHand(wiring, { seed: 5, slipRate: 0 });
    const readings: HarnessReading[] = [];
    let workings = mapHarness(harnessOf(wiring, readings));
    for (let [test] = nextTests(workings, OFF, 1); test; [test] = nextTests(workings, test.conditions, 1)) {
      const other = test.otherCavityId === null ? null : Number(test.otherCavityId);
      const { observation } = hand.take(test.instrument, Number(test.cavityId), other, test.conditions);
      const { cavityId, otherCavityId, conditions } = test;
      readings.push({ id: `n${readings.length}`, cavityId, otherCavityId, observation, conditions });
      workings = mapHarness(harnessOf(wiring, readings));
    }
    expect(readings.length).toBeLessThan(0.7 * ordered);
    const audio = wiring.pairs.filter((p) => p.kind !== 'data');
    for (const truth of audio) {
      const pair = workings.map.pairs.find((p) => p.plusCavityId === String(truth.plus));
      expect(pair).toMatchObject({ minusCavityId: String(truth.minus), channel: { channel: truth.channel } });
    }
    expect(workings.map.cavities.filter((c) => isSettled(workings.map, c)).length).toBeGreaterThan(
      0.8 * workings.wires.length,
    );
  });
});
