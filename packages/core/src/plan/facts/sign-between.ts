import { AGAINST_SOURCE, type Source } from './sources.ts';

/** Two responses this much alike, or alike but turned over, have a sign to each other. */
const ALIKE = 0.5;

/**
 * Whether two outputs have the same sign, and whether that was measured: of two that were never measured against each
 * other it was not.
 */
export function signBetween(a: Source, b: Source): { same: boolean; sure: boolean } {
  const same = a.pair.signal.sign === b.pair.signal.sign;
  if (a.group === null || a.group !== b.group) return { same, sure: false };
  // Signs that were found from output to output compare within one such group.
  if (a.group !== AGAINST_SOURCE && [a, b].every((s) => s.pair.signal.standing === 'measured'))
    return { same, sure: true };
  // The phases that were measured contain the signs.
  const cosine = alikeness(a, b);
  return Math.abs(cosine) < ALIKE ? { same, sure: false } : { same: cosine > 0, sure: true };
}

/** From -1, the same turned over, to 1. */
function alikeness({ response: a }: Source, { response: b }: Source): number {
  let [cross, own, others] = [0, 0, 0];
  for (let i = 0; i < a.re.length; i++) {
    cross += a.re[i] * b.re[i] + a.im[i] * b.im[i];
    own += a.re[i] ** 2 + a.im[i] ** 2;
    others += b.re[i] ** 2 + b.im[i] ** 2;
  }
  return cross / Math.sqrt(own * others);
}
