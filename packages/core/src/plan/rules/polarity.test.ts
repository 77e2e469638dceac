import { describe, expect, it } from 'vitest';
import { gridRange } from '../../summing/flatness.ts';
import { SUM_GRID_HZ } from '../../summing/output-response.ts';
import { madeFeed, madePlan, madeSource, madeTap, verdict } from '../../../test/made-up-plan.ts';
import { polarityMixed } from './polarity-mixed.ts';
import { bassMisplaced, sidesJoined } from './sides-joined.ts';
import { sumCancels } from './sum-cancels.ts';

const T1 = { targetId: 't1' };

describe('left and right', () => {
  it('are never joined in a stereo target', () => {
    const joined = (side: 'left' | 'right' | 'mono' | 'centre', of: 'left' | 'mono' = 'left') =>
      sidesJoined(madeFeed({ sources: [madeSource(), madeSource({ id: 'p2', side })], feed: { side: of } }));
    expect(joined('left')).toEqual([]);
    expect(joined('right')).toEqual([
      verdict('error', 'sides-joined', 'front right belongs to another side', {
        ...T1,
        pairId: 'p2',
        remedy: 'this side alone',
      }),
    ]);
    expect(joined('centre')).toHaveLength(1);
    expect(joined('right', 'mono')).toEqual([]);
  });
  it('a factory subwoofer’s bass goes into a channel that plays it, and never into a centre', () => {
    const bass = madeSource({ id: 'p2', side: 'mono', axle: 'other', way: 'subwoofer' });
    const fed = (lowHz: number, highHz: number) =>
      bassMisplaced(
        madeFeed({
          sources: [bass],
          target: { layout: 'mono', lowHz, highHz },
          feed: { side: 'mono', need: { lowHz, highHz } },
        }),
      ).map((r) => r.text);
    expect(fed(160, 14_000)).toEqual([
      expect.stringMatching(/subwoofer carries bass that a speaker from 160 Hz up/),
    ]);
    expect(fed(30, 90)).toEqual([]);
    expect(fed(35, 14_000)).toEqual([]);
  });

  interface Turn {
    sign?: 'normal' | 'reversed';
    standing?: 'measured' | 'assumed';
    inverted?: boolean;
    way?: 'woofer';
    /** measured against each other where these are the same */
    group?: string | null;
  }
  const side = (
    side: 'left' | 'right',
    { sign = 'normal', standing = 'measured', inverted = false, way, group = 'together' }: Turn,
  ) => {
    const source = {
      ...madeSource({ id: side, side, way: way ?? 'full', signal: { sign, standing } }),
      group,
    };
    const tap = madeTap(side, { inverted });
    return madeFeed({ sources: [source], feed: { side, taps: [tap] } });
  };
  const mixed = (left: Turn, right: Turn) =>
    polarityMixed(madePlan({ feeds: [side('left', left), side('right', right)] }));
  const opposed = (severity: 'error' | 'assumption') => [
    verdict(
      severity,
      'polarity-mixed',
      'Front set: front left and front right end up with opposite polarity',
      {
        ...T1,
        pairId: 'right',
        settle: 'listen/arrival',
        remedy: 'Swap plus and minus',
      },
    ),
  ];
  it('push the same way', () => {
    expect(mixed({}, {})).toEqual([]);
    expect(mixed({ sign: 'reversed' }, {})).toEqual(opposed('error'));
    expect(mixed({}, { inverted: true })).toEqual(opposed('error'));
    // Turned at the tap, a reversed output is right again.
    expect(mixed({ sign: 'reversed', inverted: true }, {})).toEqual([]);
    expect(mixed({ sign: 'reversed' }, { sign: 'reversed' })).toEqual([]);
  });
  it('as far as it was measured: otherwise it is to be tried', () => {
    expect(mixed({ standing: 'assumed', group: null }, { sign: 'reversed' })).toEqual(opposed('assumption'));
    expect(mixed({}, { sign: 'reversed', standing: 'assumed', group: null })).toEqual(opposed('assumption'));
    // Each was measured, but against others.
    expect(mixed({}, { sign: 'reversed', group: 'another' })).toEqual(opposed('assumption'));
    expect(mixed({ group: null }, { sign: 'reversed', group: null })).toEqual(opposed('assumption'));
  });
  it('by the phase itself, where that was measured against the source', () => {
    const told = (sign: 1 | -1, inverted: boolean) => {
      const right = side('right', { standing: 'assumed', inverted });
      const { re, im } = right.sources[0].response;
      right.sources[0].response = { re: re.map((v) => sign * v), im: im.map((v) => sign * v) };
      return polarityMixed(madePlan({ feeds: [side('left', { standing: 'assumed' }), right] }));
    };
    expect([told(1, false), told(-1, true)]).toEqual([[], []]);
    expect([told(-1, false), told(1, true)]).toEqual([opposed('error'), opposed('error')]);
    // What has no sign to its neighbour keeps the one that is stated.
    const lone = side('right', { standing: 'assumed' });
    const turn = ({ re }: { re: Float64Array }) => ({ re: re.map(() => 0), im: re });
    lone.sources[0].response = turn(lone.sources[0].response);
    expect(polarityMixed(madePlan({ feeds: [side('left', { standing: 'assumed' }), lone] }))).toEqual([]);
  });
  it('of outputs that are alike, and of targets with both', () => {
    expect(mixed({ way: 'woofer' }, { inverted: true })).toEqual([]);
    const rear = side('right', { inverted: true });
    rear.sources[0].pair.axle = 'rear';
    expect(polarityMixed(madePlan({ feeds: [side('left', {}), rear] }))).toEqual([]);
    expect(polarityMixed(madePlan({ feeds: [side('left', {})] }))).toEqual([]);
    const other = side('right', { inverted: true });
    other.target.id = 't2';
    expect(polarityMixed(madePlan({ feeds: [side('left', {}), other] }))).toEqual([]);
  });
});

