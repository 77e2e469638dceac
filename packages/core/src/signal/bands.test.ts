import { describe, expect, it } from 'vitest';
import { fractionalOctaveBands } from './bands.ts';

describe('fractionalOctaveBands', () => {
  it('has the exact base-ten mid-bands of IEC 61260-1 for thirds', () => {
    // Table of the standard: 10^(n/10) Hz for whole n.
    const mids = fractionalOctaveBands(3, 19, 21_000).map((b) => b.midHz);
    expect(mids).toHaveLength(31);
    mids.forEach((hz, i) => expect(hz).toBeCloseTo(10 ** ((13 + i) / 10), 6));
  });

  it('puts 1 kHz on a mid-band for odd fractions and on an edge for even ones', () => {
    expect(fractionalOctaveBands(1, 900, 1100)[0].midHz).toBeCloseTo(1000, 9);
    for (const fraction of [6, 12, 24]) {
      const edges = fractionalOctaveBands(fraction, 900, 1100).map((b) => b.lowHz);
      expect(edges.some((e) => Math.abs(e - 1000) < 1e-6)).toBe(true);
    }
  });

  it.each([1, 3, 6, 12, 24])('leaves no gap and no overlap at 1/%d octave', (fraction) => {
    const bands = fractionalOctaveBands(fraction);
    for (let i = 1; i < bands.length; i++) expect(bands[i].lowHz).toBeCloseTo(bands[i - 1].highHz, 6);
    expect(bands[0].midHz).toBeGreaterThanOrEqual(20);
    expect(bands[bands.length - 1].midHz).toBeLessThanOrEqual(20_000);
  });

  it.each([
    [0, 20, 100],
    [2.5, 20, 100],
    [3, 0, 100],
    [3, 200, 100],
    [3, NaN, 100],
  ])('refuses fraction %d from %d to %d Hz', (fraction, low, high) =>
    expect(() => fractionalOctaveBands(fraction, low, high)).toThrow(RangeError),
  );
});
