import { describe, expect, it } from 'vitest';
import { seenWire } from '../../test/small-plug.ts';
import { type Conditions, START_CONDITIONS } from '../model/conditions.ts';
import { type Role, ROLES } from '../model/sheet.ts';
import { type Instrument, kindOf, type Observation } from './index.ts';
import { awake, PAIR_KINDS, type PairKind, probesUnit, UNKNOWN_CAR, unitLive } from './likelihood.ts';

// What somebody with a meter expects of a 12 V car, role against role: only ratios count.
const SEATED: Conditions = { ...START_CONDITIONS, plug: 'seated' };
const ON: Conditions = { ...SEATED, ignition: 'on', radio: 'on' };
const PLAYING: Conditions = { ...ON, sound: 'playing', volumeStep: 18 };
const IGNITION: Conditions = { ...SEATED, ignition: 'on' };
const UNIT: Conditions = { ...START_CONDITIONS, side: 'unit' };

const volts = (kind: 'dc' | 'ac', v: number): Observation => ({ kind, volts: v, word: null });
const metered = (ohms: number): Observation => ({ kind: 'ohms', ohms, word: null });
const word = (kind: 'dc' | 'ac' | 'ohms', said: 'drifting' | 'unreachable' | 'open') =>
  (kind === 'ohms' ? { kind, ohms: null, word: said } : { kind, volts: null, word: said }) as Observation;
const model = (o: Observation) => kindOf(o.kind).likelihood!;
const alone = (o: Observation, c: Conditions, role: Role) => model(o).alone(o, c, role, UNKNOWN_CAR);
const pair = (o: Observation, c: Conditions, kind: PairKind) => model(o).partners(o, c, kind);
const strangers = (o: Observation, c: Conditions, a: Role, b: Role) => model(o).strangers(o, c, a, b);

it('conditions: what is live, awake, and which half is probed', () => {
  expect([START_CONDITIONS, SEATED, ON, { ...ON, plug: 'out' as const }].map(unitLive)).toEqual([
    false,
    false,
    true,
    false,
  ]);
  expect([SEATED, IGNITION, { ...SEATED, radio: 'on' as const }].map(awake)).toEqual([false, true, true]);
  expect([START_CONDITIONS, UNIT, { ...UNIT, plug: 'seated' as const }].map(probesUnit)).toEqual([
    false,
    true,
    false,
  ]);
});

describe('volts to ground', () => {
  it.each<[number, Conditions, string, Role, Role]>([
    [12.4, SEATED, 'all off', 'battery', 'switched'],
    [12.4, SEATED, 'all off', 'battery', 'remote'],
    [12.4, IGNITION, 'ignition on', 'switched', 'remote'],
    [12.4, IGNITION, 'ignition on', 'switched', 'output'],
    [12.4, { ...SEATED, radio: 'on' }, 'radio alone', 'remote', 'switched'],
    [5, ON, 'radio on', 'remote', 'switched'],
    [0.02, SEATED, 'all off', 'ground', 'battery'],
    [0.02, SEATED, 'all off', 'switched', 'battery'],
    [0.02, SEATED, 'all off', 'remote', 'battery'],
    [6.4, ON, 'radio on', 'output', 'input'],
    [6.4, ON, 'radio on', 'output', 'battery'],
    [2.6, ON, 'radio on', 'input', 'output'],
    [2.5, IGNITION, 'ignition on', 'data', 'input'],
    [2.4, SEATED, 'asleep', 'data', 'output'],
    [0.5, SEATED, 'asleep', 'data', 'battery'],
    [11, IGNITION, 'ignition on', 'data', 'output'],
    [3.3, ON, 'radio on', 'mute', 'output'],
    [5, ON, 'radio on', 'mute', 'input'],
    [12.4, SEATED, 'all off', 'mute', 'ground'],
    [9, ON, 'radio on', 'microphone', 'input'],
  ])('%d V, %#: %s', (v, c, _, likely, unlikely) => {
    expect(alone(volts('dc', v), c, likely)).toBeGreaterThan(2 * alone(volts('dc', v), c, unlikely));
  });
  it.each<[number, Conditions, Conditions, Role]>([
    [6.4, ON, SEATED, 'output'],
    [2.6, ON, SEATED, 'input'],
    [5, ON, SEATED, 'mute'],
    [7, ON, SEATED, 'microphone'],
    [12.4, ON, IGNITION, 'remote'],
    [12.4, IGNITION, SEATED, 'switched'],
    [2.5, IGNITION, SEATED, 'data'],
    [12.4, SEATED, UNIT, 'battery'],
    [0.02, SEATED, ON, 'output'],
  ])('%d V is likelier under one condition than the other (%#)', (v, here, there, role) => {
    expect(alone(volts('dc', v), here, role)).toBeGreaterThan(2 * alone(volts('dc', v), there, role));
  });
  it('a meter that drifts speaks for a floating line; one that cannot reach for nothing', () => {
    const drifts = (role: Role) => alone(word('dc', 'drifting'), ON, role);
    expect(drifts('unused')).toBeGreaterThan(3 * drifts('data'));
    expect(drifts('data')).toBeGreaterThan(3 * drifts('ground'));
    expect(ROLES.map((role) => alone(word('dc', 'unreachable'), ON, role))).toEqual(ROLES.map(() => 1));
    expect(model(volts('dc', 0)).anywhere(word('dc', 'unreachable'))).toBe(1);
    expect(model(volts('dc', 0)).anywhere(word('dc', 'drifting'))).toBeCloseTo(0.12, 9);
    expect(strangers(volts('dc', 3), ON, 'battery', 'ground')).toBe(1);
    expect(pair(volts('dc', 3), ON, 'output')).toBe(1);
  });
});

