import { floorRise } from '../noise-floor.ts';
import type { Response } from '../response.ts';
import {
  filterProblem,
  modelLevel,
  packValues,
  unpackValues,
  type FitData,
  type ModelShape,
  type ModelValues,
} from './filter-problem.ts';
import { fitRobust, type RobustFit } from './levenberg-marquardt.ts';
import { inverseDiagonal } from './linear-solve.ts';
import {
  FILTER_SHAPES,
  sixDbFrequency,
  type FilterFamily,
  type FilterShape,
  type FilterSide,
} from './sections.ts';

export interface FittedFilter {
  family: FilterFamily;
  order: number;
  /** Hz: -3 dB for Butterworth, -6 dB for Linkwitz-Riley */
  cornerHz: number;
  /** Hz at which this filter alone is 6 dB down */
  sixDbHz: number;
  slopeDbPerOctave: number;
  /** one standard deviation of the corner, octaves */
  errorOctaves: number;
}

export interface PeakingSection {
  frequencyHz: number;
  gainDb: number;
  q: number;
}

export interface FilterModel {
  /** level of the model with no filter, dB */
  gainDb: number;
  /** noise floor, dB; null when the data never come near one */
  noiseFloorDb: number | null;
  highPass: FittedFilter | null;
  lowPass: FittedFilter | null;
  equaliser: PeakingSection[];
  /** root mean square of what the model leaves unexplained, dB */
  rmsDb: number;
  stop: RobustFit['stop'];
}

export interface FitOptions {
  /**
   * noise floor from a recording of silence, dB; null: found with the filters
   *
   * @default null
   */
  noiseFloorDb?: number | null;
  /**
   * how the noise floor rises, dB per octave
   *
   * @default 0
   */
  noiseTiltDb?: number;
  /**
   * most equaliser sections tried
   *
   * @default 5
   */
  maxPeaks?: number;
}

/** Effort of a first look at every pair of filters, of the search, and of the fits that are reported. */
const ROUGH = { limit: 10, tolerance: 1e-2 };
const FINE = { limit: 25, tolerance: 2e-3 };
const LAST = { limit: 60, tolerance: 1e-6 };

interface Candidate {
  shape: ModelShape;
  values: ModelValues;
  fit: RobustFit;
  bic: number;
}

const NONE_AND_SHAPES: readonly (FilterShape | null)[] = [null, ...FILTER_SHAPES];
/** Candidates without equaliser that are carried on to the search with one. */
const KEPT = 6;
/** A rough fit whose BIC is within this of the best is fitted finely. */
const WORTH_A_CLOSER_LOOK = 15;
/** Neighbouring 1/12-octave levels err together; this many points count as one in the BIC. */
const POINTS_PER_INDEPENDENT = 2;
/** Smallest loss a point counts with: levels are not known better than about 0.1 dB. */
const LEAST_LOSS = 0.01;
/** A floor is seen when the signal lies under it for half an octave. */
const LEAST_POINTS_IN_FLOOR = 6;
/** Experience on simulated systems: formal errors are this much too small. */
const ERROR_FACTOR = 2;
/** An equaliser section within an octave of a corner trades with it. */
const ERROR_FACTOR_NEAR_PEAK = 2;

/**
 * Fits 10 lg(g^2 |HP LP EQ|^2 + N) to a response: high-pass and low-pass each none, Butterworth 1-4 or
 * Linkwitz-Riley 2, 4, 8; up to five peaking sections added greedily and refitted jointly; model chosen by the
 * Bayesian information criterion (Schwarz 1978) with the effective number of points.
 *
 * @param response on 1/12-octave bands, 12 points or more
 * @returns the chosen model; `null` when there are too few points
 */
