import { complexZeros, transform } from '../spectrum/fft-plans.ts';

/** A steady stretch in which one tone stands far above everything else. */
export interface ToneReading {
  /** s from the start of the recording */
  from: number;
  to: number;
  hz: number;
  /** effective value of the fundamental, re full scale 1 */
  rms: number;
  /** total harmonic distortion: harmonics 2 to 10 (below 20 kHz) re the fundamental, as a ratio; noise is taken off */
  distortion: number;
  /** everything that is neither tone nor harmonic, re the fundamental, as a ratio */
  noise: number;
}

/** Four-term Blackman-Harris window (Harris 1978): side lobes at -92 dB, main lobe 4 bins to either side. */
const COSINES = [0.35875, -0.48829, 0.14128, -0.01168];
const LOBE = 4;
/** Equivalent noise bandwidth of that window, bins. */
const NOISE_BANDWIDTH = 2.0044;
const HARMONICS = 10;
const HIGHEST_HZ = 20_000;
/** Length of a window, s; the next power of two above. At 20 Hz the harmonics then lie 13 bins apart. */
const WINDOW = 0.6;
/** A tone holds at least this share of the power above 15 Hz, else it is noise or music. */
const TONAL = 0.5;
/** Parts of a window may differ by this much, dB. */
const STEADY_DB = 0.35;
const PARTS = 4;
/** Neighbouring windows within this are one step of a track, dB. */
const SAME_DB = 0.4;

/**
 * Finds the tones of a recording by themselves, also the steps of a stepped track, and measures each: frequency, level
 * and harmonic distortion. Takes samples as they arrive.
 */
export class ToneMeter {
  private readonly size: number;
  private readonly window: Float64Array;
  private readonly energy: number;
  private readonly kept: Float32Array;
  private readonly work: number[];
  private filled = 0;
  private start = 0;
  private windows = 0;
  private readonly found: (ToneReading & { windows: number })[] = [];
  private joins = false;

  constructor(private readonly sampleRate: number) {
    this.size = 2 ** Math.ceil(Math.log2(WINDOW * sampleRate));
    this.window = Float64Array.from({ length: this.size }, (_, i) =>
      COSINES.reduce((sum, a, n) => sum + a * Math.cos((2 * Math.PI * n * i) / this.size), 0),
    );
    this.energy = this.window.reduce((sum, w) => sum + w * w, 0);
    this.kept = new Float32Array(this.size);
    this.work = complexZeros(this.size);
  }

  push(samples: Float32Array): void {
    for (let from = 0; from < samples.length;) {
      const take = Math.min(samples.length - from, this.size - this.filled);
      this.kept.set(samples.subarray(from, from + take), this.filled);
      this.filled += take;
      from += take;
      if (this.filled === this.size) this.full();
    }
  }

  /** Readings in the order in which they were played. Empty for noise, music and silence. */
  readings(): ToneReading[] {
    return this.found.map(({ windows: _, ...reading }) => reading);
  }

  private full(): void {
    const reading = steady(this.kept) ? this.measure() : null;
    this.windows++;
    if (reading) this.add(reading);
    else this.joins = false;
    // After a step, the next window starts a quarter later instead of a whole one, so that short steps are not missed.
    const move = reading ? this.size : this.size / 4;
    this.kept.copyWithin(0, move);
    this.filled = this.size - move;
    this.start += move;
  }

  private add(reading: ToneReading): void {
    const last = this.found.at(-1);
    const near =
      last &&
      this.joins &&
      Math.abs(20 * Math.log10(reading.rms / last.rms)) < SAME_DB &&
      Math.abs(reading.hz / last.hz - 1) < 0.01;
    if (near) {
      const n = last.windows;
      const mean = (a: number, b: number) => Math.sqrt((n * a * a + b * b) / (n + 1));
      last.to = reading.to;
      last.hz = (n * last.hz + reading.hz) / (n + 1);
      last.rms = mean(last.rms, reading.rms);
      last.distortion = mean(last.distortion, reading.distortion);
      last.noise = mean(last.noise, reading.noise);
      last.windows++;
    } else this.found.push({ ...reading, windows: 1 });
    this.joins = true;
  }

