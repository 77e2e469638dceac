import { dbToPower, DB_PER_NEPER_OF_POWER, powerToDb } from '../../quantity/decibel.ts';
import type { RobustProblem } from './levenberg-marquardt.ts';
import { addFilter, addPeaking, type FilterShape } from './sections.ts';

/** Which elements the model has; their values are in a parameter vector in the same order. */
export interface ModelShape {
  highPass: FilterShape | null;
  lowPass: FilterShape | null;
  /** number of peaking sections */
  peaks: number;
}

/** Values of a model, in the units that the fit works in. */
export interface ModelValues {
  gainDb: number;
  floorDb: number;
  lnHighPass: number;
  lnLowPass: number;
  peaks: { lnCentre: number; gainDb: number; lnQ: number }[];
}

/** The data as the fit sees them. */
export interface FitData {
  lnF: Float64Array;
  levelDb: Float64Array;
  /** measured silence, dB: the floor is then held near it; null when it has to be found */
  floorDb: number | null;
  /** how the floor lies at every point above its level at 1 kHz, dB; null: flat */
  floorRiseDb?: Float64Array | null;
}

/** Limits and pulls of the equaliser sections: factory equalisers are broad and modest. */
const PEAK_GAIN_LIMIT_DB = 9;
const PEAK_GAIN_SIGMA_DB = 4;
const PEAK_Q_LIMITS = [0.5, 6] as const;
const PEAK_LN_Q_MEAN = Math.log(1.6);
const PEAK_LN_Q_SIGMA = 0.7;
/** A flat floor lies this far under the highest level at least: nearer, it could pass for a filter drowned in noise, dB. */
const LEAST_DEPTH_DB = 8;
/** One that rises lies so far under it at its own top: nearer, it would pass for a low-pass filter there, dB. */
const RISING_DEPTH_DB = 9;
/** Scale of the robust loss, dB. */
const LOSS_SCALE_DB = 1;

export function packValues(shape: ModelShape, v: ModelValues): Float64Array {
  const list = [v.gainDb, v.floorDb];
  if (shape.highPass) list.push(v.lnHighPass);
  if (shape.lowPass) list.push(v.lnLowPass);
  for (const p of v.peaks.slice(0, shape.peaks)) list.push(p.lnCentre, p.gainDb, p.lnQ);
  return Float64Array.from(list);
}

export function unpackValues(shape: ModelShape, packed: Float64Array, rest: ModelValues): ModelValues {
  let at = 2;
  const lnHighPass = shape.highPass ? packed[at++] : rest.lnHighPass;
  const lnLowPass = shape.lowPass ? packed[at++] : rest.lnLowPass;
  const peaks = Array.from({ length: shape.peaks }, () => ({
    lnCentre: packed[at++],
    gainDb: packed[at++],
    lnQ: packed[at++],
  }));
  return { gainDb: packed[0], floorDb: packed[1], lnHighPass, lnLowPass, peaks };
}

/**
 * The filter model 10 lg(g^2 |HP LP EQ|^2 + N) against data, as a robust least-squares problem with exact derivatives.
 *
 * @param shape which elements
 * @param data at least a few points more than parameters
 */
