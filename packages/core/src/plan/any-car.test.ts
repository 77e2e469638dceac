import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyInput } from '../../test/any-plan-input.ts';
import { proposalSchema } from '../model/plan.ts';
import { comparePlans, proposePlans } from './compare/propose.ts';

describe('whatever the car and the wish', () => {
  it('proposals keep to the rules of the trade and to their schema', () => {
    fc.assert(
      fc.property(anyInput, (input) => {
        const sides = new Map(input.pairs.map((p) => [p.id, p.side]));
        const measured = new Set(input.pairs.filter((p) => p.capture).map((p) => p.id));
        const { proposals, refused, order } = comparePlans(input);
        // Something is always there to look at: plans, or why each way is none.
        expect(proposals.length + refused.length).toBeGreaterThan(7);
        expect(order.length).toBeGreaterThan(20);
        const broken = proposals.map((p) => p.remarks.some((r) => r.severity === 'error'));
        expect(broken).toEqual([...broken].sort());
        for (const proposal of proposals) {
          expect(proposalSchema.safeParse(proposal).error).toBeUndefined();
          for (const feed of proposal.feeds) {
            const ids = feed.taps.map((t) => t.pairId);
            expect(new Set(ids).size).toBe(ids.length);
            for (const tap of feed.taps) expect(tap.captureId !== null).toBe(measured.has(tap.pairId));
            if (feed.side !== 'mono') expect(ids.every((id) => sides.get(id) === feed.side)).toBe(true);
            expect(feed.taps[0].inverted).toBe(false);
            expect(Math.max(...feed.taps.map((t) => t.gainDb))).toBeCloseTo(0, 9);
            expect(feed.levelDb.every(Number.isFinite)).toBe(true);
            if (ids.length === 1) expect(feed.span).toBeNull();
            expect(feed.covers).toBe(feed.missing.length === 0);
            expect(feed.loads).toHaveLength(feed.taps.length);
            // What was not measured is said to be assumed.
            if (ids.some((id) => !measured.has(id))) {
              expect(feed.phase).toBe('assumed');
              expect(proposal.remarks.some((r) => r.rule === 'band-assumed')).toBe(true);
            }
          }
          // What does not fill its band is never called covered, and always says so.
          const gap =
            proposal.feeds.some((f) => !f.covers) || proposal.remarks.some((r) => r.rule === 'source-found');
          expect(proposal.covers).toBe(!gap);
          if (gap) expect(proposal.remarks.some((r) => r.severity === 'error')).toBe(true);
          expect(proposal.reasons[0].text.length).toBeGreaterThan(20);
        }
      }),
      { numRuns: 30 },
    );
  });

  it('another measured output never takes away that a band is filled', () => {
    fc.assert(
      fc.property(anyInput, (input) => {
        const fewer = { ...input, pairs: input.pairs.slice(0, -1) };
        const [best] = proposePlans(input);
        const [before] = proposePlans(fewer);
        if (before?.covers && input.pairs.every((p) => p.capture)) expect(best.covers).toBe(true);
      }),
      { numRuns: 15 },
    );
  });
});