  private measure(): ToneReading | null {
    const { kept, size, window, work, sampleRate } = this;
    for (let i = 0; i < size; i++) {
      work[2 * i] = kept[i] * window[i];
      work[2 * i + 1] = 0;
    }
    const z = transform(size, work);
    const step = sampleRate / size;
    const power = Float64Array.from(
      { length: size / 2 },
      (_, k) => (2 * (z[2 * k] ** 2 + z[2 * k + 1] ** 2)) / (size * this.energy),
    );
    const lowest = Math.max(LOBE + 1, Math.floor(15 / step));
    let peak = lowest;
    let all = 0;
    for (let k = lowest; k < power.length; k++) {
      all += power[k];
      if (power[k] > power[peak]) peak = k;
    }
    const bin = centre(power, peak);
    const fundamental = around(power, bin);
    if (!(fundamental > TONAL * all) || all < 1e-12) return null;
    const places: number[] = [];
    for (let n = 2; n <= HARMONICS && n * bin * step < HIGHEST_HZ && n * bin + LOBE < power.length; n++)
      places.push(n * bin);
    let harmonics = 0;
    for (const at of places) harmonics += Math.max(0, around(power, at) - floorAround(power, at, bin));
    const noise = Math.max(0, all - fundamental - harmonics);
    const at = this.start / sampleRate;
    return {
      from: at,
      to: at + size / sampleRate,
      hz: bin * step,
      rms: Math.sqrt(fundamental),
      distortion: Math.sqrt(harmonics / fundamental),
      noise: Math.sqrt(noise / fundamental),
    };
  }
}

function steady(samples: Float32Array): boolean {
  const part = samples.length / PARTS;
  let least = Infinity;
  let most = 0;
  for (let p = 0; p < PARTS; p++) {
    let sum = 0;
    for (let i = p * part; i < (p + 1) * part; i++) sum += samples[i] * samples[i];
    least = Math.min(least, sum);
    most = Math.max(most, sum);
  }
  return least > 0 && 10 * Math.log10(most / least) < STEADY_DB;
}

/** Place of a tone between bins: a parabola through the logarithms of the highest three. */
function centre(power: Float64Array, peak: number): number {
  const [a, b, c] = [power[peak - 1], power[peak], power[peak + 1]].map((p) => Math.log(p + 1e-300));
  const bend = a - 2 * b + c;
  return bend < 0 ? peak + (0.5 * (a - c)) / bend : peak;
}

/** Power of the main lobe around a place. */
function around(power: Float64Array, at: number): number {
  let sum = 0;
  const middle = Math.round(at);
  for (let k = Math.max(0, middle - LOBE); k <= Math.min(power.length - 1, middle + LOBE); k++)
    sum += power[k];
  return sum;
}

/** What noise alone would put into a main lobe there: from the bins between this harmonic and the next. */
function floorAround(power: Float64Array, at: number, spacing: number): number {
  const bins: number[] = [];
  const reach = Math.min(3 * LOBE, Math.floor(spacing / 2));
  for (const side of [-1, 1])
    for (let d = LOBE + 1; d <= reach; d++) {
      const k = Math.round(at) + side * d;
      if (k > 0 && k < power.length) bins.push(power[k]);
    }
  if (bins.length === 0) return 0;
  bins.sort((a, b) => a - b);
  // Power of one bin of noise is spread like chi-squared with two degrees: its median is ln 2 of its mean.
  const mean = bins[bins.length >> 1] / Math.LN2;
  return mean * (2 * LOBE + 1) * Math.min(1, NOISE_BANDWIDTH);
}
