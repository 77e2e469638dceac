import {
  amplifier,
  both,
  car,
  FRONT_PAIR,
  PLAIN,
  radio,
  REAR_PAIR,
  STEADY,
  volts,
  WITH_AMPLIFIER,
} from './cars.ts';
import type { JobCase, Worked } from './case.ts';
import { settled } from './record.ts';

const fourOutputs = () => [
  ...both('front', 'full', { checks: [...STEADY, volts(4)] }),
  ...both('rear', 'full', { checks: [...STEADY, volts(4)] }),
];
const four = (id: string) =>
  car(id, { ...PLAIN, units: [radio(fourOutputs())], targets: [FRONT_PAIR, REAR_PAIR] });
const amplifiers = ({ car: { devices } }: Worked) => devices.filter((d) => d.kind === 'amplifier');

/** What the owner asked for, and what of it comes. */
export const WISHES: readonly JobCase[] = [
  {
    id: 'one-amplifier-of-four-channels',
    car: four('one-amplifier-of-four-channels'),
    decides: {
      first: ['convert', 'direct'],
      holds: (worked) => amplifiers(worked).length === 1 && amplifiers(worked)[0].outputs.length === 4,
    },
    why: 'One box, one supply, one ground; two of two channels are twice of each.',
    never: [],
  },
  {
    id: 'room-for-a-later-subwoofer',
    car: {
      ...car('room-for-a-later-subwoofer', {
        ...PLAIN,
        units: [radio(fourOutputs())],
        targets: [FRONT_PAIR],
      }),
      brief: { shape: 'expand-later' },
    },
    decides: { first: ['convert', 'direct'], says: [/Left for a later expansion: .*2 channels of/] },
    why: 'What is bought now has a channel left for what comes later.',
    never: [],
  },
  {
    id: 'no-room-for-more',
    car: { ...four('no-room-for-more'), brief: { shape: 'expand-later' } },
    decides: { says: [/every input and every channel of this plan is taken/] },
    why: 'Four channels for four speakers leave nothing; who wants to expand is told before it is bought.',
    never: [],
  },
  {
    id: 'no-wire-cut',
    car: {
      ...car('no-wire-cut', {
        ...WITH_AMPLIFIER,
        units: [amplifier(fourOutputs())],
        targets: [{ ...FRONT_PAIR, speaker: { state: 'kept', watts: 40 } }],
      }),
      brief: { keep: ['no-cut-wires'] },
    },
    record: (c) => {
      settled(c);
      c.preferences = { ...c.preferences, joining: 'cut' };
    },
    decides: { holds: ({ plan }) => plan.figures!.cuts === 0 && plan.setup!.joining === 'harness-pair' },
    why: 'The shop cuts with connectors; this owner’s car goes back to stock, so a harness pair parts the wires.',
    never: [{ what: 'cuts a factory wire', done: ({ plan }) => (plan.figures?.cuts ?? 0) > 0 }],
  },
];
