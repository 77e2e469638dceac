import { dbToPower, powerToDb } from '../quantity/decibel.ts';
import type { Response } from './response.ts';

/** Points of a one-octave window must span at least this part of it, so that an end of the data is not a pass band. */
const LEAST_SPAN = 0.75;

/**
 * Level of the pass band: the highest median over one-octave windows. A percentile over the whole range would fail on
 * a narrow low-pass.
 *
 * @param response on fractional-octave bands, about evenly spaced over log frequency
 * @returns dB; the median of everything when the data span less than an octave
 */
export function passBandLevel(response: Response): number {
  const { frequencyHz, levelDb } = response;
  let best = -Infinity;
  for (let from = 0, to = 0; from < frequencyHz.length; from++) {
    while (to < frequencyHz.length && frequencyHz[to] <= 2 * frequencyHz[from]) to++;
    if (Math.log2(frequencyHz[to - 1] / frequencyHz[from]) < LEAST_SPAN) continue;
    best = Math.max(best, median(levelDb.slice(from, to)));
  }
  return best === -Infinity ? median([...levelDb]) : best;
}

/** A level this near to the floor may be noise alone, and counts as so much less, dB. */
const CLEAR_DB = 3;
const SUNK_DB = 30;

/**
 * Levels with the power of the noise taken out of them.
 *
 * @param levelDb dB
 * @param noiseDb of the noise at each of them, dB
 */
export function withoutNoise(levelDb: readonly number[], noiseDb: readonly number[]): number[] {
  return levelDb.map((level, i) =>
    level < noiseDb[i] + CLEAR_DB ? level - SUNK_DB : powerToDb(dbToPower(level) - dbToPower(noiseDb[i])),
  );
}

/** Middle value; the mean of the two middle ones for an even count. NaN for an empty list. */
export function median(values: readonly number[]): number {
  if (values.length === 0) return NaN;
  // A typed array sorts numbers without asking how.
  const sorted = new Float64Array(values).sort();
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[middle] : 0.5 * (sorted[middle - 1] + sorted[middle]);
}
