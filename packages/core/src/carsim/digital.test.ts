import { describe, expect, it } from 'vitest';
import { digitalFilterAt, digitalPeakAt, digitalShelfAt } from './digital.ts';
import { type SimulatedShelf, transferAt } from './transfer.ts';

const db = ({ re, im }: { re: number; im: number }) => 20 * Math.log10(Math.hypot(re, im));
const chain = { gainDb: 0, filters: [], peaks: [], delay: 0, inverted: false };

describe('digital sections', () => {
  const filter = { side: 'low-pass', family: 'linkwitz-riley', order: 4, cornerHz: 2500 } as const;

  it('have their corner where the analogue ones have it, and nothing at half the clock', () => {
    expect(db(digitalFilterAt(filter, 2500, 48_000))).toBeCloseTo(-6.02, 2);
    expect(db(digitalFilterAt({ ...filter, side: 'high-pass' }, 2500, 44_100))).toBeCloseTo(-6.02, 2);
    expect(db(digitalFilterAt(filter, 20, 48_000))).toBeCloseTo(0, 6);
    expect(db(digitalFilterAt(filter, 23_990, 48_000))).toBeLessThan(-150);
  });

  it('fall faster than analogue ones towards half the clock, and as they do far below it', () => {
    const analogue = (hz: number, cornerHz: number) =>
      db(transferAt({ ...chain, filters: [{ ...filter, cornerHz }] }, hz));
    expect(db(digitalFilterAt(filter, 15_000, 48_000))).toBeLessThan(analogue(15_000, 2500) - 8);
    expect(db(digitalFilterAt({ ...filter, cornerHz: 80 }, 200, 48_000))).toBeCloseTo(analogue(200, 80), 2);
  });

  it.each([
    ['low', 0.8],
    ['high', 1],
    ['low', 'first-order'],
    ['high', 'first-order'],
  ] as const)(
    'shelves (%s, %s) reach their gain at one end, half of it at the corner, nothing at the other',
    (side, slope) => {
      const shelf: SimulatedShelf = { side, frequencyHz: 1000, gainDb: 12, slope };
      const ends = side === 'low' ? [5, 1000, 23_900] : [23_900, 1000, 5];
      const digital = ends.map((hz) => db(digitalShelfAt(shelf, hz, 48_000)));
      const analogue = ends.map((hz) => db(transferAt({ ...chain, shelves: [shelf] }, hz)));
      for (const [i, wanted] of [12, 6, 0].entries()) {
        expect(digital[i]).toBeCloseTo(wanted, 1);
        expect(Math.abs(analogue[i] - wanted)).toBeLessThan(0.15);
      }
    },
  );

  it('peak where they are told to', () => {
    const peak = { frequencyHz: 9000, gainDb: -7, q: 2 };
    expect(db(digitalPeakAt(peak, 9000, 44_100))).toBeCloseTo(-7, 6);
    expect(db(digitalPeakAt(peak, 90, 44_100))).toBeCloseTo(0, 2);
  });
});
