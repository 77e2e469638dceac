import { describe, expect, it } from 'vitest';
import { chooseOutputs, type ChoiceInput, type ChooseOptions } from './choose.ts';
import { joinPhases } from './measured-phase.ts';
import { type ComplexResponse, levelOf, sumResponses, sumSpan } from './network.ts';
import { SUM_GRID_HZ as GRID } from './output-response.ts';
import { roughness } from './roughness.ts';

const of = (at: (hz: number) => { level?: number; turn?: number }): ComplexResponse => {
  const values = GRID.map((hz) => ({ level: 1, turn: 0, ...at(hz) }));
  return {
    re: Float64Array.from(values, (v) => v.level * Math.cos(v.turn)),
    im: Float64Array.from(values, (v) => v.level * Math.sin(v.turn)),
  };
};
const flat = of(() => ({}));
/** Magnitudes of a first-order crossover: the two add in power, and in phase to more than flat. */
const low = (cornerHz: number) => (hz: number) => 1 / Math.sqrt(1 + (hz / cornerHz) ** 2);
const high = (cornerHz: number) => (hz: number) => 1 / Math.sqrt(1 + (cornerHz / hz) ** 2);
/** Phase of a second-order all-pass of Q 0.7, from its transfer function. */
const allPass = (hz: number, cornerHz: number) => {
  const x = hz / cornerHz;
  return -2 * Math.atan2(x / 0.7, 1 - x * x);
};

describe('one input under its setting', () => {
  it.each([
    ['a delay', { delayMs: 0.5 }, (hz: number) => -2 * Math.PI * hz * 0.0005],
    ['an all-pass', { allPassHz: 800 }, (hz: number) => allPass(hz, 800)],
    [
      'both',
      { delayMs: 0.25, allPassHz: 3000 },
      (hz: number) => -2 * Math.PI * hz * 0.00025 + allPass(hz, 3000),
    ],
  ])('%s turns the phase and keeps the level', (_, setting, turn) => {
    const own = of((hz) => ({ level: low(2000)(hz), turn: hz / 5000 }));
    const { re, im } = sumResponses([{ response: own, inverted: true, gainDb: -6, ...setting }], GRID);
    GRID.forEach((hz, i) => {
      const size = 10 ** (-6 / 20) * low(2000)(hz);
      expect(re[i]).toBeCloseTo(-size * Math.cos(hz / 5000 + turn(hz)), 9);
      expect(im[i]).toBeCloseTo(-size * Math.sin(hz / 5000 + turn(hz)), 9);
    });
  });
  it('a span reaches from all in step to the loudest against the others', () => {
    const { bestDb, worstDb } = sumSpan([
      { response: flat, inverted: false, gainDb: 0 },
      { response: flat, inverted: true, gainDb: -6 },
    ]);
    const small = 10 ** (-6 / 20);
    expect(bestDb[7]).toBeCloseTo(20 * Math.log10(1 + small), 9);
    expect(worstDb[7]).toBeCloseTo(20 * Math.log10(1 - small), 9);
  });
  it('a span is wider by what the levels are unsure of', () => {
    const { bestDb, worstDb } = sumSpan([
      { response: flat, inverted: false, gainDb: 0, scatterDb: 0.5 },
      { response: flat, inverted: true, gainDb: -6, scatterDb: 1 },
    ]);
    const level = (db: number) => 10 ** (db / 20);
    expect(bestDb[7]).toBeCloseTo(20 * Math.log10(level(1) + level(-4)), 9);
    expect(worstDb[7]).toBeCloseTo(20 * Math.log10(level(-1) - level(-4)), 9);
  });
  it('roughness is the rms of the level, holes counted to 30 dB under the loudest', () => {
    const half = GRID.length / 2;
    const steps = (db: number) => of((hz) => ({ level: GRID.indexOf(hz) < half ? 1 : 10 ** (db / 20) }));
    expect(roughness(steps(-6))).toBeCloseTo(3, 1);
    expect(roughness(steps(-60))).toBeCloseTo(15, 0);
    expect(roughness(of(() => ({ level: 0 })))).toBe(24);
  });
});

