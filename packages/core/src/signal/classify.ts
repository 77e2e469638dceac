import { formatFrequency } from '../quantity/frequency.ts';
import type { FittedFilters } from './fit/fit-filter.ts';
import { humLines } from './fit/hum.ts';
import { levelOfFilterModel } from './fit/model-level.ts';
import type { Rival } from './fit/rivals.ts';
import type { EdgeEstimate } from './edge-estimate.ts';
import { floorRise, WHITE_NOISE_TILT_DB } from './noise-floor.ts';
import { median } from './pass-band.ts';
import type { Response } from './response.ts';

export type BandClass = 'full-range' | 'low-pass' | 'high-pass' | 'band-pass' | 'silent' | 'unclear';

/** Matters of school, to be set by the shop; defaults beside them. */
export interface ClassLimits {
  /** a full-range output is 6 dB down at or below this, Hz */
  fullRangeLowHz: number;
  /** and at or above this, Hz */
  fullRangeHighHz: number;
  /** a pass band under this level is silence, dB re the file's own reference */
  silentBelowDb: number;
}

export const DEFAULT_LIMITS: ClassLimits = {
  fullRangeLowHz: 50,
  fullRangeHighHz: 12_000,
  silentBelowDb: -80,
};

export interface Classification {
  bandClass: BandClass;
  /** probability that the class is right, 0 to 1 */
  confidence: number;
  /** -6 dB edges used, Hz; null where the data show none */
  lowHz: number | null;
  highHz: number | null;
  /** one standard deviation of each, octaves */
  lowError: number | null;
  highError: number | null;
  /** sentences for the person */
  reasons: string[];
  /** 'quiet': it may be silence, which other measurements can decide; null: nothing of the kind */
  doubt: 'quiet' | null;
}

/** How ragged a curve may be before a band cannot be told from noise: rms between 1/12-octave neighbours, dB. */
const MOST_RAGGED_DB = 5;
/** The same between neighbouring points as they came: more is noise, or a recording that was hardly averaged, dB. */
const MOST_RAGGED_RAW_DB = 3;
/** Raggedness is looked at this far down from the pass band: further down lies noise anyway, dB. */
const RAGGED_WITHIN_DB = 12;
/** A flat curve this little above what counts as silence may be silence, dB. */
const QUIET_DB = 22;
/** A class less probable than this is not said. */
const LEAST_CONFIDENCE = 0.6;
/** A straight line: over so many octaves, with its slope within this much, dB per octave, and so much scatter, dB rms. */
const LINE_OCTAVES = 6;
const LINE_SLOPE_DB = 0.4;
const LINE_SCATTER_DB = 1;
/** A signal stands at least so far out of the floor, somewhere for an octave, dB. */
const LEAST_ABOVE_FLOOR_DB = 3;
/** For so long, in 1/12-octave bands. */
const LEAST_ABOVE_BANDS = 12;
/** Without a model nothing is said of a band this near to the noise, dB. */
const LEAST_DEPTH_DB = 12;

const QUIET =
  'Silent or very quiet: compare with another output of the same unit, or record silence at the same settings.';

export interface JudgedResponse {
  /** as it came */
  raw: Response;
  /** on 1/12-octave bands */
  smoothed: Response;
  passBandDb: number;
  /** noise floor at 1 kHz, dB; null where none is seen */
  noiseFloorDb: number | null;
  /** that floor was measured, in a recording of silence */
  silenceMeasured: boolean;
  fitted: FittedFilters | null;
  low: EdgeEstimate;
  high: EdgeEstimate;
  limits: ClassLimits;
}

/**
 * Says what kind of band a response carries. "Enough for this target" is a separate question: a low-passed output is
 * enough for a subwoofer.
 */
