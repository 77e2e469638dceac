import { describe, expect, it } from 'vitest';
import type { CheckBody, CheckOf } from '../model/check.ts';
import { UNKNOWN_SITUATION } from '../model/situation.ts';
import type { PairView } from '../model/views.ts';
import {
  madeAnalysis,
  madeCapture,
  madeChannel,
  madeCheck,
  madeOutput,
  madeRecording,
  madeUnit,
} from '../../test/made-up-measured.ts';
import { behaviourOfJob } from './behaviour-of-job.ts';
import { capturesByStep } from './steps.ts';

const GONE = { withdrawnAt: '2026-11-03T11:00:00.000Z' };
/** Volume moves all by 1.5 dB a step; bass under 100 Hz loses `lost` beside it. */
const full = (step: number, lost = 0) => madeAnalysis((hz) => 1.5 * step - (hz < 100 ? lost : 0));
const at = (steps: readonly number[], of: (step: number) => ReturnType<typeof full> = full) =>
  steps.map((step) => madeCapture(`c${step}`, step, of(step)));
const fixed = () => madeAnalysis(() => 0);

type Job = Parameters<typeof behaviourOfJob>[0];
const told = (job: Partial<Job>, id = 'p1') =>
  behaviourOfJob({ units: [], recordings: [], checks: [], ...job }).pairs.find((p) => p.pairId === id)!;
const amplifier = (...pairs: PairView[]) => [madeUnit('amplifier', pairs)];

describe('captures that tell of volume', () => {
  const steps = (...captures: PairView['captures']) => capturesByStep({ captures }).map((c) => c.id);
  const capture = (id: string, step: number | null, part: object = {}) =>
    madeCapture(id, step, full(step ?? 0), part);
  it('one a step, the newest, lowest step first; none withdrawn, unloaded, silent or without a step', () => {
    expect(
      steps(
        capture('new18', 18),
        capture('old18', 18),
        capture('gone', 10, GONE),
        capture('bare', 12, { load: 'none' }),
        capture('where', null),
        madeCapture('silent', 14, { ...full(14), bandClass: 'silent' }),
        capture('ten', 10),
      ),
    ).toEqual(['ten', 'new18']);
  });
  it('in one unit: that of most steps, volts where there are as many', () => {
    const volts = (id: string, step: number) => capture(id, step, { levelUnit: 'dBV' });
    expect(steps(capture('a', 10), volts('b', 18))).toEqual(['b']);
    expect(steps(volts('b', 18), capture('a', 10))).toEqual(['b']);
    expect(steps(volts('b', 18), capture('a', 10), capture('c', 14))).toEqual(['a', 'c']);
  });
});

describe('volts of the pass band', () => {
  /** An output that falls by `db` at the tone that is read. */
  const falling = (db: number) => [
    madeCapture(
      'c',
      18,
      madeAnalysis((hz) => (hz < 500 ? db : 0)),
    ),
  ];
  const read = (hz: number, volts: number, step = 18): CheckBody => ({
    ...{ kind: 'level', hz, volts, volumeStep: step, signalDb: -10 },
    ...{ supplyVolts: 13.2, load: 'speaker' },
  });
  const volts = (captures: PairView['captures'], ...bodies: CheckBody[]) =>
    told({
      units: amplifier(madeOutput('p1', captures)),
      checks: bodies.map((body) => madeCheck('p1', body)),
    }).volts.map((v) => Number(v.volts.toFixed(2)));
  it('count the level of the tone in its file', () => {
    expect(volts(falling(0), read(100, 2.5))).toEqual([7.91]);
  });
  it('of one tone in a roll-off are brought up to the band, or tell nothing', () => {
    expect(volts(falling(-12), read(100, 0.5))[0]).toBeCloseTo(0.5 * 10 ** (22 / 20), 1);
    expect(volts(falling(-2), read(100, 0.5))[0]).toBeCloseTo(0.5 * 10 ** (10 / 20), 1);
    expect(volts(falling(-20), read(100, 0.5))).toEqual([]);
  });
  it('of several tones at one step are those of the loudest', () => {
    expect(volts(falling(0), read(100, 0.4), read(1000, 2.4), read(4000, 1.1))).toEqual([7.59]);
  });
});

