import type { CheckOf } from '../../model/check.ts';
import {
  amplifier,
  both,
  bypassable,
  car,
  FRONT_PAIR,
  KEPT,
  lines,
  radio,
  volts,
  WITH_AMPLIFIER,
} from './cars.ts';
import type { JobCase } from './case.ts';
import { DRIVES_WITHOUT_AMPLIFIER, TAKES_A_WIRE_UNPARTED, tapsUnit } from './never.ts';
import { settled } from './record.ts';

/** A factory amplifier that failed, and what takes its place. */
export const REPLACED: readonly JobCase[] = [
  {
    id: 'a-failed-amplifier-is-replaced',
    car: {
      ...bypassable('a-failed-amplifier-is-replaced'),
      brief: { shape: 'replace-amplifier', keep: ['radio'] },
    },
    record: settled,
    decides: { first: ['bypass-factory-wire', 'bypass-node'] },
    why: 'Nothing comes out of a unit that failed: the signal is the radio’s, the speaker wires are used again.',
    never: [tapsUnit('amplifier'), TAKES_A_WIRE_UNPARTED],
  },
  {
    id: 'a-radio-that-drives-the-speakers-itself',
    car: powerStages('a-radio-that-drives-the-speakers-itself', 3.8),
    record: settled,
    decides: {
      first: ['radio-drives', 'bypass-factory-wire', 'convert'],
      says: [/The radio’s outputs are joined to the speaker wires|radio’s outputs are joined/],
    },
    why: 'Its outputs hold their volts with a speaker on them: they are power stages, and nothing has to be bought.',
    never: [tapsUnit('amplifier')],
    allows: [DRIVES_WITHOUT_AMPLIFIER],
  },
  {
    id: 'a-radio-whose-outputs-collapse',
    car: powerStages('a-radio-whose-outputs-collapse', 0.4),
    record: settled,
    decides: { says: [/collapses with a speaker on it: a line output drives none/] },
    why: 'Four volts without a load, and next to nothing with a speaker: a line output.',
    never: [tapsUnit('amplifier'), DRIVES_WITHOUT_AMPLIFIER],
  },
  {
    id: 'a-radio-that-nobody-loaded',
    car: powerStages('a-radio-that-nobody-loaded', null),
    record: settled,
    decides: { says: [/Nobody has read whether the radio’s front left holds its volts/] },
    why: 'Feeds to an amplifier are often line level: without a reading with a speaker on it nobody knows.',
    never: [DRIVES_WITHOUT_AMPLIFIER],
  },
  {
    id: 'a-working-amplifier-may-be-tapped',
    car: bypassable('a-working-amplifier-may-be-tapped', [FRONT_PAIR]),
    record: settled,
    decides: {},
    why: 'The same car with an amplifier that works: its outputs are a source like any other.',
    never: [],
    allows: [tapsUnit('amplifier')],
  },
];

/** A failed amplifier behind a radio whose outputs were read with a speaker on them and without. */
function powerStages(id: string, withSpeaker: number | null) {
  const read = (at: number, load: 'speaker' | 'none') => ({ ...(volts(at) as CheckOf<'level'>), load });
  const checks = [read(4, 'none'), ...(withSpeaker === null ? [] : [read(withSpeaker, 'speaker')])];
  return car(id, {
    ...WITH_AMPLIFIER,
    units: [
      radio(lines({ gainDb: 0, stage: 'unknown', checks })),
      amplifier(both('front', 'full', { measuredAtSteps: [] })),
    ],
    targets: [{ ...FRONT_PAIR, ...KEPT }],
    brief: { shape: 'replace-amplifier', keep: ['radio'] },
  });
}
