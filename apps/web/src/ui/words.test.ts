import {
  type Capture,
  parseFrequency,
  readinessOf,
  type Remark,
  type ResponseAnalysis,
  type Severity,
  WISH_SHAPES,
} from '@ulpen/core';
import { describe, expect, it } from 'vitest';
import {
  bandSentence,
  captureSentence,
  edgeWords,
  equaliserWords,
} from '../features/listen/profile-words.ts';
import { blankOutput, OUTPUT_STARTS } from '../features/listen/output-starts.ts';
import { settlePath, verdictOf } from '../features/plan/plan-words.ts';
import {
  pairFieldsSchema,
  TARGET_STARTS,
  targetFieldsSchema,
  TARGETS_OF_SHAPE,
  UNKNOWN_SITUATION,
} from '@ulpen/core';
import { bandEdges, classWord, confidenceWord } from './bands-words.ts';
import { AXIS_TICKS, axisFrequency, axisPlace, rampStops } from './frequency-scale.ts';

const analysis = (
  bandClass: ResponseAnalysis['bandClass'],
  lowHz: number | null,
  highHz: number | null,
): Capture['analysis'] => ({
  version: 1,
  smoothed: { frequencyHz: [], levelDb: [] },
  passBandDb: 0,
  noiseFloorDb: null,
  noiseTiltDb: 0,
  edges: { low: [], high: [] },
  model: null,
  bandClass,
  confidence: 1,
  lowHz,
  highHz,
  lowError: null,
  highError: null,
  reasons: [],
  doubt: null,
});

describe('the frequency axis', () => {
  it('runs from 20 Hz to 20 kHz, a decade to each third', () => {
    expect([20, 200, 2000, 20_000].map(axisPlace)).toEqual(
      [0, 1 / 3, 2 / 3, 1].map((v) => expect.closeTo(v, 9)),
    );
    for (const hz of AXIS_TICKS) expect(axisFrequency(axisPlace(hz))).toBeCloseTo(hz, 6);
  });
  it('gives every frequency the same colour, whatever part is drawn', () => {
    const whole = rampStops(20, 20_000);
    expect(whole.map((s) => s.offset)).toEqual(
      [0, 1 / 3, axisPlace(1200), 1].map((v) => expect.closeTo(v, 9)),
    );
    const part = rampStops(200, 20_000);
    expect(part[1]).toEqual({ offset: 0, colour: 'var(--hz-200)' });
    expect(part.every((s) => s.offset >= 0 && s.offset <= 1)).toBe(true);
  });
});

describe('bands in words', () => {
  it.each([
    ['band-pass', 70, 420, 'band', '70–420'],
    ['low-pass', 21, 95, 'low', '–95'],
    ['high-pass', 3400, null, 'high', '3.4k–'],
    ['full-range', null, null, 'full range', '20–20k'],
    ['full-range', 31, 18_000, 'full range', '31–18k'],
    ['silent', null, null, 'silent', ''],
    ['unclear', null, null, 'unclear', ''],
    ['unclear', 80, 900, 'unclear', '80–900'],
  ] as const)('%s %s–%s reads %s %s', (bandClass, low, high, word, edges) => {
    expect([classWord(analysis(bandClass, low, high)), bandEdges(analysis(bandClass, low, high))]).toEqual([
      word,
      edges,
    ]);
  });
  it('says settled, look again or open', () => {
    expect([1, 0.9, 0.89, 0.6, 0.59, 0].map(confidenceWord)).toEqual([
      'settled',
      'settled',
      'look again',
      'look again',
      'open',
      'open',
    ]);
  });
  it('says what each class means for the job', () => {
    expect(bandSentence(analysis('low-pass', null, 90), { side: 'mono', way: 'subwoofer' })).toContain(
      'enough for a subwoofer',
    );
    expect(bandSentence(analysis('low-pass', null, 400), { side: 'left', way: 'woofer' })).toContain(
      'of the left side',
    );
    expect(bandSentence(analysis('band-pass', 300, 3000), { side: 'centre', way: 'full' })).not.toContain(
      'centre side',
    );
    for (const c of ['full-range', 'high-pass', 'silent', 'unclear'] as const) {
      expect(bandSentence(analysis(c, null, null), { side: 'right', way: 'full' }).length).toBeGreaterThan(
        20,
      );
    }
  });
  it('names a filter with its slope and its error', () => {
    const filter = {
      family: 'linkwitz-riley' as const,
      order: 4,
      cornerHz: 380,
      sixDbHz: 380,
      slopeDbPerOctave: 24,
      errorOctaves: 0.1,
    };
    expect(edgeWords(0.1, filter)).toBe('Linkwitz-Riley 24 dB/oct, ±7 %');
    expect(edgeWords(null, filter, 48_000)).toBe('digital Linkwitz-Riley 24 dB/oct, ±7 %');
    expect(edgeWords(0, { ...filter, family: 'butterworth' })).toBe('Butterworth 24 dB/oct, ±1 %');
    expect(edgeWords(null, null)).toBe('no filter found');
  });
  it('names what the equaliser does, from the lowest up', () => {
    const section = (frequencyHz: number, gainDb: number) => ({ frequencyHz, gainDb, q: 0.7 });
    expect(
      equaliserWords({
        shelves: [
          { side: 'high', ...section(4000, -6) },
          { side: 'low', ...section(120, 14) },
        ],
        equaliser: [section(900, 3)],
      }),
    ).toEqual(['+14 dB low shelf at 120 Hz', '+3 dB at 900 Hz', '−6 dB high shelf at 4 kHz']);
    expect(equaliserWords({ shelves: [], equaliser: [section(900, 3)] }, true)).toEqual([
      '+3.0 dB at 900 Hz, Q 0.7',
    ]);
    expect(equaliserWords({ shelves: [], equaliser: [] })).toEqual([]);
  });
});

