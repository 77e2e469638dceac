import { REQUIRED_SOUNDS, SOUND_WORD } from '../../model/sounds.ts';
import { playsOnlyBass } from '../facts/bass.ts';
import type { Feed, Loss, Trigger } from '../../model/plan.ts';
import type { Setup } from '../../model/setup.ts';
import type { FinishedCar } from '../../model/finished-car.ts';
import type { PlanContext } from '../facts/context.ts';
import type { PlanInput } from '../facts/plan-input.ts';
import { pairName } from '../../model/unit.ts';

/** Each factory sound before and after: the list to go through with the owner, and again when all is built in. */
export function triggersOf(car: FinishedCar, input: PlanInput): Trigger[] {
  const nameOf = (id: string) => pairName(input.pairs.find((p) => p.id === id)!).toLowerCase();
  return car.sounds.map(({ sound, becomes, heardOn, madeIn }) => {
    const names = heardOn.map(nameOf).join(', ');
    const bypassed = madeIn !== 'radio' && !plays(car, heardOn);
    const why =
      madeIn === 'own-speaker'
        ? 'from a speaker of its own, which nothing here touches.'
        : madeIn === null
          ? unheardWords(sound, input)
          : becomes === 'lost' && !bypassed && !triedEverywhere(sound, car, input)
            ? `heard on ${names}, whose speaker goes and whose signal is not used; other outputs were not tried.`
            : AFTER_WORDS[becomes](names, bypassed);
    return { sound, after: becomes, says: `${SOUND_WORD[sound]}: ${why}`, why };
  });
}

/** Of every output that drives a speaker somebody said whether the sound is on it. */
const triedEverywhere = (sound: Trigger['sound'], { outputs }: FinishedCar, { pairs }: PlanInput) =>
  outputs
    .filter((o) => o.plays && !o.line)
    .every((o) => pairs.find((p) => p.id === o.pairId)!.facts.sounds.some((f) => f.sound === sound));

const plays = ({ outputs }: FinishedCar, pairIds: readonly string[]) =>
  outputs.some((o) => pairIds.includes(o.pairId) && o.plays);

/** @param bypassed the outputs on which it was heard belong to an amplifier that is bypassed */
const AFTER_WORDS: Record<Trigger['after'], (names: string, bypassed: boolean) => string> = {
  same: (names) => `on ${names}, which stay as they are.`,
  louder: (names) =>
    `carried by ${names}, whose signal feeds the new amplifier: it gets louder with the gain. Set the gain with it in mind.`,
  quieter: (names) => `on ${names}; some of the speakers that play it now no longer will.`,
  lost: (names, bypassed) =>
    bypassed
      ? `made by the amplifier on ${names}; bypassed, it is gone.`
      : `only on ${names}, whose speaker goes and whose signal is not used.`,
  unknown: (names) =>
    `heard on ${names}; which radio output carries it, or which speakers play it, is not known. Try before and after.`,
};

function unheardWords(sound: Trigger['sound'], { pairs }: PlanInput): string {
  return pairs.some((p) => p.facts.sounds.some((f) => f.sound === sound))
    ? 'not heard on the outputs that were tried. Try before and after.'
    : 'not tried yet. Try it before anything is changed, and after.';
}

const loss = (rule: string, text: string, consent: boolean): Loss => ({
  rule,
  text,
  consent,
  subjects: [],
  figures: [],
});

/** What the owner loses by a plan, each to be consented to where it is more than a nuisance. */
export function lossesOf(
  car: FinishedCar,
  feeds: readonly Feed[],
  setup: Setup,
  triggers: readonly Trigger[],
  { targets }: PlanInput,
): Loss[] {
  const losses: Loss[] = triggers
    .filter((t) => t.after === 'lost' && !REQUIRED_SOUNDS.includes(t.sound))
    .map((t) => loss(`lost-${t.sound}`, t.says, true));
  const silent = car.speakers.filter((s) => s.fate === 'silent');
  if (silent.some((s) => s.side === 'centre') && !targets.some((t) => t.layout === 'mono' && t.highHz > 1000))
    losses.push(loss('lost-centre', 'The centre speaker falls silent.', true));
  if (silent.some((s) => s.axle === 'rear') && !targets.some((t) => t.axle === 'rear'))
    losses.push(loss('lost-rear', 'The rear speakers fall silent.', true));
  if (
    silent.some((s) => s.way === 'subwoofer') &&
    !targets.some((t) => t.speaker.way === 'subwoofer' || playsOnlyBass(t))
  )
    losses.push(loss('lost-subwoofer', 'The factory subwoofer falls silent.', true));
  const bypassed = setup.factoryAmplifier === 'removed' || setup.factoryAmplifier === 'node';
  if (bypassed)
    losses.push(
      loss(
        'lost-tuning',
        'The factory’s equaliser, time alignment, surround and speed-dependent volume go with its amplifier.',
        false,
      ),
    );
  if (setup.cancelling === 'switched-off')
    losses.push(
      loss(
        'lost-cancelling',
        'Engine noise cancelling and engine sound are switched off; the car sounds different at low speed.',
        true,
      ),
    );
  const cut = car.outputs.filter((o) => o.intercepted?.by === 'cut').length;
  if (setup.joining === 'cut')
    losses.push({
      ...loss(
        'wires-cut',
        'Factory wires are cut: going back to stock means joining each of them again.',
        true,
      ),
      figures: [{ name: 'outputs cut', value: cut, worse: 'higher', step: 1 }],
    });
  const withdrawn = feeds.flatMap((f) => (f.bass && f.bass.remedy !== 'restore' ? f.bass.fromStep : []));
  if (withdrawn.length > 0)
    losses.push(
      loss(
        'bass-above-step',
        `Above step ${Math.min(...withdrawn)} the factory takes bass away, and the new system with it.`,
        false,
      ),
    );
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
    ...(setup.turnOn.by === 'sensing' || setup.turnOn.by === 'offset'
      ? [
          'Prove that it sleeps: lock the car, wait until it sleeps, and read what the new system draws. A device that senses may be kept awake by the car’s own noise.',
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
