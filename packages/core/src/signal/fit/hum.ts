import type { Response } from '../response.ts';

/** Frequencies of the mains, Hz, and how many of their harmonics are looked for. */
export const MAINS_HZ = [50, 60] as const;
export const MOST_HARMONIC = 12;
/** A point this far above both its neighbours, at a mains harmonic, is hum and not the output, dB. */
const HUM_DB = 3;
/** One line alone may be anything. */
const LEAST_LINES = 2;

/** Indices of points of a level curve that mains hum is in: harmonics of 50 or 60 Hz that stand out. */
export function humLines({ frequencyHz, levelDb }: Response): Set<number> {
  const n = frequencyHz.length;
  let best = new Set<number>();
  for (const mains of MAINS_HZ) {
    const at = (i: number): boolean => {
      const low = i > 0 ? Math.sqrt(frequencyHz[i - 1] * frequencyHz[i]) : frequencyHz[i];
      const high = i < n - 1 ? Math.sqrt(frequencyHz[i] * frequencyHz[i + 1]) : frequencyHz[i];
      const harmonic = Math.ceil(low / mains);
      return harmonic >= 1 && harmonic <= MOST_HARMONIC && harmonic * mains <= high;
    };
    const found = new Set<number>();
    for (let i = 1; i < n - 1 && frequencyHz[i] < mains * (MOST_HARMONIC + 1); i++) {
      if (!at(i)) continue;
      let [left, right] = [i - 1, i + 1];
      while (left > 0 && at(left)) left--;
      while (right < n - 1 && at(right)) right++;
      // On a slope the line stands out of the straight line between what lies beside it.
      const t =
        Math.log(frequencyHz[i] / frequencyHz[left]) / Math.log(frequencyHz[right] / frequencyHz[left]);
      const beside = levelDb[left] + t * (levelDb[right] - levelDb[left]);
      if (levelDb[i] > beside + HUM_DB && levelDb[i] > Math.max(levelDb[left], levelDb[right])) found.add(i);
    }
    if (found.size > best.size) best = found;
  }
  return best.size >= LEAST_LINES ? best : new Set();
}
