import type { SimulatedTarget } from '../../carsim/simulated-car.ts';
import {
  amplifier,
  both,
  car,
  CENTRE,
  FRONT_PAIR,
  out,
  PLAIN,
  radio,
  REAR_PAIR,
  STEADY,
  SUBWOOFER,
  volts,
  WITH_AMPLIFIER,
} from './cars.ts';
import type { JobCase, Never, Worked } from './case.ts';
import { settled } from './record.ts';

const checks = STEADY;
const monoTaps = ({ plan, input }: Worked) =>
  plan.feeds
    .filter((f) => f.side === 'mono')
    .flatMap((f) => f.taps.map((t) => ({ ...t, pair: input.pairs.find((p) => p.id === t.pairId)! })));
const sidesOf = (worked: Worked) => new Set<string>(monoTaps(worked).map((t) => t.pair.side));
const ONE_SIDE_FIRST: Never = {
  what: 'plays one side alone, and calls it nothing',
  done: (worked) =>
    monoTaps(worked).length > 0 &&
    sidesOf(worked).size === 1 &&
    !sidesOf(worked).has('mono') &&
    worked.plan.remarks.every((r) => r.rule !== 'sides-complete'),
};
/** Left less right: what both sides have in common, which is most of the bass, is gone. */
const AGAINST_EACH_OTHER: Never = {
  what: 'takes one side of a mono channel from the other',
  done: (worked) =>
    new Set(monoTaps(worked).map((t) => t.inverted)).size === 2 &&
    // By hand it may be done, and is warned of: a polarity may be other than assumed.
    worked.plan.remarks.every((r) => r.rule !== 'polarity-mixed'),
};
const fourAnd = (id: string, ...targets: SimulatedTarget[]) =>
  car(id, {
    ...PLAIN,
    units: [
      radio([
        ...both('front', 'full', { checks: [...checks, volts(4)] }),
        ...both('rear', 'full', { checks }),
      ]),
    ],
    targets,
  });
const withBassOutput = (id: string) =>
  car(id, {
    ...WITH_AMPLIFIER,
    units: [amplifier([...both('front', 'full', { checks }), out('mono', 'other', 'subwoofer', { checks })])],
    targets: [SUBWOOFER],
  });
const oneMeasured = (id: string) =>
  car(id, {
    ...PLAIN,
    units: [
      radio([
        out('left', 'front', 'full', { checks: [...checks, volts(4)] }),
        out('right', 'front', 'full', { measuredAtSteps: [] }),
      ]),
    ],
    targets: [SUBWOOFER],
  });

/** What a single channel for both sides is made of. */
export const MONO: readonly JobCase[] = [
  {
    id: 'a-centre-where-the-factory-has-none',
    car: car('a-centre-where-the-factory-has-none', {
      ...WITH_AMPLIFIER,
      units: [amplifier([...both('front', 'full', { checks }), ...both('rear', 'full', { checks })])],
      targets: [FRONT_PAIR, CENTRE],
    }),
    record: settled,
    decides: {
      first: ['sum'],
      holds: (worked) =>
        sidesOf(worked).size === 2 && monoTaps(worked).every(({ pair }) => pair.axle === 'front'),
    },
    why: 'A centre of one side alone pulls the image; what joins both sides is needed for it.',
    never: [ONE_SIDE_FIRST, AGAINST_EACH_OTHER],
  },
  {
    id: 'a-subwoofer-and-one-side-measured',
    car: oneMeasured('a-subwoofer-and-one-side-measured'),
    record: settled,
    decides: { first: ['convert', 'sum'], holds: (worked) => sidesOf(worked).size === 2 },
    why: 'That the right one was not measured is no reason to leave it out: it is taken like the left, as an assumption.',
    never: [ONE_SIDE_FIRST, AGAINST_EACH_OTHER],
    allows: [{ what: 'takes one side by choice', done: (worked) => sidesOf(worked).size === 1 }],
  },
  {
    id: 'two-pairs-and-a-subwoofer-in-a-processor',
    car: {
      ...fourAnd('two-pairs-and-a-subwoofer-in-a-processor', FRONT_PAIR, REAR_PAIR, SUBWOOFER),
      brief: { shape: 'active-front' },
    },
    record: settled,
    decides: {
      first: ['processor'],
      holds: (worked) => sidesOf(worked).size === 2 && monoTaps(worked).every((t) => !t.inverted),
    },
    why: 'Bass is much the same left and right: both add, and one turned over would leave next to nothing, however flat.',
    never: [AGAINST_EACH_OTHER],
  },
  {
    id: 'bass-from-the-factory-subwoofer-by-choice',
    car: withBassOutput('bass-from-the-factory-subwoofer-by-choice'),
    record: settled,
    decides: {
      first: ['subwoofer-output'],
      holds: (worked) => [...sidesOf(worked)].join() === 'mono',
    },
    why: 'The shop takes bass where the driver’s own control acts on it, and it fits well enough.',
    never: [],
  },
  {
    id: 'bass-from-a-full-range-pair-by-choice',
    car: withBassOutput('bass-from-a-full-range-pair-by-choice'),
    record: (c) => {
      settled(c);
      c.preferences = { ...c.preferences, subwooferFrom: 'full-range' };
    },
    decides: { first: ['convert'], holds: (worked) => sidesOf(worked).size === 2 },
    why: 'The same car in a shop of the other school: free of the factory’s limiter.',
    never: [],
  },
];