/** Everything a kind of reading can show, summed up: one, but for the little that is left for what nobody thought of. */
function total(kind: 'dc' | 'ohms', of: (o: Observation) => number): number {
  const step = 0.01;
  const grid = Array.from(
    // up to the 25 V of a lorry's feed
    { length: kind === 'dc' ? 5000 : 4000 },
    (_, i) => (kind === 'dc' ? -15 : -1.3) + i * step * (kind === 'dc' ? 1 : 0.35),
  );
  const numbers = grid.reduce(
    (sum, x) =>
      sum + of(kind === 'dc' ? volts('dc', x) : metered(10 ** x)) * (kind === 'dc' ? step : step * 0.35),
    0,
  );
  const words = kind === 'dc' ? (['drifting'] as const) : (['drifting', 'open'] as const);
  return numbers + words.reduce((sum, w) => sum + of(word(kind, w)), 0);
}

describe('whatever a wire is, something is read', () => {
  const states = [START_CONDITIONS, SEATED, IGNITION, ON, PLAYING, UNIT];
  it.each(ROLES)('volts to ground of %s', (role) => {
    for (const c of states) expect(total('dc', (o) => alone(o, c, role))).toBeGreaterThan(0.98);
    for (const c of states) expect(total('dc', (o) => alone(o, c, role))).toBeLessThan(1.05);
  });
  it.each(PAIR_KINDS)('ohms across a pair: %s', (kind) => {
    for (const c of states) {
      const sum = total('ohms', (o) => pair(o, c, kind));
      expect(sum).toBeGreaterThan(0.93);
      expect(sum).toBeLessThan(1.05);
    }
  });
  it.each(ROLES)('ohms between %s and any other', (role) => {
    for (const other of ROLES) {
      const sum = total('ohms', (o) => strangers(o, SEATED, role, other));
      expect(sum).toBeGreaterThan(0.9);
      expect(sum).toBeLessThan(1.05);
    }
  });
});

