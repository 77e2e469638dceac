/**
 * The building blocks of the filter model: each multiplies its |H|^2 into a running product and writes the derivatives
 * of ln|H|^2. Formulas: Butterworth |H|^2 = 1 / (1 + x^2n); Linkwitz-Riley of order 2n is a Butterworth of order n twice
 * (Linkwitz 1976); peaking and shelving sections of the RBJ Audio EQ Cookbook in their analogue form. On frequencies
 * that are warped ({@link warped}) the same forms are those of digital filters.
 */
export type FilterFamily = 'butterworth' | 'linkwitz-riley';
export type FilterSide = 'high-pass' | 'low-pass';
export type ShelfSide = 'low' | 'high';

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

/** Rates at which processors run their filters, Hz; null: analogue filters. */
export const CLOCKS_HZ = [null, 44_100, 48_000] as const;
export type ClockHz = (typeof CLOCKS_HZ)[number];

/** Nearer than this to half the clock a warped frequency is out of any use. */
const HIGHEST_SHARE = 0.4995;

/**
 * A frequency as a digital filter sees it: the bilinear transform bends the axis, so that half the clock lies at infinity
 * (Oppenheim & Schafer, Discrete-Time Signal Processing, 7.1). An analogue filter sees it as it is.
 *
 * @param hz Hz
 */
export function warped(hz: number, clockHz: ClockHz): number {
  if (clockHz === null) return hz;
  const share = Math.min(hz / clockHz, HIGHEST_SHARE);
  return (Math.tan(Math.PI * share) * clockHz) / Math.PI;
}

/** The frequency that a digital filter sees at `hz`: the way back of {@link warped}. */
export function unwarped(hz: number, clockHz: ClockHz): number {
  return clockHz === null ? hz : (Math.atan((Math.PI * hz) / clockHz) * clockHz) / Math.PI;
}

/** Frequency at which this filter alone is 6 dB down, Hz. */
export function sixDbFrequency(
  shape: FilterShape,
  side: FilterSide,
  cornerHz: number,
  clockHz: ClockHz = null,
): number {
  if (shape.family === 'linkwitz-riley') return cornerHz;
  const x = (10 ** 0.6 - 1) ** (0.5 / shape.order);
  const corner = warped(cornerHz, clockHz);
  return unwarped(side === 'low-pass' ? corner * x : corner / x, clockHz);
}

/**
 * Multiplies a filter's |H|^2 into `power`, and writes the derivative of its logarithm by ln(corner) to `slope`.
 *
 * @param hz frequencies as the filter sees them
 * @param cornerHz as it sees its own corner
 */
export function multiplyFilter(
  shape: FilterShape,
  side: FilterSide,
  hz: Float64Array,
  cornerHz: number,
  power: Float64Array,
  slope: Float64Array | null,
): void {
  const twice = shape.family === 'linkwitz-riley';
  const exponent = (twice ? shape.order : 2 * shape.order) / 2;
  const low = side === 'low-pass';
  const steep = (low ? 2 : -2) * exponent * (twice ? 2 : 1);
  for (let i = 0; i < hz.length; i++) {
    const r = low ? hz[i] / cornerHz : cornerHz / hz[i];
    const r2 = r * r;
    const x =
      exponent === 1 ? r2 : exponent === 2 ? r2 * r2 : exponent === 3 ? r2 * r2 * r2 : r2 * r2 * r2 * r2;
    const h = 1 / (1 + x);
    power[i] *= twice ? h * h : h;
    if (slope) slope[i] = steep * (x * h);
  }
}

/** Derivatives of a section's ln|H|^2. */
export interface SectionSlopes {
  byLnFrequency: Float64Array;
  byGainDb: Float64Array;
  byLnQ: Float64Array;
}

const PER_DB = Math.LN10 / 40;

/** Multiplies a peaking section's |H|^2 into `power` and writes its derivatives to `slopes`. */
export function multiplyPeak(
  hz: Float64Array,
  centreHz: number,
  gainDb: number,
  q: number,
  power: Float64Array,
  slopes: SectionSlopes | null,
): void {
  const a2 = 10 ** (gainDb / 20);
  const q2 = q * q;
  for (let i = 0; i < hz.length; i++) {
    const r = hz[i] / centreHz;
    const x2 = r * r;
    const u = (1 - x2) * (1 - x2);
    const n = (x2 * a2) / q2;
    const d = x2 / (a2 * q2);
    const above = 1 / (u + n);
    const below = 1 / (u + d);
    power[i] *= (u + n) * below;
    if (slopes) {
      const du = 4 * x2 * (1 - x2);
      slopes.byLnFrequency[i] = (du - 2 * n) * above - (du - 2 * d) * below;
      slopes.byGainDb[i] = 2 * PER_DB * (n * above + d * below);
      slopes.byLnQ[i] = -2 * n * above + 2 * d * below;
    }
  }
}

/**
 * Multiplies a shelf's |H|^2 into `power` and writes its derivatives to `slopes`. Low shelf at s = j x:
 * a^2 ((a - x^2)^2 + a x^2 / q^2) / ((1 - a x^2)^2 + a x^2 / q^2); the high one is its mirror image, x -> 1/x.
 */
export function multiplyShelf(
  side: ShelfSide,
  hz: Float64Array,
  cornerHz: number,
  gainDb: number,
  q: number,
  power: Float64Array,
  slopes: SectionSlopes | null,
): void {
  const a = 10 ** (gainDb / 40);
  const q2 = q * q;
  const low = side === 'low';
  const byCorner = low ? -1 : 1;
  for (let i = 0; i < hz.length; i++) {
    const r = low ? hz[i] / cornerHz : cornerHz / hz[i];
    const x2 = r * r;
    const cross = (a * x2) / q2;
    const up = a - x2;
    const down = 1 - a * x2;
    const n = 1 / (up * up + cross);
    const d = 1 / (down * down + cross);
    power[i] *= a * a * (d / n);
    if (slopes) {
      // by ln x, then by ln(corner); by ln a, then by dB; by ln q.
      const byLnX = (-4 * up * x2 + 2 * cross) * n - (-4 * a * x2 * down + 2 * cross) * d;
      slopes.byLnFrequency[i] = byCorner * byLnX;
      const byLnA = 2 + (2 * up * a + cross) * n - (-2 * a * x2 * down + cross) * d;
      slopes.byGainDb[i] = PER_DB * byLnA;
      slopes.byLnQ[i] = -2 * cross * n + 2 * cross * d;
    }
  }
}
