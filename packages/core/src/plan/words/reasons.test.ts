import { describe, expect, it } from 'vitest';
import { subject } from '../../model/matter.ts';
import type { Proposal, Remark } from '../../model/plan.ts';
import {
  BEHIND_RADIO,
  madeFeed,
  type MadeFeed,
  madePlan,
  madeSource,
  madeTap,
} from '../../../test/made-up-plan.ts';
import { reasonOfFeed, reasonsOfPlace } from './reasons.ts';
import type { Source } from '../facts/sources.ts';
import { sum } from '../ways/sum.ts';

const woofer = madeSource({ id: 'w', way: 'woofer' });
const mid = madeSource({ id: 'm', way: 'midrange' });
const tweeter = madeSource({ id: 't', way: 'tweeter' });
const said = (made: MadeFeed) => reasonOfFeed(madeFeed(made)).text;
const joined = { device: 'summing-converter' as const };

describe('why a channel is fed as it is', () => {
  it('one output, whether it fills the band or not', () => {
    expect(said({})).toBe('Front set, left: Front left covers 80 Hz to 16 kHz within ±1.0 dB on its own.');
    expect(said({ feed: { covers: false } })).toBe(
      'Front set, left: Front left does not fill 80 Hz to 16 kHz on its own.',
    );
    expect(said({ sources: [] })).toContain('80 Hz to 16 kHz and more should come as data');
  });

  it('the radio’s own, where an amplifier follows it; and that it follows the volume', () => {
    const radio = (feed: 'follows' | 'fixed') => madeSource({ unitKind: 'radio', facts: { feed } });
    expect(said({ sources: [radio('follows')], input: BEHIND_RADIO })).toContain(
      'of the radio covers 80 Hz to 16 kHz within ±1.0 dB on its own, follows the volume',
    );
    expect(said({ sources: [radio('fixed')], input: BEHIND_RADIO })).not.toContain('follows');
    expect(said({ sources: [radio('follows')] })).not.toMatch(/of the radio|follows/);
  });

  it('several joined, with what is swapped and corrected', () => {
    expect(said({ sources: [woofer, mid, tweeter], feed: joined })).toBe(
      'Front set, left: no single output carries the whole band; front left woofer, front left mid and front left tweeter together cover 80 Hz to 16 kHz within ±1.0 dB.',
    );
    const taps = (...inverted: string[]) =>
      ['w', 'm', 't'].map((id) => madeTap(id, { inverted: inverted.includes(id) }));
    const three = [woofer, mid, tweeter];
    expect(said({ sources: three, feed: { ...joined, taps: taps('t') } })).toContain(
      ' Plus and minus of front left tweeter is swapped so that they add.',
    );
    expect(said({ sources: three, feed: { ...joined, taps: taps('m', 't') } })).toContain(
      'of front left mid and front left tweeter are swapped',
    );
    const section = { kind: 'peaking' as const, frequencyHz: 900, gainDb: -3, q: 1 };
    expect(said({ sources: three, feed: { ...joined, correction: [section, section] } })).toContain(
      'together and 2 equaliser sections cover',
    );
  });

  it.each(['converter', 'direct', 'passive-converter'] as const)(
    'two through a %s, each by itself',
    (device) => {
      const each =
        'Front set, left: front left woofer and front left tweeter, each into its own input, cover 80 Hz to 16 kHz within ±1.0 dB.';
      expect(said({ sources: [woofer, tweeter], feed: { device } })).toBe(each);
      const taps = [madeTap('w'), madeTap('t', { inverted: true })];
      expect(said({ sources: [woofer, tweeter], feed: { device, taps } })).toBe(
        `${each} Plus and minus of front left tweeter is swapped so that they add.`,
      );
    },
  );
});

describe('what a reason stands on', () => {
  const facts = (made: MadeFeed) => {
    const { rule, subjects, figures } = reasonOfFeed(madeFeed(made));
    return [rule, subjects.map((s) => s.pairId), figures.map((f) => f.value)];
  };
  it.each<[string, MadeFeed, unknown]>([
    ['one output, and how flat', { sources: [woofer] }, ['fed-by-one', ['w'], [1]]],
    [
      'no flatness where it leaves a gap',
      { sources: [woofer], feed: { covers: false } },
      ['fed-by-one', ['w'], []],
    ],
    [
      'every output of several',
      { sources: [woofer, tweeter], feed: joined },
      ['fed-by-several', ['w', 't'], [1]],
    ],
    ['data of no output, and nothing measured', { sources: [] }, ['fed-by-data', [null], []]],
  ])('%s', (_, made, expected) => {
    expect(facts(made)).toEqual(expected);
  });
});

