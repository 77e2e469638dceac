import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { measureChain } from '../carsim/analyser.ts';
import { transferAt, type SimulatedChain, type SimulatedFilter } from '../carsim/transfer.ts';
import { analyseResponse } from '../signal/analyse.ts';
import { chooseOutputs, type ChoiceInput } from './choose.ts';
import { correctSum } from './correction.ts';
import { gridRange, judgeFlatness } from './flatness.ts';
import { minimumPhase } from './minimum-phase.ts';
import { levelOf, sumResponses, sumSpan, type ComplexResponse } from './network.ts';
import { outputResponse, SUM_GRID_HZ } from './output-response.ts';
import type { FilterModel } from '../signal/fit/fit-filter.ts';
import { filterPhase, peakingPhase, phaseOfModel } from './phase-of-model.ts';

const GRID = SUM_GRID_HZ;
const lp = (cornerHz: number, order = 4): SimulatedFilter => ({
  side: 'low-pass',
  family: 'linkwitz-riley',
  order,
  cornerHz,
});
const hp = (cornerHz: number, order = 4): SimulatedFilter => ({
  side: 'high-pass',
  family: 'linkwitz-riley',
  order,
  cornerHz,
});
const chainOf = (filters: SimulatedFilter[], more: Partial<SimulatedChain> = {}): SimulatedChain => ({
  gainDb: 0,
  filters,
  peaks: [],
  delay: 0,
  inverted: false,
  ...more,
});
const trueResponse = (chain: SimulatedChain): ComplexResponse => {
  const h = GRID.map((f) => transferAt(chain, f));
  return { re: Float64Array.from(h, (v) => v.re), im: Float64Array.from(h, (v) => v.im) };
};
const input = (id: string, chain: SimulatedChain, reluctanceDb = 0): ChoiceInput => ({
  id,
  response: trueResponse(chain),
  passBandDb: chain.gainDb,
  reluctanceDb,
});
const as = (response: ComplexResponse, inverted = false, gainDb = 0) => ({ response, inverted, gainDb });
const angle = (a: number) => Math.atan2(Math.sin(a), Math.cos(a));

const anyResponse = fc
  .array(fc.tuple(fc.double({ min: -2, max: 2, noNaN: true }), fc.double({ min: -2, max: 2, noNaN: true })), {
    minLength: 5,
    maxLength: 5,
  })
  .map((list): ComplexResponse => ({
    re: Float64Array.from(list, (v) => v[0]),
    im: Float64Array.from(list, (v) => v[1]),
  }));

describe('sumResponses', () => {
  it('is linear, does not mind the order, and two reversals change nothing', () => {
    fc.assert(
      fc.property(anyResponse, anyResponse, fc.double({ min: -20, max: 6, noNaN: true }), (a, b, g) => {
        const ab = sumResponses([as(a, false, g), as(b, true)]);
        const ba = sumResponses([as(b, true), as(a, false, g)]);
        const negated = sumResponses([as(a, true, g), as(b, false)]);
        ab.re.forEach((v, i) => {
          expect(v).toBeCloseTo(ba.re[i], 9);
          expect(negated.re[i]).toBeCloseTo(-v, 9);
          expect(v).toBeCloseTo(10 ** (g / 20) * a.re[i] - b.re[i], 9);
        });
        sumResponses([as(sumResponses([as(a, true)]), true)]).im.forEach((v, i) =>
          expect(v).toBeCloseTo(a.im[i], 12),
        );
      }),
    );
  });

  it('lies inside the span, whatever the phases', () => {
    fc.assert(
      fc.property(anyResponse, anyResponse, anyResponse, fc.boolean(), (a, b, c, flip) => {
        const inputs = [as(a), as(b, flip), as(c, false, -3)];
        const level = levelOf(sumResponses(inputs));
        const { bestDb, worstDb } = sumSpan(inputs);
        level.forEach((l, i) => {
          expect(l).toBeLessThanOrEqual(bestDb[i] + 1e-6);
          if (worstDb[i] > -150) expect(l).toBeGreaterThanOrEqual(worstDb[i] - 1e-6);
        });
      }),
    );
  });

  it('fourth-order Linkwitz-Riley halves add to a flat all-pass; reversed they cancel at the corner', () => {
    const [low, high] = [trueResponse(chainOf([lp(1000)])), trueResponse(chainOf([hp(1000)]))];
    for (const l of levelOf(sumResponses([as(low), as(high)]))) expect(l).toBeCloseTo(0, 6);
    const at = GRID.findIndex((f) => f > 1000);
    expect(levelOf(sumResponses([as(low), as(high, true)]))[at]).toBeLessThan(-15);
  });
});