describe('ohms', () => {
  it('a few across a pair are a driver; sixty a data pair; thousands an input', () => {
    const across = (ohms: number, kind: PairKind, c = START_CONDITIONS) => pair(metered(ohms), c, kind);
    expect(across(3.8, 'output')).toBeGreaterThan(10 * across(3.8, 'input'));
    expect(across(3.8, 'output')).toBeGreaterThan(10 * across(3.8, 'data'));
    expect(across(71, 'data')).toBeGreaterThan(5 * across(71, 'output'));
    expect(across(3200, 'input')).toBeGreaterThan(5 * across(3200, 'output'));
    // In the unit's own half no driver hangs on the pair.
    expect(across(3.8, 'output')).toBeGreaterThan(20 * across(3.8, 'output', UNIT));
    expect(across(10_000, 'output', UNIT)).toBeGreaterThan(5 * across(10_000, 'output'));
  });
  it('a live pair drifts', () => {
    const drifts = (kind: PairKind, c: Conditions) => pair(word('ohms', 'drifting'), c, kind);
    expect(drifts('output', ON)).toBeGreaterThan(5 * drifts('output', SEATED));
    expect(drifts('output', ON)).toBeGreaterThan(5 * drifts('output', { ...ON, plug: 'out' }));
    expect(drifts('data', IGNITION)).toBeGreaterThan(5 * drifts('data', SEATED));
    expect(pair(word('ohms', 'open'), START_CONDITIONS, 'input')).toBeGreaterThan(
      2 * pair(word('ohms', 'open'), START_CONDITIONS, 'output'),
    );
  });
  it('grounds are joined, strangers are open, whichever is named first', () => {
    const between = (o: Observation, a: Role, b: Role) => strangers(o, SEATED, a, b);
    expect(between(metered(0.25), 'ground', 'ground')).toBeGreaterThan(
      10 * between(metered(0.25), 'battery', 'ground'),
    );
    expect(between(metered(0.25), 'battery', 'battery')).toBeGreaterThan(
      10 * between(metered(0.25), 'switched', 'battery'),
    );
    expect(between(metered(1000), 'microphone', 'microphone')).toBeGreaterThan(
      3 * between(metered(1000), 'output', 'microphone'),
    );
    expect(between(word('ohms', 'open'), 'output', 'battery')).toBeGreaterThan(
      2 * between(word('ohms', 'open'), 'ground', 'input'),
    );
    for (const [a, b] of [
      ['battery', 'ground'],
      ['ground', 'remote'],
      ['input', 'output'],
    ] as const)
      expect(between(metered(5000), a, b)).toBe(between(metered(5000), b, a));
    expect(between(metered(16_000), 'ground', 'remote')).toBeGreaterThan(
      3 * between(metered(16_000), 'output', 'remote'),
    );
    expect(alone(metered(0.25), SEATED, 'ground')).toBe(between(metered(0.25), 'ground', 'ground'));
    expect(between(word('ohms', 'unreachable'), 'output', 'input')).toBe(1);
  });
  it('nothing at all and a short are one and the same to a meter', () => {
    expect(pair(metered(0), SEATED, 'output')).toBe(pair(metered(0.05), SEATED, 'output'));
  });
  it('anywhere: open most of the time, else a driver or thousands', () => {
    const { anywhere } = model(metered(1));
    expect(anywhere(word('ohms', 'open'))).toBeGreaterThan(anywhere(word('ohms', 'drifting')));
    expect(anywhere(metered(3.8))).toBeGreaterThan(3 * anywhere(metered(60)));
  });
});

