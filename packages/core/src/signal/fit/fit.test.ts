import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { measureChain } from '../../carsim/analyser.ts';
import { transferAt, type SimulatedChain, type SimulatedFilter } from '../../carsim/transfer.ts';
import { smoothToBands } from '../smooth.ts';
import { type FitData, FitGrid } from './fit-data.ts';
import { fitFilters } from './fit-filter.ts';
import { fitRobust, type RobustProblem } from './levenberg-marquardt.ts';
import { inverseDiagonal, solveCholesky } from './linear-solve.ts';
import { levelOfFilterModel } from './model-level.ts';
import { type ModelShape, packValues } from './model.ts';
import { filterProblem } from './problem.ts';
import {
  FILTER_SHAPES,
  multiplyFilter,
  multiplyPeak,
  multiplyShelf,
  sixDbFrequency,
  unwarped,
  warped,
} from './sections.ts';

const chainOf = (filters: SimulatedFilter[], more: Partial<SimulatedChain> = {}): SimulatedChain => ({
  gainDb: 0,
  filters,
  peaks: [],
  delay: 0,
  inverted: false,
  ...more,
});
const levelAt = (chain: SimulatedChain, hz: number) => {
  const h = transferAt(chain, hz);
  return 10 * Math.log10(h.re ** 2 + h.im ** 2);
};
const FREQUENCIES = [20, 63, 200, 430, 1000, 2500, 8000, 20_000];
const HZ = Float64Array.from(FREQUENCIES);
const db = (power: number) => 10 * Math.log10(power);
const ones = () => new Float64Array(HZ.length).fill(1);
const fitFilterModel = (...given: Parameters<typeof fitFilters>) => fitFilters(...given)?.model ?? null;

describe('sections against the simulator, which works from poles', () => {
  it.each(
    FILTER_SHAPES.flatMap((s) =>
      (['high-pass', 'low-pass'] as const).map((side) => [s.family, s.order, side] as const),
    ),
  )('%s of order %d, %s', (family, order, side) => {
    const out = ones();
    multiplyFilter({ family, order }, side, HZ, 430, out, null);
    FREQUENCIES.forEach((hz, i) =>
      expect(db(out[i])).toBeCloseTo(levelAt(chainOf([{ family, order, side, cornerHz: 430 }]), hz), 6),
    );
    const six = sixDbFrequency({ family, order }, side, 430);
    expect(levelAt(chainOf([{ family, order, side, cornerHz: 430 }]), six)).toBeCloseTo(-6.02, 1);
  });

  it('peaking sections', () => {
    for (const [gainDb, q] of [
      [6, 0.7],
      [-4, 3],
      [0, 1],
    ] as const) {
      const out = ones();
      multiplyPeak(HZ, 1000, gainDb, q, out, null);
      FREQUENCIES.forEach((hz, i) =>
        expect(db(out[i])).toBeCloseTo(
          levelAt(chainOf([], { peaks: [{ frequencyHz: 1000, gainDb, q }] }), hz),
          6,
        ),
      );
    }
  });

  it.each(['low', 'high'] as const)('%s shelves, analogue and digital', (side) => {
    for (const [gainDb, slope, clockHz] of [
      [12, 1, undefined],
      [-9, 0.6, undefined],
      [8, 0.8, 48_000],
    ] as const) {
      const a = 10 ** (gainDb / 40);
      const q = 1 / Math.sqrt((a + 1 / a) * (1 / slope - 1) + 2);
      const out = ones();
      const seen = HZ.map((hz) => warped(hz, clockHz ?? null));
      multiplyShelf(side, seen, warped(900, clockHz ?? null), gainDb, q, out, null);
      const shelves = [{ side, frequencyHz: 900, gainDb, slope }];
      FREQUENCIES.forEach((hz, i) =>
        expect(db(out[i])).toBeCloseTo(levelAt(chainOf([], { shelves, clockHz }), hz), 6),
      );
    }
  });

  it.each([44_100, 48_000] as const)('filters that run at %d Hz, by a bent axis', (clockHz) => {
    for (const { family, order } of FILTER_SHAPES) {
      const out = ones();
      multiplyFilter(
        { family, order },
        'low-pass',
        HZ.map((hz) => warped(hz, clockHz)),
        warped(5000, clockHz),
        out,
        null,
      );
      const chain = chainOf([{ side: 'low-pass', family, order, cornerHz: 5000 }], { clockHz });
      FREQUENCIES.forEach((hz, i) => expect(db(out[i])).toBeCloseTo(levelAt(chain, hz), 6));
      const six = sixDbFrequency({ family, order }, 'low-pass', 5000, clockHz);
      expect(levelAt(chain, six)).toBeCloseTo(-6.02, 1);
    }
    expect(unwarped(warped(7000, clockHz), clockHz)).toBeCloseTo(7000, 6);
  });
});

