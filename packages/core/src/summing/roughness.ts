import { DB_PER_NEPER_OF_POWER } from '../quantity/decibel.ts';
import type { ComplexResponse } from './network.ts';

const WORST_DIP_DB = 24;
/** A sum may have this much less power than its parts together before it counts as parts that cancel, dB. */
const MAY_CANCEL_DB = 1.5;

/** rms departure of the level from its mean, dB; dips count up to some 30 dB under the loudest. */
export function roughness(sum: ComplexResponse): number {
  const { re, im } = sum;
  const n = re.length;
  let loudest = 0;
  for (let k = 0; k < n; k++) {
    const power = re[k] * re[k] + im[k] * im[k];
    if (power > loudest) loudest = power;
  }
  const least = loudest * 10 ** (-(WORST_DIP_DB + 6) / 10);
  if (!(least > 0)) return WORST_DIP_DB;
  let first = 0;
  let second = 0;
  for (let k = 0; k < n; k++) {
    const power = re[k] * re[k] + im[k] * im[k];
    const level = Math.log(power > least ? power : least);
    first += level;
    second += level * level;
  }
  return DB_PER_NEPER_OF_POWER * Math.sqrt(Math.max(0, second / n - (first / n) ** 2));
}

/** Power of a response over all its points. */
export function powerOf({ re, im }: ComplexResponse): number {
  let power = 0;
  for (let k = 0; k < re.length; k++) power += re[k] * re[k] + im[k] * im[k];
  return power;
}

/**
 * What of a sum its parts take from each other, dB: flat is no merit of what is hardly there. Parts of different bands
 * have their power together, parts in phase more, a part against its like next to none.
 *
 * @param power of the sum
 * @param parts power of its parts together
 */
export function cancelled(power: number, parts: number): number {
  if (!(parts > 0)) return 0;
  const lost = -10 * Math.log10(Math.max(power / parts, 10 ** (-WORST_DIP_DB / 10)));
  return Math.max(0, lost - MAY_CANCEL_DB);
}