export function classify(judged: JudgedResponse): Classification {
  const { smoothed, passBandDb, limits, fitted, low, high } = judged;
  const nothing = { lowHz: null, highHz: null, lowError: null, highError: null };
  const unclear = (reason: string): Classification => ({
    bandClass: 'unclear',
    confidence: 0.3,
    ...nothing,
    reasons: [reason],
    doubt: null,
  });
  const quiet = (reason: string): Classification => ({ ...unclear(reason), doubt: 'quiet' });
  if (passBandDb < limits.silentBelowDb) {
    return {
      bandClass: 'silent',
      confidence: 0.97,
      ...nothing,
      reasons: [`The loudest octave lies at ${passBandDb.toFixed(0)} dB: nothing plays on this pair.`],
      doubt: null,
    };
  }
  const ragged = raggedness(smoothed, passBandDb);
  if (ragged > MOST_RAGGED_DB)
    return unclear(
      `The curve jumps ${ragged.toFixed(0)} dB from band to band, like noise: record longer or louder.`,
    );
  if (fallsAsPinkNoise(smoothed))
    return unclear(
      'The level falls 3 dB per octave all the way, as a narrow-band spectrum of pink noise does. If it is one, say so when you import it.',
    );
  if (fitted && isAllFloor(fitted, smoothed)) return quiet(QUIET);
  const depth = judged.noiseFloorDb === null ? Infinity : passBandDb - judged.noiseFloorDb;
  if (!fitted && depth < LEAST_DEPTH_DB)
    return unclear(
      `The signal stands only ${depth.toFixed(0)} dB above the noise floor: play louder and record again.`,
    );

  const rivals = fitted?.rivals ?? [rivalOfEdges(low, high)];
  const { bandClass, confidence } = mostProbable(rivals, low, high, limits);
  const edges = {
    lowHz: low.shown,
    highHz: high.shown,
    lowError: low.shown === null ? null : low.error,
    highError: high.shown === null ? null : high.error,
  };
  const reasons = [...low.reasons, ...high.reasons, ...limitReasons(judged)];
  if (low.missing || high.missing)
    return { bandClass: 'unclear', confidence, ...edges, reasons, doubt: null };
  if (bandClass === 'full-range' && !judged.silenceMeasured) {
    // Noise without programme looks like this too: nothing in the curve tells it from a signal.
    const jumps = raggedness(judged.raw, passBandDb);
    if (jumps > MOST_RAGGED_RAW_DB)
      return quiet(
        `The points jump ${jumps.toFixed(0)} dB, as noise with nothing playing does: record longer, or compare with another output of the same unit.`,
      );
    if (passBandDb < limits.silentBelowDb + QUIET_DB) return quiet(QUIET);
  }
  if (confidence < LEAST_CONFIDENCE) {
    return {
      bandClass: 'unclear',
      confidence,
      ...edges,
      reasons: [
        ...reasons,
        `${WORDS[bandClass]} fits best, but something else fits nearly as well: play louder, record longer, or record silence too.`,
      ],
      doubt: null,
    };
  }
  return { bandClass, confidence, ...edges, reasons, doubt: null };
}

/** The class of a band whose edges were read from the curve alone. */
export function classOfEdges(low: EdgeEstimate, high: EdgeEstimate, limits: ClassLimits): Classification {
  const { bandClass, confidence } = mostProbable([rivalOfEdges(low, high)], low, high, limits);
  return {
    bandClass: low.missing || high.missing ? 'unclear' : bandClass,
    confidence,
    lowHz: low.shown,
    highHz: high.shown,
    lowError: low.shown === null ? null : low.error,
    highError: high.shown === null ? null : high.error,
    reasons: [...low.reasons, ...high.reasons],
    doubt: null,
  };
}

const WORDS = {
  'full-range': 'Full range',
  'low-pass': 'Low-pass',
  'high-pass': 'High-pass',
  'band-pass': 'Band-pass',
} as const;

/** The class that most of the rivals' probability is for. */
function mostProbable(rivals: readonly Rival[], low: EdgeEstimate, high: EdgeEstimate, limits: ClassLimits) {
  const probability = { 'full-range': 0, 'low-pass': 0, 'high-pass': 0, 'band-pass': 0 };
  for (const rival of rivals) {
    const hasLow = beyond(rival.highPass, low, limits.fullRangeLowHz, 1);
    const hasHigh = beyond(rival.lowPass, high, limits.fullRangeHighHz, -1);
    probability['full-range'] += rival.probability * (1 - hasLow) * (1 - hasHigh);
    probability['low-pass'] += rival.probability * (1 - hasLow) * hasHigh;
    probability['high-pass'] += rival.probability * hasLow * (1 - hasHigh);
    probability['band-pass'] += rival.probability * hasLow * hasHigh;
  }
  const classes = Object.keys(probability) as (keyof typeof probability)[];
  const bandClass = classes.reduce((a, b) => (probability[b] > probability[a] ? b : a));
  // Shares of a whole add up to it but for rounding.
  return { bandClass, confidence: Math.min(1, probability[bandClass]) };
}

