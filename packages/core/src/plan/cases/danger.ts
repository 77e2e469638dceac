import { peopleCarrier } from '../../carsim/cars/people-carrier.ts';
import { recordTogether } from '../../carsim/recorded-together.ts';
import {
  amplifier,
  both,
  car,
  FRONT_PAIR,
  KEPT,
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
import type { CaseRecord, JobCase } from './case.ts';
import { BARE_TWEETER, DRIVES_A_WHOLE_WIRE, TAKES_A_WIRE_UNPARTED, taps, WRONG_VOLTAGE } from './never.ts';
import { onlyDevices, pairOf, plug, settled, supplied } from './record.ts';

const steadyOutputs = [
  ...both('front', 'full', { checks: [...STEADY, volts(4)] }),
  ...both('rear', 'full', { checks: STEADY }),
];
const plainRadio = (id: string, targets = [FRONT_PAIR, REAR_PAIR]) =>
  car(id, { ...PLAIN, units: [radio(steadyOutputs)], targets });
const twoWays = (id: string, targets: ReturnType<typeof target>[]) =>
  car(id, {
    ...WITH_AMPLIFIER,
    units: [radio(lines()), amplifier([...both('front', 'woofer'), ...both('front', 'tweeter')])],
    targets,
  });
const front = (name: string, way: 'woofer' | 'tweeter', lowHz: number, highHz: number) =>
  target(name, {
    layout: 'stereo',
    axle: 'front',
    lowHz,
    highHz,
    speaker: { state: 'kept', way, watts: 40 },
  });

/** Woofers and tweeters of the factory on new channels. */
const keptTweeters = (id: string) =>
  twoWays(id, [front('Front woofers', 'woofer', 60, 2800), front('Front tweeters', 'tweeter', 2800, 18_000)]);
/** The tweeters get an amplifier without filters. */
const onTongs = (c: CaseRecord): void => {
  c.job.targets[1].amplifierId = c.devices.find((d) => d.name === 'Tongs 2.30 line')!.id;
};

/** What destroys equipment, burns a car, or silences what the law asks for. */
export const DANGER: readonly JobCase[] = [
  {
    id: 'kept-speakers-on-a-plain-radio',
    car: plainRadio('kept-speakers-on-a-plain-radio', [
      { ...FRONT_PAIR, ...KEPT, speakerLevelInput: true },
      { ...REAR_PAIR, ...KEPT, speakerLevelInput: true },
    ]),
    decides: {
      first: ['direct'],
      holds: ({ car: { outputs, speakers } }) =>
        outputs.every((o) => o.intercepted?.carSide?.from === 'device' && o.drives.coils.length === 0) &&
        speakers.every((s) => s.fate === 'taken-over' && s.coils.every((c) => c.wire === 'factory')),
    },
    why: 'The radio and the amplifier would both drive the speaker wires: the wires are parted, radio side to the inputs, car side from the outputs.',
    never: [DRIVES_A_WHOLE_WIRE, TAKES_A_WIRE_UNPARTED],
  },
  {
    id: 'new-speakers-on-new-wire',
    car: plainRadio('new-speakers-on-new-wire', [
      { ...FRONT_PAIR, speakerLevelInput: true },
      { ...REAR_PAIR, speakerLevelInput: true },
    ]),
    record: (c) => {
      c.preferences = { ...c.preferences, joining: 'tap', speakerWire: 'new' };
    },
    decides: {
      first: ['direct'],
      holds: ({ car: { outputs } }) => outputs.every((o) => o.intercepted === null),
    },
    why: 'On wire of their own nothing is taken over, so a tap is enough.',
    never: [DRIVES_A_WHOLE_WIRE],
  },
  {
    id: 'a-tweeter-noted-at-the-data-pair',
    car: peopleCarrier,
    record: (c) => {
      const data = c.harness.connectors[0].cavities;
      pairOf(c, { side: 'left', way: 'tweeter' }).ends.forEach((end, n) => {
        end.cavityId = data.find((v) => v.number === 7 + n)!.id;
      });
    },
    decides: { says: [/Front left tweeter is not used/] },
    why: 'Find settled those cavities as data; the diagram is of another option code.',
    never: [taps('the output that Find contradicts', (p) => p.side === 'left' && p.way === 'tweeter')],
  },
  {
    id: 'a-lorry-on-24-volts',
    car: plainRadio('a-lorry-on-24-volts'),
    record: (c) => plug(c, supplied(25.4, 27.6)),
    decides: { says: [/24 V/] },
    why: 'A feed above 20 V is a vehicle of 24 V: devices for 12 V burn.',
    never: [WRONG_VOLTAGE],
  },
  {
    id: 'a-lorry-and-a-library-for-both-voltages',
    car: plainRadio('a-lorry-and-a-library-for-both-voltages'),
    record: (c) => {
      c.job.intake.nominalVolts = '24';
      c.devices = c.devices.flatMap((d, n) => [
        d,
        {
          ...d,
          id: `00000000-0000-4000-8000-${String(9000 + n).padStart(12, '0')}`,
          ...{
            name: `${d.name} lorry`,
            nominalVolts: '24' as const,
            priceClass: Math.min(4, d.priceClass + 1),
          },
        },
      ]);
    },
    decides: {
      first: ['direct', 'convert'],
      holds: ({ car: { devices } }) =>
        devices.every((d) => !d.entry?.needsSupply || d.entry.nominalVolts === '24'),
    },
    why: 'Those for 24 V cost more and are the only ones that live; the cheaper ones are not even thought of.',
    never: [WRONG_VOLTAGE],
  },
  {
    id: 'a-car-that-charges-at-14-volts',
    car: plainRadio('a-car-that-charges-at-14-volts'),
    record: (c) => plug(c, supplied(12.7, 14.4)),
    decides: { first: ['direct', 'convert'] },
    why: 'A healthy net of 12 V.',
    never: [],
    allows: [WRONG_VOLTAGE],
  },
  {
    id: 'a-car-that-charges-at-17-volts',
    car: plainRadio('a-car-that-charges-at-17-volts'),
    record: (c) => plug(c, supplied(12.8, 17.4)),
    decides: { says: [/charging/i] },
    why: '16 to 20 V is a fault of the charging system; it is mended before anything is built in.',
    never: [WRONG_VOLTAGE],
  },
  {
    id: 'kept-tweeters-on-an-amplifier-without-filters',
    car: keptTweeters('kept-tweeters-on-an-amplifier-without-filters'),
    record: (c) => {
      settled(c);
      onTongs(c);
    },
    decides: { says: [/high-pass/i] },
    why: 'The factory amplifier made the high-pass; without it the tweeter burns.',
    never: [BARE_TWEETER],
  },
  {
    id: 'kept-tweeters-behind-a-passive-crossover',
    car: keptTweeters('kept-tweeters-behind-a-passive-crossover'),
    record: (c) => {
      settled(c);
      onlyDevices(c, 'Tongs 2.30 line', 'Anvil 4.60', 'Bramble X2', 'Tether 4');
      onTongs(c);
    },
    decides: {
      first: ['bypass-factory-wire', 'bypass-node'],
      holds: ({ car: { speakers } }) =>
        speakers.filter((s) => s.way === 'tweeter').every((s) => s.highPass?.where === 'speaker'),
    },
    why: 'The same without a processor, and with a crossover in the library: it goes before the tweeters, and nobody has to think of it.',
    never: [BARE_TWEETER],
  },
  {
    id: 'a-kept-set-of-two-ways-on-one-channel',
    car: twoWays('a-kept-set-of-two-ways-on-one-channel', [
      { ...FRONT_PAIR, speaker: { state: 'kept', way: 'full', watts: 50 } },
    ]),
    record: settled,
    decides: { says: [/high-pass|crossover/i] },
    why: 'Woofer and tweeter had a channel and a filter each; one channel for both needs a crossover in between.',
    never: [BARE_TWEETER],
  },
  {
    id: 'kept-tweeters-behind-a-capacitor',
    car: twoWays('kept-tweeters-behind-a-capacitor', [
      front('Front woofers', 'woofer', 60, 2800),
      {
        ...front('Front tweeters', 'tweeter', 2800, 18_000),
        speaker: { state: 'kept', way: 'tweeter', watts: 40, ownHighPass: true },
      },
    ]),
    record: (c) => {
      settled(c);
      onlyDevices(c, 'Anvil 4.60', 'Tether 4');
    },
    decides: { first: ['bypass-factory-wire', 'bypass-node'] },
    why: 'With a high-pass in its own line nothing is missing.',
    never: [],
  },
  {
    id: 'outputs-that-run-away-without-a-load',
    car: car('outputs-that-run-away-without-a-load', {
      ...PLAIN,
      units: [
        radio([
          out('left', 'front', 'full', {
            checks: [
              volts(4),
              { kind: 'cold-start', start: 1, load: 'speaker', minutes: 10, result: 'steady', volts: 4 },
              { kind: 'cold-start', start: 1, load: 'none', minutes: 3, result: 'jumps', volts: 17.4 },
            ],
          }),
          out('right', 'front', 'full'),
        ]),
      ],
      targets: [{ ...FRONT_PAIR, speakerLevelInput: false }],
    }),
    decides: {
      says: [/17\.4 V/],
      holds: ({ car: { outputs } }) =>
        outputs.every((o) => !o.drives.resistor || o.drives.resistor.watts! >= 25),
    },
    why: '17.4 V on 47 ohm is 6.4 W: twice that, derated at 70 degC, is a resistor of 25 W, and an input must stand the volts until it is fitted.',
    never: [
      {
        what: 'feeds an input that does not stand the run-away volts',
        done: ({ car: { devices } }) =>
          devices.some(
            (d) =>
              d.inputs.some((i) => i.source.from === 'output') &&
              (d.entry?.speakerInput?.maxVolts ?? 99) < 17.4,
          ),
      },
    ],
  },
  {
    id: 'fuses-of-the-amplifiers-themselves',
    car: plainRadio('fuses-of-the-amplifiers-themselves', [FRONT_PAIR, REAR_PAIR, SUBWOOFER]),
    record: (c) => {
      const own: Record<string, number> = { 'Anvil 4.60': 40, 'Anvil 1.400': 50 };
      c.devices = c.devices.map((d) => ({ ...d, fuseAmps: own[d.name] ?? d.fuseAmps }));
      c.job.targets.forEach((t) => {
        t.amplifierId = c.devices.find(
          (d) => d.name === (t.layout === 'mono' ? 'Anvil 1.400' : 'Anvil 4.60'),
        )!.id;
      });
    },
    decides: { holds: ({ plan }) => plan.setup!.supply.fuseAmps! >= 90 },
    why: 'The main fuse protects the cable and is not below the sum of the amplifiers’ own, so that the fuse near the fault goes first.',
    never: [],
  },
  {
    id: 'left-and-right-into-two-inputs-of-one-box',
    car: plainRadio('left-and-right-into-two-inputs-of-one-box', [SUBWOOFER]),
    decides: {
      first: ['direct', 'convert'],
      holds: ({ plan, car: { devices } }) =>
        plan.feeds[0].taps.length === 2 &&
        devices.every((d) => new Set(d.inputs.map((i) => i.n)).size === d.inputs.length),
    },
    why: 'Each output has an input of its own: nothing is joined.',
    never: [],
  },
  {
    id: 'a-pair-that-was-measured-reversed',
    car: reversed(),
    record: (c) =>
      recordTogether(
        { ...c, car: reversed() },
        pairOf(c, { side: 'left', axle: 'front' }).id,
        pairOf(c, { side: 'right', axle: 'front' }).id,
      ),
    decides: {
      first: ['direct', 'convert'],
      holds: ({ plan }) => plan.feeds.filter((f) => f.taps[0].inverted).length === 1,
    },
    why: 'It is crossed at the tap, and is no fault by itself.',
    never: [],
  },
];

function reversed() {
  const outputs = steadyOutputs.map((o) =>
    o.pair.side === 'right' && o.pair.axle === 'front' ? { ...o, chain: { ...o.chain, inverted: true } } : o,
  );
  return car('a-pair-that-was-measured-reversed', {
    ...PLAIN,
    units: [radio(outputs)],
    targets: [FRONT_PAIR],
  });
}
