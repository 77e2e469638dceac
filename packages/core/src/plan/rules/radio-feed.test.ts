import { describe, expect, it } from 'vitest';
import {
  BEHIND_RADIO,
  madeFeed,
  type MadeFeed,
  madePlan,
  type MadeSetup,
  madeSource,
} from '../../../test/made-up-plan.ts';
import { analyseResponse } from '../../signal/analyse.ts';
import { SUM_GRID_HZ } from '../../summing/output-response.ts';
import { feedProcessed } from './feed-processed.ts';
import { stageKnown } from './stage-known.ts';

describe('straight into line inputs', () => {
  type Pair = Parameters<typeof madeSource>[0];
  const said = (pairs: Pair[], device: 'direct' | 'converter' | 'joined' = 'direct') => {
    const sources = pairs.map((pair, n) => madeSource({ id: `p${n}`, unitKind: 'radio', ...pair }));
    const feeds = sources.map((source, n) =>
      madeFeed({ sources: [source], feed: { device, side: n ? 'right' : 'left' } }),
    );
    return stageKnown(madePlan({ feeds, input: { ...BEHIND_RADIO, pairs: sources.map((s) => s.pair) } }));
  };
  it('goes what was read to collapse with a speaker on it', () => {
    expect(said([{ facts: { holdsIntoSpeaker: false } }])).toEqual([]);
  });
  it('what was noted may be accepted by name, and is said once for both sides', () => {
    const noted = said([{ stage: 'line' }, { stage: 'line', side: 'right' }]);
    expect(noted).toMatchObject([{ rule: 'stage-known', acceptable: true }]);
    expect(noted[0].text).toMatch(/^Front left and front right: noted as line level, and go straight/);
    expect(noted[0].subjects).toHaveLength(2);
  });
  it('of what nobody noted nobody can sign', () => {
    const unknown = said([{}]);
    expect(unknown).toMatchObject([{ acceptable: false }]);
    expect(unknown[0].text).toMatch(/nobody knows whether it is line level/);
    expect(said([{ stage: 'line' }, {}]).map((r) => r.acceptable)).toEqual([true, false]);
  });
  it('is no matter where something converts, or the output drives the speaker itself', () => {
    expect(said([{}], 'converter')).toEqual([]);
    expect(said([{}], 'joined')).toEqual([]);
  });
});

describe('a feed that the factory worked over', () => {
  const boosted = analyseResponse({
    frequencyHz: [...SUM_GRID_HZ],
    levelDb: SUM_GRID_HZ.map(
      (f) => -10 * Math.log10(1 + (12 / f) ** 4) + 7 * Math.exp(-((Math.log2(f / 300) * 1.5) ** 2)),
    ),
  });
  const said = (setup: MadeSetup, part: MadeFeed = {}, unitKind: 'radio' | 'amplifier' = 'radio') =>
    feedProcessed(
      madeFeed({
        sources: [{ ...madeSource({ unitKind }), analysis: boosted }],
        input: BEHIND_RADIO,
        setup,
        feed: { device: 'direct' },
        ...part,
      }),
    ).map((r) => `${r.severity}: ${r.text}`);
  it('is no bypass as it is, and worth a look beside one', () => {
    for (const factoryAmplifier of ['removed', 'node'] as const)
      expect(said({ factoryAmplifier })).toEqual([
        expect.stringMatching(
          /^error: The radio’s front left is not filtered, but is equalised by \+[67] dB at/,
        ),
      ]);
    expect(said({ factoryAmplifier: 'stays' })).toEqual([expect.stringMatching(/^warning/)]);
  });
  it('a processor undoes it; an amplifier’s output is what it is; outside the band it does not matter', () => {
    expect(said({ factoryAmplifier: 'removed' }, { feed: { device: 'processor' } })).toEqual([]);
    expect(said({ factoryAmplifier: 'stays' }, {}, 'amplifier')).toEqual([]);
    expect(said({ factoryAmplifier: 'removed' }, { target: { lowHz: 2500, highHz: 18_000 } })).toEqual([]);
  });
  it('mixed sides are no matter of a processor: nothing takes them apart again', () => {
    const mixed = (analysis = madeSource().analysis) => [
      { ...madeSource({ unitKind: 'radio', facts: { sides: 'mixed' } }), analysis },
    ];
    expect(said({ factoryAmplifier: 'removed' }, { sources: mixed() })).toEqual([]);
    const [both] = said({ factoryAmplifier: 'removed' }, { sources: mixed(boosted) });
    expect(both).toMatch(/equalised by/);
    expect(both).not.toMatch(/mixed/);
  });
});
