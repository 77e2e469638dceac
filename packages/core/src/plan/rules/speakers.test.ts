import { describe, expect, it } from 'vitest';
import type { Speaker } from '../../model/target.ts';
import { gridRange } from '../../summing/flatness.ts';
import { SUM_GRID_HZ } from '../../summing/output-response.ts';
import {
  madeDevice,
  madeFeed,
  type MadeFeed,
  madePlan,
  madeSource,
  madeTap,
  verdict,
} from '../../../test/made-up-plan.ts';
import { bassWithdrawn } from './bass-withdrawn.ts';
import { loadMissing } from './load-missing.ts';
import { polarityMixed } from './polarity-mixed.ts';
import { sidesJoined } from './sides-joined.ts';
import { sumCancels } from './sum-cancels.ts';
import { tweeterHighPass } from './tweeter-high-pass.ts';
import { volumeControl } from './volume-control.ts';
import { wooferHighs } from './woofer-highs.ts';

const T1 = { targetId: 't1' };
type Place = NonNullable<NonNullable<NonNullable<MadeFeed['feed']>['crossover']>['highPass']>['where'];
const BYPASSES = ['removed', 'node'] as const;

describe('filters before a speaker', () => {
  const tweeter = (where: Place, more: MadeFeed = {}) =>
    tweeterHighPass(
      madeFeed({
        target: { speaker: { way: 'tweeter' } },
        feed: { crossover: { highPass: { hz: 2500, where }, lowPass: null } },
        ...more,
      }),
    );
  const kept = { speaker: { way: 'tweeter', state: 'kept' } satisfies Partial<Speaker> };
  it('a tweeter is not driven without a high-pass', () => {
    expect(tweeter('missing')).toEqual([
      verdict('error', 'tweeter-high-pass', 'nothing protects the tweeter from bass below 2.5 kHz', {
        ...T1,
        settle: 'library',
        remedy: 'processor',
      }),
    ]);
    for (const where of ['factory', 'device', 'amplifier', 'speaker'] as const)
      expect(tweeter(where)).toEqual([]);
    expect(tweeterHighPass(madeFeed())).toEqual([]);
  });
  it('the filter of a bypassed amplifier is put back for the speaker that stays', () => {
    const lost = verdict('error', 'crossover-lost', 'the factory amplifier made its high-pass; bypassed', {
      ...T1,
      settle: 'library',
      remedy: 'processor',
    });
    for (const factoryAmplifier of BYPASSES) {
      expect(tweeter('missing', { target: kept, setup: { factoryAmplifier } })).toEqual([lost]);
      expect(tweeter('missing', { setup: { factoryAmplifier } })[0].rule).toBe('tweeter-high-pass');
    }
    expect(tweeter('missing', { target: kept })[0].rule).toBe('tweeter-high-pass');
  });
  const woofer = (where: Place, more: MadeFeed = {}) =>
    wooferHighs(
      madeFeed({
        target: { speaker: { way: 'woofer' } },
        feed: { crossover: { highPass: null, lowPass: { hz: 400, where } } },
        ...more,
      }),
    );
  it('a woofer is told of highs that it cannot play', () => {
    const more = { ...T1, settle: 'library', remedy: 'low-pass' };
    expect(woofer('missing')).toEqual([
      verdict('warning', 'woofer-highs', 'the woofer gets highs above 400 Hz', more),
    ]);
    expect(woofer('factory')).toEqual([]);
    expect(wooferHighs(madeFeed())).toEqual([]);
    const stays = { speaker: { way: 'woofer', state: 'kept' } satisfies Partial<Speaker> };
    const lost = verdict('error', 'crossover-lost', 'made its low-pass at 400 Hz; bypassed', more);
    for (const factoryAmplifier of BYPASSES) {
      expect(woofer('missing', { target: stays, setup: { factoryAmplifier } })).toEqual([lost]);
      expect(woofer('missing', { setup: { factoryAmplifier } })[0].rule).toBe('woofer-highs');
    }
    expect(woofer('missing', { target: stays })[0].rule).toBe('woofer-highs');
  });
});

