import { describe, expect, it } from 'vitest';
import { madeAmplifier, madeDevice } from '../../test/made-up-devices.ts';
import { madeConnector } from '../../test/made-up-harness.ts';
import {
  madeAnalysis,
  madeCapture,
  madeCheck,
  madeOutput,
  madeRecording,
  madeChannel,
  madeUnit,
} from '../../test/made-up-measured.ts';
import { checksOf } from './check.ts';
import { connectorFieldsSchema } from './connector.ts';
import { type Decision, decisionFor } from './decision.ts';
import { deviceFieldsSchema } from './device.ts';
import { type HeldFigure, subject } from './matter.ts';
import { eventWords } from './event.ts';
import { targetFieldsSchema, USUAL_SPEAKER } from './target.ts';
import { pairFieldsSchema } from './unit.ts';
import { holdsAll, type JobOutline, measuredJob } from './views.ts';
import { channelName, requiredLine } from './words.ts';

interface Parses {
  safeParse: (value: unknown) => {
    success: boolean;
    error?: { issues: { path: PropertyKey[]; message: string }[] };
  };
}
const refused = (schema: Parses, value: unknown) =>
  (schema.safeParse(value).error?.issues ?? []).map((i) => `${i.path.join('.')}: ${i.message}`);
const GONE = '2026-11-03T11:00:00.000Z';

describe('what is kept holds together', () => {
  it('only an amplifier has a power stage, and it has one', () => {
    const { id: _, version: __, ...amplifier } = madeAmplifier();
    const { id: ___, version: ____, ...converter } = madeDevice({ kind: 'converter' });
    expect(refused(deviceFieldsSchema, amplifier)).toEqual([]);
    expect(refused(deviceFieldsSchema, converter)).toEqual([]);
    const words = 'amplifier: an amplifier, and nothing else, states its channels and watts';
    expect(refused(deviceFieldsSchema, { ...amplifier, amplifier: null })).toEqual([words]);
    expect(refused(deviceFieldsSchema, { ...converter, amplifier: amplifier.amplifier })).toEqual([words]);
    expect(refused(deviceFieldsSchema, { ...converter, gainDb: { min: 0, max: 0 } })).toEqual([]);
    expect(refused(deviceFieldsSchema, { ...converter, gainDb: { min: 1, max: 0 } })).toEqual([
      'gainDb.max: must not be below the lowest',
    ]);
    const input = (minVolts: number, maxVolts: number) => ({
      ...converter,
      lineInput: { minVolts, maxVolts },
    });
    expect(refused(deviceFieldsSchema, input(1, 1))).toEqual([
      'lineInput.maxVolts: must be above the least volts',
    ]);
    expect(refused(deviceFieldsSchema, input(1, 1.1))).toEqual([]);
  });
  it('a plug has the cavities that it counts, and a warning colour is never audio', () => {
    const { id: _, unitId: __, version: ___, cavities: ____, photos: _____, ...plug } = madeConnector();
    const rows = (...cavities: number[]) => cavities.map((n) => ({ cavities: n, indent: 0 }));
    expect(refused(connectorFieldsSchema, plug)).toEqual([]);
    expect(refused(connectorFieldsSchema, { ...plug, rows: rows(40, 40, 40, 40) })).toEqual([
      expect.stringMatching(/^rows: at most \d+ cavities on a plug$/),
    ]);
    expect(refused(connectorFieldsSchema, { ...plug, empty: [16] })).toEqual([]);
    expect(refused(connectorFieldsSchema, { ...plug, empty: [17] })).toEqual([
      'empty: there is no cavity 17; the plug has 16',
    ]);
    expect(refused(connectorFieldsSchema, { ...plug, empty: [3, 3] })).toEqual([
      'empty: a cavity is named twice',
    ]);
    for (const part of [{ shell: 'YE' }, { shell: 'OG' }, { sleeve: 'yellow' }]) {
      expect(refused(connectorFieldsSchema, { ...plug, ...part })).toEqual([
        expect.stringContaining('never confirmed as audio'),
      ]);
      expect(refused(connectorFieldsSchema, { ...plug, ...part, confirmed: 'restraint' })).toEqual([]);
    }
  });
  it('an output has two ends of a sign at the most, and no cavity twice', () => {
    const output = {
      side: 'left',
      axle: 'front',
      way: 'full',
      suffix: '',
      placeText: '',
      stage: 'unknown',
      statedPolarity: 'unknown',
    };
    const id = (n: number) => `00000000-0000-4000-8000-00000000000${n}`;
    const ends = (...list: ['plus' | 'minus', number][]) => ({
      ...output,
      ends: list.map(([sign, n]) => ({ sign, cavityId: id(n) })),
    });
    expect(refused(pairFieldsSchema, ends(['plus', 1], ['minus', 2], ['plus', 3], ['minus', 4]))).toEqual([]);
    expect(refused(pairFieldsSchema, ends(['plus', 1], ['minus', 1]))).toEqual([
      'ends.1.cavityId: plus and minus are two different cavities',
    ]);
    expect(refused(pairFieldsSchema, ends(['plus', 1], ['plus', 2], ['plus', 3]))).toEqual([
      'ends.2.cavityId: at most two cavities for plus',
    ]);
    expect(refused(pairFieldsSchema, ends(['plus', 1], ['plus', 2], ['minus', 3]))).toEqual([]);
  });
  it('a band is half an octave wide', () => {
    const target = {
      name: 'Front',
      layout: 'stereo',
      axle: 'front',
      lowHz: 100,
      highHz: 150,
      speakerLevelInput: false,
      speaker: USUAL_SPEAKER,
      amplifierId: null,
    };
    expect(refused(targetFieldsSchema, target)).toEqual([]);
    expect(refused(targetFieldsSchema, { ...target, highHz: 149 })).toEqual([
      expect.stringContaining('highHz: the band must end'),
    ]);
  });
  it('a line that is typed has characters that can be kept', () => {
    expect(requiredLine(5).parse('  five ')).toBe('five');
    expect(refused(requiredLine(5), ' ')).toEqual([': must not be empty']);
    expect(refused(requiredLine(5), 'sixsix')).toEqual([': at most 5 characters']);
    expect(refused(requiredLine(5), 'a\0b')).toEqual([': must not contain the character NUL']);
    expect(refused(requiredLine(5), 'a\ud800')).toEqual([': contains half a character; type it again']);
  });
});

