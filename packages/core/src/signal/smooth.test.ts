import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fractionalOctaveBands } from './bands.ts';
import { assertResponse, type Response } from './response.ts';
import { smoothToBands, unwrapDegrees } from './smooth.ts';

const logGrid = (n: number, low = 20, high = 20_000) =>
  Array.from({ length: n }, (_, i) => low * (high / low) ** (i / (n - 1)));

describe('smoothToBands', () => {
  it('leaves a flat level flat, however the points lie', () => {
    const spacing = fc.uniqueArray(fc.double({ min: 15, max: 24_000, noNaN: true }), {
      minLength: 4,
      maxLength: 60,
    });
    fc.assert(
      fc.property(spacing, fc.double({ min: -90, max: 20, noNaN: true }), (points, level) => {
        const frequencyHz = [...points].sort((a, b) => a - b);
        for (const l of smoothToBands({ frequencyHz, levelDb: frequencyHz.map(() => level) }, 6).levelDb)
          expect(l).toBeCloseTo(level, 6);
      }),
    );
  });

  it('agrees with a brute-force average of power over log frequency', () => {
    const level = (hz: number) => 6 * Math.sin(5 * Math.log(hz)) - 3;
    const frequencyHz = logGrid(4000);
    const smooth = smoothToBands({ frequencyHz, levelDb: frequencyHz.map(level) }, 3, 100, 5000);
    fractionalOctaveBands(3, 100, 5000).forEach((band, i) => {
      let sum = 0;
      const steps = 5000;
      for (let k = 0; k < steps; k++)
        sum += 10 ** (level(band.lowHz * (band.highHz / band.lowHz) ** ((k + 0.5) / steps)) / 10);
      expect(smooth.levelDb[i]).toBeCloseTo(10 * Math.log10(sum / steps), 2);
    });
  });

  it('averages power, not decibels: one point in ten 20 dB up lifts the band by 10.4 dB', () => {
    const frequencyHz = logGrid(40_001, 100, 1000);
    const levelDb = frequencyHz.map((_, i) => (i % 10 === 0 ? 20 : 0));
    expect(smoothToBands({ frequencyHz, levelDb }, 3, 300, 320).levelDb[0]).toBeCloseTo(
      10 * Math.log10(0.9 + 10),
      1,
    );
  });

  it('moves with the level: x dB more in, x dB more out', () => {
    const frequencyHz = logGrid(200);
    const levelDb = frequencyHz.map((f) => -Math.abs(Math.log2(f / 700)) * 6);
    const base = smoothToBands({ frequencyHz, levelDb }, 12).levelDb;
    const raised = smoothToBands({ frequencyHz, levelDb: levelDb.map((l) => l + 7.3) }, 12).levelDb;
    raised.forEach((l, i) => expect(l - base[i]).toBeCloseTo(7.3, 9));
  });

  it('follows a skirt down to where doubles end, beside a band at full level', () => {
    const frequencyHz = logGrid(300);
    const levelDb = frequencyHz.map((f) => -10 * Math.log10(1 + (f / 100) ** 16));
    const smooth = smoothToBands({ frequencyHz, levelDb }, 12);
    smooth.frequencyHz.forEach((f, i) =>
      expect(Math.abs(smooth.levelDb[i] + 10 * Math.log10(1 + (f / 100) ** 16))).toBeLessThan(0.6),
    );
  });

  it('leaves out bands that the data do not reach', () => {
    const frequencyHz = logGrid(100, 200, 2000);
    const smooth = smoothToBands({ frequencyHz, levelDb: frequencyHz.map(() => 0) }, 12);
    expect(smooth.frequencyHz[0]).toBeGreaterThan(190);
    expect(smooth.frequencyHz[smooth.frequencyHz.length - 1]).toBeLessThan(2100);
  });

  it('reads phase at mid-band across the wrap of a pure delay', () => {
    const frequencyHz = logGrid(2000);
    const delay = 0.001;
    const wrapped = frequencyHz.map((f) => ((((-360 * f * delay + 180) % 360) + 360) % 360) - 180);
    const smooth = smoothToBands(
      { frequencyHz, levelDb: frequencyHz.map(() => 0), phaseDeg: wrapped },
      12,
      50,
      5000,
    );
    smooth.frequencyHz.forEach((f, i) => {
      const error = (smooth.phaseDeg![i] + 360 * f * delay) / 360;
      expect(Math.abs(error - Math.round(error))).toBeLessThan(0.003);
    });
  });
});

describe('unwrapDegrees', () => {
  it('never leaves a jump of more than half a turn, and changes whole turns only', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -180, max: 180, noNaN: true }), { minLength: 1, maxLength: 50 }),
        (phase) => {
          const unwrapped = unwrapDegrees(phase);
          unwrapped.forEach((p, i) => {
            expect(Math.abs((p - phase[i]) / 360 - Math.round((p - phase[i]) / 360))).toBeLessThan(1e-9);
            if (i > 0) expect(Math.abs(p - unwrapped[i - 1])).toBeLessThanOrEqual(180 + 1e-9);
          });
        },
      ),
    );
  });
});

describe('assertResponse', () => {
  const bad: [string, Response][] = [
    ['one point', { frequencyHz: [100], levelDb: [0] }],
    ['a missing level', { frequencyHz: [100, 200], levelDb: [0] }],
    ['a repeated frequency', { frequencyHz: [100, 100], levelDb: [0, 0] }],
    ['a falling frequency', { frequencyHz: [200, 100], levelDb: [0, 0] }],
    ['0 Hz', { frequencyHz: [0, 100], levelDb: [0, 0] }],
    ['NaN far inside', { frequencyHz: [1, 2, 3], levelDb: [0, NaN, 0] }],
    ['infinite phase', { frequencyHz: [1, 2], levelDb: [0, 0], phaseDeg: [0, Infinity] }],
  ];
  it.each(bad)('refuses %s', (_, response) => expect(() => assertResponse(response)).toThrow(RangeError));
});
