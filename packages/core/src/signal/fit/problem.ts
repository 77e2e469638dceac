import { DB_PER_NEPER_OF_POWER, dbToPower } from '../../quantity/decibel.ts';
import type { FitData, FitGrid } from './fit-data.ts';
import type { RobustProblem } from './levenberg-marquardt.ts';
import { type ModelShape, parametersOf, powerOfModel, shelvesOf } from './model.ts';
import { warped } from './sections.ts';

/** Limits and pulls of the equaliser sections: factory equalisers are broad, and seldom strong. */
const PEAK = {
  gainDb: 12,
  gainSigmaDb: 5,
  q: [0.5, 6],
  lnQ: Math.log(1.6),
  lnQSigma: 0.7,
} as const;
/** Tone controls and bass boost: where their corners are, and how steep they get. */
const SHELF = {
  gainDb: 18,
  gainSigmaDb: 9,
  q: [0.3, 1.1],
  lnQ: Math.log(0.65),
  lnQSigma: 0.35,
  low: { hz: [30, 700], lnHz: Math.log(130), lnHzSigma: 0.8 },
  high: { hz: [1000, 14_000], lnHz: Math.log(4500), lnHzSigma: 0.7 },
} as const;
/** A flat floor lies this far under the highest level at least: nearer, anything could be a floor, dB. */
const LEAST_DEPTH_DB = 8;
/** One that rises may reach the level of the signal at its own end, and this much more, dB. */
const RISING_ABOVE_DB = 1;
/** Nothing is known of a floor that was not measured, but that it is not far under everything, dB. */
const FLOOR_SIGMA_DB = 20;
/** Corners lie at most this far past the data, octaves: further out they leave no trace. */
const PAST_OCTAVES = 0.5;

/** Limits of the floor, dB at 1 kHz. */
export function floorLimits(
  { lowestDb, highestDb, floorDb }: FitData,
  grid: FitGrid,
): { lowest: number; highest: number } {
  const near = grid.tiltDb === 0 ? highestDb - LEAST_DEPTH_DB : highestDb - grid.riseDb + RISING_ABOVE_DB;
  return { lowest: lowestDb - 40, highest: floorDb === null ? near : floorDb + 3 };
}

/**
 * The filter model 10 lg(g^2 |HP LP EQ|^2 + N) against data, as a robust least-squares problem with exact derivatives.
 * The residual is in dB, each point's by its weight.
 *
 * @param shape which elements
 * @param data at least a few points more than parameters
 */
export function filterProblem(shape: ModelShape, data: FitData, grid: FitGrid): RobustProblem {
  const { levelDb, weight } = data;
  const { shares, rise } = grid;
  const n = levelDb.length;
  const m = shares.length;
  const k = parametersOf(shape);
  const hz = grid.seenAt(shape.clockHz);
  const power = new Float64Array(n * m);
  const columns = m === 1 ? null : Array.from({ length: k }, () => new Float64Array(n * m));
  return {
    points: n,
    ...limits(shape, data, grid),
    evaluate(packed, residual, jacobian) {
      powerOfModel(shape, hz, packed, power, jacobian && (columns ?? jacobian));
      if (jacobian && columns) for (let j = 2; j < k; j++) meanSlope(columns[j], power, shares, jacobian[j]);
      const gain = dbToPower(packed[0]);
      const level = dbToPower(packed[1]);
      for (let i = 0; i < n; i++) {
        let mean = power[i * m] * shares[0];
        for (let s = 1; s < m; s++) mean += shares[s] * power[i * m + s];
        const signal = mean * gain;
        const floor = level * rise[i];
        const total = signal + floor;
        residual[i] = (DB_PER_NEPER_OF_POWER * Math.log(total) - levelDb[i]) * weight[i];
        if (!jacobian) continue;
        const own = weight[i] / total;
        jacobian[0][i] = signal * own;
        jacobian[1][i] = floor * own;
        const scale = DB_PER_NEPER_OF_POWER * signal * own;
        for (let j = 2; j < k; j++) jacobian[j][i] *= scale;
      }
    },
  };
}

/** Slope of the logarithm of a mean power, from the slopes of its parts. */
function meanSlope(
  parts: Float64Array,
  power: Float64Array,
  shares: readonly number[],
  mean: Float64Array,
): void {
  const m = shares.length;
  for (let i = 0; i < mean.length; i++) {
    let [slope, whole] = [0, 0];
    for (let s = 0; s < m; s++) {
      slope += shares[s] * power[i * m + s] * parts[i * m + s];
      whole += shares[s] * power[i * m + s];
    }
    mean[i] = slope / whole;
  }
}

/**
 * What a pull counts against the data, dB^2: their scatter, squared. A pull of one standard deviation then costs as much as
 * one point that is off by one.
 */
export const PULL_WEIGHT = 0.06;

/** Bounds and pulls of every parameter. */
function limits(shape: ModelShape, data: FitData, grid: FitGrid) {
  const { lowestDb, highestDb, hz, floorDb } = data;
  const { clockHz } = shape;
  const k = parametersOf(shape);
  const lower = new Float64Array(k);
  const upper = new Float64Array(k);
  const priorMean = new Float64Array(k);
  const priorSigma = new Float64Array(k).fill(Infinity);
  const seen = (f: number) => Math.log(warped(f, clockHz));
  const floor = floorLimits(data, grid);
  lower.set([lowestDb - 20, floor.lowest]);
  upper.set([highestDb + 30, floor.highest]);
  priorMean[1] = floorDb ?? lowestDb - 6;
  priorSigma[1] = floorDb === null ? FLOOR_SIGMA_DB : 1;
  const past = 2 ** PAST_OCTAVES;
  const [first, last] = [hz[0], hz[hz.length - 1]];
  let at = 2;
  for (const filter of [shape.highPass, shape.lowPass]) {
    if (!filter) continue;
    lower[at] = seen(first / past);
    upper[at] = seen(last * past);
    at++;
  }
  for (const side of shelvesOf(shape)) {
    const { hz: range, lnHz, lnHzSigma } = SHELF[side];
    lower.set([seen(range[0]), -SHELF.gainDb, Math.log(SHELF.q[0])], at);
    upper.set([seen(range[1]), SHELF.gainDb, Math.log(SHELF.q[1])], at);
    priorMean.set([lnHz, 0, SHELF.lnQ], at);
    priorSigma.set([lnHzSigma, SHELF.gainSigmaDb, SHELF.lnQSigma], at);
    at += 3;
  }
  for (let p = 0; p < shape.peaks; p++, at += 3) {
    lower.set([seen(first), -PEAK.gainDb, Math.log(PEAK.q[0])], at);
    upper.set([seen(last), PEAK.gainDb, Math.log(PEAK.q[1])], at);
    priorMean.set([0, 0, PEAK.lnQ], at);
    priorSigma.set([Infinity, PEAK.gainSigmaDb, PEAK.lnQSigma], at);
  }
  return { lower, upper, priorMean, priorSigma: priorSigma.map((s) => s / Math.sqrt(PULL_WEIGHT)) };
}
