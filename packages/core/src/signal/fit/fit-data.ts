import { dbToPower, powerToDb } from '../../quantity/decibel.ts';
import { fractionalOctaveBands } from '../bands.ts';
import { floorRise } from '../noise-floor.ts';
import { median } from '../pass-band.ts';
import type { Response } from '../response.ts';
import { humLines } from './hum.ts';
import { type ClockHz, warped } from './sections.ts';

/** The data as the fit sees them: only what was measured, never what lies between. */
export interface FitData {
  /** Hz, rising */
  hz: Float64Array;
  levelDb: Float64Array;
  /** how much each point counts, 0 to 1: less where neighbours scatter */
  weight: Float64Array;
  /** points that tell of their own, for the information criterion */
  effective: number;
  /** octaves that one point stands for */
  spacing: number;
  /** of all levels, dB */
  lowestDb: number;
  highestDb: number;
  /** measured silence, dB at 1 kHz: the floor is then held near it; null when it has to be found */
  floorDb: number | null;
}

/** Finer than this data are averaged in bands of that width; coarser ones are taken point by point. */
const FRACTION = 12;
/** Points of a band that make an average of it. */
const LEAST_IN_BAND = 2;
/** Neighbouring averages of twelfths err together: this many count as one. */
const AVERAGES_PER_INDEPENDENT = 2;
/** What a filter model leaves over on good data, dB: scatter below it costs no weight. */
const MODEL_ERROR_DB = 0.35;
/** Points to either side that the scatter of one is taken from. */
const REACH = 7;
/** Points further apart than this count as bands of their own width, octaves. */
export const SPARSE_OCTAVES = 0.12;

/**
 * Makes what the fit works on out of a response: averages over twelfths of an octave where there are points enough, the
 * points themselves where there are not, and neither of mains hum.
 *
 * @param response any spacing, rising frequencies
 * @param floorDb as in {@link FitData}
 */
export function fitData(response: Response, floorDb: number | null): FitData {
  const clean = withoutHum(response);
  const points = averaged(clean);
  const n = points.hz.length;
  const octaves = n > 1 ? Math.log2(points.hz[n - 1] / points.hz[0]) / (n - 1) : 1;
  return {
    hz: Float64Array.from(points.hz),
    levelDb: Float64Array.from(points.levelDb),
    weight: weights(points.levelDb),
    effective: octaves > SPARSE_OCTAVES ? n : n / AVERAGES_PER_INDEPENDENT,
    spacing: octaves,
    lowestDb: Math.min(...points.levelDb),
    highestDb: Math.max(...points.levelDb),
    floorDb,
  };
}

/**
 * Fewer points, for a first look at many models.
 *
 * @param least so many are left at least
 */
export function thinned(data: FitData, least: number): FitData {
  const stride = Math.max(1, Math.floor(data.hz.length / least));
  const some = (values: Float64Array) => values.filter((_, i) => i % stride === 0);
  return {
    ...data,
    hz: some(data.hz),
    levelDb: some(data.levelDb),
    weight: some(data.weight),
    effective: data.effective / stride,
  };
}

function averaged({ frequencyHz, levelDb }: Response): { hz: number[]; levelDb: number[] } {
  const hz: number[] = [];
  const level: number[] = [];
  let i = 0;
  const n = frequencyHz.length;
  const bands = fractionalOctaveBands(FRACTION, 20, 20_000);
  while (i < n && frequencyHz[i] < bands[0].lowHz) i++;
  for (const band of bands) {
    const from = i;
    let power = 0;
    while (i < n && frequencyHz[i] < band.highHz) power += dbToPower(levelDb[i++]);
    const count = i - from;
    if (count === 0) continue;
    const single = count < LEAST_IN_BAND;
    // The mean of few points lies at their own middle, not at the band's.
    hz.push(
      single ? frequencyHz[from] : count < 6 ? Math.sqrt(frequencyHz[from] * frequencyHz[i - 1]) : band.midHz,
    );
    level.push(single ? levelDb[from] : powerToDb(power / count));
  }
  return { hz, levelDb: level };
}

/** Harmonics of 50 or 60 Hz that stand out of what lies beside them are left out. */
function withoutHum(response: Response): Response {
  const { frequencyHz, levelDb } = response;
  const n = frequencyHz.length;
  const hum = humLines(response);
  if (hum.size === 0) return response;
  const kept = Array.from({ length: n }, (_, i) => i).filter((i) => !hum.has(i));
  return { frequencyHz: kept.map((i) => frequencyHz[i]), levelDb: kept.map((i) => levelDb[i]) };
}

/** Weight of every point from the scatter around it: second differences, which leave slopes out. */
function weights(levelDb: readonly number[]): Float64Array {
  const n = levelDb.length;
  const bends = levelDb.map((l, i) =>
    i === 0 || i === n - 1 ? NaN : Math.abs(l - 0.5 * (levelDb[i - 1] + levelDb[i + 1])),
  );
  return Float64Array.from({ length: n }, (_, i) => {
    const near = bends.slice(Math.max(1, i - REACH), Math.min(n - 1, i + REACH + 1));
    // The median of |x| is 0.67 of the standard deviation; a second difference has 1.5 times the variance.
    const scatter = near.length < 4 ? 0 : median(near) / 0.6745 / Math.sqrt(1.5);
    return MODEL_ERROR_DB / Math.hypot(MODEL_ERROR_DB, scatter);
  });
}

/**
 * How the data are read: points as samples or as bands, the noise flat or rising; with the frequencies as filters at each
 * clock see them, worked out once for many fits.
 */
export class FitGrid {
  private readonly byClock = new Map<ClockHz, Float64Array>();
  /** frequencies in Hz, `perPoint` for each point */
  readonly hz: Float64Array;
  readonly rise: Float64Array;
  /** the most of it, dB */
  readonly riseDb: number;
  /** share of each of the frequencies of a point in its level */
  readonly shares: readonly number[];

  constructor(
    data: Pick<FitData, 'hz' | 'spacing'>,
    /** a point is the mean power over its spacing (bands of an analyser), not a sample of a curve */
    readonly bands: boolean,
    /** how the noise floor rises, dB per octave */
    readonly tiltDb: number,
  ) {
    // Three points of Gauss and Legendre integrate the power over a band.
    const places = bands ? [-Math.sqrt(0.6) / 2, 0, Math.sqrt(0.6) / 2] : [0];
    this.shares = bands ? [5 / 18, 8 / 18, 5 / 18] : [1];
    this.hz = Float64Array.from(
      { length: data.hz.length * places.length },
      (_, k) => data.hz[Math.floor(k / places.length)] * 2 ** (places[k % places.length] * data.spacing),
    );
    this.rise = data.hz.map((f) => dbToPower(floorRise(f, tiltDb)));
    this.riseDb = floorRise(data.hz[data.hz.length - 1], tiltDb);
  }

  seenAt(clockHz: ClockHz): Float64Array {
    let seen = this.byClock.get(clockHz);
    if (!seen) this.byClock.set(clockHz, (seen = this.hz.map((f) => warped(f, clockHz))));
    return seen;
  }
}
