import { describe, expect, it } from 'vitest';
import { SoundStats } from './sound-stats.ts';

/** 1,000 samples a second: blocks of 100, and 8 zeros in a row are lost ones. */
const RATE = 1000;
const sine = (amplitude: number, n = RATE, offset = 0) =>
  Float32Array.from({ length: n }, (_, i) => offset + amplitude * Math.sin((2 * Math.PI * 50.3 * i) / RATE));

function statsOf(channels: Float32Array[], piece = Infinity) {
  const stats = new SoundStats(RATE, channels.length);
  const step = Math.min(piece, channels[0].length);
  for (let i = 0; i < channels[0].length; i += step) stats.push(channels.map((c) => c.subarray(i, i + step)));
  return stats;
}
const ofOne = (samples: Float32Array, piece?: number) => statsOf([samples], piece).channels()[0];

describe('what samples tell while they pass', () => {
  it('peak, effective value and mean, the mean taken off', () => {
    const { peak, rms, dc, clipped, gaps } = ofOne(sine(0.5, 10_000, 0.1));
    expect(peak).toBeCloseTo(0.6, 2);
    expect(rms).toBeCloseTo(0.5 / Math.SQRT2, 3);
    expect(dc).toBeCloseTo(0.1, 3);
    expect([clipped, gaps]).toEqual([0, 0]);
    expect(ofOne(sine(0.5, 10_000).map((v) => v - 0.7)).peak).toBeCloseTo(1.2, 2);
  });

  it('nothing of nothing', () => {
    const stats = new SoundStats(RATE, 2);
    expect(stats.channels()).toEqual(
      [0, 1].map(() => ({ peak: 0, rms: 0, dc: 0, clipped: 0, gaps: 0, blockRms: [] })),
    );
    expect(stats.difference()).toBe(0);
  });

  it('the level of every whole block of 0.1 s, without its mean', () => {
    const parts = [0.1, 0.4, 0.2].map((a) => sine(a, 100, 0.3));
    const { blockRms } = ofOne(Float32Array.from([...parts.flatMap((p) => [...p]), 0.3, 0.3]));
    expect(blockRms).toHaveLength(3);
    [0.1, 0.4, 0.2].forEach((a, i) => expect(blockRms[i]).toBeCloseTo(a / Math.SQRT2, 2));
  });

  it.each([7, 64, 100, 333])('the same in pieces of %i samples as at once', (piece) => {
    const samples = sine(0.9, 1234, 0.05).map((v) => Math.max(-0.6, Math.min(0.6, v)));
    samples.fill(0, 300, 320);
    const there = ofOne(samples, piece);
    const whole = ofOne(samples);
    expect(there).toEqual(whole);
    expect(whole.clipped).toBeGreaterThan(100);
    expect(whole.gaps).toBe(1);
  });

  it('flat tops: three equal samples or more at the very top, not below it and not two', () => {
    const clipped = (...values: number[]) => ofOne(Float32Array.from(values)).clipped;
    expect(clipped(0.1, 0.8, 0.8, 0.8, 0.1)).toBe(3);
    expect(clipped(0.1, 0.8, 0.8, 0.8)).toBe(3);
    expect(clipped(0.1, 0.8, 0.8, 0.1)).toBe(0);
    expect(clipped(0.1, -0.8, -0.8, -0.8, -0.8, 0.1)).toBe(4);
    expect(clipped(0.8, 0.1, 0.8, 0.1, 0.8)).toBe(0);
    // Equal samples well under the peak are no flat top, whether the peak came before or comes after.
    expect(clipped(0.9, 0.1, 0.8, 0.8, 0.8, 0.1)).toBe(0);
    expect(clipped(0.8, 0.8, 0.8, 0.1, 0.9)).toBe(0);
    // A hair above the first flat top is the same top.
    expect(clipped(0.8, 0.8, 0.8, 0.1, 0.808, 0.1)).toBe(3);
    // Quiet hiss of the last bits repeats itself.
    expect(clipped(0.01, 0.01, 0.01, 0.01)).toBe(0);
    expect(clipped(0.03, 0.03, 0.03, 0.03)).toBe(4);
  });

  it('gaps: zeros of 1 ms or more with sound before and after', () => {
    const gaps = (before: number, zeros: number, after: number, level = 0.5) =>
      ofOne(
        Float32Array.from([
          ...new Array<number>(before).fill(level),
          ...new Array<number>(zeros).fill(0),
          ...new Array<number>(after).fill(level),
        ]),
      ).gaps;
    expect(gaps(10, 8, 10)).toBe(1);
    expect(gaps(10, 7, 10)).toBe(0);
    expect(gaps(0, 50, 10)).toBe(0);
    expect(gaps(10, 50, 0)).toBe(0);
    expect(gaps(10, 50, 10, 0.00005)).toBe(0);
    const twice = Float32Array.from([
      1,
      ...new Array<number>(9).fill(0),
      1,
      ...new Array<number>(9).fill(0),
      1,
    ]);
    expect(ofOne(twice).gaps).toBe(2);
  });

  it('a gap is as long at a higher rate: 1 ms', () => {
    const gapsAt = (zeros: number) => {
      const stats = new SoundStats(48_000, 1);
      stats.push([Float32Array.from([0.5, ...new Array<number>(zeros).fill(0), 0.5])]);
      return stats.channels()[0].gaps;
    };
    expect([gapsAt(47), gapsAt(48)]).toEqual([0, 1]);
  });

  it('how different two channels are: 0 the same, 1 unrelated, 2 opposite; null for one', () => {
    const a = sine(0.5);
    expect(statsOf([a, a]).difference()).toBe(0);
    expect(statsOf([a, new Float32Array(RATE)]).difference()).toBeCloseTo(1, 6);
    expect(statsOf([a, a.map((v) => -v)]).difference()).toBeCloseTo(Math.SQRT2, 6);
    expect(statsOf([a, a.map((v) => 0.5 * v)]).difference()).toBeCloseTo(Math.sqrt(0.25 / 1.25), 6);
    expect(statsOf([a]).difference()).toBeNull();
  });
});