describe('a sum that works against itself', () => {
  const sum = (
    turned: number,
    part: { standing?: 'measured' | 'assumed'; phase?: 'measured' | 'assumed' } = {},
  ) => {
    const sources = [0, 1, 2].map((i) =>
      madeSource({
        id: `p${i}`,
        way: i === 2 ? 'woofer' : 'full',
        signal: { sign: 'normal', standing: part.standing ?? 'assumed' },
      }),
    );
    const taps = sources.map((s, i) =>
      madeTap(s.pair.id, { inverted: i === turned, gainDb: i === 2 ? -1 : -6 }),
    );
    return sumCancels(madeFeed({ sources, feed: { taps, phase: part.phase ?? 'assumed' } }));
  };
  it('says which output, where, and how sure', () => {
    expect(sum(2)).toEqual([
      verdict('warning', 'polarity-mixed', /front left woofer works against the others around \d/, {
        ...T1,
        pairId: 'p2',
        remedy: 'Flip it',
      }),
    ]);
    expect(sum(2, { standing: 'measured' })[0].severity).toBe('error');
    expect(sum(2, { phase: 'measured' })[0].severity).toBe('error');
    // Of three it is the one that stands alone, whichever place it has.
    expect(sum(0)[0]).toMatchObject({ severity: 'warning', pairId: 'p0' });
    expect(sum(-1)).toEqual([]);
    expect(sumCancels(madeFeed())).toEqual([]);
  });
  it('names where it is deepest, inside the band only', () => {
    // Against a full-range output a second-order high-pass leaves a notch where both are alike.
    const notch = (lowHz: number) => {
      const sources = [madeSource(), madeSource({ id: 'p2', way: 'tweeter' }, 1000)];
      const taps = sources.map((s, i) => madeTap(s.pair.id, { inverted: i === 1 }));
      return sumCancels(madeFeed({ sources, feed: { taps }, target: { lowHz } }));
    };
    expect(notch(200)[0].text).toMatch(/around 1\d(\.\d)? kHz/);
    // Reversed in one half of the band: turned over, it would only be against the others in the other half.
    const half = madeSource({ id: 'p2' });
    half.response = {
      ...half.response,
      re: half.response.re.map((v, i) => (SUM_GRID_HZ[i] < 1000 ? v : -v)),
    };
    expect(sumCancels(madeFeed({ sources: [madeSource(), half] }))).toEqual([]);
    // At the last place of the band.
    const top = madeSource({ id: 'p2' });
    const last = gridRange({ lowHz: 80, highHz: 16_000 }).to;
    top.response = { ...top.response, re: top.response.re.map((v, i) => (i < last ? 0 : -v)) };
    expect(sumCancels(madeFeed({ sources: [madeSource(), top] }))).toHaveLength(1);
    const low = madeFeed({
      sources: [madeSource(), madeSource({ id: 'p2', way: 'tweeter' }, 5000)],
      target: { lowHz: 20, highHz: 200 },
    });
    low.feed.taps[1].inverted = true;
    expect(sumCancels(low)).toEqual([]);
  });
});
