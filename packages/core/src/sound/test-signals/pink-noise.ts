import { seededRandom } from '../../quantity/random.ts';
import { complexZeros, inverseTransform } from '../spectrum/fft-plans.ts';

/** Below this pink noise only moves cones; nothing is there. */
const LOWEST_HZ = 10;

/**
 * Pink noise with power exactly as 1/f from 10 Hz to 0.45 of the sample rate, made from random phases (Schroeder 1970):
 * equal power in bands of equal ratio. The same seed gives the same samples. It repeats without a seam.
 *
 * @param size samples of one period, a power of two; 2^20 at 48 kHz is 21.8 s
 * @param rmsDb effective value re full scale, dB
 * @returns one period, full scale 1
 */
export function pinkNoise(size: number, sampleRate: number, rmsDb: number, seed: number): Float32Array {
  const random = seededRandom(seed);
  const spectrum = complexZeros(size);
  const step = sampleRate / size;
  const highest = Math.min(size / 2 - 1, Math.floor((0.45 * sampleRate) / step));
  let power = 0;
  for (let k = Math.max(1, Math.ceil(LOWEST_HZ / step)); k <= highest; k++) {
    const size2 = 1 / Math.sqrt(k);
    const turn = 2 * Math.PI * random.next();
    const [re, im] = [size2 * Math.cos(turn), size2 * Math.sin(turn)];
    spectrum[2 * k] = re;
    spectrum[2 * k + 1] = im;
    // The mirror image makes the samples real.
    spectrum[2 * (size - k)] = re;
    spectrum[2 * (size - k) + 1] = -im;
    power += 2 * size2 * size2;
  }
  const samples = inverseTransform(size, spectrum);
  const gain = (10 ** (rmsDb / 20) * size) / Math.sqrt(power);
  return Float32Array.from({ length: size }, (_, i) => gain * samples[2 * i]);
}
