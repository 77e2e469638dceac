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
import { reasonOfFeed, reasonOfPlace } from './reasons.ts';
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
      ' Plus and minus of front left tweeter is swapped so that the overlap adds.',
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
      expect(said({ sources: [woofer, tweeter], feed: { device } })).toBe(
        'Front set, left: front left woofer and front left tweeter, each into its own input, cover 80 Hz to 16 kHz within ±1.0 dB.',
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
    reasonOfPlace(proposal, sum, at, all).text;

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
    expect(reasonOfPlace(broken, sum, 0, [broken])).toMatchObject({ rule: 'r', subjects: error.subjects });
    const later = plan({ withinDb: 1.6 });
    const found = reasonOfPlace(later, sum, 1, [plan({ withinDb: 1 }), later]);
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
});
