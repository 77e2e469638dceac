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
 * taken away, one-sided density. Two channels, or two segments of one channel, go through one complex transform.
 *
 * @example
 * const welch = new Welch(48_000, 16_384, 1);
 * welch.push([samples]);
 * welch.spectrum().density[0][k] // at k * 48000 / 16384 Hz
 */
export class Welch {
  private readonly window: Float64Array;
  private readonly scale: number;
  private readonly room: number;
  private readonly kept: Float32Array[];
  private readonly work: number[];
  private readonly power: Float64Array[];
  private readonly cross: { re: Float64Array; im: Float64Array } | null;
  private filled = 0;
  private transformed = 0;

  /**
   * @param size samples of a segment, a power of two
   * @param channels one or two
   * @param onTransform gets every transform, means and all, after it was averaged
   */
  constructor(
    private readonly sampleRate: number,
    private readonly size: number,
    private readonly channels: 1 | 2,
    private readonly onTransform: ((z: readonly number[]) => void) | null = null,
  ) {
    this.window = Float64Array.from(
      { length: size },
      (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size),
    );
    const energy = this.window.reduce((sum, w) => sum + w * w, 0);
    this.scale = 2 / (sampleRate * energy);
    // One channel holds two segments, which share their middle half.
    this.room = channels === 1 ? 1.5 * size : size;
    this.kept = Array.from({ length: channels }, () => new Float32Array(this.room));
    this.work = complexZeros(size);
    const half = size / 2 + 1;
    this.power = Array.from({ length: channels }, () => new Float64Array(half));
    this.cross = channels === 2 ? { re: new Float64Array(half), im: new Float64Array(half) } : null;
  }

  /** @param block one array a channel, all of one length, full scale 1 */
  push(block: readonly Float32Array[]): void {
    const length = block[0].length;
    for (let from = 0; from < length;) {
      const take = Math.min(length - from, this.room - this.filled);
      for (let c = 0; c < this.channels; c++)
        this.kept[c].set(block[c].subarray(from, from + take), this.filled);
      this.filled += take;
      from += take;
      if (this.filled < this.room) continue;
      if (this.channels === 1) this.addTwoSegments();
      else this.addTwoChannels();
      for (const kept of this.kept) kept.copyWithin(0, this.room - this.size / 2);
      this.filled = this.size / 2;
    }
  }

  /** What has been averaged so far. @returns densities of zero while no segment is full */
  spectrum(): AveragedSpectrum {
    const { size } = this;
    // The first of two segments may be there alone; it stays where it is.
    const alone = this.channels === 1 && this.filled >= size;
    const segments = this.transformed + (alone ? 1 : 0);
    const power = alone ? [this.withOneSegment()] : this.power;
    const mean = (sum: Float64Array, k: number) => (segments === 0 ? 0 : (sum[k] * factor(k)) / segments);
    // Neither the mean nor the highest point has a mirror image to be folded in.
    const factor = (k: number) => (k === 0 || k === size / 2 ? this.scale / 2 : this.scale);
    return {
      stepHz: this.sampleRate / size,
      segments,
      density: power.map((sum) => sum.map((_, k) => mean(sum, k))),
      cross: this.cross && {
        re: this.cross.re.map((_, k) => mean(this.cross!.re, k)),
        im: this.cross.im.map((_, k) => mean(this.cross!.im, k)),
      },
    };
  }

  private addTwoSegments(): void {
    const [kept] = this.kept;
    this.average(kept, kept.subarray(this.size / 2), (z) => addPowers(this.power[0], z), this.onTransform);
    this.transformed += 2;
  }

  private withOneSegment(): Float64Array {
    const power = this.power[0].slice();
    this.average(this.kept[0], new Float32Array(this.size), (z) => addPowers(power, z), null);
    return power;
  }

  private addTwoChannels(): void {
    const [a, b] = this.kept;
    this.average(a, b, (z) => this.addBoth(z), this.onTransform);
    this.transformed++;
  }

  /** Two windowed segments as real and imaginary part of one transform; their means go and come as the window's own. */
  private average(
    a: Float32Array,
    b: Float32Array,
    add: (z: readonly number[]) => void,
    onTransform: Welch['onTransform'],
  ): void {
    const { size, window, work } = this;
    for (let i = 0; i < size; i++) {
      const w = window[i];
      work[2 * i] = a[i] * w;
      work[2 * i + 1] = b[i] * w;
    }
    const z = transform(size, work);
    const means = [meanOf(a, size), meanOf(b, size)];
    addWindow(z, means, -1);
    add(z);
    if (!onTransform) return;
    addWindow(z, means, 1);
    onTransform(z);
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

/** Of two real segments in one complex spectrum only the sum of their powers is wanted: that of point and mirror image. */
function addPowers(power: Float64Array, z: readonly number[]): void {
  const top = power.length - 1;
  power[0] += z[0] ** 2 + z[1] ** 2;
  power[top] += z[2 * top] ** 2 + z[2 * top + 1] ** 2;
  for (let k = 1, m = 4 * top - 2; k < top; k++, m -= 2)
    power[k] += 0.5 * (z[2 * k] ** 2 + z[2 * k + 1] ** 2 + z[m] ** 2 + z[m + 1] ** 2);
}

/** The transform of a periodic Hann window has three points: N/2, and -N/4 on both sides of it. */
function addWindow(z: number[], means: readonly number[], sign: 1 | -1): void {
  const quarter = z.length / 8;
  means.forEach((mean, part) => {
    z[part] += 2 * sign * mean * quarter;
    z[2 + part] -= sign * mean * quarter;
    z[z.length - 2 + part] -= sign * mean * quarter;
  });
}

/** In four sums, which do not wait for each other. */
function meanOf(values: Float32Array, size: number): number {
  let a = 0;
  let b = 0;
  let c = 0;
  let d = 0;
  for (let i = 0; i < size; i += 4) {
    a += values[i];
    b += values[i + 1];
    c += values[i + 2];
    d += values[i + 3];
  }
  return (a + b + c + d) / size;
}
