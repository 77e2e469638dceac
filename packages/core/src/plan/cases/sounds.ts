import { NO_SOUNDS } from '../../carsim/cars/parts.ts';
import type { CheckBody } from '../../model/check.ts';
import type { TriggerSound } from '../../model/sounds.ts';
import { amplifier, both, bypassable, car, FRONT_PAIR, STEADY, WITH_AMPLIFIER } from './cars.ts';
import type { CaseRecord, JobCase, Never } from './case.ts';
import { TAKES_THE_AMPLIFIER_OUT } from './never.ts';
import { checked, pairOf, settled } from './record.ts';

const heard = (sound: TriggerSound): CheckBody => ({
  ...{ kind: 'added-sound', sound, heard: true, madeIn: 'amplifier', levelDb: null },
});

/** Door speakers and separate tweeters on an amplifier; the doors alone serve the new front pair. */
const chiming = (id: string) =>
  car(id, {
    ...WITH_AMPLIFIER,
    clues: { ...WITH_AMPLIFIER.clues, moreSpeakersThanFour: 'yes' },
    units: [
      amplifier([
        ...both('front', 'full', { checks: STEADY }),
        ...both('front', 'tweeter', { checks: STEADY }),
      ]),
    ],
    targets: [FRONT_PAIR],
  });
/** The chimes are on these of the left outputs. */
const chimesOn =
  (...ways: ('full' | 'tweeter')[]) =>
  (c: CaseRecord) => {
    settled(c);
    for (const way of ways) checked(c, pairOf(c, { side: 'left', way }).id, heard('chimes'));
  };
const CHIMES_LOST: Never = {
  what: 'loses the chimes',
  done: ({ car: { sounds } }) => sounds.some((s) => s.sound === 'chimes' && s.becomes === 'lost'),
};

/** What the law asks for goes on being heard. */
export const REQUIRED: readonly JobCase[] = [
  {
    id: 'nobody-knows-where-the-emergency-call-plays',
    car: bypassable('nobody-knows-where-the-emergency-call-plays', [FRONT_PAIR]),
    record: (c) => {
      for (const pair of c.job.units.flatMap((u) => u.pairs))
        checked(
          c,
          pair.id,
          ...NO_SOUNDS.filter((s) => s.kind === 'added-sound' && s.sound !== 'emergency-call'),
        );
    },
    decides: { says: [/emergency call/i] },
    why: 'It may play through the unit that would go. It is settled by its self-test, by its speaker or by the maker’s papers.',
    never: [TAKES_THE_AMPLIFIER_OUT],
  },
  {
    id: 'every-required-sound-has-a-sounder-of-its-own',
    car: bypassable('every-required-sound-has-a-sounder-of-its-own', [FRONT_PAIR]),
    record: settled,
    decides: {},
    why: 'Each was traced to a speaker of its own: taking the amplifier out touches none of them.',
    never: [],
    allows: [TAKES_THE_AMPLIFIER_OUT],
  },
  {
    id: 'chimes-on-a-tweeter-that-would-go',
    car: chiming('chimes-on-a-tweeter-that-would-go'),
    record: chimesOn('tweeter'),
    decides: {
      first: ['keep-speaker'],
      holds: ({ car: { sounds } }) => sounds.some((s) => s.sound === 'chimes' && s.becomes === 'same'),
    },
    why: 'The new front pair takes its signal at the doors; the tweeter that chimes stays on its wire, out of the way.',
    never: [CHIMES_LOST],
  },
  {
    id: 'chimes-on-the-doors-that-are-tapped',
    car: chiming('chimes-on-the-doors-that-are-tapped'),
    record: chimesOn('full', 'tweeter'),
    decides: { first: ['convert'] },
    why: 'The signal that carries them feeds the new speakers: they are heard there, and the old ones may go.',
    never: [CHIMES_LOST],
  },
];
