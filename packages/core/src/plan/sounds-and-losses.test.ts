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
import type { PlanInput } from './facts/plan-input.ts';
import { dutiesOf, lossesOf, triggersOf } from './losses/losses.ts';

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
  const feed = madeFeed({ sources: [madeSource({ facts: { sounds: found.tapped ?? [] } })], ...made });
  const pairs = [...feed.sources.map((s) => s.pair), ...(made.input?.pairs ?? [other])];
  const { finished, context } = madePlan({
    feeds: [feed],
    setup,
    input: { targets: [feed.target], ...made.input, pairs },
  });
  return triggersOf(finished, context.input).find((t) => t.sound === sound);
}
const NODE: MadeSetup = { factoryAmplifier: 'node' };

describe('a factory sound before and after', () => {
  it('carried by an output that is tapped: louder', () => {
    expect(after('chimes', { tapped: [on('chimes')] })).toMatchObject({
      after: 'louder',
      says: expect.stringMatching(/^Chimes: carried by front left, whose signal feeds the new/) as string,
    });
  });
  it('made by the amplifier that is bypassed: lost', () => {
    for (const factoryAmplifier of ['removed', 'node'] as const)
      for (const madeIn of ['amplifier', 'unknown'] as const)
        expect(
          after('chimes', { other: [on('chimes', { madeIn })] }, { setup: { factoryAmplifier } }),
        ).toEqual({
          sound: 'chimes',
          after: 'lost',
          says: 'Chimes: made by the amplifier on front right; bypassed, it is gone.',
          why: 'made by the amplifier on front right; bypassed, it is gone.',
        });
  });
  it('made by the radio: with the line for the same place, or not; not known where no line is listed', () => {
    const heard = { other: [on('chimes', { madeIn: 'radio' as const })] };
    const line = (side: 'left' | 'right') =>
      madeSource({ id: `r-${side}`, unitId: 'u9', unitKind: 'radio' as const, side });
    const bypassed = (side: 'left' | 'right') =>
      after('chimes', heard, {
        setup: NODE,
        sources: [line(side)],
        input: {
          pairs: [madePair({ id: 'p2', side: 'right', facts: { sounds: heard.other } }), line('right').pair],
        },
      });
    expect(bypassed('right')?.after).toBe('louder');
    expect(bypassed('left')?.after).toBe('lost');
    expect(after('chimes', heard, { setup: NODE })).toEqual({
      sound: 'chimes',
      after: 'unknown',
      says: 'Chimes: heard on front right; which radio output carries it, or which speakers play it, is not known. Try before and after.',
      why: 'heard on front right; which radio output carries it, or which speakers play it, is not known. Try before and after.',
    });
  });
  it('made by the radio and heard beside a line that is not listed: not known, for another line may carry it', () => {
    const centre = madePair({
      id: 'p2',
      side: 'centre',
      facts: { sounds: [on('chimes', { madeIn: 'radio' })] },
    });
    const left = madeSource({ id: 'r-left', unitId: 'u9', unitKind: 'radio' as const });
    const bypassed: MadeFeed = { setup: NODE, sources: [left], input: { pairs: [centre] } };
    expect(after('chimes', {}, bypassed)?.after).toBe('unknown');
  });
  it('heard on the radio’s line alone plays behind its amplifier, as long as that stays', () => {
    const line = (madeIn: 'radio' | 'unknown', side: 'left' | 'right' = 'right') =>
      madePair({
        ...{ id: 'r1', unitId: 'u9', unitKind: 'radio' as const, side },
        facts: { sounds: [on('chimes', { madeIn })] },
      });
    const rear = (side: 'left' | 'right') => madePair({ id: 'p2', axle: 'rear', side });
    const heardOn = (pair: ReturnType<typeof line>, at: ReturnType<typeof rear>) =>
      after('chimes', {}, { input: { pairs: [at, pair] } })?.after;
    const alike = { ...line('radio'), axle: 'rear' as const };
    expect(heardOn(alike, rear('right'))).toBe('same');
    // Whoever says of a line where the sound is made: it comes from before it.
    expect(heardOn({ ...line('unknown'), axle: 'rear' }, rear('right'))).toBe('same');
    // Which speakers play it is not known where no output of that place is listed, and some speakers go.
    expect(heardOn(alike, rear('left'))).toBe('unknown');
    const tried = {
      ...rear('right'),
      facts: madePair({ facts: { sounds: [on('chimes', { heard: false })] } }).facts,
    };
    expect(heardOn(alike, tried)).toBe('unknown');
  });
  it('on a speaker that goes and whose signal is not used: lost; on one that stays: the same', () => {
    const lost = after('parking', { other: [on('parking')] });
    expect(lost).toMatchObject({
      after: 'lost',
      says: expect.stringContaining(
        'on front right, whose speaker goes and whose signal is not used;',
      ) as string,
    });
    expect(lost?.why).toMatch(/other outputs were not tried\.$/);
    const tried = { tapped: [on('parking', { heard: false })], other: [on('parking')] };
    expect(after('parking', tried)?.why).toBe(
      'only on front right, whose speaker goes and whose signal is not used.',
    );
    const rear = after('parking', { other: [on('parking')], pair: { axle: 'rear' } });
    expect(rear).toEqual({
      sound: 'parking',
      after: 'same',
      says: 'Parking sounds: on rear right, which stay as they are.',
      why: 'on rear right, which stay as they are.',
    });
  });
  it('on two speakers of which one goes: quieter', () => {
    const rear = madePair({ id: 'p3', axle: 'rear', facts: { sounds: [on('parking')] } });
    const front = madePair({ id: 'p2', side: 'right', facts: { sounds: [on('parking')] } });
    expect(after('parking', {}, { input: { pairs: [front, rear] } })).toEqual({
      sound: 'parking',
      after: 'quieter',
      says: 'Parking sounds: on front right, rear left; some of the speakers that play it now no longer will.',
      why: 'on front right, rear left; some of the speakers that play it now no longer will.',
    });
  });
  it('on a kept speaker that nothing feeds any more stays on its own output', () => {
    const kept: MadeFeed = { target: { speaker: { state: 'kept' } } };
    expect(after('parking', { other: [on('parking')] }, kept)?.after).toBe('same');
  });
  it('that comes as data to the new amplifier: only what the radio makes', () => {
    const data = (madeIn: 'radio' | 'amplifier') =>
      after(
        'chimes',
        { other: [on('chimes', { madeIn })] },
        { setup: NODE, sources: [], feed: { device: 'data-interface' } },
      );
    expect([data('radio')?.after, data('amplifier')?.after]).toEqual(['louder', 'lost']);
  });
  it('heard nowhere, tried or not', () => {
    const not = [on('telephone', { heard: false })];
    const why = 'not heard on the outputs that were tried. Try before and after.';
    const everywhere = after('telephone', { tapped: not, other: not });
    expect(everywhere).toEqual({ sound: 'telephone', after: 'same', says: `Telephone: ${why}`, why });
    // Where one output was never tried, it may be there.
    expect(after('telephone', { other: not })).toMatchObject({ after: 'unknown', why });
    expect(after('telephone', { tapped: not, other: not }, { setup: NODE })?.after).toBe('unknown');
    expect(after('telephone', {})).toMatchObject({
      after: 'unknown',
      says: expect.stringContaining('not tried yet') as string,
    });
    // A radio alone may make sounds as well.
    const alone = { pairs: [madePair({ id: 'p2', unitKind: 'radio' as const })] };
    const radio = after('telephone', {}, { sources: [madeSource({ unitKind: 'radio' })], input: alone });
    expect(radio?.after).toBe('unknown');
  });
  it('traced to a speaker of its own: nothing touches it', () => {
    const own = [on('seat-belt', { heard: false, madeIn: 'own-speaker' })];
    for (const setup of [undefined, NODE])
      expect(after('seat-belt', { tapped: own }, { ...(setup && { setup }) })).toEqual({
        sound: 'seat-belt',
        after: 'same',
        says: 'Seat-belt warning: from a speaker of its own, which nothing here touches.',
        why: 'from a speaker of its own, which nothing here touches.',
      });
  });
  it('said to have a speaker of its own but heard on an output: what was heard counts', () => {
    const claimed = [on('seat-belt', { heard: false, madeIn: 'own-speaker' })];
    const heard = (madeIn: 'amplifier' | 'own-speaker') => [on('seat-belt', { madeIn })];
    const bypassed = (other: AddedSoundFinding[]) =>
      after('seat-belt', { tapped: claimed, other }, { setup: NODE })?.after;
    expect(bypassed(heard('amplifier'))).toBe('lost');
    // On one output both were said: whoever makes it, the output carries it.
    expect(bypassed(heard('own-speaker'))).toBe('lost');
    expect(bypassed([on('seat-belt', { heard: false })])).toBe('same');
  });
  it('the pedestrian warning belongs to electric drives', () => {
    for (const drive of ['electric', 'hybrid'] as const)
      expect(after('pedestrian', {}, { input: { pairs: [], drive } })?.after).toBe('unknown');
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
    const { plan, context, finished } = madePlan({ setup, input, feeds });
    return lossesOf(finished, plan.feeds, plan.setup, triggers, context.input).map(
      (l) => `${l.rule}${l.consent ? '!' : ''}`,
    );
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
    const trigger = (sound: TriggerSound, after: Trigger['after']) => ({ sound, after, says: '', why: '' });
    expect(
      losses({}, {}, [trigger('parking', 'lost'), trigger('telephone', 'same'), trigger('chimes', 'lost')]),
    ).toEqual(['lost-parking!']);
  });
  it('bass above the lowest step of any channel', () => {
    const bass = (fromStep: number, remedy: 'restore' | 'none') =>
      madeFeed({ feed: { bass: { fromStep, lostDb: 6, remedy, says: '' } } });
    const { plan, context, finished } = madePlan({
      feeds: [bass(24, 'none'), bass(20, 'none'), bass(10, 'restore'), madeFeed()],
    });
    expect(lossesOf(finished, plan.feeds, plan.setup, [], context.input)).toEqual([
      expect.objectContaining({
        rule: 'bass-above-step',
        consent: false,
        text: expect.stringContaining('Above step 20 ') as string,
      }),
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
