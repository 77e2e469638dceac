import { type Band, fractionalOctaveBands } from '../../signal/bands.ts';

/**
 * Power of a density between two frequencies. Every point stands for the width of one step around it; the steps that
 * the edges cut count in part (whole ones would err by 0.8 dB at the bottom).
 *
 * @param density one-sided, per Hz
 * @param stepHz distance of its points, Hz
 */
export function powerBetween(
  density: ArrayLike<number>,
  stepHz: number,
  lowHz: number,
  highHz: number,
): number {
  const from = lowHz / stepHz + 0.5;
  const to = Math.min(density.length, highHz / stepHz + 0.5);
  if (!(to > from)) return 0;
  const first = Math.floor(from);
  const last = Math.min(density.length - 1, Math.floor(to));
  if (first >= density.length) return 0;
  if (first === last) return density[first] * (to - from) * stepHz;
  let sum = density[first] * (first + 1 - from);
  for (let k = first + 1; k < last; k++) sum += density[k];
  sum += density[last] * Math.max(0, to - last);
  return sum * stepHz;
}

/** A density that is to be used up to (but not including) a frequency. */
export interface Resolution {
  density: ArrayLike<number>;
  stepHz: number;
  /** Hz; the last one of a list has Infinity */
  belowHz: number;
}

/**
 * Power of a recording in fractional-octave bands (IEC 61260-1), each band from the density whose range it lies in.
 *
 * @param resolutions by rising `belowHz`
 * @returns the bands with their power; bands above half the sample rate are left out
 */
export function bandPowers(
  resolutions: readonly Resolution[],
  fraction: number,
  lowHz: number,
  highHz: number,
): { band: Band; power: number }[] {
  const topHz = Math.max(...resolutions.map((r) => (r.density.length - 1) * r.stepHz));
  return fractionalOctaveBands(fraction, lowHz, highHz)
    .filter((band) => band.highHz <= topHz)
    .map((band) => {
      const { density, stepHz } = resolutions.find((r) => band.midHz < r.belowHz)!;
      return { band, power: powerBetween(density, stepHz, band.lowHz, band.highHz) };
    });
}
