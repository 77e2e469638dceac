import { type Band, fractionalOctaveBands } from '../../signal/bands.ts';
import { powerBetween } from '../spectrum/band-power.ts';
import { complexZeros, transform } from '../spectrum/fft-plans.ts';

export interface LiveSettings {
  /** bands in an octave: 1, 3, 6, 12 or 24 */
  fraction: number;
  /** time constant of the average, s */
  averaging: number;
}

/** What the display shows of one channel at one moment; levels in dB re full scale. */
export interface LiveChannel {
  levelDb: number[];
  /** highest since {@link LiveAnalyser.release} */
  heldDb: number[];
  rmsDb: number;
  peakDb: number;
  clipped: boolean;
}

export interface LivePicture {
  frequencyHz: number[];
  channels: LiveChannel[];
}

/** Segments for bands under and over the changeover, s; the next power of two. */
const LONG = 1.2;
const SHORT = 0.17;
const CHANGEOVER_HZ = 350;
const NOTHING_DB = -160;
const CLIP = 0.999;
const db = (power: number) => Math.max(NOTHING_DB, 10 * Math.log10(power));

interface Resolution {
  size: number;
  window: Float64Array;
  scale: number;
  work: number[];
}

/**
 * Running fractional-octave levels of one or two channels: the latest samples in two lengths of segment, averaged
 * exponentially over time. Made to be asked some twenty times a second.
 */
export class LiveAnalyser {
  private readonly ring: Float32Array[];
  private readonly long: Resolution;
  private readonly short: Resolution;
  private bands: Band[] = [];
  private average: Float64Array[] = [];
  private held: Float64Array[] = [];
  private at = 0;
  private filled = 0;
  private since = 0;
  private squares: number[];
  private peaks: number[];

  constructor(
    private readonly sampleRate: number,
    channels: 1 | 2,
    private settings: LiveSettings,
  ) {
    this.long = resolution(LONG, sampleRate);
    this.short = resolution(SHORT, sampleRate);
    this.ring = Array.from({ length: channels }, () => new Float32Array(this.long.size));
    this.squares = new Array<number>(channels).fill(0);
    this.peaks = new Array<number>(channels).fill(0);
    this.set(settings);
  }

  /** Other bands begin a new average; another time constant goes on with the old one. */
  set(settings: LiveSettings): void {
    const anew = this.bands.length === 0 || settings.fraction !== this.settings.fraction;
    this.settings = settings;
    if (!anew) return;
    this.bands = fractionalOctaveBands(settings.fraction).filter((b) => b.highHz < this.sampleRate / 2);
    this.average = this.ring.map(() => new Float64Array(this.bands.length));
    this.release();
  }

  /** Lets go of the held peaks. */
  release(): void {
    this.held = this.ring.map(() => new Float64Array(this.bands.length));
  }

  /** @param block one array a channel, all of one length, full scale 1 */
  push(block: readonly Float32Array[]): void {
    const size = this.long.size;
    const length = block[0].length;
    block.forEach((samples, c) => {
      const ring = this.ring[c];
      for (let i = 0; i < length; i++) {
        const v = samples[i];
        ring[(this.at + i) % size] = v;
        this.squares[c] += v * v;
        if (Math.abs(v) > this.peaks[c]) this.peaks[c] = Math.abs(v);
      }
    });
    this.at = (this.at + length) % size;
    this.filled = Math.min(size, this.filled + length);
    this.since += length;
  }

  /** The picture now; the average moves on by the samples that came since the last one. */
  picture(): LivePicture {
    const { since, sampleRate } = this;
    const share = since === 0 ? 0 : 1 - Math.exp(-since / sampleRate / this.settings.averaging);
    const low = this.densities(this.long);
    const high = this.densities(this.short);
    const channels = this.ring.map((_, c): LiveChannel => {
      const average = this.average[c];
      const held = this.held[c];
      const fresh = average.every((v) => v === 0);
      this.bands.forEach((band, b) => {
        const { density, stepHz } = band.midHz < CHANGEOVER_HZ ? low[c] : high[c];
        const power = powerBetween(density, stepHz, band.lowHz, band.highHz);
        average[b] = fresh ? power : average[b] + share * (power - average[b]);
        if (average[b] > held[b]) held[b] = average[b];
      });
      return {
        levelDb: Array.from(average, db),
        heldDb: Array.from(held, db),
        rmsDb: db(since === 0 ? 0 : this.squares[c] / since),
        peakDb: db(this.peaks[c] ** 2),
        clipped: this.peaks[c] >= CLIP,
      };
    });
    this.since = 0;
    this.squares.fill(0);
    this.peaks.fill(0);
    return { frequencyHz: this.bands.map((b) => b.midHz), channels };
  }

  private densities({ size, window, scale, work }: Resolution): { density: Float64Array; stepHz: number }[] {
    const length = this.long.size;
    const start = this.at - size + length;
    const [a, b] = this.ring;
    for (let i = 0; i < size; i++) {
      const from = (start + i) % length;
      work[2 * i] = a[from] * window[i];
      work[2 * i + 1] = b ? b[from] * window[i] : 0;
    }
    const z = transform(size, work);
    const stepHz = this.sampleRate / size;
    return this.ring.map((_, c) => {
      const density = new Float64Array(size / 2);
      for (let k = 1; k < density.length; k++) {
        const m = size - k;
        // Both channels went in as one complex signal: its even part is the first, its odd part the second.
        const re = 0.5 * (c === 0 ? z[2 * k] + z[2 * m] : z[2 * k + 1] + z[2 * m + 1]);
        const im = 0.5 * (c === 0 ? z[2 * k + 1] - z[2 * m + 1] : z[2 * m] - z[2 * k]);
        density[k] = scale * (re * re + im * im);
      }
      return { density, stepHz };
    });
  }
}

function resolution(seconds: number, sampleRate: number): Resolution {
  const size = 2 ** Math.ceil(Math.log2(seconds * sampleRate));
  const window = Float64Array.from(
    { length: size },
    (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size),
  );
  const energy = window.reduce((sum, w) => sum + w * w, 0);
  return { size, window, scale: 2 / (sampleRate * energy), work: complexZeros(size) };
}
