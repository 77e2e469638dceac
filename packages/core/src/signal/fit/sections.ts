/**
 * The building blocks of the filter model: each adds its ln|H|^2 and the derivatives of that to running sums.
 * Formulas: Butterworth |H|^2 = 1 / (1 + x^2n); Linkwitz-Riley of order 2n is a Butterworth of order n twice
 * (Linkwitz 1976); peaking section of the RBJ Audio EQ Cookbook in its analogue form.
 */
export type FilterFamily = 'butterworth' | 'linkwitz-riley';
export type FilterSide = 'high-pass' | 'low-pass';

export interface FilterShape {
  family: FilterFamily;
  /** 1 is 6 dB per octave */
  order: number;
}

/** What a factory system is expected to use; the fit tries each of these and none. */
export const FILTER_SHAPES: readonly FilterShape[] = [
  { family: 'butterworth', order: 1 },
  { family: 'butterworth', order: 2 },
  { family: 'butterworth', order: 3 },
  { family: 'butterworth', order: 4 },
  { family: 'linkwitz-riley', order: 2 },
  { family: 'linkwitz-riley', order: 4 },
  { family: 'linkwitz-riley', order: 8 },
];

/** Frequency at which this filter alone is 6 dB down, Hz. */
export function sixDbFrequency(shape: FilterShape, side: FilterSide, cornerHz: number): number {
  if (shape.family === 'linkwitz-riley') return cornerHz;
  const x = (10 ** 0.6 - 1) ** (0.5 / shape.order);
  return side === 'low-pass' ? cornerHz * x : cornerHz / x;
}

/**
 * Adds a filter's ln|H|^2 to `out` and writes its derivative by ln(corner) to `slope`.
 *
 * @param lnF natural logarithm of frequency in Hz
 * @param lnCorner natural logarithm of the corner in Hz
 */
export function addFilter(
  shape: FilterShape,
  side: FilterSide,
  lnF: Float64Array,
  lnCorner: number,
  out: Float64Array,
  slope: Float64Array | null,
): void {
  const twice = shape.family === 'linkwitz-riley' ? 2 : 1;
  const power = (2 * shape.order) / twice;
  const direction = side === 'low-pass' ? 1 : -1;
  for (let i = 0; i < lnF.length; i++) {
    const e = direction * power * (lnF[i] - lnCorner);
    const x = Math.exp(e);
    // Far out in the skirt x overflows before its logarithm matters.
    out[i] -= twice * (e > 40 ? e : Math.log1p(x));
    if (slope) slope[i] = direction * twice * power * (e > 40 ? 1 : x / (1 + x));
  }
}

export interface PeakingSlopes {
  byLnFrequency: Float64Array;
  byGainDb: Float64Array;
  byLnQ: Float64Array;
}

/** Adds a peaking section's ln|H|^2 to `out` and writes its derivatives to `slopes`. */
export function addPeaking(
  lnF: Float64Array,
  lnCentre: number,
  gainDb: number,
  lnQ: number,
  out: Float64Array,
  slopes: PeakingSlopes | null,
): void {
  const a = 10 ** (gainDb / 40);
  const q = Math.exp(lnQ);
  const perDb = Math.LN10 / 40;
  for (let i = 0; i < lnF.length; i++) {
    const x2 = Math.exp(2 * (lnF[i] - lnCentre));
    const u = (1 - x2) ** 2;
    const n = (x2 * a * a) / (q * q);
    const d = x2 / (a * a * q * q);
    out[i] += Math.log((u + n) / (u + d));
    if (slopes) {
      const du = 4 * x2 * (1 - x2);
      slopes.byLnFrequency[i] = (du - 2 * n) / (u + n) - (du - 2 * d) / (u + d);
      slopes.byGainDb[i] = 2 * perDb * (n / (u + n) + d / (u + d));
      slopes.byLnQ[i] = (-2 * n) / (u + n) + (2 * d) / (u + d);
    }
  }
}