export function filterProblem(shape: ModelShape, data: FitData): RobustProblem {
  const { lnF, levelDb } = data;
  const rise = data.floorRiseDb?.map(dbToPower) ?? new Float64Array(lnF.length).fill(1);
  const n = lnF.length;
  const k = 2 + (shape.highPass ? 1 : 0) + (shape.lowPass ? 1 : 0) + 3 * shape.peaks;
  const lnPower = new Float64Array(n);
  const columns = Array.from({ length: k }, () => new Float64Array(n));
  const lowest = levelDb.reduce((a, b) => Math.min(a, b), Infinity);
  const highest = levelDb.reduce((a, b) => Math.max(a, b), -Infinity);

  const depth = data.floorRiseDb ? RISING_DEPTH_DB + Math.max(...data.floorRiseDb) : LEAST_DEPTH_DB;

  const lower = new Float64Array(k);
  const upper = new Float64Array(k);
  const priorMean = new Float64Array(k);
  const priorSigma = new Float64Array(k).fill(Infinity);
  lower[0] = lowest - 20;
  upper[0] = highest + 30;
  lower[1] = lowest - 40;
  upper[1] = data.floorDb === null ? highest - depth : data.floorDb + 3;
  priorMean[1] = data.floorDb ?? lowest - 6;
  priorSigma[1] = data.floorDb === null ? 20 : 1;
  let at = 2;
  for (const filter of [shape.highPass, shape.lowPass]) {
    if (!filter) continue;
    // Half an octave past the data: further out a corner leaves no trace.
    lower[at] = lnF[0] - 0.35;
    upper[at] = lnF[n - 1] + 0.35;
    at++;
  }
  for (let p = 0; p < shape.peaks; p++, at += 3) {
    lower.set([lnF[0], -PEAK_GAIN_LIMIT_DB, Math.log(PEAK_Q_LIMITS[0])], at);
    upper.set([lnF[n - 1], PEAK_GAIN_LIMIT_DB, Math.log(PEAK_Q_LIMITS[1])], at);
    priorMean.set([0, 0, PEAK_LN_Q_MEAN], at);
    priorSigma.set([Infinity, PEAK_GAIN_SIGMA_DB, PEAK_LN_Q_SIGMA], at);
  }

  return {
    points: n,
    lower,
    upper,
    priorMean,
    priorSigma,
    evaluate(packed, residual, jacobian) {
      accumulate(shape, lnF, packed, lnPower, jacobian ? columns : null);
      const gain = packed[0] / DB_PER_NEPER_OF_POWER;
      const level = dbToPower(packed[1]);
      for (let i = 0; i < n; i++) {
        const power = Math.exp(gain + lnPower[i]);
        const floor = level * rise[i];
        const total = power + floor;
        residual[i] = (powerToDb(total) - levelDb[i]) / LOSS_SCALE_DB;
        if (!jacobian) continue;
        const signal = power / total / LOSS_SCALE_DB;
        const row = i * k;
        jacobian[row] = signal;
        jacobian[row + 1] = floor / total / LOSS_SCALE_DB;
        for (let j = 2; j < k; j++) jacobian[row + j] = DB_PER_NEPER_OF_POWER * signal * columns[j][i];
      }
    },
  };
}

/** Level of a model in dB at the given frequencies. @param floorRiseDb as in FitData; with `withFloor` only */
export function modelLevel(
  shape: ModelShape,
  values: ModelValues,
  lnF: Float64Array,
  withFloor = true,
  floorRiseDb: Float64Array | null = null,
): Float64Array {
  const lnPower = new Float64Array(lnF.length);
  accumulate(shape, lnF, packValues(shape, values), lnPower, null);
  const floor = withFloor ? dbToPower(values.floorDb) : 0;
  return lnPower.map((p, i) =>
    powerToDb(
      Math.exp(values.gainDb / DB_PER_NEPER_OF_POWER + p) +
        floor * dbToPower(floorRiseDb ? floorRiseDb[i] : 0),
    ),
  );
}

function accumulate(
  shape: ModelShape,
  lnF: Float64Array,
  packed: Float64Array,
  lnPower: Float64Array,
  columns: Float64Array[] | null,
): void {
  lnPower.fill(0);
  let at = 2;
  if (shape.highPass) {
    addFilter(shape.highPass, 'high-pass', lnF, packed[at], lnPower, columns && columns[at]);
    at++;
  }
  if (shape.lowPass) {
    addFilter(shape.lowPass, 'low-pass', lnF, packed[at], lnPower, columns && columns[at]);
    at++;
  }
  for (let p = 0; p < shape.peaks; p++, at += 3) {
    const slopes = columns && {
      byLnFrequency: columns[at],
      byGainDb: columns[at + 1],
      byLnQ: columns[at + 2],
    };
    addPeaking(lnF, packed[at], packed[at + 1], packed[at + 2], lnPower, slopes);
  }
}
