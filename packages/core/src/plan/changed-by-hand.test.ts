import { describe, expect, it } from 'vitest';
import { NO_CHANGES, type PlanChanges } from '../model/plan-changes.ts';
import { madeDevice } from '../../test/made-up-devices.ts';
import { madeFeed, madePair } from '../../test/made-up-plan.ts';
import { planInput } from './facts/plan-input.ts';
import { GUESSED } from './words/guess.ts';
import { comparePlans, rework } from './compare/propose.ts';
import { START_PREFERENCES } from '../model/shop.ts';

const { target } = madeFeed();
const side = (id: string, at: 'left' | 'right', way: 'full' | 'tweeter' = 'full') =>
  madePair({ id, side: at, way });
const pairs = [side('l', 'left'), side('lt', 'left', 'tweeter'), side('r', 'right')];
const input = planInput({ pairs, targets: [target] });
const tap = (pairId: string, inverted = false) => ({
  pairId,
  inverted,
  gainDb: -2,
  delayMs: 0,
  allPassHz: null,
});
type ByHand = PlanChanges['feeds'][number];
const byHand = (...feeds: ByHand[]) => rework(input, 'convert', { ...NO_CHANGES, feeds })!;
const left = (taps: ByHand['taps'], device?: ByHand['device']): ByHand => ({
  ...{ targetId: target.id, side: 'left' as const, taps },
  ...(device && { device }),
});
const tapsOf = (proposal: ReturnType<typeof byHand>, at: 'left' | 'right') =>
  proposal.feeds.find((f) => f.side === at)!.taps.map((t) => [t.pairId, t.inverted, t.gainDb]);

describe('taps that are set by hand', () => {
  const solved = byHand();

  it('take the place of the solved ones, on their side alone', () => {
    const changed = byHand(left([tap('l'), tap('lt', true)]));
    expect(tapsOf(changed, 'left')).toEqual([
      ['l', false, -2],
      ['lt', true, -2],
    ]);
    expect(tapsOf(changed, 'right')).toEqual(tapsOf(solved, 'right'));
  });

  it('go into a summing converter where there are several, and into the device that is named', () => {
    const deviceOf = (feed: ByHand) => byHand(feed).feeds.find((f) => f.side === 'left')!;
    expect(deviceOf(left([tap('l')]))).toMatchObject({ device: 'converter', by: 'convert' });
    expect(deviceOf(left([tap('l'), tap('lt')]))).toMatchObject({ device: 'summing-converter', by: 'sum' });
    expect(deviceOf(left([tap('l')], 'direct'))).toMatchObject({ device: 'direct', by: 'direct' });
    expect(deviceOf(left([tap('l'), tap('lt')], 'processor'))).toMatchObject({
      device: 'processor',
      by: 'processor',
    });
  });

  it('are corrected by a processor alone', () => {
    const sections = (device: ByHand['device']) =>
      byHand(left([tap('lt')], device)).feeds.find((f) => f.side === 'left')!.correction.length;
    expect(sections('converter')).toBe(0);
    expect(sections('processor')).toBeGreaterThan(0);
  });

  it('leave out what is gone; where all of it is, the channel is solved again', () => {
    expect(tapsOf(byHand(left([tap('gone'), tap('lt')])), 'left')).toEqual([['lt', false, -2]]);
    expect(tapsOf(byHand(left([tap('gone')])), 'left')).toEqual(tapsOf(solved, 'left'));
    expect(tapsOf(byHand({ ...left([tap('lt')]), targetId: 'other' }), 'left')).toEqual(
      tapsOf(solved, 'left'),
    );
  });

  it('of a way in that there is not come to nothing', () => {
    expect(rework(input, 'by-pigeon', NO_CHANGES)).toBeNull();
    expect(rework(input, 'source-direct', NO_CHANGES)).toBeNull();
    expect(rework({ ...input, targets: [] }, 'convert', NO_CHANGES)).toBeNull();
  });
});

