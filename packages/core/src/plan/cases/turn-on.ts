import type { Conditions } from '../../model/conditions.ts';
import type { Observation } from '../../readings/index.ts';
import { both, car, FRONT_PAIR, PLAIN, plainFronts, radio, STEADY } from './cars.ts';
import type { CaseRecord, JobCase, Never } from './case.ts';
import { dc, plug, supplied, thin } from './record.ts';

const ON: Partial<Conditions> = { ignition: 'on', radio: 'on' };
type Read = [cavity: number, Observation, Partial<Conditions>?];

/** A switched feed as Find reads it: nothing with the ignition off, the supply with it on. */
const switched = (cavity: number): Read[] => [
  [cavity, thin('YE')],
  [cavity, dc(0)],
  [cavity, dc(12.4), { ignition: 'accessory' }],
  [cavity, dc(12.3), { ignition: 'on' }],
  [cavity, dc(12.3), ON],
];
const seen = (cavity: number, asleep: number, restart: number, loaded: number): Read[] => [
  [cavity, dc(asleep), { moment: 'asleep' }],
  [cavity, dc(restart), { ...ON, moment: 'restart' }],
  [cavity, dc(loaded), { ...ON, moment: 'loaded' }],
];
const steady = (id: string) =>
  car(id, {
    ...PLAIN,
    units: [radio([...plainFronts(), ...both('rear', 'full', { checks: STEADY })])],
    targets: [FRONT_PAIR],
  });
const read =
  (...more: Read[]) =>
  (c: CaseRecord) =>
    plug(c, [...supplied(12.6, 13.9), ...switched(3), ...more]);
const byAccessory: Never['done'] = ({ plan }) => plan.setup!.turnOn.by === 'accessory';
const nothingUnseen = (rule: string): Never => ({
  what: `turns on by the accessory feed with nothing left of ${rule}`,
  done: (worked) => byAccessory(worked) && !worked.plan.remarks.some((r) => r.rule.startsWith('turn-on')),
});

/** What wakes the new system, and whether it sleeps. */
export const TURN_ON: readonly JobCase[] = [
  {
    id: 'an-accessory-feed-that-was-found-and-never-watched',
    car: steady('an-accessory-feed-that-was-found-and-never-watched'),
    record: read(),
    decides: {
      says: [
        /Nobody has checked that the turn-on source goes off when the car sleeps, holds .* and can supply/,
      ],
      holds: ({ plan }) => plan.remarks.some((r) => r.rule === 'turn-on-unseen' && !r.acceptable),
    },
    why: 'Off with the key is not asleep: some feeds stay live for minutes, or for good, and the battery goes flat.',
    never: [nothingUnseen('its source unseen')],
  },
  {
    id: 'an-accessory-feed-that-was-watched',
    car: steady('an-accessory-feed-that-was-watched'),
    record: read(...seen(3, 0.02, 11.6, 12.2)),
    decides: { holds: ({ plan }) => plan.remarks.every((r) => !r.rule.startsWith('turn-on')) },
    why: 'Read once the car slept, at a restart and with 100 ohm to ground, it is a source.',
    never: [],
    allows: [nothingUnseen('its source unseen')],
  },
  {
    id: 'an-accessory-feed-that-never-sleeps',
    car: steady('an-accessory-feed-that-never-sleeps'),
    record: read(...seen(3, 12.3, 11.6, 12.2)),
    decides: { holds: (worked) => !byAccessory(worked) },
    why: 'The battery is flat after some days: another source wakes it, here what the converter senses.',
    never: [{ what: 'turns on by the feed that stays live', done: byAccessory }],
  },
  {
    id: 'an-accessory-feed-that-sags-under-load',
    car: steady('an-accessory-feed-that-sags-under-load'),
    record: read(...seen(3, 0.02, 11.6, 2.1)),
    decides: { holds: (worked) => !byAccessory(worked) },
    why: 'A sense wire shows 12 V to a meter and holds no relay.',
    never: [{ what: 'turns on by the feed that sags', done: byAccessory }],
  },
  {
    id: 'a-turn-on-wire-that-nobody-looked-for',
    car: steady('a-turn-on-wire-that-nobody-looked-for'),
    decides: { says: [/accessory feed is still to be found/] },
    why: 'The plan cannot be built: nothing wakes it.',
    never: [nothingUnseen('a wire that was not found')],
  },
];
