import { complexZeros, transform } from './fft-plans.ts';

/** Averaged spectra of one channel, or of two with what they have in common. Densities are one-sided. */
export interface AveragedSpectrum {
  /** distance of neighbouring points, Hz; point k lies at k * stepHz */
  stepHz: number;
  /** segments averaged */
  segments: number;
  /** power spectral density of each channel, (full scale)^2 / Hz */
  density: Float64Array[];
  /** cross-spectral density conj(first) * second; null for one channel */
  cross: { re: Float64Array; im: Float64Array } | null;
}

/**
 * Welch's method (Welch 1967) on samples as they arrive: periodic Hann window, half overlap, mean of every segment
 * taken away, one-sided density. Both channels go through one complex transform.
 *
 * @example
 * const welch = new Welch(48_000, 16_384, 1);
 * welch.push([samples]);
 * welch.spectrum().density[0][k] // at k * 48000 / 16384 Hz
 */
export class Welch {
  private readonly window: Float64Array;
  private readonly scale: number;
  private readonly kept: Float32Array[];
  private readonly work: number[];
  private readonly power: Float64Array[];
  private readonly cross: { re: Float64Array; im: Float64Array } | null;
  private filled = 0;
  private segments = 0;

  /**
   * @param size samples of a segment, a power of two
   * @param channels one or two
   */
  constructor(
    private readonly sampleRate: number,
    private readonly size: number,
    private readonly channels: 1 | 2,
  ) {
    this.window = Float64Array.from(
      { length: size },
      (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size),
    );
    const energy = this.window.reduce((sum, w) => sum + w * w, 0);
    this.scale = 2 / (sampleRate * energy);
    this.kept = Array.from({ length: channels }, () => new Float32Array(size));
    this.work = complexZeros(size);
    const half = size / 2 + 1;
    this.power = Array.from({ length: channels }, () => new Float64Array(half));
    this.cross = channels === 2 ? { re: new Float64Array(half), im: new Float64Array(half) } : null;
  }

  /** @param block one array a channel, all of one length, full scale 1 */
  push(block: readonly Float32Array[]): void {
    const length = block[0].length;
    for (let from = 0; from < length;) {
      const take = Math.min(length - from, this.size - this.filled);
      for (let c = 0; c < this.channels; c++)
        this.kept[c].set(block[c].subarray(from, from + take), this.filled);
      this.filled += take;
      from += take;
      if (this.filled < this.size) continue;
      this.segment();
      for (const kept of this.kept) kept.copyWithin(0, this.size / 2);
      this.filled = this.size / 2;
    }
  }

  /** What has been averaged so far. @returns densities of zero while no segment is full */
  spectrum(): AveragedSpectrum {
    const { segments, size } = this;
    const mean = (sum: Float64Array, k: number) => (segments === 0 ? 0 : (sum[k] * factor(k)) / segments);
    // Neither the mean nor the highest point has a mirror image to be folded in.
    const factor = (k: number) => (k === 0 || k === size / 2 ? this.scale / 2 : this.scale);
    return {
      stepHz: this.sampleRate / size,
      segments,
      density: this.power.map((sum) => sum.map((_, k) => mean(sum, k))),
      cross: this.cross && {
        re: this.cross.re.map((_, k) => mean(this.cross!.re, k)),
        im: this.cross.im.map((_, k) => mean(this.cross!.im, k)),
      },
    };
  }

  private segment(): void {
    const { kept, size, window, work } = this;
    const [a, b] = kept;
    const meanA = meanOf(a);
    const meanB = b ? meanOf(b) : 0;
    for (let i = 0; i < size; i++) {
      work[2 * i] = (a[i] - meanA) * window[i];
      work[2 * i + 1] = b ? (b[i] - meanB) * window[i] : 0;
    }
    const z = transform(size, work);
    this.segments++;
    if (b) this.addBoth(z);
    else this.addOne(z);
  }

  private addOne(z: readonly number[]): void {
    const [power] = this.power;
    for (let k = 0; k < power.length; k++) power[k] += z[2 * k] ** 2 + z[2 * k + 1] ** 2;
  }

  /** The two real channels are the even and the odd part of one complex spectrum. */
  private addBoth(z: readonly number[]): void {
    const { size } = this;
    const [first, second] = this.power;
    const { re, im } = this.cross!;
    for (let k = 0; k < first.length; k++) {
      const m = k === 0 ? 0 : size - k;
      const ar = 0.5 * (z[2 * k] + z[2 * m]);
      const ai = 0.5 * (z[2 * k + 1] - z[2 * m + 1]);
      const br = 0.5 * (z[2 * k + 1] + z[2 * m + 1]);
      const bi = -0.5 * (z[2 * k] - z[2 * m]);
      first[k] += ar * ar + ai * ai;
      second[k] += br * br + bi * bi;
      re[k] += ar * br + ai * bi;
      im[k] += ar * bi - ai * br;
    }
  }
}

function meanOf(values: Float32Array): number {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i];
  return sum / values.length;
}
