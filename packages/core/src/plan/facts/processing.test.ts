import { describe, expect, it } from 'vitest';
import { madePair, madeSource } from '../../../test/made-up-plan.ts';
import { analyseResponse } from '../../signal/analyse.ts';
import { SUM_GRID_HZ } from '../../summing/output-response.ts';
import { processingOf, processingWords } from './processing.ts';
import type { Source } from './sources.ts';

/** A second-order high-pass at 12 Hz with one peak of the textbook bell on it. */
const bell = (hz: number, db: number, octaves: number) => (f: number) =>
  -10 * Math.log10(1 + (12 / f) ** 4) + db * Math.exp(-(((Math.log2(f / hz) * 2) / octaves) ** 2));
const fed = (level: (hz: number) => number, part: Partial<Source> = {}): Source => ({
  ...madeSource({ unitKind: 'radio' }),
  analysis: analyseResponse({ frequencyHz: [...SUM_GRID_HZ], levelDb: SUM_GRID_HZ.map(level) }),
  ...part,
});
const FRONT = { lowHz: 80, highHz: 16_000 };

describe('what was done to a feed beside filtering', () => {
  it('an equaliser of more than 3 dB in the band, boost or cut', () => {
    const at = (db: number) => processingOf(fed(bell(400, db, 1.5)), [], FRONT)?.equalised ?? null;
    expect(at(0)).toBeNull();
    expect(at(2)).toBeNull();
    for (const db of [6, -6]) {
      const found = at(db)!;
      expect(Math.sign(found.db)).toBe(Math.sign(db));
      expect(Math.abs(found.db)).toBeGreaterThan(3);
      expect(Math.abs(Math.log2(found.hz / 400))).toBeLessThan(0.5);
    }
  });
  it('outside of the band it is no matter of the channel', () => {
    const source = fed(bell(400, 6, 1));
    expect(processingOf(source, [], { lowHz: 2000, highHz: 16_000 })).toBeNull();
  });
  it('a slope is filtered, not equalised', () => {
    const steep = (hz: number) =>
      -10 * Math.log10(1 + (300 / hz) ** 8) - 10 * Math.log10(1 + (hz / 4000) ** 6);
    expect(processingOf(fed(steep), [], { lowHz: 60, highHz: 12_000 })).toBeNull();
  });
  it('a delay against those that it was recorded with', () => {
    const flat = bell(400, 0, 1);
    const first = fed(flat, { group: 'g', arrival: 0 });
    const late = (arrival: number, group: string | null = 'g') =>
      processingOf(fed(flat, { group, arrival }), [first], FRONT)?.delay ?? 0;
    expect(late(0.0003)).toBe(0);
    expect(late(0.0021)).toBeCloseTo(0.0021, 9);
    expect(late(0.0021, 'another')).toBe(0);
  });
  it('sides that were heard to be mixed, whatever the band', () => {
    const heard = (sides: 'separate' | 'mixed' | 'mono' | 'unclear') =>
      processingOf(fed(bell(400, 0, 1), { pair: madePair({ facts: { sides } }) }), [], FRONT)?.mixed ?? false;
    expect((['separate', 'unclear', 'mixed', 'mono'] as const).map(heard)).toEqual([
      false,
      false,
      true,
      true,
    ]);
  });
  it('of nothing measured nothing is known', () => {
    expect(processingOf(fed(bell(400, 9, 1), { captureId: null }), [], FRONT)).toBeNull();
  });
  it('is said as an installer says it', () => {
    expect(processingWords({ equalised: { hz: 70, db: 5.2 }, delay: 0, mixed: false })).toBe(
      'is equalised by +5 dB at 70 Hz',
    );
    expect(processingWords({ equalised: { hz: 400, db: -4.4 }, delay: 0.0012, mixed: true })).toBe(
      'is equalised by −4 dB at 400 Hz, delayed by 1.2 ms and mixed with the other side',
    );
  });
});
