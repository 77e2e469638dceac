import { complexZeros, inverseTransform } from './fft-plans.ts';

/** Up to this part of the new rate all is kept; from the second on nothing is. */
const KEPT = 1 / 6;
const GONE = 0.47;

/**
 * The low end of a signal at a lower rate, from transforms that were made of it anyway: segments under a periodic Hann
 * window that overlap by half add up to the signal again (weighted overlap-add; Crochiere 1980), and the lowest points of
 * their spectra alone to its low end. What lies above half the new rate is cut before, not folded back.
 *
 * @example
 * const low = new LowBand(16_384, 8, 2);
 * new Welch(48_000, 16_384, 2, (z) => low.push(z)) // blocks of 1,024 samples a channel at 6 kHz, full level up to 1 kHz
 */
export class LowBand {
  private readonly kept: number;
  private readonly shape: Float64Array;
  private readonly work: number[];
  private readonly tails: Float32Array[];

  /**
   * @param size points of a transform
   * @param factor by which the rate is lowered, a power of two
   * @param channels two: one in each part of the transform; one: two segments of it, the later in the imaginary part
   */
  constructor(
    private readonly size: number,
    factor: number,
    private readonly channels: 1 | 2,
  ) {
    this.kept = size / factor;
    if (!Number.isInteger(Math.log2(factor)) || this.kept < 16)
      throw new RangeError(`no low end of ${size} points at a rate lower by ${factor}`);
    // Each inverse transform divides by its own points, not by those of the segment.
    this.shape = Float64Array.from({ length: this.kept / 2 }, (_, k) => {
      const above = (k / this.kept - KEPT) / (GONE - KEPT);
      return (0.5 + 0.5 * Math.cos(Math.PI * Math.min(1, Math.max(0, above)))) / factor;
    });
    this.work = complexZeros(this.kept);
    this.tails = Array.from({ length: channels }, () => new Float32Array(this.kept / 2));
  }

  /** @param z interleaved transform of the windowed segments, mean and all. @returns one array a channel */
  push(z: readonly number[]): Float32Array[] {
    const { kept, shape, size, work } = this;
    for (let k = 0; k < shape.length; k++) {
      work[2 * k] = shape[k] * z[2 * k];
      work[2 * k + 1] = shape[k] * z[2 * k + 1];
      if (k === 0) continue;
      work[2 * (kept - k)] = shape[k] * z[2 * (size - k)];
      work[2 * (kept - k) + 1] = shape[k] * z[2 * (size - k) + 1];
    }
    const y = inverseTransform(kept, work);
    if (this.channels === 2) return this.tails.map((tail, c) => added(tail, y, c));
    const [tail] = this.tails;
    const both = new Float32Array(kept);
    both.set(added(tail, y, 0));
    both.set(added(tail, y, 1), kept / 2);
    return [both];
  }
}

/** The end of the last segment under the start of this one; this one's end is kept for the next. */
function added(tail: Float32Array, y: readonly number[], part: number): Float32Array {
  const half = tail.length;
  const out = tail.slice();
  for (let n = 0; n < half; n++) {
    out[n] += y[2 * n + part];
    tail[n] = y[2 * (half + n) + part];
  }
  return out;
}
