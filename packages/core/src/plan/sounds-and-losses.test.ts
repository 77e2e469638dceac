import { describe, expect, it } from 'vitest';
import type { AddedSoundFinding } from '../behaviour/behaviour-of-job.ts';
import type { Trigger } from '../model/plan.ts';
import type { TriggerSound } from '../model/sounds.ts';
import {
  madeFeed,
  type MadeFeed,
  madePair,
  madePlan,
  type MadeSetup,
  madeSource,
} from '../../test/made-up-plan.ts';
import type { PlanInput } from './plan-input.ts';
import { dutiesOf, lossesOf, triggersOf } from './losses.ts';

const on = (sound: AddedSoundFinding['sound'], part: Partial<AddedSoundFinding> = {}): AddedSoundFinding => ({
  sound,
  heard: true,
  madeIn: 'amplifier',
  levelDb: -20,
  ...part,
});

/** Before and after of one sound: on the output p1 that feeds the new channel, or on p2 that does not. */
function after(
  sound: TriggerSound,
  found: { tapped?: AddedSoundFinding[]; other?: AddedSoundFinding[]; pair?: Parameters<typeof madePair>[0] },
  { setup, ...made }: MadeFeed = {},
): Trigger | undefined {
  const other = madePair({ id: 'p2', side: 'right', facts: { sounds: found.other ?? [] }, ...found.pair });
  const feed = madeFeed({
    sources: [madeSource({ facts: { sounds: found.tapped ?? [] } })],
    ...made,
    input: { pairs: [other], ...made.input },
  });
  const { plan } = madePlan({ setup });
  return triggersOf([feed.feed], plan.setup, feed.context).find((t) => t.sound === sound);
}
const NODE: MadeSetup = { factoryAmplifier: 'node' };

describe('a factory sound before and after', () => {
  it('carried by an output that is tapped: louder', () => {
    expect(after('chimes', { tapped: [on('chimes')] })).toMatchObject({
      after: 'louder',
      says: expect.stringMatching(/^Chimes: carried by front left, which feeds the new amplifier/) as string,
    });
  });
  it('made by the amplifier that is bypassed: lost; by the radio: still there', () => {
    for (const factoryAmplifier of ['removed', 'node'] as const) {
      const bypassed = { setup: { factoryAmplifier } };
      expect(after('chimes', { tapped: [on('chimes')] }, bypassed)?.after).toBe('lost');
      expect(after('chimes', { tapped: [on('chimes', { madeIn: 'unknown' })] }, bypassed)?.after).toBe(
        'lost',
      );
      expect(after('chimes', { tapped: [on('chimes', { madeIn: 'radio' })] }, bypassed)?.after).toBe(
        'louder',
      );
    }
  });
  it('on a speaker that goes and whose signal is not used: lost', () => {
    const lost = after('parking', { other: [on('parking')] });
    expect(lost).toMatchObject({
      after: 'lost',
      says: expect.stringContaining('only on front right, whose speaker goes') as string,
    });
    const kept: MadeFeed = { target: { speaker: { state: 'kept' } } };
    expect(after('parking', { other: [on('parking')] }, kept)?.after).toBe('same');
    const rear = after('parking', { other: [on('parking')], pair: { axle: 'rear' } });
    expect(rear).toEqual({
      sound: 'parking',
      after: 'same',
      says: 'Parking sounds: on rear right, which stay as they are.',
    });
    expect(after('parking', { other: [on('parking', { madeIn: 'radio' })] }, { setup: NODE })?.after).toBe(
      'same',
    );
  });
  it('heard nowhere, tried or not', () => {
    const tried = after('telephone', { other: [on('telephone', { heard: false })] });
    expect(tried).toEqual({
      sound: 'telephone',
      after: 'same',
      says: 'Telephone: not heard on the outputs that were tried. Try before and after.',
    });
    expect(after('telephone', { other: [on('telephone', { heard: false })] }, { setup: NODE })?.after).toBe(
      'unknown',
    );
    expect(after('telephone', {})).toMatchObject({
      after: 'unknown',
      says: expect.stringContaining('not tried yet') as string,
    });
    // A radio alone: nothing behind it could make a sound.
    const alone = { pairs: [madePair({ id: 'p2', unitKind: 'radio' as const })] };
    const radio = after('telephone', {}, { sources: [madeSource({ unitKind: 'radio' })], input: alone });
    expect(radio?.after).toBe('same');
    expect(after('seat-belt', {})).toMatchObject({
      after: 'same',
      says: expect.stringContaining('its own sounder') as string,
    });
    expect(after('seat-belt', {}, { setup: NODE })?.after).toBe('unknown');
  });
  it('the pedestrian warning belongs to electric drives', () => {
    for (const drive of ['electric', 'hybrid'] as const)
      expect(after('pedestrian', {}, { input: { pairs: [], drive } })?.after).toBe('same');
    expect(after('pedestrian', {})).toBeUndefined();
  });
});

