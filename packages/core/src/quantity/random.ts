/** Random numbers that come out the same for the same seed. */
export interface Random {
  /** evenly from 0 up to 1 */
  next(): number;
  /** evenly between two values */
  between(low: number, high: number): number;
  /** normal, mean 0, standard deviation 1 (Box and Muller 1958) */
  normal(): number;
  pick<T>(list: readonly T[]): T;
}

/** The mulberry32 generator: 32 bits of state, good enough for scatter, not for secrets. */
export function seededRandom(seed: number): Random {
  let state = seed >>> 0;
  const next = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return {
    next,
    between: (low, high) => low + (high - low) * next(),
    normal: () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
    pick: (list) => list[Math.floor(next() * list.length)],
  };
}
