import type { LibraryDevice } from '../model/device.ts';
import type { Feed } from '../model/plan.ts';
import type { DeskDevice, PlanChanges } from '../model/plan-changes.ts';
import type { Setup } from '../model/setup.ts';
import type { Speaker } from '../model/target.ts';
import type { Pair } from '../model/unit.ts';
import { NO_SOUNDS, OWN_SOUNDERS } from './cars/parts.ts';
import { recordTogether } from './recorded-together.ts';
import type { SimulatedCar, SimulatedOutput } from './simulated-car.ts';
import type { CarRecords } from './view-of-car.ts';

/** A plan to be judged: the record of a car as an installer has it, the shop's library, the way in, and what a person changed. */
export interface Case extends CarRecords {
  /** what is true of the car, and what the record was made from */
  car: SimulatedCar;
  devices: LibraryDevice[];
  strategy: string;
  changes: PlanChanges;
}

/** Changes a sound plan into a hazard, or into its near miss: the car itself, or what is on record, chosen or set. */
export interface Change {
  car?: (car: SimulatedCar) => void;
  record?: (c: Case) => void;
}

/** A mistake of the trade, the rule that must catch it, and the same thing done right. */
export interface Hazard {
  rule: string;
  what: string;
  car: 'people-carrier' | 'camper-van' | 'coupe' | 'electric-estate';
  strategy: string;
  wrong: Change;
  right: Change;
}

export const asItIs: Change = {};
export const car = (change: (car: SimulatedCar) => void): Change => ({ car: change });
export const record = (change: (c: Case) => void): Change => ({ record: change });
export const all = (...changes: Change[]): Change => ({
  car: (c) => changes.forEach((change) => change.car?.(c)),
  record: (c) => changes.forEach((change) => change.record?.(c)),
});

export const setup = (part: Omit<Partial<Setup>, 'turnOn' | 'supply'>): Change =>
  record((c) => Object.assign(c.changes.setup, part));
export const turnOn = (part: Partial<Setup['turnOn']>): Change =>
  record((c) => {
    c.changes.setup.turnOn = part;
  });
export const supply = (part: Partial<Setup['supply']>): Change =>
  record((c) => {
    c.changes.setup.supply = part;
  });
export const nominal24 = record((c) => {
  c.job.intake.nominalVolts = '24';
});

export type Channel = Partial<Pick<Pair, 'side' | 'axle' | 'way'>>;
export const like = (pair: Pick<Pair, 'side' | 'axle' | 'way'>, channel: Channel) =>
  Object.entries(channel).every(([name, value]) => pair[name as keyof Channel] === value);
export const pairOf = (c: Case, channel: Channel): Pair =>
  c.job.units.flatMap((u) => u.pairs).find((p) => like(p, channel))!;
export const outputs = (
  c: SimulatedCar,
  kind: 'radio' | 'amplifier',
  channel: Channel = {},
): SimulatedOutput[] =>
  c.units
    .filter((u) => u.unit.kind === kind)
    .flatMap((u) => u.outputs)
    .filter((o) => like(o.pair, channel));

/** The radio's line stays at one level whatever the volume, or follows it. */
export const lines = (fixed: boolean, channel: Channel = {}): Change =>
  car((c) => outputs(c, 'radio', channel).forEach((o) => (o.fixed = fixed)));
/** No added sound is made in the amplifier: it was listened for everywhere, and what the law asks for sounds elsewhere. */
export const noSounds: Change = car((c) =>
  outputs(c, 'amplifier').forEach((o, n) => {
    o.checks = [
      ...o.checks.filter((check) => check.kind !== 'added-sound'),
      ...NO_SOUNDS,
      ...(n === 0 ? OWN_SOUNDERS : []),
    ];
  }),
);
/** Nothing of the car's network is at its plugs. */
export const offNetwork = car((c) => {
  c.harness!.data = null;
});
export const quietAmplifier = all(noSounds, lines(false), offNetwork);
export const speaker = (part: Partial<Speaker>, name?: string): Change =>
  record((c) =>
    c.job.targets
      .filter((t) => !name || t.name === name)
      .forEach((t) => (t.speaker = { ...t.speaker, ...part })),
  );
