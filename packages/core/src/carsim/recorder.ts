import { seededRandom } from '../quantity/random.ts';
import { complexZeros, inverseTransform, transform } from '../sound/spectrum/fft-plans.ts';
import { type SimulatedChain, transferAt } from './transfer.ts';

export interface RecordOptions {
  sampleRate: number;
  /** noise of the input, effective value re full scale, dB; white */
  noiseDb: number;
  seed: number;
}

/**
 * Pink or any periodic noise through simulated outputs, as a sound input would record it: the period goes through each
 * chain by its transfer function, point by point, so that what comes out is exact; then noise is added.
 *
 * @param source one period, a power of two long, full scale 1
 * @param chains one for every channel recorded
 * @returns one period of each channel
 */
export function recordPeriod(
  source: Float32Array,
  chains: readonly SimulatedChain[],
  { sampleRate, noiseDb, seed }: RecordOptions,
): Float32Array[] {
  const size = source.length;
  const points = complexZeros(size);
  for (let i = 0; i < size; i++) points[2 * i] = source[i];
  const spectrum = Float64Array.from(transform(size, points));
  const random = seededRandom(seed);
  const noise = 10 ** (noiseDb / 20);
  return chains.map((chain) => {
    const out = complexZeros(size);
    for (let k = 1; k < size / 2; k++) {
      const h = transferAt(chain, (k * sampleRate) / size);
      const [re, im] = [spectrum[2 * k], spectrum[2 * k + 1]];
      const [a, b] = [re * h.re - im * h.im, re * h.im + im * h.re];
      out[2 * k] = a;
      out[2 * k + 1] = b;
      out[2 * (size - k)] = a;
      out[2 * (size - k) + 1] = -b;
    }
    const samples = inverseTransform(size, out);
    return Float32Array.from({ length: size }, (_, i) => samples[2 * i] + noise * random.normal());
  });
}