describe('AC volts', () => {
  const across = (v: number, kind: PairKind, c: Conditions) => pair(volts('ac', v), c, kind);
  it('show where something plays', () => {
    expect(across(1.6, 'output', PLAYING)).toBeGreaterThan(10 * across(1.6, 'output', ON));
    expect(across(0.56, 'input', PLAYING)).toBeGreaterThan(
      10 * across(0.56, 'input', { ...PLAYING, radio: 'off' }),
    );
    expect(across(1.6, 'output', PLAYING)).toBeGreaterThan(2 * across(1.6, 'data', PLAYING));
    expect(across(0.003, 'output', ON)).toBeGreaterThan(10 * across(0.003, 'output', PLAYING));
    // Out of circuit an output is silent, an input still gets its signal; in the unit's own half there is neither.
    const out: Conditions = { ...PLAYING, plug: 'out' };
    expect(across(0.56, 'input', out)).toBeGreaterThan(5 * across(0.56, 'output', out));
    expect(across(0.56, 'input', out)).toBeGreaterThan(5 * across(0.56, 'input', { ...out, side: 'unit' }));
  });
  it('a data pair chatters as long as the car is awake', () => {
    expect(across(0.18, 'data', IGNITION)).toBeGreaterThan(10 * across(0.18, 'data', SEATED));
    expect(across(0.18, 'data', IGNITION)).toBeGreaterThan(
      10 * across(0.18, 'data', { ...UNIT, ignition: 'on' }),
    );
    expect(across(0.18, 'data', IGNITION)).toBeGreaterThan(10 * across(0.18, 'output', IGNITION));
  });
  it('rise with the volume, and are fewer off the middle of balance and fader', () => {
    const loud = { ...PLAYING, volumeStep: 38 };
    expect(across(16, 'output', loud)).toBeGreaterThan(5 * across(16, 'output', PLAYING));
    expect(across(1.6, 'output', { ...PLAYING, volumeStep: null })).toBe(across(1.6, 'output', PLAYING));
    for (const away of [{ balance: 'left' as const }, { fader: 'rear' as const }]) {
      expect(across(0.003, 'output', { ...PLAYING, ...away })).toBeGreaterThan(
        4 * across(0.003, 'output', PLAYING),
      );
      expect(across(1.6, 'output', PLAYING)).toBeGreaterThan(
        1.5 * across(1.6, 'output', { ...PLAYING, ...away }),
      );
    }
  });
  it('half of it from one end to ground, nothing on what carries none', () => {
    const single = (v: number, role: Role) => alone(volts('ac', v), PLAYING, role);
    expect(single(0.8, 'output')).toBeGreaterThan(10 * single(0.8, 'battery'));
    expect(single(0.28, 'input')).toBeGreaterThan(5 * single(0.28, 'ground'));
    expect(single(0.003, 'ground')).toBeGreaterThan(10 * single(0.003, 'output'));
    const half = alone(volts('ac', 0.2), PLAYING, 'output') / alone(volts('ac', 1.6), PLAYING, 'output');
    expect(half).toBeGreaterThan(across(0.2, 'output', PLAYING) / across(1.6, 'output', PLAYING));
  });
  it('between two strangers: of none nothing, of one its half, of two of a kind both or nothing', () => {
    const of = (v: number, a: Role, b: Role) => strangers(volts('ac', v), PLAYING, a, b);
    expect(of(1, 'output', 'ground')).toBe(alone(volts('ac', 1), PLAYING, 'output'));
    expect(of(1, 'ground', 'output')).toBe(of(1, 'output', 'ground'));
    expect(of(0.003, 'ground', 'battery')).toBeGreaterThan(10 * of(0.003, 'output', 'battery'));
    expect(of(1.6, 'output', 'output')).toBeCloseTo(
      (across(1.6, 'output', PLAYING) + of(1.6, 'ground', 'battery')) / 2,
      9,
    );
    expect(of(0.8, 'output', 'input')).toBe(alone(volts('ac', 0.8), PLAYING, 'output'));
  });
  it('no number tells nothing of the role', () => {
    const said = word('ac', 'drifting');
    const told = [
      ...ROLES.map((role) => alone(said, PLAYING, role)),
      ...PAIR_KINDS.map((kind) => pair(said, PLAYING, kind)),
      strangers(said, PLAYING, 'output', 'output'),
      model(said).anywhere(said),
    ];
    expect(new Set(told)).toEqual(new Set([0.1]));
    expect(model(said).anywhere(volts('ac', 0.5))).toBeGreaterThan(2 * model(said).anywhere(volts('ac', 5)));
  });
});