describe('level, feed and bass of a job', () => {
  it('the level law of its captures, or of a meter that read more steps', () => {
    const units = amplifier(madeOutput('p1', at([10, 18])));
    expect(told({ units }).level).toMatchObject({ dbPerStep: 1.5, rough: false });
    const level = (volumeStep: number, db: number, part: Partial<CheckOf<'level'>> = {}) =>
      madeCheck('p1', {
        kind: 'level',
        hz: 1000,
        volts: 10 ** (db / 20),
        volumeStep,
        signalDb: 0,
        supplyVolts: null,
        load: 'speaker',
        ...part,
      });
    const read = [level(10, 0), level(14, 8), level(18, 16)];
    expect(told({ units, checks: read }).level).toMatchObject({ rough: true });
    expect(told({ units, checks: read }).level.dbPerStep).toBeCloseTo(2, 6);
    expect(told({ units, checks: read.slice(0, 2) }).level.rough).toBe(false);
    // A step read again counts once; nothing heard, nothing loaded and other tones do not count.
    const more = [
      ...read,
      level(18, 20),
      level(22, 0, { volts: 0 }),
      level(22, 9, { load: 'none' }),
      level(22, 9, { hz: 100 }),
    ];
    expect(told({ units, checks: more }).level.points.map((p) => p.step)).toEqual([10, 14, 18]);
    expect(told({ units, checks: more }).level.points[2].db).toBeCloseTo(20, 6);
    expect(told({ units, checks: read.map((c) => ({ ...c, ...GONE })) }).level.rough).toBe(false);
  });
  const coupe = (feed: (step: number) => ReturnType<typeof full>) => [
    madeUnit('radio', [madeOutput('p1', at([10, 24], feed), { unitId: 'u1' })]),
    madeUnit(
      'amplifier',
      [
        madeOutput('p2', at([10]), { unitId: 'u2' }),
        madeOutput('p3', at([10, 24]), { unitId: 'u2', side: 'right' }),
      ],
      'u2',
    ),
  ];
  it('a radio’s feed is held against the speaker that was measured at most of its steps', () => {
    expect(told({ units: coupe(full) }).feed).toMatchObject({ verdict: 'follows' });
    const still = told({ units: coupe(fixed) }).feed!;
    expect(still.verdict).toBe('fixed');
    expect(still.evidence[1]).toContain('Front right moves 21.0 dB');
    expect(told({ units: coupe(full) }, 'p3').feed).toBeNull();
  });
  const sub = (step: number, lost: number) => madeAnalysis((hz) => (hz < 100 ? 1.5 * step - lost : -200));
  it('bass of a subwoofer is held against a sibling at the same steps, else against its law', () => {
    const woofer = madeOutput(
      'p1',
      [10, 18, 26].map((s) => madeCapture(`s${s}`, s, sub(s, s > 20 ? 6 : 0))),
      { way: 'subwoofer' },
    );
    const bass = (...siblings: PairView[]) => told({ units: amplifier(woofer, ...siblings) }).bass;
    const named = bass(
      madeOutput('few', at([10, 26])),
      madeOutput('mid', at([10, 18, 26]), { way: 'midrange' }),
    );
    expect(named).toMatchObject({ verdict: 'withdrawn', begins: { after: 18, by: 26 } });
    expect(named.evidence[0]).toBe('Aligned by front left mid at the same steps.');
    // Measured at other steps it lends its law.
    expect(bass(madeOutput('other', at([8, 30]))).evidence[0]).toContain('the level law, 1.50 dB per step');
    expect(bass(madeOutput('once', at([10]))).verdict).toBe('unclear');
    expect(bass().verdict).toBe('unclear');
  });
});

