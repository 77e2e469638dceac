import { fitRobust, type RobustProblem } from '../signal/fit/levenberg-marquardt.ts';
import { median } from '../signal/pass-band.ts';
import { type EqualiserSection, equalised, sectionDb } from './equaliser.ts';
import { gridRange, judgeFlatness, type Need } from './flatness.ts';
import { SUM_GRID_HZ } from './output-response.ts';

export interface CorrectionOptions {
  /** most sections, a device's limit */
  sections?: number;
  /** deepest dip that is filled, dB: boost costs headroom */
  boostLimitDb?: number;
}

export interface Correction {
  sections: EqualiserSection[];
  /** level with the correction, dB on the summing grid */
  levelDb: number[];
  /** highest boost of all sections together: headroom that it costs, dB */
  boostDb: number;
}

/** Flatter than this a sum needs nothing, dB. */
const FLAT_ENOUGH_DB = 0.5;
/** A section must gain this much flatness to be worth a knob, dB. */
const WORTH_DB = 0.1;
/** An equaliser is set by hand: there is no use in fitting it finely. */
const EFFORT = { limit: 14, tolerance: 3e-3 };
/** Sections quieter than this are left out, dB. */
const LEAST_GAIN_DB = 0.4;
/** One section's gain and Q. */
const GAIN_LIMIT_DB = 12;
const Q_LIMITS = [0.4, 6] as const;
/** An end of the band that is off by this on average over an octave is worth a shelf, dB. */
const SHELF_DB = 1.5;

/**
 * Peaking and shelving sections that flatten a summed level over the needed band, judged on the 1/6-octave-smoothed
 * curve. Dips beyond the boost limit are left alone: they come from cancellation, which no equaliser fills. Sections
 * are added one at a time where the curve is farthest off, and all of them refitted together after each.
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
  const hz: number[] = [];
  const wanted: number[] = [];
  const centreDb = median(levelDb.slice(from, to + 1));
  for (let i = from; i < to; i += 2) {
    const smooth = 5 * Math.log10((10 ** (levelDb[i] / 5) + 10 ** (levelDb[i + 1] / 5)) / 2);
    const lack = centreDb - smooth;
    hz.push(Math.sqrt(SUM_GRID_HZ[i] * SUM_GRID_HZ[i + 1]));
    wanted.push(lack > boostLimitDb + 3 ? 0 : Math.min(boostLimitDb, lack));
  }
  let fitted: EqualiserSection[] = [];
  let kept: EqualiserSection[] = [];
  let best = [...levelDb];
  for (let n = 0; n < most && hz.length >= 6; n++) {
    if (judgeFlatness(best, need).withinDb < FLAT_ENOUGH_DB) break;
    const left = equalised(
      wanted.map((w) => -w),
      hz,
      fitted,
    );
    fitted = candidates(left, hz)
      .map((next) => refit([...fitted, next], hz, wanted))
      .reduce((a, b) => (b.loss < a.loss ? b : a)).sections;
    const sections = fitted.filter((s) => Math.abs(s.gainDb) >= LEAST_GAIN_DB);
    const corrected = equalised(levelDb, SUM_GRID_HZ, sections);
    if (judgeFlatness(corrected, need).withinDb < judgeFlatness(best, need).withinDb - WORTH_DB) {
      kept = sections;
      best = corrected;
    }
  }
  const boostDb = Math.max(0, ...best.map((l, i) => l - levelDb[i]));
  return { sections: kept.sort((a, b) => a.frequencyHz - b.frequencyHz), levelDb: best, boostDb };
}

/** Where the next section may go: a peak at the worst point, a shelf at an end that is off as a whole. */
function candidates(leftDb: readonly number[], hz: readonly number[]): EqualiserSection[] {
  const at = leftDb.reduce((worst, l, i) => (Math.abs(l) > Math.abs(leftDb[worst]) ? i : worst), 0);
  const list: EqualiserSection[] = [{ kind: 'peaking', frequencyHz: hz[at], gainDb: -leftDb[at], q: 1.5 }];
  const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;
  const [low, high] = [mean(leftDb.slice(0, 6)), mean(leftDb.slice(-6))];
  if (Math.abs(low) > SHELF_DB)
    list.push({ kind: 'low-shelf', frequencyHz: hz[Math.min(9, hz.length - 1)], gainDb: -low, q: 0.7 });
  if (Math.abs(high) > SHELF_DB)
    list.push({ kind: 'high-shelf', frequencyHz: hz[Math.max(0, hz.length - 9)], gainDb: -high, q: 0.7 });
  return list;
}

function refit(
  sections: readonly EqualiserSection[],
  hz: readonly number[],
  wantedDb: readonly number[],
): { sections: EqualiserSection[]; loss: number } {
  const k = 3 * sections.length;
  const unpack = (p: Float64Array): EqualiserSection[] =>
    sections.map(({ kind }, s) => ({
      kind,
      frequencyHz: Math.exp(p[3 * s]),
      gainDb: p[3 * s + 1],
      q: Math.exp(p[3 * s + 2]),
    }));
  const bounds = (values: readonly [number, number, number]) =>
    Float64Array.from({ length: k }, (_, j) => values[j % 3]);
  const [lnLow, lnHigh] = [Math.log(hz[0] / 1.5), Math.log(hz[hz.length - 1] * 1.5)];
  const problem: RobustProblem = {
    points: hz.length,
    lower: bounds([lnLow, -GAIN_LIMIT_DB, Math.log(Q_LIMITS[0])]),
    upper: bounds([lnHigh, GAIN_LIMIT_DB, Math.log(Q_LIMITS[1])]),
    priorMean: bounds([0, 0, Math.log(1.2)]),
    priorSigma: bounds([Infinity, 9, 1.2]),
    evaluate(parameters, residual, jacobian) {
      const now = unpack(parameters);
      for (let i = 0; i < hz.length; i++)
        residual[i] = now.reduce((sum, s) => sum + sectionDb(s, hz[i]), -wantedDb[i]);
      if (!jacobian) return;
      // A section's level depends on its own three parameters only: differences are cheap.
      const h = 1e-4;
      now.forEach((section, s) => {
        const moved: EqualiserSection[] = [
          { ...section, frequencyHz: section.frequencyHz * Math.exp(h) },
          { ...section, gainDb: section.gainDb + h },
          { ...section, q: section.q * Math.exp(h) },
        ];
        for (let i = 0; i < hz.length; i++) {
          const here = sectionDb(section, hz[i]);
          for (let j = 0; j < 3; j++) jacobian[i * k + 3 * s + j] = (sectionDb(moved[j], hz[i]) - here) / h;
        }
      });
    },
  };
  const start = Float64Array.from(
    sections.flatMap((s) => [Math.log(s.frequencyHz), s.gainDb, Math.log(s.q)]),
  );
  const fit = fitRobust(problem, start, EFFORT.limit, EFFORT.tolerance);
  return { sections: unpack(fit.parameters), loss: fit.objective };
}
