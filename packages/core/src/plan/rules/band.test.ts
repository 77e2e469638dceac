import { describe, expect, it } from 'vitest';
import type { Feed } from '../../model/plan.ts';
import { SUM_GRID_HZ } from '../../summing/output-response.ts';
import type { Source } from '../facts/sources.ts';
import { madeFeed, madePlan, madeSource as source, verdict } from '../../../test/made-up-plan.ts';
import { bandCovered } from './band-covered.ts';
import { bandSettled } from './band-settled.ts';
import { faderKept } from './fader-kept.ts';
import { phaseMeasured } from './phase-measured.ts';
import { polarityKnown } from './polarity-known.ts';
import { sidesComplete } from './sides-complete.ts';
import { volumeSteps } from './volume-steps.ts';

const flat = SUM_GRID_HZ.map(() => 0);
const context = (sources: Source[], feed: Partial<Feed> = {}) => madeFeed({ sources, feed });
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
    [{ fromHz: 88, toHz: 140 }, 'below 140 Hz'],
    [{ fromHz: 89, toHz: 140 }, 'from 89 Hz to 140 Hz'],
    [{ fromHz: 9000, toHz: 14_600 }, 'above 9 kHz'],
    [{ fromHz: 9000, toHz: 14_000 }, 'from 9 kHz to 14 kHz'],
  ])('names the gap %j', (gap, words) => {
    const [remark] = bandCovered(context([source()], { covers: false, missing: [gap] }));
    expect(remark).toMatchObject({ severity: 'error', targetId: 't1' });
    expect(remark.text).toBe(`Front set, left gets too little ${words}, but needs 80 Hz to 16 kHz.`);
  });
  it('breaks no rule by what such outputs usually carry, and says what to measure first', () => {
    const missing = [{ fromHz: 80, toHz: 140 }];
    const open = { ...source({ id: 'p2', way: 'tweeter' }), captureId: null, from: 'other-side' as const };
    const typical = { ...open, from: 'typical' as const };
    const said = (tweeter: Source) =>
      bandCovered(context([source(), tweeter], { covers: false, missing }))[0];
    // Its other side was measured, or a checked meter read it: that is no guess.
    expect(said(open).severity).toBe('error');
    expect(said({ ...open, from: 'meter' }).severity).toBe('error');
    const remark = said(typical);
    expect(remark).toMatchObject({
      severity: 'assumption',
      pairId: 'p2',
      remedy: 'Measure front left tweeter first.',
      settle: { stage: 'listen', test: null },
    });
    expect(remark.text).toMatch(/below 140 Hz.*by what such outputs usually carry\.$/);
  });
  it('names three gaps at most', () => {
    const missing = [200, 400, 800, 1600].map((hz) => ({ fromHz: hz, toHz: hz }));
    const [remark] = bandCovered(context([source()], { covers: false, missing }));
    expect(remark.text).toContain('too little around 200 Hz and around 400 Hz and around 800 Hz, but');
  });
});

describe('polarityKnown', () => {
  const assumed = { phase: 'assumed' as const };
  it('says what a mistake would cost: two equal outputs would cancel', () => {
    expect(polarityKnown(context(two(), assumed))).toEqual([
      verdict(
        'assumption',
        'polarity-known',
        'Front left: polarity is assumed. If it is the other way round, the sum drops more than 24 dB at',
        {
          targetId: 't1',
          pairId: 'p2',
          settle: 'listen/arrival',
          remedy: 'both outputs together',
        },
      ),
    ]);
    const claimed = two({ signal: { sign: 'normal', standing: 'claimed' } });
    expect(polarityKnown(context(claimed, assumed))[0].text).toContain('polarity is only claimed');
  });
  /** What p2 adds to p1 at `part` of its level: turned over, the sum falls by 20 lg ((1 + part) / (1 - part)) dB. */
  const adds = (part: number, inverted = false) => {
    const weak = source({ id: 'p2' });
    weak.response = { re: weak.response.re.map((v) => v * part), im: weak.response.im };
    const of = context([source({ signal: MEASURED }), weak], assumed);
    of.feed.taps[1].inverted = inverted;
    return polarityKnown(of);
  };
  it('gives the depth in dB, from 2 dB on', () => {
    expect(adds(0.5)[0].text).toContain('drops 10 dB at');
    expect(adds(0.115)).toHaveLength(1);
    expect(adds(0.114)).toEqual([]);
    // Turned over already: it could only come out better.
    expect(adds(0.5, true)).toEqual([]);
  });
  it('says where it drops most, within the band only', () => {
    const middle = source({ id: 'p2' });
    const near = (hz: number) => 1 / (1 + Math.log2(hz / 500) ** 2);
    middle.response = { ...middle.response, re: middle.response.re.map((v, i) => v * near(SUM_GRID_HZ[i])) };
    const [most] = polarityKnown(context([source({ signal: MEASURED }), middle], assumed));
    expect(most.text).toMatch(/at (4[89]|5[012])\d Hz/);
    const high = source({ id: 'p2' }, 3000);
    const at = polarityKnown(
      context([source({ signal: MEASURED }), high], { ...assumed, need: { lowHz: 80, highHz: 5000 } }),
    );
    expect(at[0].text).toMatch(/at (4\.9|5|5\.1) kHz/);
    expect(
      polarityKnown(
        context([source({ signal: MEASURED }), high], { ...assumed, need: { lowHz: 20, highHz: 300 } }),
      ),
    ).toEqual([]);
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
    expect(phaseMeasured(context(two(), { span: span(3) }))).toEqual([
      verdict('assumption', 'phase-measured', 'Front set, left: phase is worked out from the filters', {
        targetId: 't1',
        pairId: 'p1',
        settle: 'listen/arrival',
        remedy: 'two at a time',
      }),
    ]);
    expect(phaseMeasured(context(two(), { span: span(2.9) }))).toEqual([]);
    const ends = { bestDb: flat, worstDb: SUM_GRID_HZ.map((f) => (f > 15_500 && f < 16_500 ? -4 : 0)) };
    expect(phaseMeasured(context(two(), { span: ends }))).toHaveLength(1);
    expect(phaseMeasured(context(two(), { span: null }))).toEqual([]);
    const outside = { bestDb: flat, worstDb: SUM_GRID_HZ.map((f) => (f < 70 ? -40 : 0)) };
    expect(phaseMeasured(context(two(), { span: outside }))).toEqual([]);
  });
});