/** The device of a name, changed. */
export const device = (
  name: string,
  part: Partial<LibraryDevice> | ((d: LibraryDevice) => Partial<LibraryDevice>),
): Change =>
  record((c) => {
    const change = (d: LibraryDevice) => (typeof part === 'function' ? part(d) : part);
    c.devices = c.devices.map((d) => (d.name === name ? { ...d, ...change(d) } : d));
  });
export const amplifier = (name: string, targets: readonly string[] | null = null): Change =>
  record((c) => {
    const { id } = c.devices.find((d) => d.name === name)!;
    c.job.targets.filter((t) => !targets || targets.includes(t.name)).forEach((t) => (t.amplifierId = id));
  });
export const insisted = (name: string): Change =>
  record((c) => c.changes.boxes.push({ deviceId: c.devices.find((d) => d.name === name)!.id, device: name }));

export type Named = [side: Pair['side'], axle: Pair['axle'], way: Pair['way'], inverted?: boolean];
/** Taps by hand for one feed. */
export const desk = (target: number, side: Feed['side'], taps: Named[], kind?: DeskDevice): Change =>
  record((c) =>
    c.changes.feeds.push({
      targetId: c.job.targets[target].id,
      side,
      ...(kind && { device: kind }),
      taps: taps.map(([s, axle, way, inverted = false]) => ({
        pairId: pairOf(c, { side: s, axle, way }).id,
        inverted,
        gainDb: 0,
        delayMs: 0,
        allPassHz: null,
      })),
    }),
  );
export const front = (side: 'left' | 'right', tweeterInverted: boolean): Named[] => [
  [side, 'front', 'woofer'],
  [side, 'front', 'midrange'],
  [side, 'front', 'tweeter', tweeterInverted],
];
/** Outputs recorded two at a time, so that their signs and delays are measured. */
export const together = (...links: [Channel, Channel][]): Change =>
  record((c) => links.forEach(([a, b]) => recordTogether(c, pairOf(c, a).id, pairOf(c, b).id)));
export const frontTogether = together(
  ...(['left', 'right'] as const).flatMap((side): [Channel, Channel][] => [
    [
      { side, way: 'woofer' },
      { side, way: 'midrange' },
    ],
    [
      { side, way: 'midrange' },
      { side, way: 'tweeter' },
    ],
  ]),
  [
    { side: 'left', way: 'midrange' },
    { side: 'right', way: 'midrange' },
  ],
);
export const fourTogether = together(
  [
    { side: 'left', axle: 'front' },
    { side: 'right', axle: 'front' },
  ],
  [
    { side: 'left', axle: 'rear' },
    { side: 'right', axle: 'rear' },
  ],
  [
    { side: 'left', axle: 'front' },
    { side: 'left', axle: 'rear' },
  ],
);
export const turned = (side: Pair['side'], axle: Pair['axle']): Change =>
  car((c) => outputs(c, 'radio', { side, axle }).forEach((o) => (o.chain = { ...o.chain, inverted: true })));
export const loads = (load: 'none' | 'resistor' | 'inputs'): Change =>
  record((c) => {
    c.changes.loads = c.job.units.flatMap((u) => u.pairs).map((p) => ({ pairId: p.id, load }));
  });
export const keep = (...items: SimulatedCar['brief']['keep'] & {}): Change =>
  record((c) => {
    c.job.brief.keep = items;
  });
export const grounded = device('Merlin S8', (d) => ({
  speakerInput: { ...d.speakerInput!, floating: false },
}));

/** The tweeter was noted at the cavities of the data pair, as a diagram of another option has it. */
export const contradicted = record((c) => {
  const [plug] = c.harness.connectors;
  const data = [7, 8].map((n) => plug.cavities.find((v) => v.number === n)!);
  pairOf(c, { side: 'left', way: 'tweeter' }).ends.forEach((end, n) => {
    end.cavityId = data[n].id;
  });
});
export const yellowPlug = record((c) => {
  c.harness.connectors.find((plug) => plug.name === 'C2')!.sleeve = 'yellow';
});
export const reserve = (amps: number): Change =>
  record((c) => {
    c.job.brief.reserveAmps = amps;
  });

export const line = { minVolts: 0.3, maxVolts: 6, ohm: null, floating: true };
export const speakerLevel = { minVolts: 2, maxVolts: 16, ohm: 68, floating: true };
