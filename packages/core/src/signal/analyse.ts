import { classify, DEFAULT_LIMITS, type Classification, type ClassLimits } from './classify.ts';
import { findEdges, type Edges } from './edges.ts';
import { edgeEstimate } from './edge-estimate.ts';
import { type FilterModel, fitFilters } from './fit/fit-filter.ts';
import { findNoiseFloor, floorRise } from './noise-floor.ts';
import { median, passBandLevel, withoutNoise } from './pass-band.ts';
import type { Response } from './response.ts';
import { smoothToBands } from './smooth.ts';

/** Raised whenever the same data would give another result, so that stored results can be made anew. */
export const ANALYSIS_VERSION = 7;

/** Fewer bands than this, an octave, show no band. */
const LEAST_POINTS = 12;
/** A pass band this far under the loudest octave is not one, dB. */
const DROWNED_DB = 20;

/** What the levels of a file are, as stated by a person; decides the tilt that makes a flat output read flat. */
export const LEVEL_KINDS = ['flat', 'narrow-band-pink', 'octave-band-white'] as const;
export type LevelKind = (typeof LEVEL_KINDS)[number];

/**
 * Tilt to add, dB per octave. Pink noise falls 3 dB per octave in a narrow-band spectrum; white noise rises 3 dB per
 * octave in fractional-octave bands; transfer functions and pink noise in bands are flat as they are.
 */
export const TILT_DB_PER_OCTAVE: Record<LevelKind, number> = {
  flat: 0,
  'narrow-band-pink': 10 * Math.log10(2),
  'octave-band-white': -10 * Math.log10(2),
};

export interface AnalysisOptions {
  /** @default 'flat' */
  levelKind?: LevelKind;
  /**
   * noise floor from a recording of silence, dB
   *
   * @default null, found with the filters
   */
  noiseFloorDb?: number | null;
  /**
   * how the noise rises over frequency in these levels, dB per octave; recordings have WHITE_NOISE_TILT_DB
   *
   * @default 0
   */
  noiseTiltDb?: number;
  /** @default DEFAULT_LIMITS */
  limits?: ClassLimits;
}

export interface ResponseAnalysis extends Classification {
  version: number;
  /** 1/12-octave levels, tilt applied: what strips and curves are drawn from and sums are made of */
  smoothed: Response;
  /** dB */
  passBandDb: number;
  /** dB at 1 kHz; null when the curve shows none */
  noiseFloorDb: number | null;
  /** how that floor rises, dB per octave */
  noiseTiltDb: number;
  edges: Edges;
  model: FilterModel | null;
}

/** Adds a stated tilt, pivoting at 1 kHz. */
export function applyTilt(response: Response, kind: LevelKind): Response {
  const tilt = TILT_DB_PER_OCTAVE[kind];
  if (tilt === 0) return response;
  return {
    ...response,
    levelDb: response.levelDb.map((l, i) => l + tilt * Math.log2(response.frequencyHz[i] / 1000)),
  };
}

/** {@link analyseResponse} with everything in one argument, as worker threads want it. */
export function analyseCapture(capture: AnalysisOptions & { response: Response }): ResponseAnalysis {
  return analyseResponse(capture.response, capture);
}

/**
 * Class and edges without the filter model: fast enough to follow a slider.
 *
 * @throws RangeError when the response is not usable
 */
export function quickAnalysis(response: Response, options: AnalysisOptions = {}): ResponseAnalysis {
  return analyse(response, options, false);
}

/**
 * The whole judgement of one response: smoothing, pass band, noise floor, edges, filter model and class.
 *
 * @param response as measured, any spacing
 * @throws RangeError when the response is not usable
 */
export function analyseResponse(response: Response, options: AnalysisOptions = {}): ResponseAnalysis {
  return analyse(response, options, true);
}

function analyse(response: Response, options: AnalysisOptions, withModel: boolean): ResponseAnalysis {
  const { levelKind = 'flat', limits = DEFAULT_LIMITS, noiseTiltDb = 0 } = options;
  const raw = applyTilt(response, levelKind);
  const smoothed = smoothToBands(raw, 12);
  if (smoothed.frequencyHz.length < LEAST_POINTS) return tooFew(response, smoothed, noiseTiltDb);
  const silenceMeasured = typeof options.noiseFloorDb === 'number';
  const fitted = withModel
    ? fitFilters(raw, { noiseFloorDb: options.noiseFloorDb ?? null, noiseTiltDb })
    : null;
  // With a model its own floor counts: a plateau may be a shelf.
  const noiseFloorDb =
    options.noiseFloorDb ??
    (fitted ? fitted.model.noiseFloorDb : findNoiseFloor(smoothed, passBandLevel(smoothed), noiseTiltDb));
  const tiltDb = fitted && !silenceMeasured ? fitted.model.noiseTiltDb : noiseTiltDb;
  const passBandDb = passBandAbove(smoothed, noiseFloorDb, tiltDb);
  const edges = findEdges(smoothed, passBandDb, noiseFloorDb, tiltDb);
  const model = fitted?.model ?? null;
  return {
    version: ANALYSIS_VERSION,
    smoothed: shortened(smoothed),
    passBandDb,
    noiseFloorDb,
    noiseTiltDb: tiltDb,
    edges,
    model,
    ...classify({
      raw,
      smoothed,
      passBandDb,
      noiseFloorDb,
      silenceMeasured,
      fitted,
      low: edgeEstimate('low', smoothed, edges, model),
      high: edgeEstimate('high', smoothed, edges, model),
      limits,
    }),
  };
}

/** Level of the pass band: noise that rises may be louder than the signal where that has ended. */
function passBandAbove(smoothed: Response, noiseFloorDb: number | null, tiltDb: number): number {
  const all = passBandLevel(smoothed);
  if (noiseFloorDb === null) return all;
  const noise = smoothed.frequencyHz.map((hz) => noiseFloorDb + floorRise(hz, tiltDb));
  const signal = passBandLevel({ ...smoothed, levelDb: withoutNoise(smoothed.levelDb, noise) });
  // Where nothing stands out for an octave, what there is is the noise.
  return signal > all - DROWNED_DB ? signal : all;
}

function tooFew(response: Response, smoothed: Response, noiseTiltDb: number): ResponseAnalysis {
  return {
    version: ANALYSIS_VERSION,
    smoothed: shortened(smoothed),
    passBandDb: median(response.levelDb),
    noiseFloorDb: null,
    noiseTiltDb,
    edges: { low: [], high: [] },
    model: null,
    bandClass: 'unclear',
    confidence: 0,
    lowHz: null,
    highHz: null,
    lowError: null,
    highError: null,
    reasons: ['There are too few points to see a band: an octave of data is the least.'],
    doubt: null,
  };
}

/** As many digits as a measurement has, and a few more: what is kept of every capture travels with every view. */
function shortened({ frequencyHz, levelDb, phaseDeg }: Response): Response {
  const thousandths = (values: readonly number[]) => values.map((v) => Math.round(v * 1000) / 1000);
  return {
    frequencyHz: frequencyHz.map((hz) => Number(hz.toPrecision(7))),
    levelDb: thousandths(levelDb),
    ...(phaseDeg && { phaseDeg: thousandths(phaseDeg) }),
  };
}