const NO_MODEL: FilterModel = {
  gainDb: 0,
  noiseFloorDb: null,
  noiseTiltDb: 0,
  clockHz: null,
  highPass: null,
  lowPass: null,
  equaliser: [],
  shelves: [],
  rmsDb: 0,
  stop: 'gain',
};

describe('phase', () => {
  it.each([
    ['butterworth', 1],
    ['butterworth', 2],
    ['butterworth', 3],
    ['butterworth', 4],
    ['linkwitz-riley', 2],
    ['linkwitz-riley', 4],
    ['linkwitz-riley', 8],
  ] as const)('of a %s of order %d is that of its poles', (family, order) => {
    for (const side of ['low-pass', 'high-pass'] as const) {
      for (const hz of [40, 300, 690, 710, 4000]) {
        const h = transferAt(chainOf([{ side, family, order, cornerHz: 700 }]), hz);
        expect(angle(filterPhase({ family, order }, side, hz / 700) - Math.atan2(h.im, h.re))).toBeCloseTo(
          0,
          6,
        );
      }
    }
  });

  it('of a peaking section is that of its transfer', () => {
    for (const hz of [100, 900, 1000, 1300]) {
      const h = transferAt(chainOf([], { peaks: [{ frequencyHz: 1000, gainDb: 5, q: 2 }] }), hz);
      expect(angle(peakingPhase(hz / 1000, 5, 2) - Math.atan2(h.im, h.re))).toBeCloseTo(0, 9);
    }
  });

  it('of a shelving section is that of its transfer, analogue and digital', () => {
    for (const side of ['low', 'high'] as const)
      for (const clockHz of [undefined, 48_000] as const) {
        const [gainDb, slope] = [9, 0.7];
        const a = 10 ** (gainDb / 40);
        const q = 1 / Math.sqrt((a + 1 / a) * (1 / slope - 1) + 2);
        const model = {
          ...NO_MODEL,
          clockHz: clockHz ?? null,
          shelves: [{ side, frequencyHz: 2500, gainDb, q }],
        };
        const shelves = [{ side, frequencyHz: 2500, gainDb, slope }];
        const grid = [50, 900, 2500, 4000, 15_000];
        phaseOfModel(model, grid).forEach((phase, i) => {
          const h = transferAt(chainOf([], { shelves, clockHz }), grid[i]);
          expect(angle(phase - Math.atan2(h.im, h.re))).toBeCloseTo(0, 6);
        });
      }
  });

  it('of digital filters is that of their poles, up to near half the clock', () => {
    const filter = { family: 'linkwitz-riley', order: 4, cornerHz: 4000 } as const;
    const fitted = { ...filter, sixDbHz: 4000, slopeDbPerOctave: 24, errorOctaves: 0.01 };
    const grid = [200, 3000, 4000, 9000, 18_000];
    phaseOfModel({ ...NO_MODEL, clockHz: 44_100, lowPass: fitted }, grid).forEach((phase, i) => {
      const h = transferAt(chainOf([{ side: 'low-pass', ...filter }], { clockHz: 44_100 }), grid[i]);
      expect(angle(phase - Math.atan2(h.im, h.re))).toBeCloseTo(0, 6);
    });
  });

  it('from the level alone: a peaking section, which is minimum phase, within 3 degrees', () => {
    const peaks = [{ frequencyHz: 800, gainDb: 6, q: 1.2 }];
    const lnF = Float64Array.from(GRID, Math.log);
    const level = levelOf(trueResponse(chainOf([], { peaks })));
    const phase = minimumPhase(lnF, level);
    GRID.forEach((hz, i) => {
      const h = transferAt(chainOf([], { peaks }), hz);
      if (hz > 60 && hz < 8000)
        expect(Math.abs(phase[i] - Math.atan2(h.im, h.re)) * (180 / Math.PI)).toBeLessThan(3);
    });
  });

  it('of a straight slope of n x 6 dB per octave is n x 90 degrees in the middle', () => {
    const lnF = Float64Array.from({ length: 2001 }, (_, i) => -40 + (80 * i) / 2000);
    const phase = minimumPhase(
      lnF,
      Float64Array.from(lnF, (u) => (2 * 20 * u) / Math.LN10),
    );
    expect(phase[1000]).toBeCloseTo(Math.PI, 2);
    expect(minimumPhase(Float64Array.of(1), [0])).toHaveLength(1);
  });
});

