import { describe, expect, it } from 'vitest';
import { hardCurve } from '../../carsim/hard/hard-curve.ts';
import type { SimulatedFilter } from '../../carsim/transfer.ts';
import { fitData } from './fit-data.ts';
import { fitFilters } from './fit-filter.ts';
import { edgeError, edgeOf, EXPERIENCE, rivalsOf, type Rival } from './rivals.ts';
import { searchModels } from './search.ts';

const curve = (
  filters: SimulatedFilter[],
  underDb: number,
  grid: 'third' | 'twelfth' = 'twelfth',
  seed = 3,
) =>
  hardCurve(
    {
      chain: { gainDb: -5, filters, peaks: [], delay: 0, inverted: false },
      noise: { kind: 'pink', underDb },
      bandClass: 'unclear',
      equalised: false,
    },
    grid,
    seed,
  );
const low = (order: number, cornerHz = 800): SimulatedFilter => ({
  side: 'low-pass',
  family: 'butterworth',
  order,
  cornerHz,
});
const together = (rivals: readonly Rival[]) => rivals.reduce((sum, r) => sum + r.probability, 0);

describe('models that explain the same data', () => {
  it('share one probability, and a steep filter leaves no doubt', () => {
    const { rivals } = fitFilters(curve([low(4)], 45))!;
    expect(together(rivals)).toBeCloseTo(1, 9);
    const without = rivals.filter((r) => r.lowPass === null);
    expect(together(without)).toBeLessThan(0.01);
  });
  it('a first-order filter in flat noise and a shelf of that depth are one curve: neither is sure', () => {
    const { rivals } = fitFilters(curve([low(1)], 12))!;
    const filtered = together(rivals.filter((r) => r.lowPass !== null));
    expect(filtered).toBeGreaterThan(0.03);
    expect(filtered).toBeLessThan(0.97);
  });
  it('are counted once, however often the search came by', () => {
    const data = fitData(curve([low(2)], 30), null);
    const found = searchModels(data, 5, 0);
    const twice = rivalsOf([...found, ...found], data);
    const once = rivalsOf(found, data);
    expect(twice.map((r) => r.probability)).toEqual(once.map((r) => r.probability));
    expect(found[0].bic).toBeLessThanOrEqual(Math.min(...found.map((c) => c.bic)) + 1e-6);
  });
  it('an edge is as unsure as each of them and as they differ, by experience a little less', () => {
    const rival = (sixDbHz: number | null, probability: number): Rival => ({
      probability,
      highPass: null,
      lowPass: sixDbHz === null ? null : { sixDbHz, errorOctaves: 0.02 },
    });
    expect(edgeError([rival(1000, 1)], 'lowPass', 1000)).toBeCloseTo(EXPERIENCE * 0.02, 9);
    // Half of it a twelfth of an octave away: that much more than its own error.
    const apart = edgeError([rival(1000, 0.5), rival(1000 * 2 ** (1 / 12), 0.5)], 'lowPass', 1000);
    expect(apart).toBeCloseTo(EXPERIENCE * Math.hypot(0.02, 1 / 12 / Math.SQRT2), 9);
    // One without that edge says nothing of where it is.
    expect(edgeError([rival(1000, 0.6), rival(null, 0.4)], 'lowPass', 1000)).toBeCloseTo(
      EXPERIENCE * 0.02,
      9,
    );
    expect(edgeError([rival(null, 1)], 'lowPass', 1000)).toBe(1);
  });
  it('an edge lies where those say that know it best', () => {
    const rival = (sixDbHz: number, probability: number, errorOctaves: number): Rival => ({
      probability,
      highPass: null,
      lowPass: { sixDbHz, errorOctaves },
    });
    expect(edgeOf([rival(1000, 0.5, 0.02), rival(2000, 0.5, 0.02)], 'lowPass')).toBeCloseTo(
      1000 * Math.SQRT2,
      6,
    );
    // An octave away, as probable, but unsure by half an octave: it moves the edge by a fortieth of one.
    const moved = Math.log2(edgeOf([rival(1000, 0.5, 0.02), rival(2000, 0.5, 0.5)], 'lowPass')! / 1000);
    const [sure, unsure] = [1 / (0.02 ** 2 + 0.08 ** 2), 1 / (0.5 ** 2 + 0.08 ** 2)];
    expect(moved).toBeCloseTo(unsure / (sure + unsure), 6);
    expect(edgeOf([rival(1000, 1, 0.02)], 'highPass')).toBeNull();
  });
  it('coarse grids and noise make errors larger', () => {
    const error = (...given: Parameters<typeof curve>) =>
      fitFilters(curve(...given))!.model.lowPass!.errorOctaves;
    expect(error([low(4)], 45, 'third')).toBeGreaterThan(error([low(4)], 45, 'twelfth'));
    expect(error([low(2)], 14)).toBeGreaterThan(error([low(2)], 45));
  });
});
