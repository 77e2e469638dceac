import FFT from 'fft.js';

/** One plan a size and thread: twiddle tables of 2^18 points take 4 MB and 20 ms to make. */
const plans = new Map<number, { plan: FFT; out: number[] }>();

/**
 * Discrete Fourier transform of complex points, interleaved real and imaginary.
 *
 * @param size points, a power of two
 * @param points array of 2 * size values; read only
 * @returns interleaved spectrum, valid until the next call with this size
 */
export function transform(size: number, points: readonly number[]): number[] {
  const { plan, out } = planOf(size);
  plan.transform(out, points);
  return out;
}

/** The same backwards, with the factor 1/size in it. */
export function inverseTransform(size: number, points: readonly number[]): readonly number[] {
  const { plan, out } = planOf(size);
  plan.inverseTransform(out, points);
  return out;
}

function planOf(size: number) {
  let found = plans.get(size);
  if (!found) {
    const plan = new FFT(size);
    // A plain array: the library writes it faster than a typed one.
    found = { plan, out: plan.createComplexArray() };
    plans.set(size, found);
  }
  return found;
}

/** Interleaved complex zeros for {@link transform}. */
export const complexZeros = (size: number): number[] => new Array<number>(2 * size).fill(0);
