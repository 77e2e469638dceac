import { highPass, peak } from '../../carsim/cars/parts.ts';
import { recordTogether } from '../../carsim/recorded-together.ts';
import type { SimulatedFilter } from '../../carsim/transfer.ts';
import { amplifier, both, car, FRONT_PAIR, STEADY, SUBWOOFER, WITH_AMPLIFIER } from './cars.ts';
import type { JobCase, Worked } from './case.ts';
import { pairOf, settled } from './record.ts';

/** Fronts that begin where they are said to, and rears that carry everything. */
const frontAndRear = (id: string, fronts: SimulatedFilter) =>
  car(id, {
    ...WITH_AMPLIFIER,
    brief: { shape: 'active-front' },
    units: [
      amplifier([
        ...both('front', 'full', { checks: STEADY, filters: [fronts] }),
        ...both('rear', 'full', { checks: STEADY }),
      ]),
    ],
    targets: [FRONT_PAIR, SUBWOOFER],
  });
const axlesOf = ({ plan, input }: Worked, side: 'left' | 'mono') =>
  plan.feeds
    .filter((f) => f.side === side)
    .flatMap((f) => f.taps.map((t) => input.pairs.find((p) => p.id === t.pairId)!.axle));

/** An amplifier that gets its music by data, and what it made of it at its outputs. */
const byData = (id: string, options: Parameters<typeof both>[2]) =>
  car(id, {
    clues: { amplifierFound: 'yes', fibreOrData: 'yes', faderWorks: 'yes', moreSpeakersThanFour: 'no' },
    units: [amplifier(both('front', 'full', { checks: STEADY, ...options }))],
    targets: [FRONT_PAIR],
  });

const mixedByData = byData('data-before-sides-that-were-mixed', {});

/** What a processor mixes, and what it undoes. */
export const REUSED: readonly JobCase[] = [
  {
    id: 'a-processor-mixes-the-bass-from-inputs-that-it-has',
    car: frontAndRear('a-processor-mixes-the-bass-from-inputs-that-it-has', highPass('butterworth', 2, 40)),
    record: settled,
    decides: {
      first: ['processor'],
      holds: (worked) =>
        axlesOf(worked, 'mono').length === 2 && axlesOf(worked, 'mono').every((axle) => axle === 'front'),
    },
    why: 'It has both fronts already, and gives back the little bass that they lack: nothing more is tapped.',
    never: [],
  },
  {
    id: 'bass-that-the-fronts-do-not-have',
    car: frontAndRear('bass-that-the-fronts-do-not-have', highPass('linkwitz-riley', 4, 85)),
    record: settled,
    decides: {
      first: ['processor'],
      holds: (worked) =>
        axlesOf(worked, 'mono').includes('rear') && !axlesOf(worked, 'left').includes('rear'),
    },
    why: 'Filtered away is gone: no equaliser brings it back, so the rear pair is tapped for it.',
    never: [],
  },
  {
    id: 'data-before-outputs-that-were-worked-over',
    car: byData('data-before-outputs-that-were-worked-over', {
      peaks: [peak(300, -9, 1.2), peak(2500, -8, 1.5)],
    }),
    record: settled,
    decides: {
      first: ['processor', 'data-interface'],
      holds: ({ plan }) => plan.device !== 'converter',
    },
    why: 'Outputs made for the old speakers carry their curve: a processor undoes it, data never had it, a converter passes it on.',
    never: [],
  },
  {
    id: 'data-before-sides-that-were-mixed',
    car: mixedByData,
    record: (c) => {
      settled(c);
      const front = (side: 'left' | 'right') => pairOf(c, { side, axle: 'front' }).id;
      recordTogether({ ...c, car: mixedByData }, front('left'), front('right'), -12);
    },
    decides: {
      first: ['data-interface'],
      says: [/First because front left is mixed with the other side; what comes as data is not/],
    },
    why: 'Nothing behind the amplifier takes the sides apart again; its data has them apart.',
    never: [],
  },
  {
    id: 'outputs-that-were-worked-over-a-little',
    car: byData('outputs-that-were-worked-over-a-little', { peaks: [peak(300, -4, 1.2)] }),
    record: settled,
    decides: { holds: ({ plan }) => plan.device !== 'data-interface' },
    why: 'Four decibels are set right by ear; what is measured comes before what is not.',
    never: [],
    allows: [{ what: 'is fed by data', done: ({ plan }) => plan.device === 'data-interface' }],
  },
];
