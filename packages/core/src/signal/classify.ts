import type { Edges } from './edges.ts';
import type { FilterModel } from './fit/fit-filter.ts';
import type { Response } from './response.ts';
import { formatFrequency } from '../quantity/frequency.ts';

export type BandClass = 'full-range' | 'low-pass' | 'high-pass' | 'band-pass' | 'silent' | 'unclear';

/** Matters of school, to be set by the shop; defaults beside them. */
export interface ClassLimits {
  /** a full-range output is 6 dB down at or below this, Hz */
  fullRangeLowHz: number;
  /** and at or above this, Hz */
  fullRangeHighHz: number;
  /** a pass band under this level is silence, dB re the file's own reference */
  silentBelowDb: number;
  /** signal to noise under which nothing is said of the band, dB */
  leastSignalToNoiseDb: number;
}

export const DEFAULT_LIMITS: ClassLimits = {
  fullRangeLowHz: 50,
  fullRangeHighHz: 12_000,
  silentBelowDb: -80,
  leastSignalToNoiseDb: 12,
};

export interface Classification {
  bandClass: BandClass;
  /** probability that the class is right, 0 to 1 */
  confidence: number;
  /** -6 dB edges used, Hz; null where the data show none */
  lowHz: number | null;
  highHz: number | null;
  /** sentences for the person */
  reasons: string[];
}

/** How ragged a curve may be before a band cannot be told from noise: rms between 1/12-octave neighbours, dB. */
const MOST_RAGGED_DB = 5;
/** Uncertainty of an edge that was read from the curve, not from a model, octaves. */
const READ_EDGE_ERROR = 0.12;

/**
 * Says what kind of band a response carries. "Enough for this target" is a separate question: a low-passed output is
 * enough for a subwoofer.
 *
 * @param response on 1/12-octave bands
 * @param passBandDb level of the pass band, dB
 * @param noiseFloorDb dB or null
 */
export function classify(
  response: Response,
  passBandDb: number,
  noiseFloorDb: number | null,
  edges: Edges,
  model: FilterModel | null,
  limits: ClassLimits = DEFAULT_LIMITS,
): Classification {
  const f = response.frequencyHz;
  const none = { lowHz: null, highHz: null };
  if (f.length < 12) {
    return {
      bandClass: 'unclear',
      confidence: 0,
      ...none,
      reasons: ['There are too few points to see a band: an octave of data is the least.'],
    };
  }
  if (passBandDb < limits.silentBelowDb) {
    return {
      bandClass: 'silent',
      confidence: 0.97,
      ...none,
      reasons: [`The loudest octave lies at ${passBandDb.toFixed(0)} dB: nothing plays on this pair.`],
    };
  }
  const ragged = raggedness(response);
  if (ragged > MOST_RAGGED_DB) {
    return {
      bandClass: 'unclear',
      confidence: 0.3,
      ...none,
      reasons: [
        `The curve jumps ${ragged.toFixed(0)} dB from band to band, like noise: record longer or louder.`,
      ],
    };
  }
  const depth = noiseFloorDb === null ? Infinity : passBandDb - noiseFloorDb;
  if (depth < limits.leastSignalToNoiseDb) {
    return {
      bandClass: 'unclear',
      confidence: 0.3,
      ...none,
      reasons: [
        `The signal stands only ${depth.toFixed(0)} dB above the noise floor: play louder and record again.`,
      ],
    };
  }

  const reasons: string[] = [];
  const low = edgeOf('low', edges, model, response);
  const high = edgeOf('high', edges, model, response);
  const lowProbability = probabilityBeyond(low, limits.fullRangeLowHz, 1);
  const highProbability = probabilityBeyond(high, limits.fullRangeHighHz, -1);
  for (const [edge, limit, end, word, further] of [
    [low, limits.fullRangeLowHz, f[0], 'start', 'down'],
    [high, limits.fullRangeHighHz, f[f.length - 1], 'end', 'up'],
  ] as const) {
    if (edge.missing) {
      reasons.push(
        `The data ${word} at ${formatFrequency(end)}, before the band does: measure further ${further}.`,
      );
    } else if (Math.abs(Math.log2(edge.hz / limit)) < 2 * edge.error) {
      reasons.push(
        `The edge at ${formatFrequency(edge.hz)} is close to the ${formatFrequency(limit)} limit for full range.`,
      );
    }
  }
  const hasLow = lowProbability >= 0.5;
  const hasHigh = highProbability >= 0.5;
  const confidence =
    Math.max(lowProbability, 1 - lowProbability) * Math.max(highProbability, 1 - highProbability);
  const bandClass =
    low.missing || high.missing
      ? 'unclear'
      : hasLow
        ? hasHigh
          ? 'band-pass'
          : 'high-pass'
        : hasHigh
          ? 'low-pass'
          : 'full-range';
  return { bandClass, confidence, lowHz: low.shown, highHz: high.shown, reasons };
}

interface EdgeEstimate {
  /** -6 dB frequency, Hz; the end of the data when nothing is seen */
  hz: number;
  /** octaves, one standard deviation */
  error: number;
  /** the data stop inside the range that decides the class, still at full level */
  missing: boolean;
  /** what to show the person, Hz */
  shown: number | null;
}

function edgeOf(
  side: 'low' | 'high',
  edges: Edges,
  model: FilterModel | null,
  response: Response,
): EdgeEstimate {
  const f = response.frequencyHz;
  const end = side === 'low' ? f[0] : f[f.length - 1];
  const read = edges[side].find((e) => e.dropDb === 6)!;
  const filter = side === 'low' ? model?.highPass : model?.lowPass;
  if (filter) {
    const inside = side === 'low' ? filter.sixDbHz >= end * 0.9 : filter.sixDbHz <= end * 1.1;
    return {
      hz: filter.sixDbHz,
      error: Math.max(0.02, filter.errorOctaves),
      missing: false,
      shown: inside ? filter.sixDbHz : null,
    };
  }
  if (read.relation === 'at')
    return { hz: read.frequencyHz, error: READ_EDGE_ERROR, missing: false, shown: read.frequencyHz };
  // Nothing falls off up to where the data end: fine if that is near the ends of hearing, open otherwise.
  const missing = side === 'low' ? end > 60 : end < 11_000;
  return { hz: side === 'low' ? end / 1.5 : end * 1.5, error: READ_EDGE_ERROR, missing, shown: null };
}

/** Probability that the edge lies inside the limit (direction 1: above it, -1: below it), Gaussian in octaves. */
function probabilityBeyond(edge: EdgeEstimate, limitHz: number, direction: 1 | -1): number {
  const z = (direction * Math.log2(edge.hz / limitHz)) / edge.error;
  // Logistic approximation of the normal distribution, off by less than 0.01.
  return 1 / (1 + Math.exp(-1.702 * z));
}

/** rms difference of a 1/12-octave level from the mean of its two neighbours, dB. */
function raggedness(response: Response): number {
  const l = response.levelDb;
  let sum = 0;
  for (let i = 1; i < l.length - 1; i++) sum += (l[i] - 0.5 * (l[i - 1] + l[i + 1])) ** 2;
  return Math.sqrt(sum / (l.length - 2));
}