describe('tones, silence, loads and added sounds of a job', () => {
  const units = amplifier(madeOutput('p1'), madeOutput('p2', [], { side: 'right' }));
  const tone = (rms: number, distortion: number) => ({
    from: 0,
    to: 1,
    hz: 100,
    rms,
    distortion,
    noise: 0.001,
  });
  it('clean volts come from tones recorded on its own channel, calibrated ones before others', () => {
    const recordings = [
      madeRecording('r1', [madeChannel({ tones: [tone(0.9, 0.001)] })]),
      madeRecording(
        'r2',
        [
          madeChannel({ tones: [tone(0.9, 0.5)] }),
          madeChannel({ tones: [tone(0.2, 0.001), tone(0.4, 0.05)] }),
        ],
        {
          firstPairId: 'p2',
          secondPairId: 'p1',
          voltsAtFullScale: 20,
          ownDistortion: 0.0002,
        },
      ),
    ];
    const { clean } = told({ units, recordings });
    expect(clean).toMatchObject({ verdict: 'found', calibrated: true, at: { volts: 4, volumeStep: 18 } });
    expect(clean.evidence.at(-1)).toContain('0.020 %');
    expect(told({ units, recordings: [recordings[0]] }).clean).toMatchObject({
      calibrated: false,
      at: { volts: 0.9 },
    });
    expect(told({ units, recordings: recordings.map((r) => ({ ...r, ...GONE })) }).clean.verdict).toBe(
      'unfinished',
    );
    expect(told({ units, recordings: [{ ...recordings[0], played: 'music' }] }).clean.verdict).toBe(
      'unfinished',
    );
  });
  const bands = Array.from({ length: 120 }, (_, i) => 20 * 2 ** (i / 24));
  const silence = (engine: 'off' | 'idle' | 'raised', hz: number, part: object = {}) =>
    madeRecording(
      engine,
      [
        madeChannel({
          silence: {
            frequencyHz: bands,
            levelDb: bands.map((f) => (hz > 0 && Math.abs(Math.log2(f / hz)) < 1 / 48 ? -50 : -80)),
          },
        }),
      ],
      { played: 'silence', situation: { ...UNKNOWN_SITUATION, engine, doors: 'closed' }, ...part },
    );
  it('silence of its own recordings tells of the engine', () => {
    const recordings = [silence('off', 0), silence('idle', 30), silence('raised', 90)];
    expect(told({ units, recordings }).engine.verdict).toBe('hint');
    const doorOpen = { situation: { ...UNKNOWN_SITUATION, engine: 'raised', doors: 'open' } };
    const proved = [...recordings, silence('raised', 0, doorOpen)];
    expect(told({ units, recordings: proved }).engine.verdict).toBe('active');
    expect(told({ units, recordings }, 'p2').engine.verdict).toBe('unfinished');
    // Levels of inputs with other full scales are brought to volts.
    const scaled = [silence('off', 0), silence('idle', 0, { voltsAtFullScale: 1000 }), silence('raised', 0)];
    expect(told({ units, recordings: scaled }).engine.verdict).not.toBe('none-seen');
  });
  it('one output with and without its load, at one step and in one unit', () => {
    const loads = (part: object) =>
      told({
        units: amplifier(
          madeOutput('p1', [
            madeCapture(
              'bare',
              18,
              madeAnalysis(() => 3),
              { load: 'none' },
            ),
            madeCapture(
              'loaded',
              18,
              madeAnalysis(() => 0),
              part,
            ),
          ]),
        ),
      }).load.verdict;
    expect(loads({})).toBe('suspected');
    for (const part of [{ volumeStep: 20 }, { levelUnit: 'dBV' }, { load: 'unknown' }, GONE])
      expect(loads(part)).toBe('unfinished');
  });
  it('what was heard last of each sound', () => {
    const added = (sound: 'chimes' | 'parking', heard: boolean): CheckBody => ({
      kind: 'added-sound',
      sound,
      heard,
      madeIn: 'radio',
      levelDb: null,
    });
    const checks = [added('chimes', true), added('parking', true), added('chimes', false)].map((b) =>
      madeCheck('p1', b),
    );
    expect(told({ units, checks }).added.map((a) => [a.sound, a.heard])).toEqual([
      ['chimes', false],
      ['parking', true],
    ]);
    expect(told({ units, checks }, 'p2').added).toEqual([]);
  });
  it('left and right of one place, whichever was recorded first', () => {
    const sides = (first: string, second: string, right: Partial<PairView> = {}) =>
      behaviourOfJob({
        units: amplifier(madeOutput('l'), madeOutput('r', [], { side: 'right', ...right })),
        recordings: [
          madeRecording('x', [madeChannel(), madeChannel()], { firstPairId: first, secondPairId: second }),
        ],
        checks: [],
      }).sides;
    expect(sides('l', 'r').map((s) => [s.leftId, s.rightId])).toEqual([['l', 'r']]);
    expect(sides('l', 'r', { axle: 'rear' })).toEqual([]);
    expect(sides('l', 'r', { way: 'woofer' })).toEqual([]);
    expect(sides('l', 'r', { unitId: 'u9' })).toEqual([]);
    expect(sides('r', 'l')[0].finding.verdict).toBe(sides('l', 'r')[0].finding.verdict);
  });
});
