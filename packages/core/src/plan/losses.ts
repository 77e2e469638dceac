import { ADDED_SOUNDS, SOUND_WORD, TRIGGER_SOUNDS } from '../model/sounds.ts';
import { playsOnlyBass } from './bass.ts';
import type { Feed, Loss, Trigger } from '../model/plan.ts';
import type { Setup } from '../model/setup.ts';
import type { PlanContext } from './context.ts';
import { replaces } from './complete-feed.ts';
import { pairName } from '../model/unit.ts';

/** Sounds that the law or type approval asks for: they must go on working, whatever the owner signs. */
export const REQUIRED_SOUNDS: readonly Trigger['sound'][] = [
  'chimes',
  'seat-belt',
  'indicator',
  'emergency-call',
  'pedestrian',
];

/** Each factory sound before and after: the list to go through with the owner, and again when all is built in. */
export function triggersOf(feeds: readonly Feed[], setup: Setup, context: PlanContext): Trigger[] {
  const { input } = context;
  const bypassed = setup.factoryAmplifier === 'removed' || setup.factoryAmplifier === 'node';
  const tapped = new Set(feeds.flatMap((f) => f.taps.map((t) => t.pairId)));
  const electric = input.drive === 'electric' || input.drive === 'hybrid';
  return TRIGGER_SOUNDS.filter((s) => s !== 'pedestrian' || electric).map((sound): Trigger => {
    const told = input.pairs.flatMap((p) => {
      const found = p.facts.sounds.find((f) => f.sound === sound);
      return found ? [{ pair: p, ...found }] : [];
    });
    const carriers = told.filter((t) => t.heard);
    const word = SOUND_WORD[sound];
    if (carriers.length === 0) {
      const says = ADDED_SOUNDS.some((s) => s === sound)
        ? told.length > 0
          ? `${word}: not heard on the outputs that were tried. Try before and after.`
          : `${word}: not tried yet. Try it before anything is changed, and after.`
        : `${word}: comes from its own sounder in most cars. Try before and after.`;
      const unsure = told.length === 0 && ADDED_SOUNDS.some((s) => s === sound) && context.hasAmplifier;
      return { sound, after: unsure || bypassed ? 'unknown' : 'same', says };
    }
    const names = carriers.map((c) => pairName(c.pair).toLowerCase()).join(', ');
    const fromAmplifier = carriers.some((c) => c.madeIn !== 'radio');
    if (bypassed && fromAmplifier)
      return {
        sound,
        after: 'lost',
        says: `${word}: made by the amplifier on ${names}; bypassed, it is gone.`,
      };
    const played = carriers.filter((c) => tapped.has(c.pair.id));
    if (played.length > 0)
      return {
        sound,
        after: 'louder',
        says: `${word}: carried by ${names}, which feeds the new amplifier: it gets louder with the gain. Set the gain with it in mind.`,
      };
    const gone = carriers.filter((c) =>
      input.targets.some((t) => replaces(t, c.pair, context) && t.speaker.state === 'new'),
    );
    if (gone.length === carriers.length && !bypassed)
      return {
        sound,
        after: 'lost',
        says: `${word}: only on ${names}, whose speaker goes and whose signal is not used.`,
      };
    return { sound, after: 'same', says: `${word}: on ${names}, which stay as they are.` };
  });
}

/** What the owner loses by a plan, each to be consented to where it is more than a nuisance. */
export function lossesOf(
  feeds: readonly Feed[],
  setup: Setup,
  triggers: readonly Trigger[],
  context: PlanContext,
): Loss[] {
  const { input } = context;
  const losses: Loss[] = triggers
    .filter((t) => t.after === 'lost' && !REQUIRED_SOUNDS.includes(t.sound))
    .map((t) => ({ rule: `lost-${t.sound}`, text: t.says, consent: true }));
  const bypassed = setup.factoryAmplifier === 'removed' || setup.factoryAmplifier === 'node';
  const left = (side: 'centre' | 'rear' | 'subwoofer') =>
    input.pairs.some(
      (p) =>
        p.unitKind !== 'radio' &&
        (side === 'centre'
          ? p.side === 'centre'
          : side === 'rear'
            ? p.axle === 'rear'
            : p.way === 'subwoofer'),
    );
  const fed = (test: (t: (typeof input.targets)[number]) => boolean) => input.targets.some(test);
  if (bypassed && left('centre') && !fed((t) => t.layout === 'mono' && t.highHz > 1000))
    losses.push({ rule: 'lost-centre', text: 'The centre speaker falls silent.', consent: true });
  if (bypassed && left('rear') && !fed((t) => t.axle === 'rear'))
    losses.push({ rule: 'lost-rear', text: 'The rear speakers fall silent.', consent: true });
  if (bypassed && left('subwoofer') && !fed((t) => t.speaker.way === 'subwoofer' || playsOnlyBass(t)))
    losses.push({ rule: 'lost-subwoofer', text: 'The factory subwoofer falls silent.', consent: true });
  if (bypassed)
    losses.push({
      rule: 'lost-tuning',
      text: 'The factory’s equaliser, time alignment, surround and speed-dependent volume go with its amplifier.',
      consent: false,
    });
  if (setup.cancelling === 'switched-off')
    losses.push({
      rule: 'lost-cancelling',
      text: 'Engine noise cancelling and engine sound are switched off; the car sounds different at low speed.',
      consent: true,
    });
  if (setup.joining === 'cut')
    losses.push({
      rule: 'wires-cut',
      text: 'Factory wires are cut: going back to stock means joining each of them again.',
      consent: true,
    });
  const withdrawn = feeds.flatMap((f) => (f.bass && f.bass.remedy !== 'restore' ? f.bass.fromStep : []));
  if (withdrawn.length > 0)
    losses.push({
      rule: 'bass-above-step',
      text: `Above step ${Math.min(...withdrawn)} the factory takes bass away, and the new system with it.`,
      consent: false,
    });
  return losses;
}

/** What has to be done or kept whatever the plan, in words. */
export function dutiesOf(setup: Setup, context: PlanContext): string[] {
  const cancelling = setup.cancelling !== 'absent';
  return [
    'Go through the trigger list with the owner before the first plug is pulled, and again before the panels go back. Sounds that the law requires must go on working.',
    ...(cancelling
      ? [
          'Noise cancelling is switched off in the car’s settings or by the maker’s procedure. Never just unplug its microphones: telephone or emergency call may share them.',
        ]
      : []),
    'Check radio reception and the key’s range when all is powered; keep devices and cables away from the antennas.',
    ...(context.input.drive === 'electric' || context.input.drive === 'hybrid'
      ? [
          'Orange cables and what hangs on them are for licensed people and the maker’s isolation procedure. The 12 V net is fed by a converter: stay within its limit.',
        ]
      : []),
    'Note how to return the car to stock: where each tap sits, what was unplugged, and the parts that were taken out. The vehicle’s warranty terms are the maker’s; show the owner what is touched.',
  ];
}
