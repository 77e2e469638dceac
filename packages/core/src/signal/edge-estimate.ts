import { dbToPower, powerToDb } from '../quantity/decibel.ts';
import { formatFrequency } from '../quantity/frequency.ts';
import type { Edges } from './edges.ts';
import type { FilterModel, FittedFilter } from './fit/fit-filter.ts';
import { levelOfFilterModel } from './fit/model-level.ts';
import { floorRise } from './noise-floor.ts';
import type { Response } from './response.ts';

/** Where the band ends on one side, and how that is known. */
export interface EdgeEstimate {
  /** -6 dB frequency, Hz; the end of the data when nothing is seen */
  hz: number;
  /** one standard deviation, octaves */
  error: number;
  /** a filter of the model, the curve itself, or nothing falls off before the data end */
  from: 'model' | 'curve' | 'nothing';
  /** the data stop inside the range that decides the class, still at full level */
  missing: boolean;
  /** what to show the person, Hz */
  shown: number | null;
  reasons: string[];
}

/** Uncertainty of an edge that was read from a curve with its equaliser in it, octaves. */
const READ_EDGE_ERROR = 0.12;
/** Levels on either side of a crossing are known to about this, dB. */
const LEVEL_ERROR_DB = 0.5;
/** Model and curve may differ by so many of their errors together. */
const MOST_ERRORS = 3;
/** And by this much in any case, octaves. */
const ALWAYS_ALLOWED = 0.08;
/** The crossing is read as far as the signal stands this much out of the noise, dB. */
const CLEAR_DB = 3;

/**
 * The edge on one side: the fitted filter's, unless the curve itself, once the rest of the model is taken out of it,
 * crosses -6 dB somewhere else by more than both are unsure of. Then the curve counts.
 *
 * @param read edges as read from the curve with everything in it
 */
export function edgeEstimate(
  side: 'low' | 'high',
  response: Response,
  read: Edges,
  model: FilterModel | null,
): EdgeEstimate {
  const f = response.frequencyHz;
  const end = side === 'low' ? f[0] : f[f.length - 1];
  const filter = side === 'low' ? model?.highPass : model?.lowPass;
  if (filter) {
    const inside = side === 'low' ? filter.sixDbHz >= end * 0.9 : filter.sixDbHz <= end * 1.1;
    const seen = inside ? crossingOf(side, response, model!) : null;
    const apart = seen ? Math.abs(Math.log2(seen.hz / filter.sixDbHz)) : 0;
    if (seen && apart > Math.max(ALWAYS_ALLOWED, MOST_ERRORS * Math.hypot(seen.error, filter.errorOctaves)))
      return {
        hz: seen.hz,
        error: Math.max(seen.error, apart / 2),
        from: 'curve',
        missing: false,
        shown: seen.hz,
        reasons: [
          `The curve is 6 dB down at ${formatFrequency(seen.hz)}, the fitted filter at ${formatFrequency(filter.sixDbHz)}. The curve is used; the type and slope of the filter are doubtful.`,
        ],
      };
    return {
      hz: filter.sixDbHz,
      error: filter.errorOctaves,
      from: 'model',
      missing: false,
      shown: inside ? filter.sixDbHz : null,
      reasons: [],
    };
  }
  const six = read[side].find((e) => e.dropDb === 6)!;
  // With a model, what falls off without a filter is the equaliser's doing.
  if (!model && six.relation === 'at')
    return {
      hz: six.frequencyHz,
      error: READ_EDGE_ERROR,
      from: 'curve',
      missing: false,
      shown: six.frequencyHz,
      reasons: [],
    };
  // Nothing falls off up to where the data end: fine if that is near the ends of hearing, open otherwise.
  const missing = side === 'low' ? end > 60 : end < 11_000;
  return { hz: end, error: READ_EDGE_ERROR, from: 'nothing', missing, shown: null, reasons: [] };
}

/**
 * Where the curve is 6 dB down once noise, equaliser and the other filter are taken out of it; null where that drowns or
 * lies outside.
 */
function crossingOf(side: 'low' | 'high', response: Response, model: FilterModel) {
  const own: FittedFilter = side === 'low' ? model.highPass! : model.lowPass!;
  const rest = levelOfFilterModel(
    { ...model, ...(side === 'low' ? { highPass: null } : { lowPass: null }) },
    response.frequencyHz,
  );
  const { noiseFloorDb, noiseTiltDb } = model;
  const left = response.levelDb.map((level, i) => {
    if (noiseFloorDb === null) return level - rest[i];
    const floor = noiseFloorDb + floorRise(response.frequencyHz[i], noiseTiltDb);
    return level < floor + CLEAR_DB ? NaN : powerToDb(dbToPower(level) - dbToPower(floor)) - rest[i];
  });
  const x = response.frequencyHz.map(Math.log2);
  // From the filter's own corner outwards and inwards: the crossing next to it.
  const centre = Math.log2(own.sixDbHz);
  let best: { hz: number; error: number } | null = null;
  for (let i = 0; i + 1 < left.length; i++) {
    const [inner, outer] = side === 'high' ? [left[i], left[i + 1]] : [left[i + 1], left[i]];
    if (!(inner >= -6.02 && outer < -6.02)) continue;
    const t = (left[i] + 6.02) / (left[i] - left[i + 1]);
    const at = x[i] + t * (x[i + 1] - x[i]);
    if (best && Math.abs(at - centre) > Math.abs(Math.log2(best.hz) - centre)) continue;
    // What an error of the level means along the axis: by the slope over a quarter of an octave around.
    const slope = slopeAround(x, left, at);
    best = { hz: 2 ** at, error: Math.min(1, LEVEL_ERROR_DB / Math.max(slope, 0.5)) };
  }
  return best;
}

/** Fall of a level around a place, dB per octave, by its magnitude. */
function slopeAround(x: readonly number[], level: readonly number[], at: number): number {
  const near = x.flatMap((v, i) => (Math.abs(v - at) < 0.2 && Number.isFinite(level[i]) ? [i] : []));
  const [first, last] = [near[0], near[near.length - 1]];
  if (near.length < 2) return 0;
  return Math.abs(level[last] - level[first]) / (x[last] - x[first]);
}
