import { highPass } from '../../carsim/cars/parts.ts';
import type { CheckBody, CheckOf } from '../../model/check.ts';
import {
  amplifier,
  both,
  car,
  FRONT_PAIR,
  lines,
  out,
  PLAIN,
  radio,
  REAR_PAIR,
  STEADY,
  SUBWOOFER,
  target,
  volts,
  WITH_AMPLIFIER,
} from './cars.ts';
import type { JobCase, Never } from './case.ts';
import { TAKES_THE_AMPLIFIER_OUT } from './never.ts';
import { settled } from './record.ts';

/** A volume control with a taper: slow at first, steep in the middle, and no limit of the stage up to the end. */
const TAPER: [step: number, volts: number][] = [
  [5, 0.18],
  [10, 0.73],
  [15, 1.65],
  [20, 2.9],
  [25, 4.6],
  [30, 6.6],
  [33, 8],
];
/** A stage that gives no more from step 24 on. */
const LIMITED: [step: number, volts: number][] = [
  [12, 1.42],
  [15, 2.39],
  [18, 4.01],
  [21, 6.7],
  [24, 9.1],
  [27, 9.2],
  [30, 9.25],
];
const plainFront = (id: string, levels: [number, number][]) =>
  car(id, {
    ...PLAIN,
    units: [
      radio([
        out('left', 'front', 'full', { checks: [...STEADY, ...levels.map(([step, v]) => volts(v, step))] }),
        out('right', 'front', 'full', { checks: STEADY }),
      ]),
    ],
    targets: [FRONT_PAIR],
  });

/** A pair that was read with a checked meter at tones of one level, and never with an analyser. */
const TONES_HZ = [40, 100, 400, 1000, 4000, 10_000];
const readWithMeter = (id: string, read: number[]) =>
  car(id, {
    ...PLAIN,
    units: [
      radio(
        both('front', 'full', {
          measuredAtSteps: [],
          checks: [
            ...STEADY,
            ...TONES_HZ.map((hz, i): CheckBody => ({ ...(volts(read[i]) as CheckOf<'level'>), hz })),
          ],
        }),
      ),
    ],
    targets: [FRONT_PAIR],
    meterTones: TONES_HZ.map((hz) => ({ hz, volts: 1 })),
  });

const oneSided: Never = {
  what: 'takes one side alone for a mono subwoofer',
  done: ({ plan, input }) =>
    plan.feeds.some(
      (f) =>
        f.side === 'mono' &&
        f.taps.length === 1 &&
        ['left', 'right'].includes(input.pairs.find((p) => p.id === f.taps[0].pairId)!.side),
    ),
};