export function fitFilterModel(response: Response, options: FitOptions = {}): FilterModel | null {
  const { noiseFloorDb = null, noiseTiltDb = 0, maxPeaks = 5 } = options;
  const data: FitData = {
    lnF: Float64Array.from(response.frequencyHz, Math.log),
    levelDb: Float64Array.from(response.levelDb),
    floorDb: noiseFloorDb,
    floorRiseDb:
      noiseTiltDb === 0 ? null : Float64Array.from(response.frequencyHz, (hz) => floorRise(hz, noiseTiltDb)),
  };
  if (data.lnF.length < 12) return null;
  const start = firstGuess(data);
  const bare = NONE_AND_SHAPES.flatMap((highPass) =>
    NONE_AND_SHAPES.map((lowPass) => fitFrom({ highPass, lowPass, peaks: 0 }, start, data, ROUGH)),
  ).sort((a, b) => a.bic - b.bic);
  let best = bare[0];
  for (const start of diverse(bare)) {
    const grown = growPeaks(start, data, maxPeaks);
    if (grown.bic < best.bic) best = grown;
  }
  best = swapFilters(best, data);
  return describe(fitFrom(best.shape, best.values, data, LAST), data);
}

/** The best few, but no more than three that share a high-pass order or a low-pass order. */
function diverse(sorted: readonly Candidate[]): Candidate[] {
  const kept: Candidate[] = [];
  const count = (c: Candidate, side: 'highPass' | 'lowPass') =>
    kept.filter((o) => (o.shape[side]?.order ?? 0) === (c.shape[side]?.order ?? 0)).length;
  for (const c of sorted) {
    if (kept.length >= KEPT) break;
    if (count(c, 'highPass') < 4 && count(c, 'lowPass') < 4) kept.push(c);
  }
  return kept;
}

/** Tries every other filter on each side with the equaliser in place, as long as that helps. */
function swapFilters(start: Candidate, data: FitData): Candidate {
  let best = start;
  for (let round = 0; round < 2; round++) {
    const before = best;
    for (const side of ['highPass', 'lowPass'] as const) {
      for (const filter of NONE_AND_SHAPES) {
        if (filter === before.shape[side]) continue;
        const shape = { ...best.shape, [side]: filter };
        const glance = fitFrom(shape, best.values, data, ROUGH);
        if (glance.bic > best.bic + WORTH_A_CLOSER_LOOK) continue;
        const other = fitFrom(shape, glance.values, data);
        if (other.bic < best.bic) best = other;
      }
    }
    const fewer = dropPeaks(best, data);
    if (fewer.bic < best.bic) best = fewer;
    if (best === before) break;
  }
  return best;
}

function dropPeaks(start: Candidate, data: FitData): Candidate {
  let best = start;
  for (let i = 0; i < start.shape.peaks; i++) {
    const peaks = start.values.peaks.filter((_, j) => j !== i);
    const fewer = fitFrom({ ...start.shape, peaks: peaks.length }, { ...start.values, peaks }, data);
    if (fewer.bic < best.bic) best = fewer;
  }
  return best;
}

function growPeaks(start: Candidate, data: FitData, maxPeaks: number): Candidate {
  let best = start;
  let current = start;
  for (let p = 0; p < maxPeaks; p++) {
    const guess = worstBump(current, data);
    if (Math.abs(guess.gainDb) < 0.4) break;
    const values = { ...current.values, peaks: [...current.values.peaks, guess] };
    current = fitFrom({ ...current.shape, peaks: p + 1 }, values, data);
    if (current.bic < best.bic) best = current;
    else if (current.bic > best.bic + 12) break;
  }
  return best;
}

/** Where the smoothed misfit, counted only above the noise, is largest: there the next section starts. */
function worstBump(c: Candidate, data: FitData): ModelValues['peaks'][number] {
  const model = modelLevel(c.shape, c.values, data.lnF, true, data.floorRiseDb);
  const n = model.length;
  let at = 0;
  let height = 0;
  for (let i = 0; i < n; i++) {
    let sum = 0;
    let weight = 0;
    for (let j = Math.max(0, i - 2); j <= Math.min(n - 1, i + 2); j++) {
      const misfit = data.levelDb[j] - model[j];
      sum += misfit;
      weight++;
    }
    const mean = sum / weight;
    const floor = c.values.floorDb + (data.floorRiseDb?.[i] ?? 0);
    const heard = 1 - 10 ** (Math.min(0, floor - model[i]) / 10);
    if (Math.abs(mean) * heard > Math.abs(height)) {
      height = mean * heard;
      at = i;
    }
  }
  return { lnCentre: data.lnF[at], gainDb: Math.max(-6, Math.min(6, height)), lnQ: Math.log(1.5) };
}

