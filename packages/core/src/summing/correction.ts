import { fitRobust, type RobustProblem } from '../signal/fit/levenberg-marquardt.ts';
import { median } from '../signal/pass-band.ts';
import { type EqualiserSection, equalised, sectionDb } from './equaliser.ts';
import { gridRange, type Need } from './flatness.ts';
import { SUM_GRID_HZ } from './output-response.ts';

export interface CorrectionOptions {
  /**
   * most sections, a device's limit
   *
   * @default 5
   */
  sections?: number;
  /**
   * deepest dip that is filled, dB: boost costs headroom
   *
   * @default 6
   */
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
/** The fit looks at every second point of the grid, 1/6 octave. */
const FIT_STRIDE = 2;
/** What is left after the greedy fit is polished against its worst points down to this, dB, so many times. */
const POLISH_DB = 1;
const POLISHED = 6;
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
  const band: Band = { hz: [], wantedDb: [], alone: [], weight: [], boostLimitDb };
  const centreDb = median(levelDb.slice(from, to + 1));
  const leftAlone: boolean[] = [];
  for (let i = from; i < to; i++) {
    const lack = centreDb - smoothed(levelDb, i);
    leftAlone.push(lack > boostLimitDb);
    if ((i - from) % FIT_STRIDE !== 0) continue;
    band.weight.push(1);
    band.hz.push(Math.sqrt(SUM_GRID_HZ[i] * SUM_GRID_HZ[i + 1]));
    band.wantedDb.push(lack);
    band.alone.push(lack > boostLimitDb);
  }
  /** Half the span of what is not left alone, dB. */
  const unevenness = (levels: readonly number[]) => {
    let [high, low] = [-Infinity, Infinity];
    for (let i = from; i < to; i++) {
      if (leftAlone[i - from]) continue;
      const level = smoothed(levels, i);
      high = Math.max(high, level);
      low = Math.min(low, level);
    }
    return (high - low) / 2;
  };
  let fitted: EqualiserSection[] = [];
  let kept: EqualiserSection[] = [];
  let best = [...levelDb];
  let least = unevenness(best);
  for (let n = 0; n < most && band.hz.length >= 6 && least >= FLAT_ENOUGH_DB; n++) {
    fitted = candidates(fitted, band)
      .map((next) => refit([...fitted, next], band))
      .reduce((a, b) => (b.loss < a.loss ? b : a)).sections;
    const sections = fitted.filter((s) => Math.abs(s.gainDb) >= LEAST_GAIN_DB);
    const corrected = equalised(levelDb, SUM_GRID_HZ, sections);
    const now = unevenness(corrected);
    if (now < least - WORTH_DB) {
      kept = sections;
      best = corrected;
      least = now;
    }
  }
  // The last of the way is against the worst points: they weigh more each time.
  for (let round = 0; round < POLISHED && least > POLISH_DB && fitted.length > 0; round++) {
    const gain = gainOf(fitted, band);
    const missed = gain.map((g, i) => Math.abs(missedBy(g, band, i)));
    const farthest = Math.max(...missed, 1e-9);
    band.weight = band.weight.map((w, i) => w * (1 + missed[i] / farthest));
    fitted = refit(fitted, band).sections;
    const corrected = equalised(levelDb, SUM_GRID_HZ, fitted);
    const now = unevenness(corrected);
    if (now >= least) continue;
    kept = fitted;
    best = corrected;
    least = now;
  }
  const boostDb = Math.max(0, ...best.map((l, i) => l - levelDb[i]));
  return { sections: kept.sort((a, b) => a.frequencyHz - b.frequencyHz), levelDb: best, boostDb };
}

/** What is wanted of the equaliser over the needed band, in steps of the summing grid. */
interface Band {
  hz: number[];
  /** boost that would flatten, dB */
  wantedDb: number[];
  /** dips deeper than the boost limit: only kept from being boosted beyond it, or cut further */
  alone: boolean[];
  boostLimitDb: number;
  /** of each step in the fit */
  weight: number[];
}

/** 1/6-octave mean of a level curve at a step of the grid and the next, dB. */
function smoothed(levelDb: readonly number[], i: number): number {
  return 10 * Math.log10((10 ** (levelDb[i] / 10) + 10 ** (levelDb[i + 1] / 10)) / 2);
}

/** What sections do together at each step, dB. */
function gainOf(sections: readonly EqualiserSection[], { hz }: Band): number[] {
  return equalised(
    hz.map(() => 0),
    hz,
    sections,
  );
}

/** How far an equaliser's gain is from what is wanted at a step, dB. */
function missedBy(gainDb: number, { wantedDb, alone, boostLimitDb }: Band, i: number): number {
  if (!alone[i]) return gainDb - wantedDb[i];
  return gainDb > boostLimitDb ? gainDb - boostLimitDb : Math.min(0, gainDb);
}

/** Where the next section may go: a peak at the worst point, a shelf at an end that is off as a whole. */
function candidates(fitted: readonly EqualiserSection[], band: Band): EqualiserSection[] {
  const { hz } = band;
  const gain = gainOf(fitted, band);
  const missed = gain.map((g, i) => missedBy(g, band, i));
  const at = missed.reduce((worst, m, i) => (Math.abs(m) > Math.abs(missed[worst]) ? i : worst), 0);
  const list: EqualiserSection[] = [1, 2.5].map((q) => ({
    kind: 'peaking',
    frequencyHz: hz[at],
    gainDb: -missed[at],
    q,
  }));
  const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;
  const [low, high] = [mean(missed.slice(0, 6)), mean(missed.slice(-6))];
  if (Math.abs(low) > SHELF_DB)
    list.push({ kind: 'low-shelf', frequencyHz: hz[Math.min(9, hz.length - 1)], gainDb: -low, q: 0.7 });
  if (Math.abs(high) > SHELF_DB)
    list.push({ kind: 'high-shelf', frequencyHz: hz[Math.max(0, hz.length - 9)], gainDb: -high, q: 0.7 });
  return list;
}

function refit(
  sections: readonly EqualiserSection[],
  band: Band,
): { sections: EqualiserSection[]; loss: number } {
  const k = 3 * sections.length;
  const { hz } = band;
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
        residual[i] =
          band.weight[i] *
          missedBy(
            now.reduce((sum, s) => sum + sectionDb(s, hz[i]), 0),
            band,
            i,
          );
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
          // Where a dip is left alone and nothing is wrong, nothing pulls.
          const pulls = band.alone[i] && residual[i] === 0 ? 0 : band.weight[i] / h;
          for (let j = 0; j < 3; j++) jacobian[3 * s + j][i] = (sectionDb(moved[j], hz[i]) - here) * pulls;
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