describe('outputResponse', () => {
  const read = (chain: SimulatedChain, withPhase: boolean) =>
    outputResponse(
      analyseResponse(measureChain(chain, { seed: 9, floorDb: -55, scatterDb: 0.15, withPhase })),
      withPhase,
    );

  it('uses a measured phase: predicted sums are true within 0.5 dB rms where they do not cancel', () => {
    const parts = [
      chainOf([hp(70, 2), lp(380)], { gainDb: 1, delay: 0.0002 }),
      chainOf([hp(380), lp(3400)], { delay: 0.0003, inverted: true }),
      chainOf([hp(3400)], { gainDb: -2, allPassHz: 6000 }),
    ];
    const predicted = levelOf(sumResponses(parts.map((p) => as(read(p, true).response))));
    const truth = parts.map(trueResponse);
    const level = levelOf(sumResponses(truth.map((t) => as(t))));
    const { bestDb } = sumSpan(truth.map((t) => as(t)));
    const errors = GRID.flatMap((_, i) =>
      level[i] > bestDb[i] - 6 && level[i] > -20 ? [predicted[i] - level[i]] : [],
    );
    expect(errors.length).toBeGreaterThan(60);
    expect(Math.sqrt(errors.reduce((s, e) => s + e * e, 0) / errors.length)).toBeLessThan(0.5);
  });

  it('without phase, sees from the filters alone that a crossover adds', () => {
    const sum = levelOf(
      sumResponses([lp(1000), hp(1000)].map((f) => as(read(chainOf([f]), false).response))),
    );
    const { from, to } = gridRange({ lowHz: 100, highHz: 10_000 });
    for (let i = from; i <= to; i++) expect(Math.abs(sum[i])).toBeLessThan(1);
  });

  it('does not take the noise floor for signal', () => {
    const { response, phase } = read(chainOf([lp(100)]), false);
    expect(phase).toBe('minimum-phase');
    expect(levelOf(response)[GRID.findIndex((f) => f > 8000)]).toBeLessThan(-49);
  });
});

describe('chooseOutputs', () => {
  const threeWay = [
    input('woofer', chainOf([lp(400)], { gainDb: 2 })),
    input('mid', chainOf([hp(400), lp(3000)])),
    input('tweeter', chainOf([hp(3000)], { gainDb: -3, inverted: true })),
  ];
  const need = { lowHz: 60, highHz: 18_000 };

  it('joins the three ways, evens their levels, and turns the reversed one', () => {
    const [best] = chooseOutputs(threeWay, need);
    expect(best.taps.map((t) => t.id)).toEqual(['woofer', 'mid', 'tweeter']);
    expect(best.taps.map((t) => t.inverted)).toEqual([false, false, true]);
    expect(best.taps.map((t) => t.gainDb - best.taps[2].gainDb)).toEqual([-5, -3, 0]);
    expect(best.rmsDb).toBeLessThan(0.3);
  });

  it('takes one input where one is enough, though more would be as flat', () => {
    const [best] = chooseOutputs([...threeWay, input('full', chainOf([]))], need);
    expect(best.taps).toMatchObject([{ id: 'full', inverted: false, gainDb: 0 }]);
  });

  it('agrees with a plain search over every subset and polarity', () => {
    const inputs = [
      ...threeWay,
      input('rear', chainOf([hp(170, 2)], { gainDb: -1 })),
      input('sub', chainOf([lp(90)], { gainDb: 4 })),
    ];
    const { from, to } = gridRange({ lowHz: 40, highHz: 16_000 });
    let best = Infinity;
    for (let code = 1; code < 3 ** inputs.length; code++) {
      const signs = inputs.map((_, i) => [0, 1, -1][Math.floor(code / 3 ** i) % 3]);
      if (signs.filter(Boolean).length > 4) continue;
      const used = inputs.flatMap((x, i) => (signs[i] ? [as(x.response, signs[i] < 0)] : []));
      const level = levelOf(sumResponses(used)).slice(from, to + 1);
      const floor = Math.max(...level) - 30;
      const clipped = level.map((l) => Math.max(l, floor));
      const mean = clipped.reduce((a, b) => a + b, 0) / clipped.length;
      const rms = Math.sqrt(clipped.reduce((s, l) => s + (l - mean) ** 2, 0) / clipped.length);
      best = Math.min(best, rms + 0.35 * (used.length - 1));
    }
    const [found] = chooseOutputs(inputs, { lowHz: 40, highHz: 16_000 }, { maxInputs: 4, trimRangeDb: 0 });
    // The search itself looks at every second point, so near-equals may change places.
    expect(found.cost).toBeGreaterThanOrEqual(best - 1e-9);
    expect(found.cost).toBeLessThan(best + 0.1);
  });

  it('a reluctance keeps an output out until it is needed', () => {
    const cheap = input('front', chainOf([hp(70, 2)]));
    const dear = input('rear', chainOf([hp(60, 2)]), 3);
    expect(chooseOutputs([cheap, dear], need)[0].taps[0].id).toBe('front');
    expect(chooseOutputs([dear], need)[0].taps[0].id).toBe('rear');
  });

  it('keeps trims within the range and the highest at zero', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -20, max: 10 }), { minLength: 3, maxLength: 3 }), (gains) => {
        const inputs = threeWay.map((t, i) =>
          input(
            t.id,
            chainOf(i === 0 ? [lp(400)] : i === 1 ? [hp(400), lp(3000)] : [hp(3000)], { gainDb: gains[i] }),
          ),
        );
        for (const { taps } of chooseOutputs(inputs, need, { trimRangeDb: 12 })) {
          expect(Math.max(...taps.map((t) => t.gainDb))).toBeCloseTo(0, 9);
          expect(Math.min(...taps.map((t) => t.gainDb))).toBeGreaterThanOrEqual(-12.5);
        }
      }),
      { numRuns: 15 },
    );
  });

  it('has nothing to say without inputs', () => expect(chooseOutputs([], need)).toEqual([]));
});