describe('tone, cone and colour', () => {
  const heard: Observation = {
    kind: 'tone',
    places: [{ side: 'left', axle: 'front', way: null }],
    word: null,
  };
  const silent: Observation = { kind: 'tone', places: [], word: 'nothing' };
  it('a tone is heard where a driver hangs', () => {
    expect(pair(heard, SEATED, 'output')).toBeGreaterThan(20 * pair(heard, SEATED, 'input'));
    expect(pair(silent, SEATED, 'data')).toBeGreaterThan(20 * pair(silent, SEATED, 'output'));
    expect(strangers(heard, SEATED, 'output', 'output')).toBe(pair(heard, SEATED, 'input'));
    expect(alone(heard, SEATED, 'output')).toBe(1);
    expect(model(heard).anywhere(heard)).toBeLessThan(model(heard).anywhere(silent));
  });
  const cone = (moves: 'out' | 'in' | 'none', source: 'battery' | 'tester' = 'tester'): Observation => ({
    kind: 'cone',
    source,
    moves,
  });
  it('a cone moves on an output, or on an input while something plays', () => {
    for (const moves of ['out', 'in'] as const) {
      expect(pair(cone(moves), SEATED, 'output')).toBeGreaterThan(20 * pair(cone(moves), SEATED, 'input'));
      expect(pair(cone(moves), PLAYING, 'input')).toBe(pair(cone(moves), SEATED, 'output'));
    }
    expect(pair(cone('out', 'battery'), PLAYING, 'input')).toBeLessThan(0.1);
    expect(pair(cone('out'), ON, 'input')).toBeLessThan(0.1);
    expect(pair(cone('out'), { ...PLAYING, radio: 'off' }, 'input')).toBeLessThan(0.1);
    expect(pair(cone('out'), PLAYING, 'data')).toBeLessThan(0.1);
    // Tweeters show nothing to a battery.
    expect(pair(cone('none', 'battery'), SEATED, 'output')).toBeGreaterThan(
      2 * pair(cone('none'), SEATED, 'output'),
    );
    expect(strangers(cone('none'), SEATED, 'output', 'input')).toBeGreaterThan(0.9);
    expect(model(cone('out')).anywhere(cone('out'))).toBeLessThan(model(cone('out')).anywhere(cone('none')));
    expect(alone(cone('out'), SEATED, 'output')).toBe(1);
  });
  it('feeds and grounds are thick; grounds black or brown, feeds red; data twisted', () => {
    const one = (part: Parameters<typeof seenWire>[0], role: Role) => alone(seenWire(part), SEATED, role);
    expect(one({ size: 'thick' }, 'battery')).toBeGreaterThan(5 * one({ size: 'thick' }, 'output'));
    expect(one({ size: 'thin' }, 'data')).toBeGreaterThan(5 * one({ size: 'thin' }, 'ground'));
    for (const wire of ['BK', 'BN/WH'])
      expect(one({ wire }, 'ground')).toBeGreaterThan(4 * one({ wire }, 'battery'));
    expect(one({ wire: 'RD' }, 'battery')).toBeGreaterThan(4 * one({ wire: 'RD' }, 'ground'));
    expect(one({ wire: 'GN' }, 'output')).toBeGreaterThan(1.5 * one({ wire: 'GN' }, 'battery'));
    expect(one({ wire: 'GN' }, 'battery')).toBeGreaterThan(one({ wire: 'GN' }, 'ground'));
    expect(one({ wire: 'RD', unsure: true }, 'battery')).toBe(1);
    expect(one({ twisted: true }, 'data')).toBeGreaterThan(5 * one({ twisted: true }, 'battery'));
    expect(one({ twisted: false }, 'battery')).toBeGreaterThan(5 * one({ twisted: false }, 'data'));
    expect(one({}, 'battery')).toBe(1);
    expect(one({ size: 'thick', wire: 'RD' }, 'battery')).toBeCloseTo(0.45, 9);
  });
  it('two that are twisted are partners', () => {
    for (const kind of PAIR_KINDS)
      expect(pair(seenWire({ twisted: true }), SEATED, kind)).toBeGreaterThan(
        20 * strangers(seenWire({ twisted: true }), SEATED, 'output', 'data'),
      );
    expect(pair(seenWire({ twisted: false }), SEATED, 'data')).toBeLessThan(
      0.2 * strangers(seenWire({ twisted: false }), SEATED, 'output', 'data'),
    );
    expect([pair(seenWire({}), SEATED, 'data'), strangers(seenWire({}), SEATED, 'data', 'data')]).toEqual([
      1, 1,
    ]);
  });
  it('a note is no evidence', () => expect(kindOf('note' satisfies Instrument).likelihood).toBeNull());
});