/** Probability that an edge lies inside the limit (direction 1: above it, -1: below it), Gaussian in octaves. */
function beyond(filter: Rival['highPass'], said: EdgeEstimate, limitHz: number, direction: 1 | -1): number {
  if (!filter) return 0;
  // Where the edge was read from the curve, that counts for every model that has one.
  const edge = said.from === 'curve' ? { sixDbHz: said.hz, errorOctaves: said.error } : filter;
  const z = (direction * Math.log2(edge.sixDbHz / limitHz)) / edge.errorOctaves;
  // Logistic approximation of the normal distribution, off by less than 0.01.
  return 1 / (1 + Math.exp(-1.702 * z));
}

const rivalOfEdges = (low: EdgeEstimate, high: EdgeEstimate): Rival => ({
  probability: 1,
  highPass: low.from === 'nothing' ? null : { sixDbHz: low.hz, errorOctaves: low.error },
  lowPass: high.from === 'nothing' ? null : { sixDbHz: high.hz, errorOctaves: high.error },
});

/** What keeps the class from being plain: the data end too early, or an edge lies at the limit. */
function limitReasons({ low, high, limits, smoothed: { frequencyHz: f } }: JudgedResponse): string[] {
  const reasons: string[] = [];
  for (const [edge, limit, end, word, further] of [
    [low, limits.fullRangeLowHz, f[0], 'start', 'down'],
    [high, limits.fullRangeHighHz, f[f.length - 1], 'end', 'up'],
  ] as const) {
    if (edge.missing)
      reasons.push(
        `The data ${word} at ${formatFrequency(end)}, before the band does: measure further ${further}.`,
      );
    else if (edge.from !== 'nothing' && Math.abs(Math.log2(edge.hz / limit)) < 2 * edge.error)
      reasons.push(
        `The edge at ${formatFrequency(edge.hz)} is close to the ${formatFrequency(limit)} limit for full range.`,
      );
  }
  return reasons;
}

/** A straight line that falls 3 dB per octave: no output does that, a spectrum that was not tilted does. */
function fallsAsPinkNoise({ frequencyHz, levelDb }: Response): boolean {
  const x = frequencyHz.map(Math.log2);
  const n = x.length;
  const [meanX, meanY] = [x, levelDb].map((v) => v.reduce((a, b) => a + b, 0) / n);
  let [xx, xy] = [0, 0];
  for (let i = 0; i < n; i++) {
    xx += (x[i] - meanX) ** 2;
    xy += (x[i] - meanX) * (levelDb[i] - meanY);
  }
  const slope = xy / xx;
  const off = Math.sqrt(
    levelDb.reduce((sum, l, i) => sum + (l - meanY - slope * (x[i] - meanX)) ** 2, 0) / n,
  );
  return (
    x[n - 1] - x[0] >= LINE_OCTAVES &&
    Math.abs(slope + WHITE_NOISE_TILT_DB) < LINE_SLOPE_DB &&
    off < LINE_SCATTER_DB
  );
}

/** Nowhere for an octave does the model's signal stand out of its floor. */
function isAllFloor({ model }: FittedFilters, { frequencyHz }: Response): boolean {
  const { noiseFloorDb, noiseTiltDb } = model;
  if (noiseFloorDb === null) return false;
  let run = 0;
  for (const [i, level] of levelOfFilterModel(model, frequencyHz).entries()) {
    const floor = noiseFloorDb + floorRise(frequencyHz[i], noiseTiltDb);
    run = level > floor + LEAST_ABOVE_FLOOR_DB ? run + 1 : 0;
    if (run >= LEAST_ABOVE_BANDS) return false;
  }
  return true;
}

/**
 * By how much a level differs from the mean of its two neighbours as far as the curve is near its pass band, dB: the
 * standard deviation that the median of it stands for, so that single lines do not count.
 */
function raggedness(response: Response, passBandDb: number): number {
  const { levelDb: l } = response;
  const hum = humLines(response);
  const bends: number[] = [];
  for (let i = 1; i < l.length - 1; i++) {
    if (hum.has(i) || hum.has(i - 1) || hum.has(i + 1)) continue;
    if (Math.max(l[i - 1], l[i], l[i + 1]) < passBandDb - RAGGED_WITHIN_DB) continue;
    bends.push(Math.abs(l[i] - 0.5 * (l[i - 1] + l[i + 1])));
  }
  return bends.length < 3 ? 0 : median(bends) / 0.6745;
}
