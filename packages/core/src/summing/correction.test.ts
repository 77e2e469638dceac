import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { correctSum } from './correction.ts';
import { equalised, type EqualiserSection } from './equaliser.ts';
import { gridRange, judgeFlatness } from './flatness.ts';
import { SUM_GRID_HZ as GRID } from './output-response.ts';

const need = { lowHz: 80, highHz: 16_000 };
const flat = GRID.map(() => 0);
const bump = (db: number, centre: number, octaves: number) =>
  GRID.map((f) => db * Math.exp(-((Math.log2(f / centre) / octaves) ** 2)));
/** A level that these sections made: what undoes them is known. */
const madeBy = (...sections: [EqualiserSection['kind'], number, number, number][]) =>
  equalised(
    flat,
    GRID,
    sections.map(([kind, frequencyHz, gainDb, q]) => ({ kind, frequencyHz, gainDb, q })),
  );
const within = (levelDb: readonly number[]) => judgeFlatness(levelDb, need).withinDb;

describe('a correction', () => {
  it.each([
    ['a peak', madeBy(['peaking', 900, 6, 1.5]), 1],
    ['a narrow peak', madeBy(['peaking', 3000, 5, 3]), 1],
    ['a dip', madeBy(['peaking', 500, -5, 1]), 1],
    ['a bass shelf', madeBy(['low-shelf', 160, 6, 0.7]), 2],
    ['a treble shelf', madeBy(['high-shelf', 6000, -5, 0.7]), 2],
    ['two peaks', madeBy(['peaking', 200, 5, 2], ['peaking', 5000, -4, 1.5]), 2],
    ['three peaks', madeBy(['peaking', 150, 5, 2], ['peaking', 1200, -5, 2], ['peaking', 7000, 4, 2]), 3],
  ])('undoes %s with as many sections as made it', (_, level, sections) => {
    const done = correctSum(level, need, { sections });
    expect(done.sections.length).toBeLessThanOrEqual(sections);
    expect(within(done.levelDb)).toBeLessThan(0.6);
  });
  it('undoes a shelf by a shelf', () => {
    expect(correctSum(madeBy(['low-shelf', 160, 6, 0.7]), need).sections.map((s) => s.kind)).toContain(
      'low-shelf',
    );
    expect(correctSum(madeBy(['high-shelf', 6000, -6, 0.7]), need).sections.map((s) => s.kind)).toContain(
      'high-shelf',
    );
    for (const level of [bump(6, 1000, 0.8), bump(-5, 1000, 0.5)])
      expect(correctSum(level, need).sections.map((s) => s.kind)).not.toContain('low-shelf');
  });
  it('of five peaks at random leaves little, in sections that are worth a knob', () => {
    const peak = fc.record({
      at: fc.double({ min: Math.log2(120), max: Math.log2(10_000), noNaN: true }),
      db: fc.double({ min: -5, max: 7, noNaN: true }),
      q: fc.double({ min: 0.7, max: 3, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(peak, { minLength: 2, maxLength: 5 }), (peaks) => {
        const level = madeBy(
          ...peaks.map(
            ({ at, db, q }) =>
              ['peaking', 2 ** at, db, q] as [EqualiserSection['kind'], number, number, number],
          ),
        );
        const { sections, levelDb, boostDb } = correctSum(level, need, { sections: 8, boostLimitDb: 12 });
        expect(within(levelDb)).toBeLessThan(Math.max(1.2, 0.3 * within(level)));
        equalised(level, GRID, sections).forEach((l, i) => expect(levelDb[i]).toBeCloseTo(l, 9));
        expect(boostDb).toBeCloseTo(Math.max(0, ...levelDb.map((l, i) => l - level[i])), 9);
        expect(sections.map((s) => s.frequencyHz)).toEqual(
          sections.map((s) => s.frequencyHz).sort((a, b) => a - b),
        );
        for (const s of sections) {
          expect(Math.abs(s.gainDb)).toBeLessThanOrEqual(12 + 1e-6);
          expect(s.q).toBeGreaterThanOrEqual(0.4 - 1e-6);
          expect(s.q).toBeLessThanOrEqual(6 + 1e-6);
        }
      }),
      { numRuns: 40, seed: 3 },
    );
  });
  it('looks at the needed band alone', () => {
    const inside = madeBy(['peaking', 900, 6, 1.5]);
    const { from, to } = gridRange(need);
    const beside = inside.map((l, i) => (i < from || i > to ? -60 : l));
    expect(correctSum(beside, need).sections).toEqual(correctSum(inside, need).sections);
    expect(
      correctSum(
        inside.map((l) => l - 40),
        need,
      ).sections.map((s) => s.gainDb.toFixed(3)),
    ).toEqual(correctSum(inside, need).sections.map((s) => s.gainDb.toFixed(3)));
  });
  it('leaves alone what is flat enough, and a band too narrow for any', () => {
    const ripple = (db: number) => bump(db, 1000, 0.5);
    expect(correctSum(ripple(0.95), need).sections).toEqual([]);
    expect(correctSum(ripple(1.5), need).sections).not.toEqual([]);
    expect(correctSum(bump(6, 1000, 0.2), { lowHz: 900, highHz: 1150 }).sections).toEqual([]);
    expect(correctSum(ripple(6), need, { sections: 0 }).sections).toEqual([]);
  });
  it('fills no dip beyond its limit, and does not make it deeper', () => {
    const hole = bump(-14, 3000, 0.3);
    for (const boostLimitDb of [3, 6]) {
      const { levelDb, boostDb } = correctSum(hole, need, { boostLimitDb });
      expect(boostDb).toBeLessThan(boostLimitDb + 0.7);
      expect(Math.min(...levelDb)).toBeGreaterThan(-14.5);
    }
    // A boost costs nothing where all is cut.
    expect(correctSum(bump(6, 1000, 0.8), need).boostDb).toBeLessThan(0.6);
  });
});

describe('flatness', () => {
  const band = { lowHz: 200, highHz: 3200 };
  const { from, to } = gridRange(band);
  it('is told by span, middle and rms', () => {
    // A square wave of +-2 dB: the first half up, the second down.
    const half = (from + to) / 2;
    const { withinDb, centreDb, rmsDb, covers } = judgeFlatness(
      GRID.map((_, i) => (i < half ? 2 : -2)),
      band,
    );
    expect(withinDb).toBeCloseTo(2, 9);
    expect(centreDb).toBeCloseTo(0, 9);
    expect(rmsDb).toBeGreaterThan(1.9);
    expect(rmsDb).toBeLessThan(2);
    expect(covers).toBe(true);
    expect(
      judgeFlatness(
        GRID.map((_, i) => (i === to ? -3 : 0)),
        band,
      ).withinDb,
    ).toBeGreaterThan(0.5);
  });
  it('names each hole by itself, deeper than 8 dB, 6 dB at the very edge', () => {
    const holes = (depth: number, ...at: number[]) =>
      judgeFlatness(
        GRID.map((_, i) => (at.some((a) => Math.abs(i - a) <= 2) ? -depth : 0)),
        band,
      ).missing;
    const [one, two] = [from + 10, from + 30];
    const told = holes(20, one, two);
    expect(told).toHaveLength(2);
    expect(told[0]).toMatchObject({ fromHz: GRID[one - 2], toHz: GRID[one + 1] });
    expect(holes(7.9, one)).toEqual([]);
    expect(holes(8.1, one)).toHaveLength(1);
    expect(holes(6.1, from)[0].fromHz).toBe(GRID[from]);
    expect(holes(5.9, from)).toEqual([]);
    expect(holes(7.9, to)).toHaveLength(1);
    expect(
      judgeFlatness(
        GRID.map((_, i) => (i === from + 10 ? -40 : 0)),
        band,
      ).covers,
    ).toBe(true);
  });
  it('a needed band outside of the grid is its nearest point', () => {
    expect(gridRange({ lowHz: 30_000, highHz: 40_000 })).toEqual({
      from: GRID.length - 1,
      to: GRID.length - 1,
    });
    expect(gridRange({ lowHz: 5, highHz: 10 }).to).toBe(0);
  });
});
