import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { chooseOutputs, type ChoiceInput } from './choose.ts';
import type { ComplexResponse } from './network.ts';
import { SUM_GRID_HZ } from './output-response.ts';
import { cancelled, powerOf } from './roughness.ts';

const BASS = { lowHz: 32, highHz: 90 };
const response = (at: (hz: number) => [re: number, im: number]): ComplexResponse => {
  const points = SUM_GRID_HZ.map(at);
  return { re: Float64Array.from(points, ([re]) => re), im: Float64Array.from(points, ([, im]) => im) };
};
const input = (id: string, own: ComplexResponse): ChoiceInput => ({
  ...{ id, response: own, passBandDb: 0, reluctanceDb: 0 },
});

describe('parts of a sum that take from each other', () => {
  it('lose what their difference lacks; apart or in phase they lose nothing', () => {
    expect(cancelled(4, 2)).toBe(0);
    expect(cancelled(2, 2)).toBe(0);
    expect(cancelled(0.2, 2)).toBeCloseTo(10 - 1.5);
    expect(cancelled(0, 2)).toBeCloseTo(24 - 1.5);
    expect(cancelled(0, 0)).toBe(0);
    expect(powerOf(response(() => [0.6, 0.8]))).toBeCloseTo(SUM_GRID_HZ.length);
  });

  it('two sides of one programme are never subtracted, however flat their difference is', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 60, noNaN: true }),
        fc.double({ min: -0.4, max: 0.4, noNaN: true }),
        fc.double({ min: 0.02, max: 0.2, noNaN: true }),
        (cornerHz, phase, flat) => {
          // A roll-off that both have, and beside it a little of one side that is perfectly flat.
          const both = (hz: number) => 1 / Math.sqrt(1 + (cornerHz / hz) ** 4);
          const left = response((hz) => [both(hz) + flat, 0]);
          const right = response((hz) => [both(hz) * Math.cos(phase), both(hz) * Math.sin(phase)]);
          const [best] = chooseOutputs([input('l', left), input('r', right)], BASS, {
            ...{ minInputs: 2, maxInputs: 2, trimRangeDb: 0, keep: 1 },
          });
          expect(best.taps.map((t) => t.inverted)).toEqual([false, false]);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('where one was measured reversed, turning it over is what adds', () => {
    const [best] = chooseOutputs(
      [
        input(
          'l',
          response(() => [1, 0]),
        ),
        input(
          'r',
          response(() => [-1, 0]),
        ),
      ],
      BASS,
      {
        ...{ minInputs: 2, maxInputs: 2, trimRangeDb: 0, keep: 1 },
      },
    );
    expect(best.taps.map((t) => t.inverted)).toEqual([false, true]);
  });
});
