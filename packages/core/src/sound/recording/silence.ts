import type { Response } from '../../signal/response.ts';
import { floorRise, WHITE_NOISE_TILT_DB } from '../../signal/noise-floor.ts';
import { median } from '../../signal/pass-band.ts';

/**
 * Noise floor at 1 kHz from a recording of silence: the median of its bands, each seen against the rise of white noise,
 * so that hum and sound against the engine do not count.
 *
 * @param bands levels in fractional-octave bands, dB
 * @returns dB in the same bands
 */
export function silenceFloor({ frequencyHz, levelDb }: Response): number {
  const flat = levelDb.flatMap((l, i) =>
    frequencyHz[i] >= 100 && frequencyHz[i] <= 18_000
      ? [l - floorRise(frequencyHz[i], WHITE_NOISE_TILT_DB)]
      : [],
  );
  return median(flat);
}