describe('the factory amplifier taken out by hand', () => {
  const taken = (factoryAmplifier: 'removed' | 'node' | 'stays', strategy = 'convert', given = input) =>
    rework(given, strategy, { ...NO_CHANGES, setup: { factoryAmplifier } })!.remarks.filter(
      (r) => r.rule === 'source-silent',
    );

  it.each(['removed', 'node'] as const)('%s: its outputs cannot be tapped any more', (how) => {
    expect(taken(how)).toMatchObject([
      {
        severity: 'error',
        text: expect.stringContaining('is bypassed, so front left and front right are dead') as string,
        remedy: expect.stringContaining('radio’s outputs') as string,
      },
    ]);
  });

  it('left in, or with the signal taken from the radio before it: no word of that', () => {
    expect(taken('stays')).toEqual([]);
    const radio = (['left', 'right'] as const).map((at) =>
      madePair({ id: `r-${at}`, unitId: 'u9', unitKind: 'radio', side: at, facts: { feed: 'follows' } }),
    );
    expect(taken('removed', 'bypass-new-wire', { ...input, pairs: [...pairs, ...radio] })).toEqual([]);
  });
});

describe('a device that is too small for what a hand gives it', () => {
  const takes = { minVolts: 0.1, maxVolts: 60, ohm: null, floating: true };
  const small = madeDevice({ kind: 'passive-converter', inputs: 2, outputs: 2, speakerInput: takes });
  const said = (...ids: string[]) => {
    const own = { ...input, pairs: [...pairs, side('lw', 'left', 'tweeter')], devices: [small] };
    const feeds = [
      left(
        ids.map((id) => tap(id)),
        'passive-converter',
      ),
    ];
    return rework(own, 'convert', { ...NO_CHANGES, feeds })!
      .remarks.filter((r) => r.rule === 'device-room')
      .map((r) => `${r.severity}: ${r.text}`);
  };

  it('says how many signals are to go in; two of them fit', () => {
    expect(said('l', 'lt', 'lw')).toEqual([
      'error: Plain passive-converter has 2 inputs, but 3 signals go into it.',
    ]);
    expect(said('l', 'lt')).toEqual([]);
  });
});

describe('ways in side by side', () => {
  const at = (first: keyof typeof WORDS) =>
    comparePlans({ ...input, preferences: { ...START_PREFERENCES, first } });
  const WORDS = {
    'fewest-parts': 'the simpler one',
    flattest: 'the flatter one',
    'least-cutting': 'cuts fewer',
    'fewest-hours': 'fewer hours',
  };

  it.each(Object.keys(WORDS) as (keyof typeof WORDS)[])(
    'by %s: broken ones last, each wiring once',
    (first) => {
      const { proposals, refused, order } = at(first);
      expect(order).toContain(WORDS[first]);
      const broken = proposals.map((p) => p.remarks.filter((r) => r.severity === 'error').length);
      expect(broken).toEqual([...broken].sort((a, b) => a - b));
      const wirings = proposals.map((p) =>
        JSON.stringify([
          p.feeds.map((f) => [f.side, f.device, f.taps, f.loads.map((l) => l.kind)]),
          p.setup?.factoryAmplifier,
        ]),
      );
      expect(new Set(wirings).size).toBe(wirings.length);
      expect([...proposals, ...refused].map((p) => p.strategy)).toEqual(
        expect.arrayContaining(['convert', 'source-direct']),
      );
      for (const p of proposals) {
        const others = p.reasons.filter((r) => r.rule === 'the-same-by');
        // Of a guess, what it takes is said apart.
        const guessed = p.reasons[0].rule === GUESSED ? 1 : 0;
        expect(p.reasons.length).toBe(p.feeds.length + 1 + guessed + others.length);
        expect(others.length).toBeLessThan(2);
      }
    },
  );

  it('go by flatness up to what an ear tells, and by what the shop prefers', () => {
    const order = (first: keyof typeof WORDS) => at(first).proposals.map((p) => p.strategy);
    const hours = at('fewest-hours').proposals;
    expect(order('fewest-parts').indexOf('convert')).toBeLessThan(order('fewest-parts').indexOf('processor'));
    expect(hours[0].figures!.hours.from).toBeLessThanOrEqual(
      hours.find((p) => p.strategy === 'processor')!.figures!.hours.from,
    );
  });
});
