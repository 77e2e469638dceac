import type { PeakingSection } from '../signal/fit/fit-filter.ts';
import {
  filterProblem,
  modelLevel,
  packValues,
  unpackValues,
  type ModelValues,
} from '../signal/fit/filter-problem.ts';
import { fitRobust } from '../signal/fit/levenberg-marquardt.ts';
import { median } from '../signal/pass-band.ts';
import { gridRange, judgeFlatness, type Need } from './flatness.ts';
import { SUM_GRID_HZ } from './output-response.ts';

export interface CorrectionOptions {
  /** most sections, a device's limit */
  sections?: number;
  /** deepest dip that is filled, dB: boost costs headroom */
  boostLimitDb?: number;
}

export interface Correction {
  sections: PeakingSection[];
  /** level with the correction, dB on the summing grid */
  levelDb: number[];
  /** highest boost of all sections together: headroom that it costs, dB */
  boostDb: number;
}

/** Flatter than this a sum needs nothing, dB. */
const FLAT_ENOUGH_DB = 0.5;
/** An equaliser is set by hand: there is no use in fitting it finely. */
const EFFORT = { limit: 15, tolerance: 3e-3 };
/** Sections quieter than this are not worth a knob, dB. */
const LEAST_GAIN_DB = 0.5;

/**
 * Peaking sections that flatten a summed level over the needed band. Dips beyond the boost limit are left alone: they
 * come from cancellation, which no equaliser fills.
 *
 * @param levelDb on the summing grid, dB
 */
export function correctSum(
  levelDb: readonly number[],
  need: Need,
  options: CorrectionOptions = {},
): Correction {
  const { sections: most = 5, boostLimitDb = 6 } = options;
  const { from, to } = gridRange(need);
  const hz = SUM_GRID_HZ.slice(from, to + 1);
  const lnF = Float64Array.from(hz, Math.log);
  const centreDb = median(levelDb.slice(from, to + 1));
  const wanted = Float64Array.from(hz, (_, i) => {
    const lack = centreDb - levelDb[from + i];
    return lack > boostLimitDb ? 0 : Math.max(-9, lack);
  });
  let values: ModelValues = { gainDb: 0, floorDb: -200, lnHighPass: 0, lnLowPass: 0, peaks: [] };
  let kept: PeakingSection[] = [];
  let best = [...levelDb];
  if (hz.length >= 12) {
    for (let p = 0; p < most; p++) {
      const shape = { highPass: null, lowPass: null, peaks: p + 1 };
      if (judgeFlatness(best, need).withinDb < FLAT_ENOUGH_DB) break;
      const now = modelLevel({ ...shape, peaks: p }, values, lnF);
      const at = wanted.reduce(
        (worst, w, i) => (Math.abs(w - now[i]) > Math.abs(wanted[worst] - now[worst]) ? i : worst),
        0,
      );
      const guess = { lnCentre: lnF[at], gainDb: clamp(wanted[at] - now[at], 6), lnQ: Math.log(1.5) };
      values = { ...values, peaks: [...values.peaks, guess] };
      const problem = filterProblem(shape, { lnF, levelDb: wanted, floorDb: -200 });
      // No overall gain: the sum's own level stays what it is.
      problem.lower[0] = -0.01;
      problem.upper[0] = 0.01;
      values = unpackValues(
        shape,
        fitRobust(problem, packValues(shape, values), EFFORT.limit, EFFORT.tolerance).parameters,
        values,
      );
      const sections = sectionsOf(values).filter((s) => Math.abs(s.gainDb) >= LEAST_GAIN_DB);
      const corrected = apply(levelDb, sections);
      if (judgeFlatness(corrected, need).withinDb < judgeFlatness(best, need).withinDb - 0.1) {
        kept = sections;
        best = corrected;
      }
    }
  }
  const boostDb = Math.max(0, ...best.map((l, i) => l - levelDb[i]));
  return { sections: kept, levelDb: best, boostDb };
}

function sectionsOf(values: ModelValues): PeakingSection[] {
  return values.peaks
    .map((p) => ({ frequencyHz: Math.exp(p.lnCentre), gainDb: p.gainDb, q: Math.exp(p.lnQ) }))
    .sort((a, b) => a.frequencyHz - b.frequencyHz);
}

function apply(levelDb: readonly number[], sections: readonly PeakingSection[]): number[] {
  const values = {
    gainDb: 0,
    floorDb: -300,
    lnHighPass: 0,
    lnLowPass: 0,
    peaks: sections.map((s) => ({ lnCentre: Math.log(s.frequencyHz), gainDb: s.gainDb, lnQ: Math.log(s.q) })),
  };
  const shape = { highPass: null, lowPass: null, peaks: sections.length };
  const change = modelLevel(shape, values, Float64Array.from(SUM_GRID_HZ, Math.log));
  return levelDb.map((l, i) => l + change[i]);
}

function clamp(value: number, limit: number): number {
  return Math.max(-limit, Math.min(limit, value));
}
