import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ROLES } from '../model/sheet.ts';
import { PAIR_KINDS } from '../readings/likelihood.ts';
import { KNEES, WEIGHTS } from './calibration-weights.ts';
import { asStated, channelLine, pairLine, polarityLine, roleLine, stated } from './calibration.ts';
import { noMeter } from './needed.ts';

const share = fc.double({ min: 0, max: 1, noNaN: true });
const needed = fc.constantFrom(null, noMeter('trace it'));
const count = fc.nat(60);
const of = fc.record({
  kind: fc.constantFrom(...PAIR_KINDS),
  needed,
  readings: count,
  across: fc.nat(20),
  named: fc.boolean(),
});
const lines = fc.oneof(
  fc.tuple(fc.constantFrom(...ROLES), needed, count).map((args) => roleLine(...args)),
  of.map(pairLine),
  of.map(channelLine),
  fc.tuple(of, fc.boolean()).map(([o, odd]) => polarityLine({ ...o, times: o.across, odd })),
);

describe('stated probabilities', () => {
  it.each(Object.keys(KNEES) as (keyof typeof KNEES)[])('of a %s have a number for each knee', (of) => {
    const flat = (w: object): unknown[] =>
      Object.values(w).flatMap((v) => (Array.isArray(v) ? [v.length] : flat(v)));
    expect(new Set(flat(WEIGHTS[of]))).toEqual(new Set([2 + KNEES[of].length]));
    expect([...KNEES[of]].sort((a, b) => a - b)).toEqual([...KNEES[of]]);
  });

  it('rise with what the arithmetic makes of them, whatever was read', () => {
    fc.assert(
      fc.property(lines, share, share, (line, a, b) => {
        const [low, high] = a < b ? [a, b] : [b, a];
        expect(stated(low, line)).toBeLessThanOrEqual(stated(high, line));
      }),
      { numRuns: 2000 },
    );
  });

  it('are high where all deciding readings are there, lower where the likeliest only fits', () => {
    const role = (needs: boolean, readings: number) =>
      stated(0.97, roleLine('output', needs ? noMeter('its partner') : null, readings));
    expect(role(false, 6)).toBeGreaterThan(0.97);
    expect(role(true, 3)).toBeLessThan(0.92);
    // Read and read again, and still not clear: less is to be trusted, not more.
    expect(role(true, 12)).toBeLessThan(role(true, 3));
    const pair = { kind: 'output', needed: null, readings: 12, named: false } as const;
    const fits = { ...pair, needed: noMeter('a tone across them') };
    expect(stated(0.99, pairLine({ ...pair, across: 2 }))).toBeGreaterThan(0.97);
    expect(stated(0.99, pairLine({ ...fits, across: 2 }))).toBeLessThan(0.9);
    expect(stated(0.99, pairLine({ ...fits, across: 0 }))).toBeLessThan(0.9);
  });

  it('keep the order of the answers, and add up to 1 at most', () => {
    fc.assert(
      fc.property(
        lines,
        fc.array(fc.double({ min: 0.001, max: 1, noNaN: true }), { minLength: 1, maxLength: 10 }),
        (line, weights) => {
          const sum = weights.reduce((s, w) => s + w, 0);
          const ranked = weights
            .map((w) => ({ probability: w / sum }))
            .sort((a, b) => b.probability - a.probability);
          const said = asStated(ranked, line).map((a) => a.probability);
          expect(said.reduce((s, p) => s + p, 0)).toBeLessThan(1 + 1e-9);
          expect(said[0]).toBeCloseTo(stated(ranked[0].probability, line), 12);
          said.forEach((p, n) => n > 0 && expect(p).toBeLessThanOrEqual(said[n - 1] + 1e-12));
        },
      ),
    );
  });
});
