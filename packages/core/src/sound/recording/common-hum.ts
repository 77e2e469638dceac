import { MAINS_HZ, MOST_HARMONIC } from '../../signal/fit/hum.ts';

/** A line is spread by the window over so many points to either side. */
const SPREAD = 3;
/** What lies beside it is looked at from there to here, points. */
const BESIDE = [5, 8] as const;
/** Hum in both inputs is coherent by this much more than what lies beside it. */
const STANDS_OUT = 0.3;

/**
 * Points of a coherence that mains hum in both inputs makes, and not the outputs: a ground loop hums in two channels alike,
 * and would be taken for what they have in common.
 *
 * @param coherence 0 to 1 at every multiple of `stepHz`
 */
export function commonHum(coherence: Float64Array, stepHz: number): Set<number> {
  const mean = (from: number, to: number) => {
    let [sum, count] = [0, 0];
    for (let k = Math.max(1, from); k <= Math.min(coherence.length - 1, to); k++, count++)
      sum += coherence[k];
    return count > 0 ? sum / count : 0;
  };
  const hum = new Set<number>();
  for (const mains of MAINS_HZ)
    for (let harmonic = 1; harmonic <= MOST_HARMONIC; harmonic++) {
      const at = Math.round((mains * harmonic) / stepHz);
      if (at + BESIDE[1] >= coherence.length) break;
      const own = Math.max(coherence[at - 1], coherence[at], coherence[at + 1]);
      const beside = Math.max(mean(at - BESIDE[1], at - BESIDE[0]), mean(at + BESIDE[0], at + BESIDE[1]));
      if (own < beside + STANDS_OUT) continue;
      for (let k = at - SPREAD; k <= at + SPREAD; k++) hum.add(k);
    }
  return hum;
}