describe('why a plan stands where it stands', () => {
  const remark = (severity: Remark['severity']): Remark => ({
    ...{ severity, rule: 'r', text: `Some ${severity}.`, acceptable: true, remedy: null, settle: null },
    ...{ targetId: null, pairId: null, subjects: [], figures: [] },
  });
  const plan = (part: Partial<Proposal> = {}): Proposal => ({
    ...madePlan().plan,
    reasons: [],
    remarks: [],
    ...part,
  });
  const place = (proposal: Proposal, at: number, all: Proposal[]) =>
    reasonsOfPlace(proposal, sum, at, all, [])[0].text;

  it('what is wrong with it comes first', () => {
    const broken = plan({ remarks: [remark('warning'), remark('error')] });
    expect(place(broken, 0, [broken])).toMatch(/^Not as it stands: Some error\. /);
    expect(place(plan({ covers: false, remarks: [remark('error')] }), 0, [])).toMatch(
      /^Leaves a part of a needed band/,
    );
    expect(place(plan({ remarks: [remark('warning')] }), 0, [plan()])).toMatch(/^First because/);
  });

  it('names what is broken, or by how much it differs, as facts too', () => {
    const error = { ...remark('error'), subjects: [subject({ pairId: 'p7' })] };
    const broken = plan({ remarks: [error] });
    expect(reasonsOfPlace(broken, sum, 0, [broken], [])[0]).toMatchObject({
      rule: 'r',
      subjects: error.subjects,
    });
    const later = plan({ withinDb: 1.6 });
    const [found] = reasonsOfPlace(later, sum, 1, [plan({ withinDb: 1 }), later], []);
    expect(found).toMatchObject({ rule: 'later', subjects: [subject({ what: 'sum' })] });
    expect(found.figures[0].value).toBeCloseTo(-0.6);
  });

  it('the first: the only one, or the simplest of several that do', () => {
    const others = [plan({ covers: false }), plan({ remarks: [remark('error')] })];
    expect(place(plan(), 0, [plan(), ...others])).toMatch(/^First because it is the only way here/);
    expect(place(plan(), 0, [plan(), ...others, plan({ remarks: [remark('assumption')] })])).toMatch(
      /^First because it is the simplest that does the job/,
    );
  });

  it.each([
    [0.8, 'flatter by 0.2 dB than the first'],
    [0.9, 'no flatter than the first'],
    [1, 'no flatter than the first'],
    [1.5, 'no flatter than the first'],
    [1.6, 'less flat by 0.6 dB than the first'],
  ])('a later one that is flat within %s dB, where the first is within 1: %s', (withinDb, words) => {
    const later = plan({ withinDb });
    expect(place(later, 1, [plan({ withinDb: 1 }), later])).toContain(words);
  });

  const guess = (id: string, part: Parameters<typeof madeSource>[0] = {}) => ({
    ...madeSource({ id, ...part }),
    ...{ captureId: null, from: 'typical' as const },
  });
  const [left, right] = [guess('l'), guess('r', { side: 'right' })];
  const guessed = (sources: Source[], feed: MadeFeed['feed'] = {}) =>
    plan({ covers: feed.covers ?? true, feeds: [madeFeed({ sources, feed }).feed] });
  const words = (proposal: Proposal, at: number, sources: Source[]) =>
    reasonsOfPlace(proposal, sum, at, [proposal], sources)[0].text;

  it('of nothing measured, what to measure first; what may be missing by what is usual', () => {
    expect(words(guessed([left]), 0, [left])).toMatch(
      /^Measure front left first: until then this is a guess from what such outputs usually carry\.$/,
    );
    const gap = { covers: false, missing: [{ fromHz: 80, toHz: 200 }] };
    expect(words(guessed([left, right], gap), 3, [left, right])).toMatch(
      /^Measure front left first, then front right: .* The band below 200 Hz may be missing\.$/,
    );
    const three = [left, right, guess('x', { axle: 'rear' })];
    expect(words(guessed(three), 0, three)).toMatch(/first, then the other 2 outputs: /);
  });
  it('one that was measured, if only with a meter, makes it no guess', () => {
    const read = { ...right, from: 'meter' as const };
    expect(words(guessed([left, read]), 0, [left, read])).toMatch(/^First because/);
    // A broken rule is said before anything is measured.
    const broken = { ...guessed([left]), remarks: [remark('error')] };
    expect(words(broken, 0, [left])).toMatch(/^Not as it stands/);
  });
  it('data first because of what was done to the outputs, by name', () => {
    const mixed = madeSource({ facts: { sides: 'mixed' } });
    const byData = plan({ device: 'data-interface' });
    const tapped = plan({ feeds: [madeFeed({ sources: [mixed] }).feed] });
    const first = (sources: Source[]) => reasonsOfPlace(byData, sum, 0, [byData, tapped], sources)[0].text;
    expect(first([mixed])).toMatch(
      /^First because front left is mixed with the other side; what comes as data is not/,
    );
    expect(first([madeSource()])).toMatch(/^First because no output that is there does the job/);
  });
});
