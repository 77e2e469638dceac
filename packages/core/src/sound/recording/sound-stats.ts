/** Length of the blocks whose level is kept, s. */
export const BLOCK = 0.1;
/** As many equal samples at the very top in a row are a flat top, not a peak. */
const FLAT_TOP = 3;
/** As many samples of exactly zero within sound were lost on the way, s. */
const LOST = 0.001;

export interface ChannelStats {
  /** highest absolute sample, full scale 1 */
  peak: number;
  /** effective value without the mean */
  rms: number;
  /** mean: DC offset of the input */
  dc: number;
  /** samples in flat tops at the highest value */
  clipped: number;
  /** gaps of exact zeros with sound before and after */
  gaps: number;
  /** effective value of every block of 0.1 s */
  blockRms: number[];
}

/** What can be said of samples while they pass: peaks, mean, flat tops, gaps, the course of the level. */
export class SoundStats {
  private readonly blockFrames: number;
  private readonly lostFrames: number;
  private frames = 0;
  private readonly sides: Side[];
  private differenceSquared = 0;

  constructor(sampleRate: number, channels: number) {
    this.blockFrames = Math.round(BLOCK * sampleRate);
    this.lostFrames = Math.max(8, Math.round(LOST * sampleRate));
    this.sides = Array.from({ length: channels }, () => new Side());
  }

  push(block: readonly Float32Array[]): void {
    block.forEach((samples, c) =>
      this.sides[c].push(samples, this.frames, this.blockFrames, this.lostFrames),
    );
    if (block.length === 2) {
      const [a, b] = block;
      // Two sums, which do not wait for each other.
      let even = 0;
      let odd = 0;
      for (let i = 0; i < a.length; i += 2) {
        const e = a[i] - b[i];
        const o = i + 1 < a.length ? a[i + 1] - b[i + 1] : 0;
        even += e * e;
        odd += o * o;
      }
      this.differenceSquared += even + odd;
    }
    this.frames += block[0].length;
  }

  channels(): ChannelStats[] {
    return this.sides.map((side) => side.result(this.frames));
  }

  /** How different the channels are: 0 is the same signal in both, 1 unrelated ones. Null for one channel. */
  difference(): number | null {
    if (this.sides.length < 2) return null;
    const both = this.sides[0].energy() + this.sides[1].energy();
    return both === 0 ? 0 : Math.sqrt(this.differenceSquared / both);
  }
}

/** Samples that are looked at together. */
const PIECE = 256;

class Side {
  private peak = 0;
  /** of all full blocks */
  private sum = 0;
  private squares = 0;
  private clipped = 0;
  private gaps = 0;
  private last = 0;
  private run = 1;
  private zeros = 0;
  private heard = false;
  private blockSquares = 0;
  private blockSum = 0;
  private readonly blockRms: number[] = [];

  push(samples: Float32Array, before: number, blockFrames: number, lostFrames: number): void {
    let inBlock = before % blockFrames;
    for (let from = 0; from < samples.length;) {
      const to = Math.min(samples.length, from + PIECE, from + blockFrames - inBlock);
      if (!this.plain(samples, from, to)) this.closely(samples, from, to, lostFrames);
      inBlock += to - from;
      from = to;
      if (inBlock < blockFrames) continue;
      const mean = this.blockSum / blockFrames;
      this.blockRms.push(Math.sqrt(Math.max(0, this.blockSquares / blockFrames - mean * mean)));
      this.squares += this.blockSquares;
      this.sum += this.blockSum;
      this.blockSquares = 0;
      this.blockSum = 0;
      inBlock = 0;
    }
  }

  /** Most of a recording: no flat top, no zero, no new peak. @returns false, with nothing done, where there is one */
  private plain(samples: Float32Array, from: number, to: number): boolean {
    if (!this.heard || this.run > 1 || this.zeros > 0) return false;
    const { peak } = this;
    let last = this.last;
    // In two sums each, which do not wait for each other.
    let [squares, squaresToo, sum, sumToo] = [0, 0, 0, 0];
    let i = from;
    for (; i + 1 < to; i += 2) {
      const v = samples[i];
      const w = samples[i + 1];
      if (v === last || w === v || v === 0 || w === 0) return false;
      if (v > peak || v < -peak || w > peak || w < -peak) return false;
      squares += v * v;
      squaresToo += w * w;
      sum += v;
      sumToo += w;
      last = w;
    }
    if (i < to) {
      const v = samples[i];
      if (v === last || v === 0 || v > peak || v < -peak) return false;
      squares += v * v;
      sum += v;
      last = v;
    }
    this.last = last;
    this.blockSquares += squares + squaresToo;
    this.blockSum += sum + sumToo;
    return true;
  }

  private closely(samples: Float32Array, from: number, to: number, lostFrames: number): void {
    let { peak, last, run, zeros, heard, blockSquares, blockSum } = this;
    for (let i = from; i < to; i++) {
      const v = samples[i];
      const size = v < 0 ? -v : v;
      blockSquares += v * v;
      blockSum += v;
      if (v === last && size > 0.02) run++;
      else if (run > 1) {
        if (run >= FLAT_TOP && Math.abs(last) >= 0.999 * peak) this.clipped += run;
        run = 1;
      }
      // A higher peak shows that the flat tops before it were none.
      if (size > peak) {
        if (size > 1.02 * peak) this.clipped = 0;
        peak = size;
      }
      if (size === 0) zeros++;
      else if (zeros > 0 || !heard) {
        if (heard && zeros >= lostFrames && size > 1e-4) this.gaps++;
        zeros = 0;
        heard = true;
      }
      last = v;
    }
    Object.assign(this, { peak, last, run, zeros, heard, blockSquares, blockSum });
  }

  /** sum of all squares */
  energy(): number {
    return this.squares + this.blockSquares;
  }

  result(frames: number): ChannelStats {
    const dc = frames === 0 ? 0 : (this.sum + this.blockSum) / frames;
    const rms = frames === 0 ? 0 : Math.sqrt(Math.max(0, this.energy() / frames - dc * dc));
    const { peak, gaps, blockRms } = this;
    const clipped =
      this.clipped + (this.run >= FLAT_TOP && Math.abs(this.last) >= 0.999 * peak ? this.run : 0);
    return { peak, rms, dc, clipped, gaps, blockRms: [...blockRms] };
  }
}
