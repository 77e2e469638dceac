import { median } from './pass-band.ts';
import type { Response } from './response.ts';

/** A floor lies at least this far under the pass band, dB; nearer, a plateau may be part of the signal. */
const LEAST_DEPTH_DB = 12;
/** Over one octave a floor is flatter than any first-order skirt (6 dB per octave): limit in dB per octave. */
const MOST_SLOPE = 2.5;
/** A floor that rises lies at most this far above the lowest octave, both seen against its own slope, dB. */
const MOST_ABOVE_LOWEST_DB = 1.5;

/**
 * Noise of electronics has equal power per hertz: in fractional-octave bands, or where pink noise is made to read flat,
 * it rises by this, dB per octave.
 */
export const WHITE_NOISE_TILT_DB = 10 * Math.log10(2);

/** By how much a tilted floor lies above its level at 1 kHz, dB. */
export const floorRise = (hz: number, tiltDb: number): number => tiltDb * Math.log2(hz / 1000);

/**
 * Looks for the noise floor of a level curve: the lowest one-octave window that is flat and well below the pass band.
 *
 * @param response on fractional-octave bands
 * @param passBandDb level of the pass band, dB
 * @param tiltDb how the floor itself rises, dB per octave
 * @returns dB at 1 kHz, or `null` when the curve shows no plateau (then its lowest level bounds the floor from above)
 */
export function findNoiseFloor(response: Response, passBandDb: number, tiltDb = 0): number | null {
  const { frequencyHz } = response;
  const levelDb = response.levelDb.map((l, i) => l - floorRise(frequencyHz[i], tiltDb));
  let floor: number | null = null;
  let lowest = Infinity;
  for (let from = 0, to = 0; from < frequencyHz.length; from++) {
    while (to < frequencyHz.length && frequencyHz[to] <= 2 * frequencyHz[from]) to++;
    const octaves = Math.log2(frequencyHz[to - 1] / frequencyHz[from]);
    if (to - from < 3 || octaves < 0.75) continue;
    const half = (to - from) >> 1;
    const window = levelDb.slice(from, to);
    const slope = (median(window.slice(-half)) - median(window.slice(0, half))) / (octaves / 2);
    const level = median(window);
    lowest = Math.min(lowest, level);
    const rise = floorRise(Math.sqrt(frequencyHz[from] * frequencyHz[to - 1]), tiltDb);
    if (passBandDb - level - rise < LEAST_DEPTH_DB || Math.abs(slope) > MOST_SLOPE) continue;
    if (floor === null || level < floor) floor = level;
  }
  // A first-order skirt rises much as white noise does, but noise lies under everything else too.
  return floor !== null && tiltDb !== 0 && floor > lowest + MOST_ABOVE_LOWEST_DB ? null : floor;
}