describe('what the owner loses', () => {
  const losses = (
    setup: MadeSetup,
    input: Partial<PlanInput> = {},
    triggers: Trigger[] = [],
    feeds = [madeFeed()],
  ) => {
    const { plan, context } = madePlan({ setup, input, feeds });
    return lossesOf(plan.feeds, plan.setup, triggers, context).map((l) => `${l.rule}${l.consent ? '!' : ''}`);
  };
  const centre = madePair({ side: 'centre' });
  const rear = madePair({ axle: 'rear' });
  const sub = madePair({ way: 'subwoofer' });
  const target = (part: MadeFeed['target']) => [madeFeed({ target: part }).target];
  it('nothing, as long as the amplifier stays', () => {
    expect(losses({}, { pairs: [centre, rear, sub] })).toEqual([]);
  });
  it.each([
    [
      'lost-centre',
      centre,
      { layout: 'mono', axle: 'rear', highHz: 1001, lowHz: 300 },
      { layout: 'mono', highHz: 1000, axle: 'rear' },
    ],
    ['lost-rear', rear, { axle: 'rear' }, { axle: 'front' }],
    ['lost-subwoofer', sub, { speaker: { way: 'subwoofer' } }, { highHz: 251 }],
    ['lost-subwoofer', sub, { highHz: 250 }, { highHz: 251 }],
  ] as const)('%s by a bypass, unless a target drives it anew', (rule, pair, drives, other) => {
    for (const factoryAmplifier of ['removed', 'node'] as const) {
      const of = (made: MadeFeed['target'], pairs = [pair]) =>
        losses({ factoryAmplifier }, { pairs, targets: target(made) });
      expect(of(other)).toEqual([`${rule}!`, 'lost-tuning']);
      expect(of(drives)).toEqual(['lost-tuning']);
      expect(of(other, [madePair({ ...pair, unitKind: 'radio' })])).toEqual(['lost-tuning']);
      expect(of(other, [])).toEqual(['lost-tuning']);
    }
  });
  it('noise cancelling that is switched off, wires that are cut, sounds that are no duty', () => {
    expect(losses({ cancelling: 'switched-off' })).toEqual(['lost-cancelling!']);
    expect(losses({ cancelling: 'left' })).toEqual([]);
    expect(losses({ joining: 'cut' })).toEqual(['wires-cut!']);
    const trigger = (sound: TriggerSound, after: Trigger['after']) => ({ sound, after, says: '' });
    expect(
      losses({}, {}, [trigger('parking', 'lost'), trigger('telephone', 'same'), trigger('chimes', 'lost')]),
    ).toEqual(['lost-parking!']);
  });
  it('bass above the lowest step of any channel', () => {
    const bass = (fromStep: number, remedy: 'restore' | 'none') =>
      madeFeed({ feed: { bass: { fromStep, lostDb: 6, remedy, says: '' } } });
    const { plan, context } = madePlan({
      feeds: [bass(24, 'none'), bass(20, 'none'), bass(10, 'restore'), madeFeed()],
    });
    expect(lossesOf(plan.feeds, plan.setup, [], context)).toEqual([
      { rule: 'bass-above-step', consent: false, text: expect.stringContaining('Above step 20 ') as string },
    ]);
    expect(losses({}, {}, [], [bass(10, 'restore')])).toEqual([]);
  });
  it('duties: those of every car, of noise cancelling, of high voltage', () => {
    const duties = (setup: MadeSetup, drive: PlanInput['drive']) => {
      const { plan, context } = madePlan({ setup, input: { drive } });
      return dutiesOf(plan.setup, context).join('\n');
    };
    expect(duties({}, 'combustion')).toMatch(/trigger list[^]*reception[^]*return the car to stock/);
    expect(duties({}, 'combustion')).not.toMatch(/Noise cancelling|Orange/);
    expect(duties({ cancelling: 'left' }, 'combustion')).toContain('Never just unplug its microphones');
    for (const drive of ['electric', 'hybrid'] as const)
      expect(duties({}, drive)).toContain('licensed people');
  });
});