describe('what is looked up in a record', () => {
  const decision = (part: Partial<Decision> = {}): Decision => ({
    id: 'd1',
    jobId: 'j1',
    kind: 'accepted',
    rule: 'polarity-known',
    targetId: 't1',
    pairId: 'p1',
    subjects: null,
    figures: [],
    says: 'text',
    signedBy: 'Bay 2',
    note: '',
    takenAt: GONE,
    withdrawnAt: null,
    ...part,
  });
  const left = subject({ targetId: 't1', side: 'left', pairId: 'p1' });
  const right = subject({ targetId: 't1', side: 'right', pairId: 'p2' });
  const loss = (value: number, part: Partial<HeldFigure> = {}): HeldFigure => ({
    name: 'loss, dB',
    value,
    worse: 'higher',
    step: 3,
    ...part,
  });
  const about = (subjects = [left], figures = [loss(10)]) => ({
    rule: 'polarity-known',
    targetId: 't1',
    pairId: 'p1',
    text: 'other words than were signed',
    subjects,
    figures,
  });
  const signed = (part: Partial<Decision> = {}) =>
    decision({ subjects: [left], figures: [loss(10)], ...part });
  it('a decision counts for its rule and what it speaks of, the newest of several', () => {
    expect(decisionFor([signed(), signed({ id: 'd2' })], 'accepted', about())?.id).toBe('d2');
    for (const part of [
      { withdrawnAt: GONE },
      { kind: 'consent' },
      { rule: 'x' },
      { subjects: [right] },
      { subjects: [subject({ ...left, what: 'only claimed' })] },
      { figures: [] },
    ] as const)
      expect(decisionFor([signed(part as Partial<Decision>)], 'accepted', about())).toBeNull();
  });
  it('and holds while no more hangs on it and no figure is worse by the rule’s step', () => {
    const holds = (then: Partial<Decision>, now: ReturnType<typeof about>) =>
      decisionFor([signed(then)], 'accepted', now) !== null;
    const both = [left, right];
    expect([holds({ subjects: both }, about([right])), holds({}, about(both))]).toEqual([true, false]);
    expect([9, 12.9, 13].map((value) => holds({}, about([left], [loss(value)])))).toEqual([
      true,
      true,
      false,
    ]);
    const lower = (value: number) => [loss(value, { worse: 'lower', step: 0.1 })];
    expect(
      [0.7, 0.61, 0.59].map((value) => holds({ figures: lower(0.7) }, about([left], lower(value)))),
    ).toEqual([true, true, false]);
    // Without a step, any worse is another matter.
    expect(
      [2, 3].map((n) => holds({ figures: [loss(2, { step: 0 })] }, about([left], [loss(n, { step: 0 })]))),
    ).toEqual([true, false]);
  });
  it('one from before that was noted counts for its words, and so does any in a plan from before', () => {
    const old = { ...about(), text: 'text' };
    expect(decisionFor([decision()], 'accepted', old)).not.toBeNull();
    expect(decisionFor([decision({ says: 'other' })], 'accepted', old)).toBeNull();
    expect(decisionFor([decision({ pairId: 'p2' })], 'accepted', old)).toBeNull();
    const unnamed = { ...about([], []), text: 'text' };
    expect(decisionFor([signed()], 'accepted', unnamed)).not.toBeNull();
    expect(decisionFor([signed({ pairId: 'p2' })], 'accepted', unnamed)).toBeNull();
    // A remark of the whole plan, of which nothing is named, is no other one that names something.
    const whole = { ...about([], []), targetId: null, pairId: null };
    expect(decisionFor([signed()], 'accepted', whole)).toBeNull();
    expect(decisionFor([signed({ subjects: [], figures: [] })], 'accepted', whole)).not.toBeNull();
  });
  it('checks are those of a kind and an output that were not withdrawn', () => {
    const silence = (pairId: string, volts: number, withdrawnAt: string | null = null) =>
      madeCheck(pairId, { kind: 'silence', engine: 'off', doors: 'closed', volts }, { withdrawnAt });
    const list = [
      silence('p1', 1),
      silence('p2', 2),
      silence('p1', 3, GONE),
      madeCheck('p1', { kind: 'meter-tone', hz: 100, volts: 4 }),
    ];
    expect(checksOf(list, 'silence').map((c) => c.volts)).toEqual([1, 2]);
    expect(checksOf(list, 'silence', 'p1').map((c) => c.volts)).toEqual([1]);
    expect(checksOf(list, 'meter-tone').map((c) => c.volts)).toEqual([4]);
  });
  it('what happened is said in words, several at once counted', () => {
    expect(eventWords('reading.add', 3)).toBe('3 readings added');
    expect(eventWords('reading.add')).toBe('Reading added');
  });
  it.each([
    [{ side: 'left', axle: 'front', way: 'midrange' }, 'Front left mid'],
    [{ side: 'centre', axle: 'front', way: 'full' }, 'Centre'],
    [{ side: 'right', axle: 'other', way: 'full' }, 'Right'],
    [{ side: 'mono', axle: 'other', way: 'subwoofer' }, 'Subwoofer'],
    [{ side: 'right', axle: 'rear', way: 'subwoofer' }, 'Subwoofer right'],
    [{ side: 'left', axle: 'rear', way: 'subwoofer' }, 'Subwoofer left'],
  ] as const)('%o is called %s', (channel, name) => expect(channelName(channel)).toBe(name));
});

describe('an outline and its measurements', () => {
  const analysis = madeAnalysis(() => 0);
  const captures = ['c1', 'c2'].map((id) => madeCapture(id, 18, analysis));
  const recordings = [madeRecording('r1', [madeChannel()])];
  const outline = {
    units: [madeUnit('amplifier', [madeOutput('p1', captures)])],
    recordings,
  } as unknown as JobOutline;
  it('are whole when every one that is named has come', () => {
    expect(holdsAll(outline, { revision: 1, captures, recordings })).toBe(true);
    expect(holdsAll(outline, { revision: 1, captures: captures.slice(1), recordings })).toBe(false);
    expect(holdsAll(outline, { revision: 1, captures, recordings: [] })).toBe(false);
  });
  it('are put together, what the outline says of them first', () => {
    const pinned = structuredClone(outline);
    pinned.units[0].pairs[0].captures[0].withdrawnAt = GONE;
    const job = measuredJob(pinned, { revision: 1, captures: captures.slice(0, 1), recordings });
    expect(job.units[0].pairs[0].captures).toEqual([{ ...captures[0], withdrawnAt: GONE }]);
    expect(job.recordings).toEqual(recordings);
  });
});