/** Which outputs are taken, and what they are taken to give. */
export const SOURCES: readonly JobCase[] = [
  {
    id: 'a-volume-control-with-a-taper',
    car: plainFront('a-volume-control-with-a-taper', TAPER),
    decides: {
      first: ['direct', 'convert'],
      holds: ({ input }) => {
        const { cleanStep } = input.pairs.find((p) => p.side === 'left')!.facts;
        return cleanStep === null || cleanStep >= 30;
      },
    },
    why: 'Each step adds less than the one before from the bottom on: that is the taper, not the stage’s limit.',
    never: [],
  },
  {
    id: 'a-stage-that-reaches-its-limit',
    car: plainFront('a-stage-that-reaches-its-limit', LIMITED),
    decides: {
      first: ['direct', 'convert'],
      holds: ({ input }) => {
        const { cleanStep } = input.pairs.find((p) => p.side === 'left')!.facts;
        return cleanStep !== null && cleanStep >= 18 && cleanStep <= 24;
      },
    },
    why: 'The curve bends against itself at the top, at what an unboosted bridge can give.',
    never: [],
  },
  {
    id: 'a-mono-subwoofer-from-both-sides',
    car: car('a-mono-subwoofer-from-both-sides', {
      ...PLAIN,
      units: [
        radio([...both('front', 'full', { checks: STEADY }), ...both('rear', 'full', { checks: STEADY })]),
      ],
      targets: [SUBWOOFER],
    }),
    decides: { holds: (worked) => !oneSided.done(worked) },
    why: 'Bass that is panned to the other side would be missing, and right is at hand.',
    never: [],
  },
  {
    id: 'a-subwoofer-beside-a-bypass',
    car: car('a-subwoofer-beside-a-bypass', {
      ...WITH_AMPLIFIER,
      units: [radio(lines()), amplifier([...both('front', 'full'), ...both('rear', 'full')])],
      targets: [FRONT_PAIR, REAR_PAIR, SUBWOOFER],
    }),
    record: settled,
    decides: {},
    why: 'The subwoofer has no factory wire to take over and gets one of its own; the others are bypassed all the same.',
    never: [],
    allows: [TAKES_THE_AMPLIFIER_OUT],
  },
  {
    id: 'front-from-front',
    car: car('front-from-front', {
      ...PLAIN,
      units: [
        radio([...both('rear', 'full', { checks: STEADY }), ...both('front', 'full', { checks: STEADY })]),
      ],
      targets: [target('Front pair', { layout: 'stereo', axle: 'front', speaker: { watts: 50 } })],
    }),
    decides: {
      first: ['direct', 'convert'],
      holds: ({ plan, input }) =>
        plan.feeds.every((f) =>
          f.taps.every((t) => input.pairs.find((p) => p.id === t.pairId)!.axle === 'front'),
        ),
    },
    why: 'Fader and delay of the rear belong to the rear.',
    never: [],
  },
  {
    id: 'nothing-is-measured-yet',
    car: car('nothing-is-measured-yet', {
      ...WITH_AMPLIFIER,
      units: [
        radio(lines({ measuredAtSteps: [] })),
        amplifier([
          ...both('front', 'woofer', { measuredAtSteps: [] }),
          ...both('front', 'tweeter', { measuredAtSteps: [] }),
        ]),
      ],
      targets: [FRONT_PAIR],
    }),
    decides: {
      says: [
        // The educated guess for a front: tweeter and woofer, with what may be missing.
        /Measure front left woofer first, then the other 3 outputs: .* may be missing/,
      ],
      holds: ({ plan }) =>
        plan.reasons[0].text.startsWith('Measure front left first') &&
        plan.remarks.every((r) => r.rule !== 'band-covered' || r.severity !== 'error'),
    },
    why: 'What such outputs usually carry is no measurement: it breaks no rule, and what to measure first is said.',
    never: [],
  },
  {
    id: 'a-band-read-with-a-meter-alone',
    car: readWithMeter('a-band-read-with-a-meter-alone', [4, 4.1, 4, 3.9, 4, 3.8]),
    decides: {
      first: ['convert'],
      says: [/band was read with a meter, at 6 tones; what lies between and beyond them is not known/],
      holds: ({ plan }) =>
        plan.covers && plan.remarks.every((r) => r.rule !== 'band-covered' && r.rule !== 'band-assumed'),
    },
    why: 'Tones on a checked meter are a measurement, if a coarse one, and better than any typical band.',
    never: [],
  },
  {
    id: 'a-meter-that-sees-the-highs-missing',
    car: readWithMeter('a-meter-that-sees-the-highs-missing', [4, 4.1, 3.6, 1.2, 0.2, 0.05]),
    decides: {
      says: [/gets too little above/],
      holds: ({ plan }) => plan.remarks.some((r) => r.rule === 'band-covered' && r.severity === 'error'),
    },
    why: 'What a checked meter read is no guess: the highs are not there, whatever such outputs usually carry.',
    never: [{ what: 'is taken as the full band that was asked for', done: ({ plan }) => plan.covers }],
  },
  {
    id: 'volts-of-a-tone-in-the-roll-off',
    car: car('volts-of-a-tone-in-the-roll-off', {
      ...WITH_AMPLIFIER,
      units: [
        radio(lines()),
        amplifier(
          both('front', 'tweeter', {
            checks: [...STEADY, volts(0.5)],
            filters: [highPass('linkwitz-riley', 4, 1900)],
          }),
        ),
      ],
      targets: [
        target('Front tweeters', {
          layout: 'stereo',
          axle: 'front',
          lowHz: 2500,
          highHz: 18_000,
          speaker: { way: 'tweeter', watts: 30 },
        }),
      ],
    }),
    record: settled,
    decides: {
      holds: ({ input }) => {
        const { volts: read } = input.pairs.find((p) => p.way === 'tweeter')!.facts;
        // 1 kHz lies about 12 dB down the high-pass.
        return read === null || (read.volts > 1.5 && read.volts < 3);
      },
    },
    why: 'Half a volt at 1 kHz is a tweeter’s roll-off; above it there are four times as many.',
    never: [],
  },
  {
    id: 'an-amplifier-fed-by-data-with-usable-outputs',
    car: car('an-amplifier-fed-by-data-with-usable-outputs', {
      clues: { amplifierFound: 'yes', fibreOrData: 'yes', faderWorks: 'yes', moreSpeakersThanFour: 'no' },
      units: [amplifier([...both('front', 'full', { checks: STEADY }), ...both('rear', 'full')])],
      targets: [FRONT_PAIR],
    }),
    decides: { holds: ({ plan }) => plan.device !== 'data-interface' },
    why: 'Outputs that were measured and fit are worth more than an interface of which nothing was.',
    never: [],
    allows: [{ what: 'is fed by data', done: ({ plan }) => plan.device === 'data-interface' }],
  },
  {
    id: 'woofers-from-woofers',
    car: car('woofers-from-woofers', {
      ...WITH_AMPLIFIER,
      units: [radio(lines()), amplifier([...both('front', 'woofer'), ...both('front', 'tweeter')])],
      targets: [
        target('Front woofers', {
          layout: 'stereo',
          axle: 'front',
          lowHz: 60,
          highHz: 2500,
          speaker: { way: 'woofer', watts: 60 },
        }),
      ],
    }),
    decides: {
      holds: ({ plan, input }) =>
        plan.feeds.every((f) =>
          f.taps.every((t) => input.pairs.find((p) => p.id === t.pairId)!.way !== 'tweeter'),
        ),
    },
    why: 'The woofer’s own output carries what a woofer plays; the tweeter’s adds only what it cannot.',
    never: [],
  },
];
