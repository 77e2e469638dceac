import { WALK_IN_ITEMS, type WalkIn } from '../../model/intake.ts';
import {
  amplifier,
  both,
  car,
  FRONT_PAIR,
  out,
  PLAIN,
  radio,
  STEADY,
  target,
  plainFronts,
  WITH_AMPLIFIER,
} from './cars.ts';
import type { CaseRecord, JobCase, Never } from './case.ts';

const plain = (id: string) => car(id, { ...PLAIN, units: [radio(plainFronts())], targets: [FRONT_PAIR] });
const walkIn =
  (item: keyof WalkIn['items'], state: 'good' | 'fault', note = '') =>
  (c: CaseRecord) =>
    c.job.intake.walkIns.push({
      items: Object.fromEntries(
        WALK_IN_ITEMS.map((i) => [i, i === item ? { state, note } : { state: 'good', note: '' }]),
      ) as WalkIn['items'],
      signedBy: 'Bay 1',
      signedAt: '2026-11-02T08:00:00.000Z',
    });
const sensing = (c: CaseRecord) => {
  c.preferences = { ...c.preferences, turnOn: 'sensing' };
};
const senses: Never = {
  what: 'turns on by signal',
  done: ({ plan }) => ['sensing', 'offset'].includes(plan.setup!.turnOn.by),
};

/** A subwoofer whose output hums with the engine. */
const humming = (id: string) =>
  car(id, {
    ...WITH_AMPLIFIER,
    units: [
      amplifier([
        ...both('front', 'full', { checks: STEADY }),
        out('mono', 'other', 'subwoofer', { checks: STEADY, silences: true }),
      ]),
    ],
    targets: [
      target('Subwoofer', {
        layout: 'mono',
        axle: 'other',
        lowHz: 32,
        highHz: 80,
        speaker: { way: 'subwoofer', ohm: 2, watts: 250 },
      }),
    ],
    cancelling: true,
  });

/** What came in with the car. */
export const FOUND: readonly JobCase[] = [
  {
    id: 'earlier-work-under-the-dash',
    car: plain('earlier-work-under-the-dash'),
    record: walkIn('earlier-work', 'fault', 'two taps on brown and white'),
    decides: {
      says: [/Found at intake: earlier work \(two taps on brown and white\)\..*\n.*Trace it first/],
    },
    why: 'A wire that somebody worked on may no longer be what its colour says.',
    never: [],
  },
  {
    id: 'nothing-was-found-at-intake',
    car: plain('nothing-was-found-at-intake'),
    record: walkIn('earlier-work', 'good'),
    decides: { holds: ({ plan }) => plan.remarks.every((r) => r.rule !== 'found-at-intake') },
    why: 'A car that came in as it left the works has nothing to settle.',
    never: [],
  },
  {
    id: 'sensing-that-failed-in-this-make',
    car: { ...plain('sensing-that-failed-in-this-make'), brief: { sensing: 'failed' } },
    record: sensing,
    decides: { holds: (worked) => !senses.done(worked) },
    why: 'The shop senses as a rule; in this make it stayed awake, so this job does not.',
    never: [senses],
  },
  {
    id: 'sensing-as-the-shop-does',
    car: plain('sensing-as-the-shop-does'),
    record: sensing,
    decides: {
      holds: (worked) =>
        senses.done(worked) && worked.plan.duties.some((d) => /Prove that it sleeps/.test(d)),
    },
    why: 'Nothing speaks against it; that it sleeps is proved once it is built.',
    never: [],
    allows: [senses],
  },
  {
    id: 'a-hum-that-follows-the-engine',
    car: humming('a-hum-that-follows-the-engine'),
    record: (c) => {
      c.job.recordings = c.job.recordings.filter((r) => r.situation.doors !== 'open');
    },
    decides: {
      says: [/follows the engine: noise cancelling, made engine sound, or whine of the alternator/],
      holds: ({ plan }) => plan.setup!.cancelling === 'absent',
    },
    why: 'An alternator whines so too: until a door was opened it is a hint.',
    never: [],
  },
  {
    id: 'a-hum-that-stops-with-a-door-open',
    car: humming('a-hum-that-stops-with-a-door-open'),
    decides: {
      says: [/Noise cancelling was heard on an output that is used/],
      holds: ({ plan }) => plan.setup!.cancelling === 'switched-off',
    },
    why: 'What hears the cabin stops: the system makes it, and through a new subwoofer it booms.',
    never: [],
  },
];
