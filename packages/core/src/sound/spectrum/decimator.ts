/** Attenuation of what would fold back, dB. */
const STOP_DB = 100;

/** Modified Bessel function of the first kind, order 0, by its series (Abramowitz & Stegun 9.6.12). */
function bessel0(x: number): number {
  let term = 1;
  let sum = 1;
  for (let k = 1; term > 1e-12 * sum; k++) {
    term *= (x / (2 * k)) ** 2;
    sum += term;
  }
  return sum;
}

/** The response is the same from both ends. */
function filtered(taps: Float64Array, samples: Float64Array, at: number): number {
  const middle = (taps.length - 1) / 2;
  let sum = taps[middle] * samples[at + middle];
  for (let i = 0, j = at, m = at + 2 * middle; i < middle; i++, j++, m--)
    sum += taps[i] * (samples[j] + samples[m]);
  return sum;
}

/** Four neighbours at once, which do not wait for each other: half the time of four by themselves. */
function filterFour(
  taps: Float64Array,
  samples: Float64Array,
  at: number,
  factor: number,
  out: Float32Array,
  n: number,
): void {
  const middle = (taps.length - 1) / 2;
  const [two, three] = [2 * factor, 3 * factor];
  const centre = at + middle;
  let a = taps[middle] * samples[centre];
  let b = taps[middle] * samples[centre + factor];
  let c = taps[middle] * samples[centre + two];
  let d = taps[middle] * samples[centre + three];
  for (let i = 0, j = at, m = at + 2 * middle; i < middle; i++, j++, m--) {
    const tap = taps[i];
    a += tap * (samples[j] + samples[m]);
    b += tap * (samples[j + factor] + samples[m + factor]);
    c += tap * (samples[j + two] + samples[m + two]);
    d += tap * (samples[j + three] + samples[m + three]);
  }
  out[n] = a;
  out[n + 1] = b;
  out[n + 2] = c;
  out[n + 3] = d;
}

/**
 * Keeps one of `factor` samples after a low-pass, for a closer look at low frequencies: finite impulse response,
 * windowed by Kaiser (1974). Up to `passHz` the level is kept within 0.001 dB, and nothing from above folds back there.
 */
export class Decimator {
  private readonly taps: Float64Array;
  private history: Float64Array;
  private skip = 0;

  /**
   * @param factor whole number from 1; 1 passes everything on
   * @param passHz highest frequency that is looked at, below half of the new rate
   */
  constructor(
    private readonly factor: number,
    sampleRate: number,
    passHz: number,
  ) {
    const newRate = sampleRate / factor;
    if (!(Number.isInteger(factor) && factor >= 1) || !(passHz < newRate / 2))
      throw new RangeError(`decimation by ${factor} leaves no room up to ${passHz} Hz`);
    const transition = (2 * Math.PI * (newRate - 2 * passHz)) / sampleRate;
    const length = factor === 1 ? 1 : 2 * Math.ceil((STOP_DB - 8) / (2.285 * transition) / 2) + 1;
    const beta = 0.1102 * (STOP_DB - 8.7);
    const middle = (length - 1) / 2;
    const taps = Float64Array.from({ length }, (_, i) => {
      const t = (i - middle) / factor;
      const sinc = t === 0 ? 1 : Math.sin(Math.PI * t) / (Math.PI * t);
      const place = middle === 0 ? 0 : (i - middle) / middle;
      return sinc * bessel0(beta * Math.sqrt(1 - place * place));
    });
    const sum = taps.reduce((a, b) => a + b, 0);
    this.taps = taps.map((v) => v / sum);
    this.history = new Float64Array(length - 1);
  }

  /** @returns the samples that are kept, later by half the filter's length */
  push(samples: Float32Array): Float32Array {
    const { factor, taps, history } = this;
    if (factor === 1) return samples;
    const whole = new Float64Array(history.length + samples.length);
    whole.set(history);
    whole.set(samples, history.length);
    const count = Math.max(0, Math.ceil((samples.length - this.skip) / factor));
    const out = new Float32Array(count);
    let n = 0;
    for (; n + 3 < count; n += 4) filterFour(taps, whole, this.skip + n * factor, factor, out, n);
    for (; n < count; n++) out[n] = filtered(taps, whole, this.skip + n * factor);
    this.skip = this.skip + count * factor - samples.length;
    this.history = whole.slice(samples.length);
    return out;
  }
}
