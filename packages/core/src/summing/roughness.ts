import { DB_PER_NEPER_OF_POWER } from '../quantity/decibel.ts';
import type { ComplexResponse } from './network.ts';

const WORST_DIP_DB = 24;

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
