import { highPass, peak } from '../../carsim/cars/parts.ts';
import {
  amplifier,
  both,
  car,
  FRONT_PAIR,
  lines,
  out,
  PLAIN,
  plainFronts,
  radio,
  STEADY,
  target,
  volts,
  WITH_AMPLIFIER,
} from './cars.ts';
import type { JobCase, Never } from './case.ts';
import { settled } from './record.ts';

type LineOptions = Parameters<typeof lines>[0];

const behindLines = (id: string, options: LineOptions = {}, targets = [FRONT_PAIR]) =>
  car(id, {
    ...WITH_AMPLIFIER,
    units: [
      radio(lines(options)),
      amplifier(both('front', 'full', { checks: STEADY, measuredAtSteps: [8, 18, 26] })),
    ],
    targets,
  });
const line = [highPass('butterworth', 1, 10)];
const tapsTheRadio: Never['done'] = ({ plan, input }) =>
  plan.feeds.some((f) =>
    f.taps.some((t) => input.pairs.find((p) => p.id === t.pairId)!.unitKind === 'radio'),
  );
const through =
  (...devices: string[]): Never['done'] =>
  (worked) =>
    tapsTheRadio(worked) && worked.plan.feeds.every((f) => devices.includes(f.device));
const bypassed: Never['done'] = ({ plan }) => plan.setup!.factoryAmplifier === 'removed';

/** A fixed feed plays at full level unless something after the tap turns it down. */
const WITHOUT_VOLUME: Never = {
  what: 'takes the fixed feed without a volume control after it',
  done: (worked) =>
    tapsTheRadio(worked) && worked.car.devices.every((d) => !d.entry?.volumeControl || d.inputs.length === 0),
};
const INTO_A_LINE_INPUT: Never = {
  what: 'leads speaker level straight into a line input',
  done: ({ car: { devices } }) =>
    devices.some(
      (d) =>
        d.entry !== null && d.entry.speakerInput === null && d.inputs.some((i) => i.source.from === 'output'),
    ),
};

/** What the radio gives, before anything filters it. */
export const RADIO: readonly JobCase[] = [
  {
    id: 'a-feed-that-is-equalised-for-its-speakers',
    car: behindLines('a-feed-that-is-equalised-for-its-speakers', {
      filters: line,
      peaks: [peak(110, 6, 1.1)],
    }),
    record: settled,
    decides: { says: [/is not filtered, but is equalised by \+[56] dB at 1[12]0 Hz/] },
    why: 'Not filtered is not flat: behind a bypass the new speakers would play the curve of the old ones.',
    never: [
      {
        what: 'bypasses with the equalised feed as it is',
        done: (worked) => bypassed(worked) && through('direct')(worked),
      },
    ],
    allows: [
      {
        what: 'bypasses through a processor that undoes it',
        done: (worked) => bypassed(worked) && through('processor')(worked) && worked.plan.withinDb < 3,
      },
    ],
  },
  {
    id: 'a-feed-within-what-is-called-flat',
    car: behindLines('a-feed-within-what-is-called-flat', { filters: line, peaks: [peak(110, 1.8, 1.1)] }),
    record: settled,
    decides: {},
    why: 'Two decibels are no reason for a processor.',
    never: [],
    allows: [{ what: 'bypasses with the feed as it is', done: (w) => bypassed(w) && through('direct')(w) }],
  },
  {
    id: 'a-fixed-feed-and-a-volume-control-at-the-driver',
    car: behindLines('a-fixed-feed-and-a-volume-control-at-the-driver', { fixed: true }),
    record: settled,
    decides: { says: [/is fixed/] },
    why: 'Its volume is made in the amplifier; taken before it, something else has to make it.',
    never: [WITHOUT_VOLUME],
    allows: [
      { what: 'takes it through a processor with a control', done: through('processor') },
      { what: 'takes it through a line driver with a control', done: through('converter') },
    ],
  },
  {
    id: 'a-feed-that-follows-the-volume',
    car: behindLines('a-feed-that-follows-the-volume'),
    record: settled,
    decides: {},
    why: 'The volume is the radio’s own; nothing is needed after it.',
    never: [],
    allows: [{ what: 'takes it straight', done: through('direct') }],
  },
  {
    id: 'a-radio-with-line-outputs',
    car: car('a-radio-with-line-outputs', {
      ...PLAIN,
      units: [radio([...lines({ measuredAtSteps: [18] }), ...both('rear', 'full', { checks: STEADY })])],
      targets: [FRONT_PAIR],
    }),
    decides: {
      first: ['line-direct'],
      holds: ({ plan, car: { devices } }) =>
        plan.feeds.every((f) => f.device === 'direct') && devices.every((d) => d.kind === 'amplifier'),
    },
    why: 'A radio that was replaced has line outputs: line into line, and nothing to convert.',
    never: [],
  },
  {
    id: 'a-radio-with-speaker-outputs-alone',
    car: car('a-radio-with-speaker-outputs-alone', {
      ...PLAIN,
      units: [radio(plainFronts())],
      targets: [FRONT_PAIR],
    }),
    decides: { first: ['convert'] },
    why: 'Speaker level into a line input is above its rating, and its shield grounds the negative.',
    never: [INTO_A_LINE_INPUT],
  },
  {
    id: 'a-radio-that-feeds-its-amplifier-at-speaker-level',
    car: behindLines('a-radio-that-feeds-its-amplifier-at-speaker-level', {
      filters: line,
      gainDb: 0,
      stage: 'bridge',
    }),
    record: settled,
    decides: { first: ['bypass-factory-wire', 'bypass-node', 'source-direct', 'convert'] },
    why: 'What leads to an amplifier is often line level, and this one is not.',
    never: [INTO_A_LINE_INPUT],
    allows: [{ what: 'converts the radio’s own output', done: through('converter') }],
  },
  {
    id: 'an-active-front-with-a-processor',
    car: {
      ...behindLines('an-active-front-with-a-processor', {}, [
        target('Front woofers', {
          layout: 'stereo',
          axle: 'front',
          lowHz: 70,
          highHz: 2800,
          speaker: { way: 'woofer', watts: 60 },
        }),
        target('Front tweeters', {
          layout: 'stereo',
          axle: 'front',
          lowHz: 2800,
          highHz: 18_000,
          speaker: { way: 'tweeter', watts: 30 },
        }),
      ]),
      brief: { shape: 'active-front' },
    },
    record: settled,
    decides: {
      first: ['processor', 'bypass-processor', 'source-processor'],
      holds: ({ plan, car: { speakers } }) =>
        plan.feeds.every((f) => f.device === 'processor') &&
        speakers
          .filter((s) => s.made === 'new')
          .every((s) => s.highPass !== null && s.highPass.where !== 'missing'),
    },
    why: 'That is what was asked for; the woofers are spared the bass below 70 Hz, the tweeters all but theirs.',
    never: [],
  },
  {
    id: 'kept-door-speakers-from-80-hz',
    car: car('kept-door-speakers-from-80-hz', {
      ...PLAIN,
      units: [
        radio([
          out('left', 'front', 'full', { checks: [...STEADY, volts(4)] }),
          out('right', 'front', 'full'),
        ]),
      ],
      targets: [{ ...FRONT_PAIR, speaker: { state: 'kept', watts: 40 } }],
    }),
    decides: {
      first: ['convert', 'direct'],
      holds: ({ car: { speakers } }) =>
        speakers.every((s) => s.highPass?.hz === 80 && s.highPass.where === 'amplifier'),
    },
    why: 'A small factory cone on a stronger amplifier is spared the bass below 80 Hz.',
    never: [],
  },
];
