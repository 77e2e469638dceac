import { describe, expect, it } from 'vitest';
import type { Speaker } from '../../model/target.ts';
import { madeDevice } from '../../../test/made-up-devices.ts';
import {
  BEHIND_RADIO,
  madeFeed,
  type MadeFeed,
  madePlan,
  madeSource,
  verdict,
} from '../../../test/made-up-plan.ts';
import { bassWithdrawn } from './bass-withdrawn.ts';
import { loadMissing } from './load-missing.ts';
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
  it('a door speaker without one is worth a look, and settled by what there is to set', () => {
    const bare = { highPass: { hz: 80, where: 'missing' as const }, lowPass: null };
    const door = (device: 'direct' | 'joined') =>
      tweeter('missing', { target: { speaker: { way: 'full' } }, feed: { device, crossover: bare } })[0];
    expect(door('direct')).toMatchObject({ severity: 'warning', settle: { stage: 'library' } });
    // Where the radio drives it there is no amplifier to set.
    expect(door('joined')).toMatchObject({
      remedy: 'Set the radio’s own high-pass, where it has one.',
      settle: null,
    });
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
    expect(left(none, { unitKind: 'radio' }, { input: BEHIND_RADIO })).toEqual([]);
  });
  it('though nothing taps it: its speaker is replaced, and it is left with nothing', () => {
    const untapped = (
      facts: NonNullable<Parameters<typeof madeSource>[0]>['facts'],
      way: 'tweeter' | 'subwoofer',
      chosen: 'none' | 'resistor' | null = null,
    ) => {
      const tapped = madeSource({ way: 'woofer', facts });
      const beside = madeSource({ id: 'p2', way, facts }).pair;
      const resistor = { kind: 'resistor' as const, ohm: 47, watts: 10 };
      const feed = madeFeed({ sources: [tapped], feed: { loads: [resistor] } });
      const plan = madePlan({
        feeds: [feed],
        input: { targets: [feed.target], pairs: [tapped.pair, beside] },
        loads: chosen ? [{ pairId: 'p2', load: chosen }] : [],
      });
      return loadMissing(plan);
    };
    const at = { pairId: 'p2', settle: 'listen/load', remedy: 'resistor' };
    expect(untapped({ load: 'suspected' }, 'tweeter', 'none')).toEqual([
      verdict('error', 'load-missing', 'Without one, front left tweeter', at),
    ]);
    // Where the unit is known to watch its loads, a resistor is planned without being asked for.
    expect(untapped({ load: 'suspected' }, 'tweeter')).toEqual([]);
    expect(untapped({}, 'tweeter')).toEqual([
      verdict('assumption', 'load-missing', 'front left tweeter was never tried', {
        ...at,
        remedy: 'Three cold starts',
      }),
    ]);
    expect(untapped({}, 'tweeter', 'resistor')).toEqual([]);
    expect(untapped({ load: 'not-seen' }, 'tweeter')).toEqual([]);
    // A speaker that no new one replaces stays on its output.
    expect(untapped({}, 'subwoofer')).toEqual([]);
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
        ...(clues ? { input: BEHIND_RADIO } : {}),
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
