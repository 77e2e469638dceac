// Cars and wishes of any kind, put together from a few judged responses.
import fc from 'fast-check';
import { measureChain } from '../src/carsim/analyser.ts';
import { demoLibrary } from '../src/carsim/devices.ts';
import { INSERT_KINDS } from '../src/model/device.ts';
import { PLACES_OF, SYSTEM_PLACES } from '../src/model/insert.ts';
import type { Channel } from '../src/model/words.ts';
import type { FactorySpeaker } from '../src/model/unit.ts';
import { type Target, USUAL_SPEAKER } from '../src/model/target.ts';
import { NO_FACTS } from '../src/plan/facts/output-facts.ts';
import type { PlanChanges } from '../src/model/plan-changes.ts';
import { wantedFeeds } from '../src/plan/facts/context.ts';
import { planInput, type PlanInput, type PlanPair } from '../src/plan/facts/plan-input.ts';
import { analyseResponse, type ResponseAnalysis } from '../src/signal/analyse.ts';

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
      capture:
        part === null
          ? null
          : { id: uuid(2, i), analysis: PARTS[part], phaseMeasured: false, volumeStep: 18 },
      volumeSteps: part === null ? [] : [18],
    }));

const anyTarget = (i: number): fc.Arbitrary<Target> =>
  fc
    .record({
      layout: fc.constantFrom('stereo' as const, 'mono' as const),
      axle: fc.constantFrom('front' as const, 'rear' as const, 'other' as const),
      lowHz: fc.integer({ min: 25, max: 2000 }),
      assumed: fc.boolean(),
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

/** An amplifier with up to seven outputs and one or two wishes. */
export const anyInput: fc.Arbitrary<PlanInput> = fc
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

const WHERE: readonly Pick<Channel, 'side' | 'axle'>[] = [
  ...(['left', 'right'] as const).flatMap((side) =>
    (['front', 'rear'] as const).map((axle) => ({ side, axle })),
  ),
  { side: 'centre', axle: 'front' },
  { side: 'mono', axle: 'other' },
];

/**
 * A whole factory system: a radio whose lines go into an amplifier or whose outputs drive speakers, ways of their own or
 * full range, listed speakers with one or two coils or none listed, and up to three wishes for new or kept speakers.
 */
export const anyCarInput: fc.Arbitrary<PlanInput> = fc
  .record({
    pairs: fc.array(
      fc.record({
        pair: anyPair(0),
        where: fc.constantFrom(...WHERE),
        way: fc.constantFrom('full' as const, 'woofer' as const, 'midrange' as const, 'tweeter' as const),
        radio: fc.boolean(),
        chimes: fc.option(fc.boolean()),
        madeIn: fc.constantFrom('amplifier' as const, 'unknown' as const, 'radio' as const),
        listed: fc.boolean(),
      }),
      { minLength: 1, maxLength: 9 },
    ),
    targets: fc.array(
      fc.record({
        target: anyTarget(0),
        state: fc.constantFrom('new' as const, 'kept' as const),
        way: fc.constantFrom(
          'full' as const,
          'woofer' as const,
          'midrange' as const,
          'tweeter' as const,
          'subwoofer' as const,
        ),
        coils: fc.constantFrom(1, 2),
      }),
      { minLength: 1, maxLength: 3 },
    ),
    library: fc.boolean(),
    joining: fc.constantFrom('tap' as const, 'harness-pair' as const, 'cut' as const),
    speakerWire: fc.constantFrom('reuse' as const, 'new' as const),
  })
  .map(({ pairs, targets, library, joining, speakerWire }) => {
    const outputs = pairs.map(({ pair, where, way, radio, chimes, madeIn }, i): PlanPair => ({
      ...pair,
      ...where,
      id: uuid(1, i),
      suffix: String(i),
      unitId: uuid(9, radio ? 1 : 0),
      unitKind: radio ? 'radio' : 'amplifier',
      unitName: radio ? 'Radio' : 'Amplifier',
      way: where.axle === 'other' ? 'subwoofer' : radio ? 'full' : way,
      facts: {
        ...NO_FACTS,
        sounds:
          chimes === null
            ? []
            : [{ sound: 'chimes', heard: chimes, madeIn: radio ? 'radio' : madeIn, levelDb: null }],
      },
    }));
    const base = planInput({ pairs: outputs });
    const speakers = outputs.flatMap((p, i): FactorySpeaker[] =>
      pairs[i].listed && p.unitKind !== 'radio'
        ? [{ id: uuid(5, i), jobId: uuid(4, 0), version: 1, way: p.way, coils: [{ pairId: p.id, ohm: 4 }] }]
        : [],
    );
    return {
      ...base,
      speakers,
      devices: library ? demoLibrary() : [],
      preferences: { ...base.preferences, joining, speakerWire },
      targets: targets.map(({ target, state, way, coils }, i) => ({
        ...target,
        id: uuid(3, i),
        name: `Target ${i}`,
        speaker: { ...USUAL_SPEAKER, state, way, coils },
      })),
    };
  });

/** What a hand at the desk may change of a plan, whatever the car: numbers that {@link changesOf} makes fit one. */
const anyInsert = fc.constantFrom(
  ...INSERT_KINDS.flatMap((kind) => PLACES_OF[kind].map((at) => ({ kind, at }))),
);
export const anyHand = fc.record({
  insert: fc.array(
    fc.tuple(anyInsert, fc.nat(), fc.boolean()).map(([what, target, known]) => ({ ...what, target, known })),
    { maxLength: 3 },
  ),
  strategy: fc.nat(),
  feed: fc.option(
    fc.record({
      channel: fc.nat(),
      taps: fc.array(
        fc.record({ pair: fc.nat(), inverted: fc.boolean(), gainDb: fc.integer({ min: -12, max: 0 }) }),
        { minLength: 1, maxLength: 4 },
      ),
      device: fc.constantFrom(
        undefined,
        'direct' as const,
        'passive-converter' as const,
        'converter' as const,
        'summing-converter' as const,
        'processor' as const,
      ),
    }),
    { freq: 4 },
  ),
  setup: fc.record(
    {
      joining: fc.constantFrom('tap' as const, 'harness-pair' as const, 'cut' as const),
      speakerWire: fc.constantFrom('reuse' as const, 'new' as const),
      factoryAmplifier: fc.constantFrom('stays' as const, 'node' as const, 'removed' as const),
      loudestStep: fc.integer({ min: 1, max: 40 }),
    },
    { requiredKeys: [] },
  ),
  load: fc.option(
    fc.record({
      pair: fc.nat(),
      load: fc.constantFrom('speaker' as const, 'resistor' as const, 'inputs' as const, 'none' as const),
    }),
  ),
});
export type Hand = typeof anyHand extends fc.Arbitrary<infer T> ? T : never;

/** The changes of a hand at one car; an output is tapped once for a channel. */
export function changesOf({ feed, setup, load, insert }: Hand, { pairs, targets }: PlanInput): PlanChanges {
  const pairAt = (n: number) => pairs[n % pairs.length].id;
  const channels = wantedFeeds(targets);
  const { target, side } = channels[(feed?.channel ?? 0) % channels.length];
  const taps = (feed?.taps ?? []).map(({ pair, inverted, gainDb }) => ({
    ...{ pairId: pairAt(pair), inverted, gainDb },
    ...{ delayMs: 0, allPassHz: null },
  }));
  const once = taps.filter((t, i) => taps.findIndex((o) => o.pairId === t.pairId) === i);
  return {
    setup,
    feeds: feed
      ? [{ targetId: target.id, side, taps: once, ...(feed.device && { device: feed.device }) }]
      : [],
    loads: load ? [{ pairId: pairAt(load.pair), load: load.load }] : [],
    coils: [],
    boxes: [],
    leftOut: [],
    inserts: insert.map(({ target: n, known, ...what }) => {
      const names = demoLibrary().filter((d) => d.kind === what.kind);
      return {
        ...what,
        targetId: SYSTEM_PLACES.some((at) => at === what.at) ? null : targets[n % targets.length].id,
        deviceId: null,
        device: known ? (names[0]?.name ?? null) : null,
      };
    }),
  };
}