describe('what a device with delays, all-passes and trims finds', () => {
  const need = { lowHz: 100, highHz: 8000 };
  const input = (id: string, response: ComplexResponse, part: Partial<ChoiceInput> = {}): ChoiceInput => ({
    id,
    response,
    passBandDb: 0,
    reluctanceDb: 0,
    ...part,
  });
  const both = (inputs: ChoiceInput[], options: ChooseOptions = {}) =>
    chooseOutputs(inputs, need, { minInputs: inputs.length, inputCostDb: 0, trimRangeDb: 0, ...options })[0];
  const crossover = (turn: (hz: number) => number) => [
    input(
      'low',
      of((hz) => ({ level: low(900)(hz) ** 2 })),
    ),
    input(
      'high',
      of((hz) => ({ level: high(900)(hz) ** 2, turn: turn(hz) })),
    ),
  ];
  it('a way that comes late is met by delaying the other', () => {
    const late = crossover((hz) => -2 * Math.PI * hz * 0.0003);
    expect(both(late).rmsDb).toBeGreaterThan(1);
    const met = both(late, { delayRangeMs: 5 });
    expect(met.rmsDb).toBeLessThan(0.1);
    const [first, second] = met.taps.map((t) => t.delayMs);
    expect(first - second).toBeCloseTo(0.3, 1);
    expect(Math.min(first, second)).toBe(0);
    // Not further than the device reaches.
    const short = both(late, { delayRangeMs: 0.1 });
    expect(Math.max(...short.taps.map((t) => t.delayMs))).toBeLessThanOrEqual(0.1 + 1e-9);
    expect(short.rmsDb).toBeGreaterThan(met.rmsDb);
  });
  it('what is known to come late is where the search begins', () => {
    const late = crossover((hz) => -2 * Math.PI * hz * 0.004);
    const told = [late[0], { ...late[1], arrival: 0.004 }];
    const [first, second] = both(told, { delayRangeMs: 5 }).taps.map((t) => t.delayMs);
    expect(first - second).toBeCloseTo(4, 1);
    expect(both(told, { delayRangeMs: 5 }).rmsDb).toBeLessThan(0.3);
  });
  it('a way whose phase is turned is met by an all-pass', () => {
    const turned = crossover((hz) => allPass(hz, 800));
    const plain = both(turned);
    const met = both(turned, { allPass: true });
    expect(met.rmsDb).toBeLessThan(0.6 * plain.rmsDb);
    expect(met.taps.filter((t) => t.allPassHz !== null).length).toBeGreaterThan(0);
    expect(plain.taps.every((t) => t.allPassHz === null && t.delayMs === 0)).toBe(true);
  });
  it('levels are evened by trims, in steps, as far as they reach', () => {
    const loud = [
      input(
        'low',
        of((hz) => ({ level: 2 * low(900)(hz) ** 2 })),
        { passBandDb: 6.02 },
      ),
      input(
        'high',
        of((hz) => ({ level: high(900)(hz) ** 2 })),
      ),
    ];
    const trims = (options: ChooseOptions) => both(loud, options).taps.map((t) => t.gainDb);
    expect(trims({ trimRangeDb: 12, trimStepDb: 0.5 })).toEqual([-6, 0]);
    expect(trims({ trimRangeDb: 12, trimStepDb: 3 })).toEqual([-6, 0]);
    expect(trims({ trimRangeDb: 4, trimStepDb: 0.5 })).toEqual([-4, 0]);
    expect(trims({ trimRangeDb: 0 })).toEqual([0, 0]);
  });
  it('four ways of which two are off together', () => {
    const corners = [250, 900, 3200];
    const ways = [
      (hz: number) => low(corners[0])(hz) ** 2,
      (hz: number) => high(corners[0])(hz) ** 2 * low(corners[1])(hz) ** 2,
      (hz: number) => high(corners[1])(hz) ** 2 * low(corners[2])(hz) ** 2,
      (hz: number) => high(corners[2])(hz) ** 2,
    ];
    const gains = [0, 4, 4, 0];
    const inputs = ways.map((way, i) =>
      input(
        `w${i}`,
        of((hz) => ({ level: way(hz) * 10 ** (gains[i] / 20) })),
      ),
    );
    const even = both(
      inputs.map((one, i) => ({ ...one, response: of((hz) => ({ level: ways[i](hz) })) })),
      { trimRangeDb: 12 },
    );
    const met = both(inputs, { trimRangeDb: 12 });
    expect(met.rmsDb).toBeLessThan(even.rmsDb + 0.05);
    expect(met.taps[1].gainDb).toBeLessThan(met.taps[0].gainDb);
    expect(met.taps[2].gainDb).toBeLessThan(met.taps[3].gainDb);
  });
});

