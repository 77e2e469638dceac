import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { asStated, RELIABILITY, stated } from './calibration.ts';

const kinds = Object.values(RELIABILITY).flatMap((c) => ('proved' in c ? [c.proved, c.open] : [c]));
const share = fc.double({ min: 0, max: 1, noNaN: true });

describe('stated probabilities', () => {
  it('rise with what the arithmetic makes of them, from 0 to 1', () => {
    fc.assert(
      fc.property(fc.constantFrom(...kinds), share, share, (of, a, b) => {
        const [low, high] = a < b ? [a, b] : [b, a];
        expect(stated(low, of)).toBeLessThanOrEqual(stated(high, of));
      }),
    );
    for (const of of kinds) expect(stated(0, of)).toBe(0);
    // What only fits is never certain.
    for (const { proved, open } of [RELIABILITY.role, RELIABILITY.pair])
      expect([stated(1, proved), stated(1, open)]).toEqual([1, expect.closeTo(0.965, 1)]);
  });

  it('keep the order of the answers, and add up to 1 at most', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...kinds),
        fc.array(fc.double({ min: 0.001, max: 1, noNaN: true }), { minLength: 1, maxLength: 10 }),
        (of, weights) => {
          const sum = weights.reduce((s, w) => s + w, 0);
          const ranked = weights
            .map((w) => ({ probability: w / sum }))
            .sort((a, b) => b.probability - a.probability);
          const said = asStated(ranked, of).map((a) => a.probability);
          expect(said.reduce((s, p) => s + p, 0)).toBeLessThan(1 + 1e-9);
          expect(said[0]).toBeCloseTo(stated(ranked[0].probability, of), 12);
          said.forEach((p, n) => n > 0 && expect(p).toBeLessThanOrEqual(said[n - 1] + 1e-12));
        },
      ),
    );
  });
});
