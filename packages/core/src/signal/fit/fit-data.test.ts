import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fitData, FitGrid, thinned } from './fit-data.ts';
import { humLines } from './hum.ts';

const grid = (perOctave: number, level: (hz: number) => number = () => 0) => {
  const n = Math.floor(Math.log2(1000) * perOctave) + 1;
  const frequencyHz = Array.from({ length: n }, (_, i) => 20 * 2 ** (i / perOctave));
  return { frequencyHz, levelDb: frequencyHz.map(level) };
};
const linear = (stepHz: number, level: (hz: number) => number) => {
  const frequencyHz = Array.from({ length: Math.floor(20_000 / stepHz) - 3 }, (_, i) => (i + 4) * stepHz);
  return { frequencyHz, levelDb: frequencyHz.map(level) };
};

describe('what the fit works on', () => {
  it('is the points themselves where they are far apart: what lies between was not measured', () => {
    const third = grid(3, (hz) => -10 * Math.log10(1 + (hz / 500) ** 8));
    const data = fitData(third, null);
    expect([...data.hz]).toEqual(third.frequencyHz.slice(0, data.hz.length));
    expect([...data.levelDb]).toEqual(third.levelDb.slice(0, data.hz.length));
    expect(data.spacing).toBeCloseTo(1 / 3, 6);
    expect(data.effective).toBe(data.hz.length);
  });
  it('is the mean power of bands where they are close, and both in one linear spectrum', () => {
    const data = fitData(
      linear(5, (hz) => (hz < 1000 ? 0 : Math.round(hz / 5) % 2 ? 10 * Math.log10(2) : -200)),
      null,
    );
    const below = [...data.hz].findIndex((hz) => hz > 60);
    // Few points to a band: each at its own frequency, whole multiples of the step.
    for (const hz of [...data.hz].slice(0, below)) expect(hz / 5).toBeCloseTo(Math.round(hz / 5), 9);
    // Many: half of them have twice the power, so the mean is that of a flat curve.
    data.hz.forEach((hz, i) => {
      if (hz > 3000) expect(Math.abs(data.levelDb[i])).toBeLessThan(0.2);
    });
    expect(data.hz.length).toBeLessThan(125);
    expect(data.effective).toBe(data.hz.length / 2);
  });
  it('keeps a level that all points have, on any grid', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 48 }), fc.double({ min: -80, max: 20, noNaN: true }), (n, db) => {
        for (const level of fitData(
          grid(n, () => db),
          null,
        ).levelDb)
          expect(level).toBeCloseTo(db, 6);
      }),
    );
  });
  it('counts a point less where its neighbours scatter, and slopes do not count as scatter', () => {
    const data = fitData(
      grid(12, (hz) => (hz < 100 ? (Math.round(12 * Math.log2(hz / 20)) % 2) * 3 : -Math.log2(hz) * 24)),
      null,
    );
    const at = (hz: number) => data.weight[[...data.hz].findIndex((f) => f >= hz)];
    expect(at(40)).toBeLessThan(0.25);
    expect(at(2000)).toBeGreaterThan(0.95);
  });
  it('may be thinned evenly, never below what is asked for', () => {
    const data = fitData(grid(12), null);
    const few = thinned(data, 40);
    expect(few.hz.length).toBeGreaterThanOrEqual(40);
    expect(few.effective).toBeCloseTo(data.effective / 3, 9);
    expect([...few.hz]).toEqual([...data.hz].filter((_, i) => i % 3 === 0));
    expect(thinned(few, 40).hz.length).toBe(few.hz.length);
  });
  it('as bands a point is the mean power of its width: three places integrate a steep slope', () => {
    const data = { hz: Float64Array.of(1000), spacing: 1 / 3 };
    const { hz, shares } = new FitGrid(data, true, 0);
    // Power falling 48 dB per octave: its mean over a third of an octave in closed form.
    const power = (f: number) => (1000 / f) ** (4.8 / Math.log10(2));
    const slope = 4.8 * Math.LN10;
    const wanted = (Math.exp(slope / 6) - Math.exp(-slope / 6)) / (slope / 3);
    const mean = shares.reduce((sum, share, i) => sum + share * power(hz[i]), 0);
    expect(10 * Math.log10(mean / wanted)).toBeCloseTo(0, 1);
    expect([...new FitGrid(data, false, 3).hz]).toEqual([1000]);
  });
});

describe('mains hum', () => {
  const humming = (mains: number, perOctave: number) =>
    grid(perOctave, (hz) => {
      const line = [1, 2, 3, 5].some((n) => Math.abs(Math.log2(hz / (mains * n))) < 0.5 / perOctave);
      return line ? -10 : -40 + 3 * Math.log2(hz / 100);
    });
  it.each([
    [50, 12],
    [60, 24],
    [50, 6],
  ])('of %d Hz is found on %d points to the octave', (mains, perOctave) => {
    const response = humming(mains, perOctave);
    const found = [...humLines(response)].map((i) => response.frequencyHz[i]);
    for (const n of [1, 2, 3, 5])
      expect(found.some((hz) => Math.abs(Math.log2(hz / (mains * n))) < 0.5 / perOctave)).toBe(true);
    for (const hz of found)
      expect(Math.min(...[1, 2, 3, 5].map((n) => Math.abs(Math.log2(hz / (mains * n)))))).toBeLessThan(
        0.5 / perOctave,
      );
    expect(
      Math.max(...fitData(response, null).levelDb.filter((_, i) => fitData(response, null).hz[i] < 500)),
    ).toBeLessThan(-30);
  });
  it('is no single line, no peak of an equaliser and no steep edge', () => {
    expect(humLines(grid(12, (hz) => (Math.abs(hz - 101) < 3 ? 0 : -30))).size).toBe(0);
    expect(humLines(grid(12, (hz) => 12 / (1 + (3 * Math.log2(hz / 100)) ** 2))).size).toBe(0);
    expect(humLines(grid(12, (hz) => -10 * Math.log10(1 + (hz / 55) ** 16))).size).toBe(0);
  });
});
