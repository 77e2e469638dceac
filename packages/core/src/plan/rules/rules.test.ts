import { describe, expect, it } from 'vitest';
import type { Feed } from '../../model/plan.ts';
import { type Target, USUAL_SPEAKER } from '../../model/target.ts';
import type { PlanPair } from '../plan-input.ts';
import { analyseResponse } from '../../signal/analyse.ts';
import { SUM_GRID_HZ } from '../../summing/output-response.ts';
import { NO_FACTS } from '../output-facts.ts';
import type { Source } from '../sources.ts';
import { bandCovered } from './band-covered.ts';
import { bandSettled } from './band-settled.ts';
import { boostCost } from './boost-cost.ts';
import { faderKept } from './fader-kept.ts';
import { phaseMeasured } from './phase-measured.ts';
import { polarityKnown } from './polarity-known.ts';
import type { FeedInContext, PlanInContext } from './rule.ts';
import { sidesComplete } from './sides-complete.ts';
import { volumeSteps } from './volume-steps.ts';

const flat = SUM_GRID_HZ.map(() => 0);
const target: Target = {
  id: 't1',
  jobId: 'j1',
  version: 1,
  name: 'Front set',
  layout: 'stereo',
  axle: 'front',
  lowHz: 80,
  highHz: 16_000,
  speakerLevelInput: false,
  speaker: USUAL_SPEAKER,
  amplifierId: null,
};

/** A source that passes everything at 0 dB, or what `cornerHz` leaves of it. */
function source(part: Partial<PlanPair> = {}, cornerHz = 0): Source {
  const frequencyHz = [...SUM_GRID_HZ];
  const levelDb = frequencyHz.map((f) => -10 * Math.log10(1 + (cornerHz / f) ** 4));
  const pair = {
    id: 'p1',
    unitId: 'u1',
    version: 1,
    side: 'left' as const,
    axle: 'front' as const,
    way: 'full' as const,
    suffix: '',
    ends: [],
    placeText: '',
    stage: 'unknown' as const,
    statedPolarity: 'unknown' as const,
    signal: { sign: 'normal' as const, standing: 'assumed' as const },
    volumeSteps: [18],
    capture: null,
    unitKind: 'amplifier' as const,
    unitName: 'Amplifier',
    facts: NO_FACTS,
    ...part,
  };
  return {
    pair,
    captureId: `c-${pair.id}`,
    name: `Output ${pair.id}`,
    analysis: analyseResponse({ frequencyHz, levelDb }),
    response: { re: Float64Array.from(levelDb, (l) => 10 ** (l / 20)), im: new Float64Array(levelDb.length) },
    phase: 'minimum-phase',
    group: null,
    arrival: 0,
  };
}

function context(sources: Source[], feed: Partial<Feed> = {}) {
  return {
    target,
    sources,
    name: 'Front set, left',
    feed: {
      targetId: 't1',
      side: 'left',
      device: 'converter',
      taps: sources.map((s) => ({
        pairId: s.pair.id,
        captureId: s.captureId,
        inverted: false,
        gainDb: 0,
        delayMs: 0,
        allPassHz: null,
      })),
      correction: [],
      boostDb: 0,
      need: { lowHz: 80, highHz: 16_000 },
      levelDb: flat,
      span: null,
      phase: 'measured',
      withinDb: 1,
      covers: true,
      missing: [],
      by: 'sum',
      loads: [],
      chain: null,
      crossover: { highPass: null, lowPass: null },
      coils: null,
      bass: null,
      latencyMs: 0,
      ...feed,
    },
    // What stands around a feed: these rules do not look at it.
  } as unknown as FeedInContext;
}
const MEASURED = { sign: 'normal', standing: 'measured' } as const;
const two = (part: Parameters<typeof source>[0] = {}) => [
  source({ signal: MEASURED }),
  source({ id: 'p2', ...part }),
];

describe('bandCovered', () => {
  it('is quiet while the band is filled', () => expect(bandCovered(context([source()]))).toEqual([]));
  it.each([
    [{ fromHz: 80, toHz: 140 }, 'below 140 Hz'],
    [{ fromHz: 9000, toHz: 16_000 }, 'above 9 kHz'],
    [{ fromHz: 300, toHz: 600 }, 'from 300 Hz to 600 Hz'],
    [{ fromHz: 440, toHz: 440 }, 'around 440 Hz'],
  ])('names the gap %j', (gap, words) => {
    const [remark] = bandCovered(context([source()], { covers: false, missing: [gap] }));
    expect(remark).toMatchObject({ severity: 'error', targetId: 't1' });
    expect(remark.text).toBe(`Front set, left gets too little ${words}, but needs 80 Hz to 16 kHz.`);
  });
});

