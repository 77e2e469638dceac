import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { biquadOf, type EqualiserSection, sectionDb } from './equaliser.ts';
import { joinPhases } from './measured-phase.ts';
import { levelOf, sumResponses } from './network.ts';
import { SUM_GRID_HZ } from './output-response.ts';

const section = fc.record({
  kind: fc.constantFrom('peaking' as const, 'low-shelf' as const, 'high-shelf' as const),
  frequencyHz: fc.double({ min: 40, max: 8000, noNaN: true }),
  gainDb: fc.double({ min: -12, max: 12, noNaN: true }),
  q: fc.double({ min: 0.5, max: 5, noNaN: true }),
});

/** Level of a biquad at a frequency, from its coefficients on the unit circle. */
function digitalDb(s: EqualiserSection, rate: number, hz: number): number {
  const { b, a } = biquadOf(s, rate);
  const w = (2 * Math.PI * hz) / rate;
  const at = (c: readonly number[]) =>
    Math.hypot(
      c.reduce((sum, v, k) => sum + v * Math.cos(k * w), 0),
      c.reduce((sum, v, k) => sum - v * Math.sin(k * w), 0),
    );
  return 20 * Math.log10(at(b) / at([1, ...a]));
}

describe('equaliser sections', () => {
  it('have the gain of their name where it is said to be', () => {
    const at = (kind: EqualiserSection['kind'], hz: number) =>
      sectionDb({ kind, frequencyHz: 1000, gainDb: 6, q: 0.7 }, hz);
    expect(at('peaking', 1000)).toBeCloseTo(6, 9);
    expect([at('peaking', 1), at('peaking', 1e6)].map((v) => Math.round(v * 1e3))).toEqual([0, 0]);
    expect(at('low-shelf', 1)).toBeCloseTo(6, 3);
    expect(at('low-shelf', 1e6)).toBeCloseTo(0, 3);
    expect(at('high-shelf', 1e6)).toBeCloseTo(6, 3);
    expect(at('low-shelf', 1000)).toBeCloseTo(3, 6);
  });
  it('cut exactly what they boost, and are the same as biquads far below half the sample rate', () => {
    fc.assert(
      fc.property(section, fc.double({ min: 20, max: 12_000, noNaN: true }), (s, hz) => {
        expect(sectionDb(s, hz) + sectionDb({ ...s, gainDb: -s.gainDb }, hz)).toBeCloseTo(0, 6);
        // The bilinear transform squeezes frequencies; at a rate this high it does not show.
        expect(Math.abs(digitalDb(s, 3_072_000, hz) - sectionDb(s, hz))).toBeLessThan(0.01);
        expect(digitalDb(s, 48_000, s.frequencyHz)).toBeCloseTo(sectionDb(s, s.frequencyHz), 6);
      }),
      { numRuns: 60 },
    );
  });
  it('refuse a frequency that the sample rate cannot carry', () => {
    expect(() => biquadOf({ kind: 'peaking', frequencyHz: 24_000, gainDb: 3, q: 1 }, 48_000)).toThrow(
      RangeError,
    );
  });
});

describe('phases joined by measured ratios', () => {
  const flat = () => ({
    re: new Float64Array(SUM_GRID_HZ.length).fill(1),
    im: new Float64Array(SUM_GRID_HZ.length),
  });
  const ratio = (firstId: string, secondId: string, delay: number, reversed: boolean) => {
    const band = SUM_GRID_HZ.filter((f) => f > 200 && f < 2000);
    return {
      firstId,
      secondId,
      frequencyHz: band,
      phaseDeg: band.map((f) => -360 * f * delay + (reversed ? 180 : 0)),
      delay,
      polarity: reversed ? ('reversed' as const) : ('same' as const),
    };
  };
  const outputs = ['a', 'b', 'c', 'd'].map((id) => ({ id, response: flat() }));

  it('go along the recordings either way, inside the overlap and beyond it', () => {
    const joined = joinPhases(outputs, [ratio('a', 'b', 3e-4, true), ratio('c', 'b', -2e-4, false)]);
    expect(['a', 'b', 'c', 'd'].map((id) => joined.get(id)!.group)).toEqual(['a', 'a', 'a', null]);
    expect(joined.get('c')!.delay).toBeCloseTo(5e-4, 12);
    SUM_GRID_HZ.forEach((f, i) => {
      const { re, im } = joined.get('c')!.response;
      // b is reversed and 0.3 ms late; c is 0.2 ms later than b.
      const turn = -2 * Math.PI * f * 5e-4 + Math.PI;
      expect(re[i]).toBeCloseTo(Math.cos(turn), 6);
      expect(im[i]).toBeCloseTo(Math.sin(turn), 6);
    });
  });
  it('keep every level as it was', () => {
    const joined = joinPhases(outputs, [ratio('a', 'b', 1e-3, true)]);
    for (const { response } of joined.values())
      for (const level of levelOf(sumResponses([{ response, inverted: false, gainDb: 0 }])))
        expect(level).toBeCloseTo(0, 9);
  });
});
