import { describe, expect, it } from 'vitest';
import { findEdges } from './edges.ts';
import { findNoiseFloor } from './noise-floor.ts';
import { median, passBandLevel } from './pass-band.ts';
import type { Response } from './response.ts';
import { fractionalOctaveBands } from './bands.ts';

const grid = fractionalOctaveBands(12).map((b) => b.midHz);
const curve = (level: (hz: number) => number): Response => ({ frequencyHz: grid, levelDb: grid.map(level) });
const lowPass = (fc: number, order: number) => (hz: number) => -10 * Math.log10(1 + (hz / fc) ** (2 * order));
const highPass = (fc: number, order: number) => (hz: number) =>
  -10 * Math.log10(1 + (fc / hz) ** (2 * order));
/** Closed form: where a Butterworth low-pass is d dB down. */
const downAt = (fc: number, order: number, d: number) => fc * (10 ** (d / 10) - 1) ** (0.5 / order);

describe('findEdges', () => {
  it.each([1, 2, 3, 4])(
    'finds the closed-form -3, -6 and -10 dB points of a Butterworth of order %d',
    (order) => {
      const { high } = findEdges(curve(lowPass(800, order)), 0, null);
      for (const edge of high) {
        expect(edge.relation).toBe('at');
        expect(edge.frequencyHz / downAt(800, order, edge.dropDb)).toBeCloseTo(1, 2);
      }
    },
  );

  it('finds both sides of a band and mirrors them rightly', () => {
    const { low, high } = findEdges(
      curve((f) => highPass(200, 4)(f) + lowPass(3000, 4)(f)),
      0,
      null,
    );
    expect(low[0].frequencyHz).toBeCloseTo(200, -1);
    expect(high[0].frequencyHz / 3000).toBeCloseTo(1, 2);
    expect(low.map((e) => e.frequencyHz)).toEqual([...low.map((e) => e.frequencyHz)].sort((a, b) => b - a));
  });

  it('takes the outermost crossing: a dip inside the band is no edge', () => {
    const dip = (f: number) => -8 * Math.exp(-((Math.log2(f / 500) / 0.4) ** 2));
    const { low, high } = findEdges(
      curve((f) => dip(f) + lowPass(6000, 4)(f)),
      0,
      null,
    );
    expect(high[0].frequencyHz / 6000).toBeCloseTo(1, 1);
    expect(low[0].relation).toBe('below');
  });

  it('is not fooled by a hum line far outside the band', () => {
    const hum = (f: number) => (Math.abs(Math.log2(f / 50)) < 0.05 ? 0 : -60);
    const { low } = findEdges(
      curve((f) => Math.max(hum(f), highPass(3000, 4)(f))),
      0,
      null,
    );
    expect(low[0].frequencyHz / 3000).toBeCloseTo(1, 1);
  });

  it('says below or above where the data end at full level', () => {
    const { low, high } = findEdges(
      curve(() => 0),
      0,
      null,
    );
    expect(low.every((e) => e.relation === 'below' && Math.abs(e.frequencyHz - grid[0]) < 0.01)).toBe(true);
    expect(high.every((e) => e.relation === 'above')).toBe(true);
  });

  it('does not believe a crossing within 6 dB of the noise floor', () => {
    const noisy = curve((f) => Math.max(lowPass(300, 2)(f), -8));
    const { high } = findEdges(noisy, 0, -8);
    expect(high.map((e) => e.relation)).toEqual(['above', 'above', 'above']);
  });
});

describe('passBandLevel', () => {
  it('is right on a narrow low-pass, where a percentile of everything fails', () => {
    expect(passBandLevel(curve((f) => 5 + lowPass(60, 4)(f)))).toBeCloseTo(5, 0);
  });
  it('ignores a narrow resonance', () => {
    expect(passBandLevel(curve((f) => (Math.abs(Math.log2(f / 1000)) < 0.1 ? 12 : 0)))).toBe(0);
  });
  it('takes the median of short data', () => {
    expect(passBandLevel({ frequencyHz: [100, 110, 120], levelDb: [1, 9, 2] })).toBe(2);
    expect(median([4, 1, 3, 2])).toBe(2.5);
    expect(median([])).toBeNaN();
  });
});

describe('findNoiseFloor', () => {
  it('finds the plateau under a skirt', () => {
    expect(
      findNoiseFloor(
        curve((f) => 10 * Math.log10(10 ** (lowPass(200, 4)(f) / 10) + 1e-4)),
        0,
      ),
    ).toBeCloseTo(-40, 0);
  });
  it('takes neither a first-order skirt nor the pass band for one', () => {
    expect(findNoiseFloor(curve(lowPass(100, 1)), 0)).toBeNull();
    expect(
      findNoiseFloor(
        curve(() => 0),
        0,
      ),
    ).toBeNull();
  });
});