describe('polarityKnown', () => {
  const assumed = { phase: 'assumed' as const };
  it('says what a mistake would cost: two equal outputs would cancel', () => {
    const [remark] = polarityKnown(context(two(), assumed));
    expect(remark).toMatchObject({ severity: 'assumption', pairId: 'p2' });
    expect(remark.text).toContain('drops more than 24 dB');
  });
  it('speaks of every output that is not measured, and of no other', () => {
    expect(polarityKnown(context([source(), source({ id: 'p2' })], assumed)).map((r) => r.pairId)).toEqual([
      'p1',
      'p2',
    ]);
    expect(polarityKnown(context(two({ signal: MEASURED }), assumed))).toEqual([]);
  });
  it('has nothing to say of one output alone, nor where phase was measured', () => {
    expect(polarityKnown(context([source()], assumed))).toEqual([]);
    expect(polarityKnown(context(two(), { phase: 'measured' }))).toEqual([]);
  });
  it('passes over an output that hardly matters', () => {
    const quiet = source({ id: 'p2' });
    quiet.response = { re: quiet.response.re.map((v) => v * 0.01), im: quiet.response.im };
    expect(polarityKnown(context([source({ signal: MEASURED }), quiet], assumed))).toEqual([]);
  });
});

describe('phaseMeasured', () => {
  const span = (db: number) => ({ bestDb: flat, worstDb: flat.map(() => -db) });
  it('warns of a wide span inside the band only', () => {
    expect(phaseMeasured(context(two(), { span: span(10) }))).toHaveLength(1);
    expect(phaseMeasured(context(two(), { span: span(2) }))).toEqual([]);
    expect(phaseMeasured(context(two(), { span: null }))).toEqual([]);
    const outside = { bestDb: flat, worstDb: SUM_GRID_HZ.map((f) => (f < 70 ? -40 : 0)) };
    expect(phaseMeasured(context(two(), { span: outside }))).toEqual([]);
  });
});

describe('faderKept and sidesComplete', () => {
  it('tell front from rear', () => {
    expect(faderKept(context([source()]))).toEqual([]);
    expect(faderKept(context(two({ axle: 'rear' })))[0]).toMatchObject({ severity: 'warning' });
    expect(faderKept(context([source({ axle: 'rear' })]))[0]).toMatchObject({ severity: 'note' });
    expect(faderKept(context([source({ axle: 'rear' })], { side: 'mono' }))).toEqual([]);
  });
  it('miss the other side of a mono channel', () => {
    const mono = { side: 'mono' as const };
    expect(sidesComplete(context([source()], mono))[0].text).toContain('hears the left side only');
    expect(sidesComplete(context(two({ side: 'right' }), mono))).toEqual([]);
    expect(sidesComplete(context([source({ side: 'mono' })], mono))).toEqual([]);
    expect(sidesComplete(context([source()]))).toEqual([]);
  });
});

describe('bandSettled, volumeSteps and boostCost', () => {
  it('name the output and the reason', () => {
    const doubtful = source();
    doubtful.analysis = {
      ...doubtful.analysis,
      confidence: 0.7,
      reasons: ['The edge is close to the limit.'],
    };
    expect(bandSettled(context([doubtful, source({ id: 'p2' })])).map((r) => [r.pairId, r.text])).toEqual([
      ['p1', 'Output p1: the band is not settled. The edge is close to the limit.'],
    ]);
  });
  it('ask for a second volume step where bass is at stake', () => {
    const asked = (sources: Source[], feed: Partial<Feed> = {}) =>
      volumeSteps({ feeds: [context(sources, feed)] } as unknown as PlanInContext);
    expect(asked([source()])[0]).toMatchObject({ severity: 'assumption', pairId: 'p1' });
    expect(asked([source({ volumeSteps: [18, 26] })])).toEqual([]);
    expect(asked([source({ volumeSteps: [18, 18] })])).toHaveLength(1);
    expect(asked([source({}, 3000)])).toEqual([]);
    expect(asked([source()], { need: { lowHz: 2500, highHz: 16_000 } })).toEqual([]);
  });
  it('say what a boost costs, from 3 dB', () => {
    expect(boostCost(context([source()], { boostDb: 2.9 }))).toEqual([]);
    expect(boostCost(context([source()], { boostDb: 4.25 }))[0].text).toContain('by up to 4.3 dB');
  });
});
