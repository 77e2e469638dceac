import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { measureChain } from '../../carsim/analyser.ts';
import { transferAt, type SimulatedChain, type SimulatedFilter } from '../../carsim/transfer.ts';
import { smoothToBands } from '../smooth.ts';
import { filterProblem, packValues, type ModelShape } from './filter-problem.ts';
import { fitFilterModel } from './fit-filter.ts';
import { fitRobust, type RobustProblem } from './levenberg-marquardt.ts';
import { inverseDiagonal, solveCholesky } from './linear-solve.ts';
import { levelOfFilterModel } from './model-level.ts';
import { addFilter, addPeaking, FILTER_SHAPES, sixDbFrequency } from './sections.ts';

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
const lnF = Float64Array.from(FREQUENCIES, Math.log);
const toDb = 10 / Math.LN10;

describe('sections against the simulator, which works from poles', () => {
  it.each(
    FILTER_SHAPES.flatMap((s) =>
      (['high-pass', 'low-pass'] as const).map((side) => [s.family, s.order, side] as const),
    ),
  )('%s of order %d, %s', (family, order, side) => {
    const out = new Float64Array(lnF.length);
    addFilter({ family, order }, side, lnF, Math.log(430), out, null);
    FREQUENCIES.forEach((hz, i) =>
      expect(out[i] * toDb).toBeCloseTo(levelAt(chainOf([{ family, order, side, cornerHz: 430 }]), hz), 6),
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
      const out = new Float64Array(lnF.length);
      addPeaking(lnF, Math.log(1000), gainDb, Math.log(q), out, null);
      FREQUENCIES.forEach((hz, i) =>
        expect(out[i] * toDb).toBeCloseTo(
          levelAt(chainOf([], { peaks: [{ frequencyHz: 1000, gainDb, q }] }), hz),
          6,
        ),
      );
    }
  });
});

describe('derivatives of the model', () => {
  it('agree with differences for any model', () => {
    const shape: ModelShape = { highPass: FILTER_SHAPES[2], lowPass: FILTER_SHAPES[5], peaks: 2 };
    const data = { lnF, levelDb: new Float64Array(lnF.length), floorDb: null };
    const problem = filterProblem(shape, data);
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
            peaks: [
              { lnCentre: Math.log(700), gainDb, lnQ: Math.log(q) },
              { lnCentre: Math.log(3000), gainDb: -gainDb / 2, lnQ: 0 },
            ],
          });
          const k = start.length;
          const base = new Float64Array(lnF.length);
          const jacobian = new Float64Array(lnF.length * k);
          problem.evaluate(start, base, jacobian);
          for (let j = 0; j < k; j++) {
            const step = 1e-5;
            const moved = Float64Array.from(start, (v, i) => (i === j ? v + step : v));
            const there = new Float64Array(lnF.length);
            problem.evaluate(moved, there, null);
            lnF.forEach((_, i) => expect((there[i] - base[i]) / step).toBeCloseTo(jacobian[i * k + j], 2));
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
        jacobian?.set([1, xi], 2 * i);
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