describe('the search', () => {
  const need = { lowHz: 100, highHz: 8000 };
  const input = (id: string, level: (hz: number) => number, reluctanceDb = 0): ChoiceInput => ({
    id,
    response: of((hz) => ({ level: level(hz) })),
    passBandDb: 0,
    reluctanceDb,
  });
  const full = input('full', () => 1);
  const slope = input('slope', (hz) => (hz / 1000) ** 0.3);
  it('ranks by flatness, number and reluctance together', () => {
    const one = { maxInputs: 1, trimRangeDb: 0 };
    const choices = chooseOutputs([slope, full], need, one);
    expect(choices.map((c) => c.taps[0].id)).toEqual(['full', 'slope']);
    expect(choices[0]).toMatchObject({ rmsDb: 0, cost: 0 });
    expect(choices[1].cost).toBe(choices[1].rmsDb);
    const dear = chooseOutputs([{ ...full, reluctanceDb: 5 }, slope], need, one);
    expect(dear.map((c) => c.taps[0].id)).toEqual(['slope', 'full']);
    expect(dear[1].cost).toBe(5);
  });
  it('takes as many outputs as it is asked for, and keeps as many choices', () => {
    const inputs = [full, slope, input('third', (hz) => (hz / 1000) ** -0.3)];
    const counts = (options: ChooseOptions) => chooseOutputs(inputs, need, options).map((c) => c.taps.length);
    expect(new Set(counts({ minInputs: 2, maxInputs: 2 }))).toEqual(new Set([2]));
    expect(new Set(counts({ minInputs: 3 }))).toEqual(new Set([3]));
    expect(counts({ keep: 1 })).toHaveLength(1);
    expect(counts({ keep: 4 })).toHaveLength(4);
    expect(counts({ maxInputs: 0 })).toEqual([]);
    const costs = chooseOutputs(inputs, need, { keep: 50 }).map((c) => c.cost);
    expect(costs).toEqual([...costs].sort((a, b) => a - b));
    // Three alone, two polarities of each of three couples, four of all: one of each is kept.
    expect(costs).toHaveLength(3 + 6 + 4);
    const dearer = chooseOutputs(inputs, need, {
      minInputs: 2,
      maxInputs: 2,
      inputCostDb: 2,
      keep: 1,
      trimRangeDb: 0,
    });
    expect(dearer[0].cost - dearer[0].rmsDb).toBeCloseTo(2, 9);
  });
  it('the first output keeps its polarity', () => {
    for (const { taps } of chooseOutputs([full, slope], need, { minInputs: 2, keep: 9 }))
      expect(taps[0].inverted).toBe(false);
  });
});

describe('phases joined by recordings', () => {
  const ratio = (firstId: string, secondId: string, band: readonly number[], turnDeg: number) => ({
    firstId,
    secondId,
    frequencyHz: band,
    phaseDeg: band.map(() => turnDeg),
    delay: 0,
    polarity: 'same' as const,
  });
  const outputs = ['a', 'b', 'c'].map((id) => ({ id, response: flat }));
  const phaseAt = (joined: ReturnType<typeof joinPhases>, id: string, hz: number) => {
    const i = GRID.findIndex((f) => f >= hz);
    const { re, im } = joined.get(id)!.response;
    return (180 / Math.PI) * Math.atan2(im[i], re[i]);
  };
  const wide = GRID.filter((f) => f > 200 && f < 4000);
  it('use no ratio of fewer than four points, nor of an output that is not there', () => {
    expect(joinPhases(outputs, [ratio('a', 'b', wide.slice(0, 3), 90)]).get('b')!.group).toBeNull();
    expect(joinPhases(outputs, [ratio('a', 'b', wide.slice(0, 4), 90)]).get('b')!.group).toBe('a');
    expect(
      joinPhases(outputs, [ratio('a', 'x', wide, 90), ratio('x', 'b', wide, 90)]).get('a')!.group,
    ).toBeNull();
  });
  it('take the widest of several', () => {
    const joined = joinPhases(outputs, [
      ratio('a', 'b', wide.slice(0, 8), 30),
      ratio('a', 'b', wide, 90),
      ratio('a', 'b', wide.slice(4, 9), 60),
    ]);
    expect(phaseAt(joined, 'b', 1000)).toBeCloseTo(90, 6);
  });
  it('hold inside the overlap, its ends included, and not beyond', () => {
    const joined = joinPhases(outputs, [ratio('a', 'b', wide, 90)]);
    expect(phaseAt(joined, 'b', wide[0])).toBeCloseTo(90, 6);
    expect(phaseAt(joined, 'b', wide[wide.length - 1])).toBeCloseTo(90, 6);
    expect(phaseAt(joined, 'b', 100)).toBeCloseTo(0, 6);
    expect(phaseAt(joined, 'b', 6000)).toBeCloseTo(0, 6);
    for (const level of levelOf(joined.get('b')!.response)) expect(level).toBeCloseTo(0, 9);
  });
  it.each([0, 4e-4, -1.1e-3])('keep the turns of a delay of %d s across points that are missing', (delay) => {
    const turnsAt = (hz: number) => -360 * hz * delay + 120;
    const wrapped = (deg: number) => deg - 360 * Math.round(deg / 360);
    for (let gap = 2; gap < wide.length - 4; gap++) {
      const band = wide.filter((_, i) => i !== gap && i !== gap + 1);
      const measured = {
        ...{ firstId: 'a', secondId: 'b', frequencyHz: band, delay, polarity: 'same' as const },
        phaseDeg: band.map((hz) => wrapped(turnsAt(hz))),
      };
      const joined = joinPhases(outputs, [measured]);
      for (const hz of [wide[gap], wide[gap + 1]])
        expect(wrapped(phaseAt(joined, 'b', hz) - turnsAt(hz))).toBeCloseTo(0, 4);
    }
  });
});