describe('faderKept and sidesComplete', () => {
  it('tell front from rear', () => {
    expect(faderKept(context([source()]))).toEqual([]);
    expect(faderKept(context(two({ axle: 'rear' })))).toEqual([
      verdict('warning', 'fader-kept', 'mixes front and rear outputs', { targetId: 't1' }),
    ]);
    expect(faderKept(context([source({ axle: 'rear' })]))).toEqual([
      verdict('note', 'fader-kept', 'is fed from the rear outputs', { targetId: 't1' }),
    ]);
    expect(faderKept(madeFeed({ sources: [source({ axle: 'rear' })], target: { axle: 'other' } }))).toEqual(
      [],
    );
    expect(faderKept(context([source({ axle: 'rear' })], { side: 'mono' }))).toEqual([]);
  });
  it('miss the other side of a mono channel', () => {
    const mono = { side: 'mono' as const };
    expect(sidesComplete(context([source()], mono))).toEqual([
      verdict('warning', 'sides-complete', 'Front set gets the left side only', { targetId: 't1' }),
    ]);
    expect(sidesComplete(context([source({ side: 'right' })], mono))).toHaveLength(1);
    expect(sidesComplete(context([source({ side: 'centre' })], mono))).toEqual([]);
    expect(sidesComplete(context(two({ side: 'right' }), mono))).toEqual([]);
    expect(sidesComplete(context([source({ side: 'mono' })], mono))).toEqual([]);
    expect(sidesComplete(context([source()]))).toEqual([]);
  });
});

describe('bandSettled and volumeSteps', () => {
  it('name the output and the reason', () => {
    const doubtful = (part: Partial<Source['analysis']>) => {
      const one = source();
      one.analysis = {
        ...one.analysis,
        confidence: 1,
        reasons: ['The edge is close to the limit.'],
        ...part,
      };
      return bandSettled(context([one, source({ id: 'p2' })]));
    };
    const more = { targetId: 't1', pairId: 'p1', settle: 'listen' };
    expect(doubtful({ confidence: 0.89 })).toEqual([
      verdict(
        'assumption',
        'band-settled',
        'Front left: the band is not settled. The edge is close to the limit.',
        {
          ...more,
          remedy: 'longer or louder',
        },
      ),
    ]);
    expect(doubtful({ confidence: 0.9 })).toEqual([]);
    expect(doubtful({ bandClass: 'unclear' })).toHaveLength(1);
    expect(doubtful({ confidence: 0.5, reasons: [] })[0].text).toContain('not settled. Measure it again.');
    expect(bandSettled(context([{ ...source(), captureId: null }]))).toEqual([
      verdict('assumption', 'band-assumed', 'Nothing was measured on it', { ...more, remedy: 'pink noise' }),
    ]);
  });
  it('ask for a second volume step where bass is at stake', () => {
    const asked = (sources: Source[], feed: Partial<Feed> = {}) =>
      volumeSteps(madePlan({ feeds: [context(sources, feed)] }));
    expect(asked([source()])).toEqual([
      verdict('assumption', 'volume-steps', 'Front left: measured at one volume step only', {
        pairId: 'p1',
        settle: 'listen/bass',
        remedy: 'loudest step',
      }),
    ]);
    expect(asked([source(), source({ id: 'p2', side: 'right' })])[0].text).toMatch(
      /^Front left and front right: /,
    );
    expect(asked([{ ...source(), captureId: null }])).toEqual([]);
    expect(asked([source({ facts: { feed: 'fixed' } })])).toEqual([]);
    // One output that feeds two channels is named once.
    const shared = source();
    expect(volumeSteps(madePlan({ feeds: [context([shared]), context([shared])] }))[0].text).toMatch(
      /^Front left: /,
    );
    expect(asked([source({ volumeSteps: [18, 26] })])).toEqual([]);
    expect(asked([source({ volumeSteps: [18, 18] })])).toHaveLength(1);
    expect(asked([source({}, 3000)])).toEqual([]);
    expect(asked([source()], { need: { lowHz: 2500, highHz: 16_000 } })).toEqual([]);
  });
});
