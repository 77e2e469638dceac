import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Conditions } from '../model/conditions.ts';
import { OFF, RADIO_ON } from '../carsim/index.ts';
import type { Role } from '../model/sheet.ts';
import { contradictions } from './contradictions.ts';
import type { HarnessClaim, HarnessReading } from './harness-input.ts';
import { mapHarness } from './map-harness.ts';
import { nextTests } from './next-test.ts';
import { at, dc, ohms, tone, cone, plug, found, pairAt, seenWire, volts } from '../../test/small-plug.ts';

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
      at(n, null, seenWire({ wire: 'BK', size: 'thick', twisted: false })),
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