describe('where a capture comes from', () => {
  const capture: Capture = {
    id: 'c',
    pairId: 'p',
    fileName: 'mid.csv',
    levelKind: 'flat',
    levelUnit: 'dB',
    phaseReference: 'none',
    volumeStep: 18,
    load: 'speaker',
    situation: UNKNOWN_SITUATION,
    silenceDb: null,
    note: '',
    sha256: '',
    importedAt: '2026-11-02T09:05:00.000Z',
    points: 1480,
    recordingId: null,
    noiseTiltDb: 0,
    repairs: [],
    chapter: 'before',
    withdrawnAt: null,
    pins: [],
    analysis: analysis('band-pass', 300, 3000),
  };
  it('is said with its conditions', () => {
    expect(captureSentence(capture)).toMatch(
      /^Imported from mid\.csv on 2 Nov 2026, \d\d:05, at volume step 18, speaker connected; 1,480 points in dB\.$/,
    );
  });
  it('owns up to what was assumed, tilted and repaired', () => {
    const text = captureSentence({
      ...capture,
      volumeStep: null,
      load: 'unknown',
      levelKind: 'octave-band-white',
      phaseReference: 'source',
      repairs: ['One row at 0 Hz left out.'],
      note: 'doors shut',
    });
    for (const part of [
      'volume step not noted',
      'load not noted',
      'Tilted by −3 dB per octave',
      'Phase is against the source.',
      'One row at 0 Hz left out.',
      'doors shut',
    ]) {
      expect(text).toContain(part);
    }
  });
});

describe('the verdict on a way in', () => {
  const remark = (severity: Severity): Remark => ({
    severity,
    rule: severity,
    text: severity,
    acceptable: true,
    remedy: null,
    settle: null,
    targetId: null,
    pairId: null,
    subjects: [],
    figures: [],
  });
  const told = (covers: boolean, ...severities: Severity[]) => {
    const remarks = severities.map(remark);
    return verdictOf({ covers, remarks }, readinessOf({ remarks, losses: [] }, []));
  };
  it.each([
    [told(true), 'fits', 'ready'],
    [told(true, 'note', 'warning'), 'fits', 'ready'],
    [told(true, 'assumption', 'warning'), 'again', 'workable, 1 point open'],
    [told(true, 'error', 'assumption'), 'wrong', '1 rule broken'],
    [told(true, 'error', 'error'), 'wrong', '2 rules broken'],
    [told(false, 'error'), 'wrong', 'does not fill the band'],
  ])('%# is said as it is', (verdict, tone, text) => expect(verdict).toEqual({ tone, text }));
  it('what has to be seen counts as open, whoever would sign for it', () => {
    const remarks = [{ ...remark('assumption'), acceptable: false }];
    expect(verdictOf({ covers: true, remarks }, readinessOf({ remarks, losses: [] }, []))).toEqual({
      tone: 'again',
      text: 'workable, 1 point open',
    });
  });
  it('every remark that can be settled leads somewhere', () => {
    const at = (settle: Remark['settle'], pairId: string | null = null) =>
      settlePath('j', { ...remark('assumption'), settle, pairId })?.to;
    expect(at({ stage: 'listen', test: 'arrival' }, 'p')).toBe('/jobs/j/listen/tests/arrival?pair=p');
    expect(at({ stage: 'listen', test: null }, 'p')).toBe('/jobs/j/listen/p');
    expect(at({ stage: 'library', test: null })).toBe('/shop');
    expect(at(null)).toBeUndefined();
  });
});

describe('usual sets to start from', () => {
  it('pass the same checks as what people type', () => {
    for (const start of OUTPUT_STARTS) {
      for (const place of start.places)
        expect(pairFieldsSchema.safeParse(blankOutput(place)).success).toBe(true);
      expect(new Set(start.places.map((p) => p.join())).size).toBe(start.places.length);
    }
    for (const shape of WISH_SHAPES) expect(TARGETS_OF_SHAPE[shape].length).toBeGreaterThan(0);
    for (const target of TARGET_STARTS) expect(targetFieldsSchema.safeParse(target).success).toBe(true);
    expect(new Set(TARGET_STARTS.map((t) => t.name)).size).toBe(TARGET_STARTS.length);
    expect(parseFrequency('80 Hz')).toBe(TARGET_STARTS[0].lowHz);
  });
});