function firstGuess(data: FitData): ModelValues {
  const { lnF, levelDb } = data;
  const sorted = Float64Array.from(levelDb).sort();
  const top = sorted[Math.floor(0.85 * (sorted.length - 1))];
  const loud = levelDb.map((l) => (l > top - 4 ? 1 : 0));
  return {
    gainDb: top,
    floorDb: data.floorDb ?? sorted[Math.floor(0.03 * sorted.length)] - 1,
    lnHighPass: lnF[Math.max(0, loud.indexOf(1))],
    lnLowPass: lnF[Math.max(0, loud.lastIndexOf(1))],
    peaks: [],
  };
}

function fitFrom(shape: ModelShape, values: ModelValues, data: FitData, effort = FINE): Candidate {
  const problem = filterProblem(shape, data);
  const fit = fitRobust(problem, packValues(shape, values), effort.limit, effort.tolerance);
  const effective = data.lnF.length / POINTS_PER_INDEPENDENT;
  const meanLoss = fit.objective / data.lnF.length + LEAST_LOSS;
  const filters = (shape.highPass ? 1.5 : 0) + (shape.lowPass ? 1.5 : 0);
  const k = 2 + filters + 3 * shape.peaks;
  const bic = effective * Math.log(meanLoss) + k * Math.log(effective);
  return { shape, values: unpackValues(shape, fit.parameters, values), fit, bic };
}

function describe(c: Candidate, data: FitData): FilterModel {
  const { shape, values, fit } = c;
  const model = modelLevel(shape, values, data.lnF, true, data.floorRiseDb);
  const n = model.length;
  const rmsDb = Math.sqrt(model.reduce((sum, m, i) => sum + (m - data.levelDb[i]) ** 2, 0) / n);
  const k = fit.parameters.length;
  const freedom = Math.max(1, n / POINTS_PER_INDEPENDENT - k);
  const variance = (fit.loss / n + LEAST_LOSS) * (n / freedom);
  const ridge = fit.normal.map((v, i) => (i % (k + 1) === 0 ? v + 1e-6 : v));
  const inverse = inverseDiagonal(ridge, k);
  const filterOf = (
    side: FilterSide,
    filter: FilterShape | null,
    lnCorner: number,
    at: number,
  ): FittedFilter | null => {
    if (!filter) return null;
    const near = values.peaks.some((p) => Math.abs(p.lnCentre - lnCorner) < Math.LN2);
    const formal = inverse ? Math.sqrt(inverse[at] * variance) / Math.LN2 : 1;
    const cornerHz = Math.exp(lnCorner);
    return {
      ...filter,
      cornerHz,
      sixDbHz: sixDbFrequency(filter, side, cornerHz),
      slopeDbPerOctave: 6 * filter.order,
      errorOctaves: Math.min(1, formal * ERROR_FACTOR * (near ? ERROR_FACTOR_NEAR_PEAK : 1)),
    };
  };
  const signal = modelLevel(shape, values, data.lnF, false);
  const inFloor = signal.filter((l, i) => l < values.floorDb + (data.floorRiseDb?.[i] ?? 0)).length;
  return {
    gainDb: values.gainDb,
    // A floor that the signal never sinks to is a free parameter, not an observation.
    noiseFloorDb: inFloor >= LEAST_POINTS_IN_FLOOR ? values.floorDb : null,
    highPass: filterOf('high-pass', shape.highPass, values.lnHighPass, 2),
    lowPass: filterOf('low-pass', shape.lowPass, values.lnLowPass, shape.highPass ? 3 : 2),
    equaliser: values.peaks
      .map((p) => ({ frequencyHz: Math.exp(p.lnCentre), gainDb: p.gainDb, q: Math.exp(p.lnQ) }))
      .sort((a, b) => a.frequencyHz - b.frequencyHz),
    rmsDb,
    stop: fit.stop,
  };
}