describe('derivatives of the model', () => {
  it('agree with differences for any model', () => {
    const shape: ModelShape = {
      clockHz: 48_000,
      highPass: FILTER_SHAPES[2],
      lowPass: FILTER_SHAPES[5],
      lowShelf: true,
      highShelf: true,
      peaks: 2,
    };
    const data: FitData = {
      hz: HZ,
      levelDb: new Float64Array(HZ.length),
      weight: Float64Array.from(HZ, (_, i) => 1 - 0.1 * i),
      effective: HZ.length,
      spacing: 0.3,
      lowestDb: 0,
      highestDb: 0,
      floorDb: null,
    };
    const problem = filterProblem(shape, data, new FitGrid(data, true, 3));
    const between = (low: number, high: number) => fc.double({ min: low, max: high, noNaN: true });
    fc.assert(
      fc.property(
        between(50, 400),
        between(800, 9000),
        between(-9, 9),
        between(0.5, 5),
        (low, high, gainDb, q) => {
          const start = packValues(shape, {
            gainDb: 3,
            floorDb: -40,
            lnHighPass: Math.log(low),
            lnLowPass: Math.log(high),
            lowShelf: { lnHz: Math.log(120), gainDb: -gainDb, lnQ: -0.4 },
            highShelf: { lnHz: Math.log(4000), gainDb, lnQ: -0.2 },
            peaks: [
              { lnHz: Math.log(700), gainDb, lnQ: Math.log(q) },
              { lnHz: Math.log(3000), gainDb: -gainDb / 2, lnQ: 0 },
            ],
          });
          const k = start.length;
          const base = ones();
          const jacobian = Array.from({ length: k }, ones);
          problem.evaluate(start, base, jacobian);
          for (let j = 0; j < k; j++) {
            const step = 1e-5;
            const moved = Float64Array.from(start, (v, i) => (i === j ? v + step : v));
            const there = ones();
            problem.evaluate(moved, there, null);
            HZ.forEach((_, i) => expect((there[i] - base[i]) / step).toBeCloseTo(jacobian[j][i], 2));
          }
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('fitRobust', () => {
  /** A straight line through points: the robust answer is known when one point is far off. */
  const line = (x: number[], y: number[]): RobustProblem => ({
    points: x.length,
    lower: Float64Array.of(-100, -100),
    upper: Float64Array.of(100, 100),
    priorMean: new Float64Array(2),
    priorSigma: new Float64Array(2).fill(Infinity),
    evaluate(p, residual, jacobian) {
      x.forEach((xi, i) => {
        residual[i] = p[0] + p[1] * xi - y[i];
        if (!jacobian) return;
        jacobian[0][i] = 1;
        jacobian[1][i] = xi;
      });
    },
  });

  it('finds the exact line and says why it stopped', () => {
    const fit = fitRobust(line([0, 1, 2, 3], [1, 3, 5, 7]), Float64Array.of(0, 0), 60, 1e-9);
    expect([...fit.parameters].map((p) => Math.round(p * 1e4) / 1e4)).toEqual([1, 2]);
    expect(fit.loss).toBeLessThan(1e-6);
    expect(['gain', 'step']).toContain(fit.stop);
  });
  it('is not pulled far by one wild point', () => {
    const x = Array.from({ length: 21 }, (_, i) => i / 2);
    const fit = fitRobust(
      line(
        x,
        x.map((v, i) => 1 + 2 * v + (i === 10 ? 50 : 0)),
      ),
      Float64Array.of(0, 0),
    );
    expect(fit.parameters[1]).toBeCloseTo(2, 1);
    expect(Math.abs(fit.parameters[0] - 1)).toBeLessThan(0.3);
  });
  it('stays inside the bounds', () => {
    const problem = { ...line([0, 1, 2], [0, 5, 10]), upper: Float64Array.of(100, 3) };
    expect(fitRobust(problem, Float64Array.of(0, 0)).parameters[1]).toBe(3);
  });
});

describe('solveCholesky', () => {
  it('solves what a known factor made, and refuses what is not positive definite', () => {
    const a = Float64Array.of(4, 2, 2, 3);
    expect([...solveCholesky(a, Float64Array.of(8, 7))!].map((v) => Number(v.toFixed(9)))).toEqual([
      1.25, 1.5,
    ]);
    expect([...inverseDiagonal(a, 2)!].map((v) => Number(v.toFixed(9)))).toEqual([0.375, 0.5]);
    expect(solveCholesky(Float64Array.of(1, 2, 2, 1), Float64Array.of(1, 1))).toBeNull();
  });
});

describe('fitFilterModel', () => {
  const measure = (chain: SimulatedChain, floorDb = -55, scatterDb = 0.1) =>
    smoothToBands(measureChain(chain, { seed: 5, floorDb, scatterDb }), 12);

  it.each(FILTER_SHAPES.map((s) => [s.family, s.order] as const))(
    'recovers a %s of order %d on either side',
    (family, order) => {
      const low = fitFilterModel(measure(chainOf([{ side: 'low-pass', family, order, cornerHz: 500 }])))!;
      const high = fitFilterModel(measure(chainOf([{ side: 'high-pass', family, order, cornerHz: 900 }])))!;
      expect(low.highPass).toBeNull();
      expect(high.lowPass).toBeNull();
      expect([low.lowPass!.order, high.highPass!.order]).toEqual([order, order]);
      const truth = (side: 'low-pass' | 'high-pass', hz: number) =>
        sixDbFrequency({ family, order }, side, hz);
      expect(Math.abs(Math.log2(low.lowPass!.sixDbHz / truth('low-pass', 500)))).toBeLessThan(1 / 12);
      expect(Math.abs(Math.log2(high.highPass!.sixDbHz / truth('high-pass', 900)))).toBeLessThan(1 / 12);
    },
  );

  it('tells an equaliser from a filter, and finds the noise floor', () => {
    const chain = chainOf(
      [
        { side: 'high-pass', family: 'linkwitz-riley', order: 4, cornerHz: 300 },
        { side: 'low-pass', family: 'butterworth', order: 2, cornerHz: 4000 },
      ],
      { peaks: [{ frequencyHz: 1200, gainDb: -5, q: 1.5 }] },
    );
    const model = fitFilterModel(measure(chain, -40, 0.2))!;
    expect([model.highPass!.order, model.lowPass!.order]).toEqual([4, 2]);
    expect(model.equaliser).toHaveLength(1);
    expect(model.equaliser[0].gainDb).toBeCloseTo(-5, 0);
    expect(Math.abs(Math.log2(model.equaliser[0].frequencyHz / 1200))).toBeLessThan(0.1);
    expect(model.noiseFloorDb).toBeCloseTo(-40, 0);
    expect(model.rmsDb).toBeLessThan(0.5);
  });

  it('finds nothing in a flat response, and claims no floor that it never saw', () => {
    const model = fitFilterModel(measure(chainOf([])))!;
    expect([model.highPass, model.lowPass, model.equaliser.length, model.noiseFloorDb]).toEqual([
      null,
      null,
      0,
      null,
    ]);
  });

  it('moves with the level and leaves the filters alone', () => {
    const response = measure(chainOf([{ side: 'low-pass', family: 'butterworth', order: 3, cornerHz: 700 }]));
    const a = fitFilterModel(response)!;
    const b = fitFilterModel({ ...response, levelDb: response.levelDb.map((l) => l - 27) })!;
    expect(b.gainDb - a.gainDb).toBeCloseTo(-27, 1);
    expect(b.lowPass!.cornerHz / a.lowPass!.cornerHz).toBeCloseTo(1, 2);
  });

  it('gives back its own curve', () => {
    const chain = chainOf([{ side: 'high-pass', family: 'butterworth', order: 4, cornerHz: 120 }], {
      gainDb: -7,
    });
    const model = fitFilterModel(measure(chain))!;
    [30, 60, 120, 500, 5000].forEach((hz) =>
      expect(levelOfFilterModel(model, [hz])[0]).toBeCloseTo(levelAt(chain, hz), -0.3),
    );
  });

  it('does not try with a handful of points', () => {
    expect(fitFilterModel({ frequencyHz: [100, 200, 300], levelDb: [0, 0, 0] })).toBeNull();
  });
});