describe('bass that is taken away with the volume', () => {
  const bass = (remedy: 'restore' | 'stay-below' | 'none') =>
    bassWithdrawn(
      madeFeed({ feed: { bass: { fromStep: 20, lostDb: 6, remedy, says: 'Bass is cut above step 20.' } } }),
    );
  it('is worth a warning where nothing helps, a note where the step stays below', () => {
    const more = { ...T1, pairId: 'p1', remedy: 'restores bass' };
    expect(bass('none')).toEqual([
      verdict('warning', 'bass-withdrawn', 'Front set, left: Bass is cut', more),
    ]);
    expect(bass('stay-below')).toEqual([
      verdict('note', 'bass-withdrawn', 'Bass is cut above step 20.', more),
    ]);
    expect(bass('restore')).toEqual([]);
    expect(bassWithdrawn(madeFeed())).toEqual([]);
    const says = { fromStep: 20, lostDb: 6, remedy: 'none' as const, says: '' };
    expect(bassWithdrawn(madeFeed({ feed: { bass: says, taps: [] } }))[0].pairId).toBeNull();
  });
});

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

  interface Turn {
    sign?: 'normal' | 'reversed';
    standing?: 'measured' | 'assumed';
    inverted?: boolean;
    way?: 'woofer';
  }
  const side = (
    side: 'left' | 'right',
    { sign = 'normal', standing = 'measured', inverted = false, way }: Turn,
  ) => {
    const source = madeSource({ id: side, side, way: way ?? 'full', signal: { sign, standing } });
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
    expect(mixed({ standing: 'assumed' }, { sign: 'reversed' })).toEqual(opposed('assumption'));
    expect(mixed({}, { sign: 'reversed', standing: 'assumed' })).toEqual(opposed('assumption'));
  });
  it('a measured phase contains the reversal already', () => {
    const left = side('left', { sign: 'reversed' });
    left.sources[0].phase = 'measured';
    expect(polarityMixed(madePlan({ feeds: [left, side('right', {})] }))).toEqual([]);
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

describe('an output that needs a load', () => {
  type Load = NonNullable<MadeFeed['feed']>['loads'];
  const left = (
    load: NonNullable<Load>[number],
    part: Parameters<typeof madeSource>[0] = {},
    more: MadeFeed = {},
  ) =>
    loadMissing(
      (() => {
        const feed = madeFeed({ sources: [madeSource(part)], feed: { loads: [load] }, ...more });
        return { ...madePlan({ feeds: [feed] }), context: feed.context };
      })(),
    );
  const none = { kind: 'none' as const, ohm: null, watts: null };
  const inputs = (ohm: number | null) => ({ kind: 'inputs' as const, ohm, watts: null });
  const more = { pairId: 'p1', settle: 'listen/load' };
  it('is never left without a load where one output of its unit was seen to watch it', () => {
    const seen = { facts: { load: 'suspected' as const } };
    const error = verdict(
      'error',
      'load-missing',
      'Amplifier: its outputs need a load. Without one, front left',
      {
        ...more,
        remedy: 'resistor',
      },
    );
    expect(left(none, seen)).toEqual([error]);
    expect(left(inputs(null), seen)).toEqual([error]);
    expect(left(inputs(20_000), seen)).toEqual([error]);
    expect(left(inputs(20), seen)).toEqual([]);
    expect(left({ kind: 'resistor', ohm: 47, watts: 10 }, seen)).toEqual([]);
    expect(left({ kind: 'speaker', ohm: null, watts: null }, seen)).toEqual([]);
  });
  it('is to be tried where nobody has', () => {
    expect(left(none)).toEqual([
      verdict('assumption', 'load-missing', 'front left was never tried without a speaker', {
        ...more,
        remedy: 'Three cold starts',
      }),
    ]);
    expect(left(none, { facts: { load: 'not-seen' } })).toEqual([]);
    // A radio's line misses no speaker.
    expect(
      left(none, { unitKind: 'radio' }, { input: { clues: { amplifierFound: 'yes' } } as never }),
    ).toEqual([]);
  });
  it('is named once for each unit, though it feeds two channels', () => {
    const feed = madeFeed({
      sources: [madeSource(), madeSource({ id: 'p2', side: 'right' })],
      feed: { loads: [none, none] },
    });
    const [one, ...rest] = loadMissing({ ...madePlan({ feeds: [feed, feed] }), context: feed.context });
    expect(rest).toEqual([]);
    expect(one.text).toBe(
      'Amplifier: front left and front right were never tried without a speaker, and will have none.',
    );
    const apart = madeFeed({
      sources: [madeSource(), madeSource({ id: 'p2', unitId: 'u2', unitName: 'Bass unit' })],
      feed: { loads: [none, none] },
    });
    expect(
      loadMissing({ ...madePlan({ feeds: [apart] }), context: apart.context }).map((r) => r.pairId),
    ).toEqual(['p1', 'p2']);
  });
});

describe('a radio’s output that does not follow its volume', () => {
  const radio = (
    feed: 'fixed' | 'partly' | 'follows' | null,
    {
      unitKind = 'radio',
      clues = true,
      ...more
    }: MadeFeed & { unitKind?: 'radio' | 'amplifier'; clues?: boolean } = {},
  ) =>
    volumeControl(
      madeFeed({
        sources: [madeSource({ unitKind, facts: { feed } })],
        ...(clues ? { input: { clues: { amplifierFound: 'yes' } } as never } : {}),
        ...more,
      }),
    );
  const more = { ...T1, pairId: 'p1', settle: 'listen/feed' };
  it('plays at full level without a control after the tap', () => {
    expect(radio('fixed')).toEqual([
      verdict('error', 'volume-control', 'The radio’s front left is fixed', {
        ...more,
        remedy: 'volume control of its own',
      }),
    ]);
    const between = madeDevice({ kind: 'processor', volumeControl: true });
    expect(radio('fixed', { between })).toEqual([]);
    expect(radio('fixed', { between: madeDevice({ kind: 'processor' }) })).toHaveLength(1);
    // A device that is not in this way controls nothing.
    expect(radio('fixed', { between, feed: { device: 'direct' } })).toHaveLength(1);
    expect(radio('fixed', { feed: { device: 'data-interface' } })).toEqual([]);
    expect(radio('fixed', { unitKind: 'amplifier' })).toEqual([]);
  });
  it('or is to be measured', () => {
    expect(radio('partly')).toEqual([
      verdict('warning', 'volume-control', 'The radio’s front left follows the volume only partly', {
        ...more,
        remedy: 'more steps',
      }),
    ]);
    expect(radio('follows')).toEqual([]);
    expect(radio(null)).toEqual([
      verdict(
        'assumption',
        'volume-control',
        'Whether the radio’s front left follows the volume is not tested',
        { ...more, remedy: 'low and a high step' },
      ),
    ]);
    // Without an amplifier behind it, a radio drives its speakers and follows its volume.
    expect(radio(null, { clues: false })).toEqual([]);
  });
});
