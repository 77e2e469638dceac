import type { Conditions } from '../model/conditions.ts';
import type { Instrument } from '../readings/index.ts';
import { ROLE_WORD, placeOf } from './words.ts';
import type { HarnessWorkings } from './map-harness.ts';

interface Test {
  instrument: Instrument;
  cavityId: string;
  otherCavityId: string | null;
  conditions: Conditions;
}

/** Why a test comes next, in one or two short sentences. */
export function whyTest(test: Test, workings: HarnessWorkings): string {
  const { map, indexOf } = workings;
  const cavity = map.cavities[indexOf.get(test.cavityId)!];
  const asked = neededWords(test, workings);
  // Without a tone source the pop of a cell takes its place, and is told how.
  if (asked !== null && (test.instrument !== 'tone' || workings.input.tools.includes('tone'))) return asked;
  const pair = test.otherCavityId === null || cavity.pair === null ? null : map.pairs[cavity.pair];
  const [first, second] = cavity.roles;
  const apart = second ? `${ROLE_WORD[first.role]} from ${ROLE_WORD[second.role]}` : 'what it is';
  switch (test.instrument) {
    case 'seen':
      return 'Colour, thickness and twist cost a look and narrow down what it can be.';
    case 'dc':
      return test.conditions.radio === 'on'
        ? `What comes on with the radio shows now: it tells ${apart}.`
        : test.conditions.ignition === 'on'
          ? `With the ignition on and the radio off a switched feed is there, a turn-on is not: it tells ${apart}.`
          : `What is there with everything off is a battery feed: it tells ${apart}.`;
    case 'ohms':
      return `A few ohms would make ${placeOf(workings, test.cavityId, test.otherCavityId!)} a speaker pair. A tweeter behind its capacitor reads open.`;
    case 'tone':
      if (!workings.input.tools.includes('tone'))
        return 'Touch the 1.5 V cell to the pair for a moment, car side, plug out: where the pop is heard is where it belongs.';
      return pair?.kind === 'output' && pair.state !== 'open'
        ? 'It is a speaker pair; which speaker sounds tells where it belongs.'
        : 'If a speaker sounds, the two are its pair, and where it sounds tells which.';
    case 'cone':
      if (pair?.polarity.odd && pair.polarity.times === 1)
        return 'Its siblings have plus on the other side; this pair read the other way round. Once more settles it.';
      return test.conditions.sound === 'playing'
        ? 'With the test speaker on the pair the tester shows which of the two is plus.'
        : 'Which of the two is plus is still open.';
    case 'ac': {
      const { balance, fader } = test.conditions;
      if (balance !== 'centre') return `Balance full ${balance}: whether the signal stays tells the side.`;
      if (fader !== 'centre') return `Fader full ${fader}: whether the signal stays tells front from rear.`;
      return 'With a steady signal playing, AC volts show which wires carry audio. A data pair shows the same at any volume.';
    }
    default:
      return '';
  }
}

/** What the finding itself asks for, where this is that test. */
function neededWords(test: Test, { map, indexOf }: HarnessWorkings): string | null {
  const cavity = map.cavities[indexOf.get(test.cavityId)!];
  const pair = cavity.pair === null ? null : map.pairs[cavity.pair];
  for (const needed of [cavity.needed, pair?.channel?.needed])
    if (
      needed?.test?.instrument === test.instrument &&
      (needed.test.otherCavityId === null) === (test.otherCavityId === null) &&
      needed.test.conditions.radio === test.conditions.radio &&
      needed.test.conditions.balance === test.conditions.balance
    )
      return needed.words;
  return null;
}
