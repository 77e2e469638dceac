import { describe, expect, it } from 'vitest';
import { madePair } from '../../../test/made-up-plan.ts';
import { SUM_GRID_HZ } from '../../summing/output-response.ts';
import { NO_FACTS } from './output-facts.ts';
import { bassChange, missingBass, restored, restoresEnough } from './withdrawn-bass.ts';

const lost = [
  { step: 10, db: [0, 0, 0, 0] },
  { step: 20, db: [-1, 0, 0, null] },
  { step: 30, db: [-12, -6, -2, null] },
];
const pair = (volumeStep: number | null = 10, part: object = {}) =>
  madePair({
    capture: { id: 'c', analysis: {} as never, phaseMeasured: false, volumeStep },
    facts: {
      bass: { ...NO_FACTS.bass, verdict: 'withdrawn', keptTo: 20, worstDb: -12, upTo: 30, lost, ...part },
    },
  });
const at = (change: number[] | null, hz: number) =>
  change![
    SUM_GRID_HZ.reduce((best, f, i) => (Math.abs(f - hz) < Math.abs(SUM_GRID_HZ[best] - hz) ? i : best), 0)
  ];
const BAND = { lowHz: 60, highHz: 16_000 };

describe('bass that goes as the volume rises', () => {
  it('changes against the step of the measurement, between octaves and steps interpolated, beyond them held', () => {
    const change = bassChange(pair(), 30);
    expect(at(change, 20)).toBeCloseTo(-12, 6);
    expect(at(change, 63)).toBeCloseTo(-6, 0);
    expect(at(change, 90)).toBeLessThan(-2);
    expect(at(change, 90)).toBeGreaterThan(-6);
    expect(at(change, 800)).toBe(0);
    expect(at(bassChange(pair(), 25), 20)).toBeCloseTo(-6.5, 6);
    expect(at(bassChange(pair(), 60), 20)).toBeCloseTo(-12, 6);
    // Measured at the top, turned down again: there is more of it than was measured.
    expect(at(bassChange(pair(30), 10), 20)).toBeCloseTo(12, 6);
    expect(at(bassChange(pair(30), 30), 20)).toBe(0);
  });
  it('is said of nothing that was not seen to go', () => {
    expect(bassChange(pair(10, { verdict: 'steady' }), 30)).toBeNull();
    expect(bassChange(pair(10, { lost: [] }), 30)).toBeNull();
  });
  it('is missing above the last step that keeps it, as far as the channel plays there', () => {
    expect(missingBass(pair(), 20, BAND)).toBe(0);
    expect(missingBass(pair(), 30, BAND)).toBeCloseTo(6.3, 0);
    expect(missingBass(pair(), 30, { lowHz: 25, highHz: 90 })).toBeCloseTo(12, 0);
    expect(missingBass(pair(), 30, { lowHz: 600, highHz: 9000 })).toBe(0);
    expect(missingBass(pair(10, { lost: [] }), 30, BAND)).toBe(12);
    expect(missingBass(pair(10, { keptTo: null }), 30, BAND)).toBe(0);
  });
  it('is given back up to what a box can, and never more than was there', () => {
    expect(restored([-12, -6, 0, 2], 8)).toEqual([-4, 0, 0, 2]);
    expect(restored([-12, 1], 0)).toEqual([-12, 1]);
    expect([restoresEnough(6, 7), restoresEnough(6, 8), restoresEnough(0, 1)]).toEqual([true, false, false]);
  });
});
