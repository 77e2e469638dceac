/** Pairs of what the arithmetic makes of a likeliest answer and how often such an answer came true; both rise. */
type Reliability = readonly (readonly [number, number])[];

/**
 * Rising curves drawn by hand through observed frequencies (the idea of isotonic regression; Zadrozny & Elkan 2002) on
 * the simulated cars 1 to 13,000; the accuracy table is made from others. The sums treat evidence that supports itself
 * (siblings, elimination) with caution, so some figures are too low by themselves.
 */
export const RELIABILITY = {
  role: [
    [0, 0],
    [0.2, 0.13],
    [0.28, 0.2],
    [0.31, 0.28],
    [0.35, 0.355],
    [0.4, 0.4],
    [0.475, 0.495],
    [0.575, 0.602],
    [0.65, 0.671],
    [0.73, 0.737],
    [0.78, 0.78],
    [1, 1],
  ],
  polarity: [
    [0, 0],
    [0.5, 0.52],
    [0.55, 0.58],
    [0.6, 0.6],
    [0.63, 0.615],
    [0.66, 0.68],
    [0.69, 0.69],
    [0.712, 0.755],
    [0.79, 0.8],
    [0.845, 0.872],
    [0.89, 0.885],
    [0.925, 0.92],
    [1, 1],
  ],
  channel: [
    [0, 0],
    [0.69, 0.69],
    [0.713, 0.706],
    [0.737, 0.747],
    [0.762, 0.797],
    [0.788, 0.832],
    [0.813, 0.878],
    [0.84, 0.908],
    [0.875, 0.935],
    [0.914, 0.96],
    [0.94, 0.982],
    [0.97, 0.9955],
    [1, 1],
  ],
} satisfies Record<string, Reliability>;

/** The probability to state for the likeliest of several answers, from 0 to 1; never falls as `p` rises. */
export function stated(p: number, of: Reliability): number {
  const above = of.findIndex(([x]) => x >= p);
  if (above <= 0) return of[0][1];
  const [x0, y0] = of[above - 1];
  const [x1, y1] = of[above];
  return y0 + ((y1 - y0) * (p - x0)) / (x1 - x0);
}

/** Answers in order of probability, the first as {@link stated}, the rest sharing what remains but never above it. */
export function asStated<A extends { probability: number }>(ranked: readonly A[], of: Reliability): A[] {
  const [first] = ranked;
  const probability = stated(first.probability, of);
  const rest = first.probability < 1 ? (1 - probability) / (1 - first.probability) : 0;
  return ranked.map((a, n) => ({
    ...a,
    probability: n === 0 ? probability : Math.min(probability, rest * a.probability),
  }));
}