describe('judgeFlatness', () => {
  const need = { lowHz: 80, highHz: 16_000 };
  it('covers when it is flat, and says how flat', () => {
    const judged = judgeFlatness(
      GRID.map((f) => 1.5 * Math.sin(Math.log(f))),
      need,
    );
    expect(judged.covers).toBe(true);
    expect(judged.withinDb).toBeCloseTo(1.5, 1);
  });
  it('names the range that is missing', () => {
    const judged = judgeFlatness(
      GRID.map((f) => (f < 200 ? -30 : 0)),
      need,
    );
    expect(judged.covers).toBe(false);
    expect(judged.missing).toHaveLength(1);
    expect(judged.missing[0].fromHz).toBeLessThan(85);
    expect(judged.missing[0].toHz).toBeGreaterThan(180);
    expect(judged.missing[0].toHz).toBeLessThan(205);
  });
  it('does not mind what lies outside the band, nor a fall of 5 dB at its very edge', () => {
    expect(
      judgeFlatness(
        GRID.map((f) => (f < 75 || f > 17_000 ? -60 : 0)),
        need,
      ).covers,
    ).toBe(true);
    expect(
      judgeFlatness(
        GRID.map((f) => (f < 82 ? -5 : 0)),
        need,
      ).covers,
    ).toBe(true);
  });
  it('works for a band narrower than the grid', () => {
    expect(
      judgeFlatness(
        GRID.map(() => 0),
        { lowHz: 1000, highHz: 1001 },
      ).covers,
    ).toBe(true);
  });
});

describe('correctSum', () => {
  const need = { lowHz: 80, highHz: 16_000 };
  const bump = (db: number, centre: number, width: number) =>
    GRID.map((f) => db * Math.exp(-((Math.log2(f / centre) / width) ** 2)));

  it('takes a broad bump down', () => {
    const level = bump(6, 1000, 0.8);
    const { sections, levelDb } = correctSum(level, need);
    expect(sections.length).toBeGreaterThan(0);
    expect(judgeFlatness(levelDb, need).withinDb).toBeLessThan(1);
  });
  it('leaves a hole of cancellation alone', () => {
    const hole = bump(-20, 3000, 0.2);
    const { boostDb, levelDb } = correctSum(hole, need, { boostLimitDb: 6 });
    expect(boostDb).toBeLessThan(6.5);
    // The bottom of the hole stays a hole.
    expect(Math.min(...levelDb)).toBeLessThan(-12);
  });
  it('never makes it worse, and leaves a flat sum alone', () => {
    expect(
      correctSum(
        GRID.map(() => -3),
        need,
      ).sections,
    ).toEqual([]);
    fc.assert(
      fc.property(
        fc.double({ min: -8, max: 8, noNaN: true }),
        fc.double({ min: 100, max: 9000, noNaN: true }),
        (db, centre) => {
          const level = bump(db, centre, 0.6);
          expect(judgeFlatness(correctSum(level, need).levelDb, need).withinDb).toBeLessThanOrEqual(
            judgeFlatness(level, need).withinDb + 1e-9,
          );
        },
      ),
      { numRuns: 15 },
    );
  });
});
