import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { measureChain } from '../carsim/analyser.ts';
import { proposalSchema } from '../model/plan.ts';
import { type Target, USUAL_SPEAKER } from '../model/target.ts';
import { analyseResponse, type ResponseAnalysis } from '../signal/analyse.ts';
import { demoLibrary } from '../carsim/devices.ts';
import { NO_FACTS } from './output-facts.ts';
import { planInput, type PlanInput, type PlanPair } from './plan-input.ts';
import { comparePlans, proposePlans } from './propose.ts';

/** A few judged responses that any car is put together from. */
const PARTS: ResponseAnalysis[] = [
  [],
  [{ side: 'low-pass' as const, family: 'linkwitz-riley' as const, order: 4, cornerHz: 90 }],
  [{ side: 'low-pass' as const, family: 'butterworth' as const, order: 2, cornerHz: 600 }],
  [
    { side: 'high-pass' as const, family: 'linkwitz-riley' as const, order: 4, cornerHz: 400 },
    { side: 'low-pass' as const, family: 'butterworth' as const, order: 4, cornerHz: 4000 },
  ],
  [{ side: 'high-pass' as const, family: 'butterworth' as const, order: 3, cornerHz: 3500 }],
].map((filters, i) =>
  analyseResponse(
    measureChain(
      { gainDb: -3 * i, filters, peaks: [], delay: 0, inverted: false },
      { seed: i, floorDb: -60 },
    ),
  ),
);

const uuid = (kind: number, i: number) =>
  `00000000-0000-4000-8000-${String(kind * 1000 + i).padStart(12, '0')}`;

const anyPair = (i: number): fc.Arbitrary<PlanPair> =>
  fc
    .record({
      side: fc.constantFrom('left' as const, 'right' as const, 'centre' as const, 'mono' as const),
      axle: fc.constantFrom('front' as const, 'rear' as const, 'other' as const),
      part: fc.option(fc.nat(PARTS.length - 1), { freq: 5 }),
      signal: fc.record({
        sign: fc.constantFrom('normal' as const, 'reversed' as const),
        standing: fc.constantFrom('measured' as const, 'claimed' as const, 'assumed' as const),
      }),
    })
    .map(({ part, ...pair }) => ({
      ...pair,
      id: uuid(1, i),
      unitId: uuid(9, 0),
      unitKind: 'amplifier' as const,
      unitName: 'Amplifier',
      facts: NO_FACTS,
      version: 1,
      way: 'full' as const,
      suffix: String(i),
      ends: [],
      placeText: '',
      stage: 'unknown' as const,
      statedPolarity: 'unknown' as const,
      capture: part === null ? null : { id: uuid(2, i), analysis: PARTS[part], phaseMeasured: false },
      volumeSteps: part === null ? [] : [18],
    }));

const anyTarget = (i: number): fc.Arbitrary<Target> =>
  fc
    .record({
      layout: fc.constantFrom('stereo' as const, 'mono' as const),
      axle: fc.constantFrom('front' as const, 'rear' as const, 'other' as const),
      lowHz: fc.integer({ min: 25, max: 2000 }),
      octaves: fc.double({ min: 0.7, max: 8, noNaN: true }),
      speakerLevelInput: fc.boolean(),
    })
    .map(({ octaves, ...target }) => ({
      ...target,
      id: uuid(3, i),
      jobId: uuid(4, 0),
      version: 1,
      name: `Target ${i}`,
      speaker: USUAL_SPEAKER,
      amplifierId: null,
      highHz: Math.min(20_000, target.lowHz * 2 ** octaves),
    }));

const anyInput: fc.Arbitrary<PlanInput> = fc
  .tuple(fc.integer({ min: 1, max: 7 }), fc.integer({ min: 1, max: 2 }))
  .chain(([pairs, targets]) =>
    fc
      .record({
        pairs: fc.tuple(...Array.from({ length: pairs }, (_, i) => anyPair(i))) as fc.Arbitrary<PlanPair[]>,
        targets: fc.tuple(...Array.from({ length: targets }, (_, i) => anyTarget(i))) as fc.Arbitrary<
          Target[]
        >,
        library: fc.boolean(),
      })
      .map(({ library, ...given }) => planInput({ ...given, devices: library ? demoLibrary() : [] })),
  );

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
          expect(proposal.reasons[0].length).toBeGreaterThan(20);
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
