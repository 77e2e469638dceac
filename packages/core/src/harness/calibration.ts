/** Pairs of what the arithmetic makes of a likeliest answer and how often such an answer came true; both rise. */
type Reliability = readonly (readonly [number, number])[];

/** Curves of what has all readings that it needs, and of what still lacks some. */
interface Curves {
  proved: Reliability;
  open: Reliability;
}

/**
 * Rising curves through observed frequencies (isotonic regression by pooled adjacent violators; Zadrozny & Elkan 2002)
 * on two simulations that share no rates: wirings 1 to 1,300 at three stages and circuits 100,001 to 101,300 read with
 * three shares of the routine. The accuracy tables are made from others. What was proved came true as often as the
 * sums say; what only fits did not.
 */
export const RELIABILITY = {
  role: {
    proved: [
      [0, 0],
      [0.4, 0.45],
      [0.53, 0.64],
      [0.63, 0.69],
      [0.73, 0.79],
      [0.78, 0.85],
      [0.87, 0.895],
      [0.92, 0.93],
      [0.95, 0.945],
      [0.972, 0.96],
      [0.985, 0.978],
      [0.993, 0.993],
      [1, 1],
    ],
    open: [
      [0, 0],
      [0.227, 0.173],
      [0.276, 0.223],
      [0.326, 0.295],
      [0.377, 0.35],
      [0.426, 0.4],
      [0.477, 0.465],
      [0.526, 0.521],
      [0.598, 0.628],
      [0.675, 0.668],
      [0.725, 0.696],
      [0.775, 0.758],
      [0.851, 0.816],
      [0.915, 0.836],
      [0.946, 0.876],
      [0.971, 0.907],
      [0.985, 0.943],
      [0.993, 0.964],
      [0.9967, 0.979],
      [1, 0.988],
    ],
  },
  pair: {
    proved: [
      [0, 0],
      [0.4, 0.5],
      [0.6, 0.72],
      [0.75, 0.85],
      [0.87, 0.9],
      [0.94, 0.96],
      [0.98, 0.977],
      [0.995, 0.99],
      [1, 1],
    ],
    open: [
      [0, 0],
      [0.106, 0.095],
      [0.211, 0.193],
      [0.277, 0.205],
      [0.326, 0.25],
      [0.401, 0.287],
      [0.476, 0.336],
      [0.526, 0.409],
      [0.575, 0.438],
      [0.65, 0.503],
      [0.726, 0.589],
      [0.775, 0.605],
      [0.826, 0.663],
      [0.877, 0.696],
      [0.916, 0.739],
      [0.946, 0.776],
      [0.971, 0.83],
      [0.986, 0.857],
      [0.995, 0.876],
      [1, 0.942],
    ],
  },
  channel: {
    proved: [
      [0, 0],
      [0.22, 0.21],
      [0.275, 0.4],
      [0.383, 0.51],
      [0.472, 0.535],
      [0.525, 0.69],
      [0.577, 0.85],
      [0.7, 0.895],
      [0.83, 0.918],
      [0.87, 0.939],
      [0.919, 0.973],
      [0.95, 0.983],
      [0.975, 0.991],
      [0.9935, 0.995],
      [1, 1],
    ],
    open: [
      [0, 0],
      [0.1445, 0.068],
      [0.169, 0.156],
      [0.24, 0.28],
      [0.324, 0.313],
      [0.374, 0.367],
      [0.424, 0.467],
      [0.476, 0.501],
      [0.5245, 0.525],
      [0.575, 0.602],
      [0.626, 0.661],
      [0.674, 0.72],
      [0.7245, 0.787],
      [0.775, 0.866],
      [0.8565, 0.884],
      [0.917, 0.931],
      [0.9475, 0.957],
      [0.971, 0.969],
      [0.984, 0.987],
      [1, 1],
    ],
  },
  polarity: [
    [0, 0],
    [0.55, 0.64],
    [0.5865, 0.683],
    [0.759, 0.745],
    [0.865, 0.858],
    [0.921, 0.902],
    [0.945, 0.947],
    [0.9725, 0.989],
    [0.9886, 0.993],
    [0.9963, 0.9945],
    [1, 1],
  ],
} satisfies Record<string, Reliability | Curves>;

/** The curve that holds for a finding. */
export const curveOf = ({ proved, open }: Curves, needed: unknown): Reliability =>
  needed === null ? proved : open;

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
