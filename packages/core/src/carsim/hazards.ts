import type { LibraryDevice } from '../model/device.ts';
import type { Feed } from '../model/plan.ts';
import type { PlanChanges } from '../model/plan-changes.ts';
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

const asItIs: Change = {};
const car = (change: (car: SimulatedCar) => void): Change => ({ car: change });
const record = (change: (c: Case) => void): Change => ({ record: change });
const all = (...changes: Change[]): Change => ({
  car: (c) => changes.forEach((change) => change.car?.(c)),
  record: (c) => changes.forEach((change) => change.record?.(c)),
});

const setup = (part: Omit<Partial<Setup>, 'turnOn' | 'supply'>): Change =>
  record((c) => Object.assign(c.changes.setup, part));
const turnOn = (part: Partial<Setup['turnOn']>): Change =>
  record((c) => {
    c.changes.setup.turnOn = part;
  });
const supply = (part: Partial<Setup['supply']>): Change =>
  record((c) => {
    c.changes.setup.supply = part;
  });
const nominal24 = record((c) => {
  c.job.intake.nominalVolts = '24';
});

type Channel = Partial<Pick<Pair, 'side' | 'axle' | 'way'>>;
const like = (pair: Pick<Pair, 'side' | 'axle' | 'way'>, channel: Channel) =>
  Object.entries(channel).every(([name, value]) => pair[name as keyof Channel] === value);
const pairOf = (c: Case, channel: Channel): Pair =>
  c.job.units.flatMap((u) => u.pairs).find((p) => like(p, channel))!;
const outputs = (c: SimulatedCar, kind: 'radio' | 'amplifier', channel: Channel = {}): SimulatedOutput[] =>
  c.units
    .filter((u) => u.unit.kind === kind)
    .flatMap((u) => u.outputs)
    .filter((o) => like(o.pair, channel));

/** The radio's line stays at one level whatever the volume, or follows it. */
const lines = (fixed: boolean, channel: Channel = {}): Change =>
  car((c) => outputs(c, 'radio', channel).forEach((o) => (o.fixed = fixed)));
/** No added sound is made in the amplifier: it was listened for everywhere, and what the law asks for sounds elsewhere. */
const noSounds: Change = car((c) =>
  outputs(c, 'amplifier').forEach((o, n) => {
    o.checks = [
      ...o.checks.filter((check) => check.kind !== 'added-sound'),
      ...NO_SOUNDS,
      ...(n === 0 ? OWN_SOUNDERS : []),
    ];
  }),
);
/** Nothing of the car's network is at its plugs. */
const offNetwork = car((c) => {
  c.harness!.data = null;
});
const quietAmplifier = all(noSounds, lines(false), offNetwork);
const speaker = (part: Partial<Speaker>, name?: string): Change =>
  record((c) =>
    c.job.targets
      .filter((t) => !name || t.name === name)
      .forEach((t) => (t.speaker = { ...t.speaker, ...part })),
  );
/** The device of a name, changed. */
const device = (
  name: string,
  part: Partial<LibraryDevice> | ((d: LibraryDevice) => Partial<LibraryDevice>),
): Change =>
  record((c) => {
    const change = (d: LibraryDevice) => (typeof part === 'function' ? part(d) : part);
    c.devices = c.devices.map((d) => (d.name === name ? { ...d, ...change(d) } : d));
  });
const amplifier = (name: string, targets: readonly string[] | null = null): Change =>
  record((c) => {
    const { id } = c.devices.find((d) => d.name === name)!;
    c.job.targets.filter((t) => !targets || targets.includes(t.name)).forEach((t) => (t.amplifierId = id));
  });
const insisted = (name: string): Change =>
  record((c) => c.changes.boxes.push({ deviceId: c.devices.find((d) => d.name === name)!.id, device: name }));

type Named = [side: Pair['side'], axle: Pair['axle'], way: Pair['way'], inverted?: boolean];
/** Taps by hand for one feed. */
const desk = (target: number, side: Feed['side'], taps: Named[], kind?: Feed['device']): Change =>
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
const front = (side: 'left' | 'right', tweeterInverted: boolean): Named[] => [
  [side, 'front', 'woofer'],
  [side, 'front', 'midrange'],
  [side, 'front', 'tweeter', tweeterInverted],
];
/** Outputs recorded two at a time, so that their signs and delays are measured. */
const together = (...links: [Channel, Channel][]): Change =>
  record((c) => links.forEach(([a, b]) => recordTogether(c, pairOf(c, a).id, pairOf(c, b).id)));
const frontTogether = together(
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
const fourTogether = together(
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
const turned = (side: Pair['side'], axle: Pair['axle']): Change =>
  car((c) => outputs(c, 'radio', { side, axle }).forEach((o) => (o.chain = { ...o.chain, inverted: true })));
const loads = (load: 'none' | 'resistor' | 'inputs'): Change =>
  record((c) => {
    c.changes.loads = c.job.units.flatMap((u) => u.pairs).map((p) => ({ pairId: p.id, load }));
  });
const keep = (...items: SimulatedCar['brief']['keep'] & {}): Change =>
  record((c) => {
    c.job.brief.keep = items;
  });
const grounded = device('Merlin S8', (d) => ({ speakerInput: { ...d.speakerInput!, floating: false } }));

/** The tweeter was noted at the cavities of the data pair, as a diagram of another option has it. */
const contradicted = record((c) => {
  const [plug] = c.harness.connectors;
  const data = [7, 8].map((n) => plug.cavities.find((v) => v.number === n)!);
  pairOf(c, { side: 'left', way: 'tweeter' }).ends.forEach((end, n) => {
    end.cavityId = data[n].id;
  });
});
const yellowPlug = record((c) => {
  c.harness.connectors.find((plug) => plug.name === 'C2')!.sleeve = 'yellow';
});
const reserve = (amps: number): Change =>
  record((c) => {
    c.job.brief.reserveAmps = amps;
  });

const line = { minVolts: 0.3, maxVolts: 6, ohm: null, floating: true };
const speakerLevel = { minVolts: 2, maxVolts: 16, ohm: 68, floating: true };

/** Forty and more mistakes, each beside the same plan without it. */
// prettier-ignore
export const HAZARDS: readonly Hazard[] = [
  { rule: 'nominal-volts', what: 'amplifiers for 12 V in a van of 24 V', car: 'camper-van', strategy: 'convert', wrong: nominal24, right: all(nominal24, record((c) => { c.devices = c.devices.map((d) => ({ ...d, nominalVolts: '12-24' as const })); })) },
  { rule: 'volume-control', what: 'bypass on a fixed feed', car: 'coupe', strategy: 'bypass-factory-wire', wrong: lines(true), right: asItIs },
  { rule: 'volume-control', what: 'radio output taken though it is fixed', car: 'coupe', strategy: 'source-direct', wrong: lines(true), right: asItIs },
  { rule: 'volume-control', what: 'one of two radio outputs is fixed', car: 'coupe', strategy: 'bypass-new-wire', wrong: lines(true, { side: 'right' }), right: asItIs },
  { rule: 'volume-control', what: 'the people carrier bypassed', car: 'people-carrier', strategy: 'bypass-factory-wire', wrong: all(keep('radio'), noSounds), right: all(keep('radio'), quietAmplifier) },
  { rule: 'outputs-in-parallel', what: 'woofer and mid on one converter input', car: 'people-carrier', strategy: 'sum', wrong: desk(0, 'left', front('left', false), 'converter'), right: desk(0, 'left', front('left', false), 'summing-converter') },
  { rule: 'outputs-in-parallel', what: 'front and rear into one speaker-level input', car: 'camper-van', strategy: 'direct', wrong: desk(0, 'left', [['left', 'front', 'full'], ['left', 'rear', 'full']], 'direct'), right: desk(0, 'left', [['left', 'front', 'full']], 'direct') },
  { rule: 'outputs-in-parallel', what: 'a converter that does not sum', car: 'people-carrier', strategy: 'sum', wrong: insisted('Kestrel L4'), right: insisted('Merlin S8') },
  { rule: 'negative-grounded', what: 'a converter that grounds the negative', car: 'people-carrier', strategy: 'sum', wrong: grounded, right: asItIs },
  { rule: 'negative-grounded', what: 'an amplifier whose speaker-level input is grounded', car: 'camper-van', strategy: 'direct', wrong: device('Anvil 4.60', { speakerInput: { ...speakerLevel, floating: false } }), right: device('Anvil 4.60', { speakerInput: speakerLevel }) },
  { rule: 'input-voltage', what: 'a device that takes 3 V at most', car: 'people-carrier', strategy: 'sum', wrong: all(device('Merlin S8', { speakerInput: { ...speakerLevel, maxVolts: 3 } }), insisted('Merlin S8')), right: all(device('Merlin S8', { speakerInput: { ...speakerLevel, maxVolts: 7 } }), insisted('Merlin S8')) },
  { rule: 'input-voltage', what: 'a converter that cannot go low enough for the amplifier', car: 'people-carrier', strategy: 'sum', wrong: device('Merlin S8', { gainDb: { min: 3, max: 6 } }), right: device('Merlin S8', { gainDb: { min: -3, max: 6 } }) },
  { rule: 'speaker-into-line', what: 'speaker level into a line amplifier', car: 'camper-van', strategy: 'direct', wrong: all(desk(0, 'left', [['left', 'front', 'full']], 'direct'), amplifier('Tongs 2.30 line', ['Front pair'])), right: desk(0, 'left', [['left', 'front', 'full']], 'direct') },
  { rule: 'speaker-into-line', what: 'a line output above the line input', car: 'coupe', strategy: 'bypass-factory-wire', wrong: device('Anvil 4.60', { lineInput: { ...line, maxVolts: 1.5 } }), right: device('Anvil 4.60', { lineInput: { ...line, maxVolts: 2.5 } }) },
  { rule: 'speaker-into-line', what: 'speaker level above its own input', car: 'camper-van', strategy: 'direct', wrong: device('Anvil 4.60', { speakerInput: { ...speakerLevel, maxVolts: 5 } }), right: device('Anvil 4.60', { speakerInput: { ...speakerLevel, maxVolts: 8 } }) },
  { rule: 'amplifier-driven', what: 'an amplifier that wants more than the radio gives', car: 'coupe', strategy: 'bypass-factory-wire', wrong: device('Anvil 4.60', { lineInput: { ...line, minVolts: 3 } }), right: device('Anvil 4.60', { lineInput: { ...line, minVolts: 1 } }) },
  { rule: 'amplifier-driven', what: 'a converter before an amplifier without line inputs', car: 'people-carrier', strategy: 'sum', wrong: all(device('Anvil 4.60', { lineInput: null }), amplifier('Anvil 4.60', ['Front set'])), right: amplifier('Anvil 4.60', ['Front set']) },
  { rule: 'minimum-load', what: '1 ohm on an amplifier for 2', car: 'electric-estate', strategy: 'subwoofer-output', wrong: all(amplifier('Anvil 1.400'), speaker({ ohm: 1 })), right: all(amplifier('Anvil 1.400'), speaker({ ohm: 2 })) },
  { rule: 'minimum-load', what: 'a 2 ohm set on an amplifier for 4', car: 'people-carrier', strategy: 'sum', wrong: all(amplifier('Tongs 2.30 line', ['Front set']), speaker({ ohm: 2 }, 'Front set')), right: all(amplifier('Tongs 2.30 line', ['Front set']), device('Tongs 2.30 line', { lineInput: line }), speaker({ ohm: 4 }, 'Front set')) },
  { rule: 'channels-enough', what: 'four channels wanted of two', car: 'coupe', strategy: 'bypass-factory-wire', wrong: all(amplifier('Tongs 2.30 line'), speaker({ way: 'full' })), right: all(amplifier('Tongs 2.30 line', ['Front woofers']), speaker({ way: 'full' })) },
  { rule: 'sides-joined', what: 'right woofer in the left channel', car: 'people-carrier', strategy: 'sum', wrong: desk(0, 'left', [...front('left', false).slice(1), ['right', 'front', 'woofer']]), right: desk(0, 'left', front('left', false)) },
  { rule: 'sides-joined', what: 'the centre in a stereo channel', car: 'people-carrier', strategy: 'sum', wrong: desk(0, 'right', [...front('right', true), ['centre', 'front', 'full']]), right: desk(0, 'right', front('right', true)) },
  { rule: 'band-covered', what: 'a tweeter alone for a whole front', car: 'people-carrier', strategy: 'sum', wrong: desk(0, 'left', front('left', false).slice(2), 'converter'), right: desk(0, 'left', front('left', false)) },
  { rule: 'band-covered', what: 'a way forgotten in the sum', car: 'people-carrier', strategy: 'sum', wrong: desk(0, 'left', [['left', 'front', 'woofer'], ['left', 'front', 'tweeter']]), right: desk(0, 'left', front('left', false)) },
  { rule: 'polarity-mixed', what: 'a tweeter turned against its mid', car: 'people-carrier', strategy: 'sum', wrong: all(frontTogether, desk(0, 'left', front('left', true))), right: all(frontTogether, desk(0, 'left', front('left', false))) },
  { rule: 'polarity-mixed', what: 'a reversed tweeter left as it is', car: 'people-carrier', strategy: 'sum', wrong: all(frontTogether, desk(0, 'right', front('right', false))), right: all(frontTogether, desk(0, 'right', front('right', true))) },
  { rule: 'polarity-mixed', what: 'one side of a pair turned', car: 'camper-van', strategy: 'direct', wrong: all(turned('right', 'front'), fourTogether, desk(0, 'right', [['right', 'front', 'full']])), right: all(turned('right', 'front'), fourTogether, desk(0, 'right', [['right', 'front', 'full', true]])) },
  { rule: 'tweeter-high-pass', what: 'a tweeter on an amplifier without filters', car: 'coupe', strategy: 'source-direct', wrong: all(amplifier('Tongs 2.30 line', ['Front tweeters'])), right: all(amplifier('Tongs 2.30 line', ['Front tweeters']), speaker({ ownHighPass: true }, 'Front tweeters')) },
  { rule: 'tweeter-high-pass', what: 'a filter that does not reach high enough', car: 'coupe', strategy: 'source-direct', wrong: all(amplifier('Anvil 4.60'), device('Anvil 4.60', { crossover: { lowestHz: 40, highestHz: 400 } })), right: amplifier('Anvil 4.60') },
  { rule: 'crossover-lost', what: 'a kept tweeter without its high-pass after the bypass', car: 'coupe', strategy: 'bypass-factory-wire', wrong: all(amplifier('Tongs 2.30 line', ['Front tweeters']), speaker({ state: 'kept' })), right: all(amplifier('Anvil 4.60'), speaker({ state: 'kept' })) },
  { rule: 'crossover-lost', what: 'a kept woofer without its low-pass after the bypass', car: 'coupe', strategy: 'bypass-factory-wire', wrong: all(amplifier('Tongs 2.30 line', ['Front woofers']), speaker({ state: 'kept' })), right: all(amplifier('Anvil 4.60'), speaker({ state: 'kept' })) },
  { rule: 'load-missing', what: 'outputs that need a load left without one', car: 'camper-van', strategy: 'convert', wrong: loads('none'), right: loads('resistor') },
  { rule: 'load-missing', what: 'inputs of 20 kohm taken for a load', car: 'camper-van', strategy: 'direct', wrong: all(loads('inputs'), device('Anvil 4.60', { speakerInput: { ...speakerLevel, ohm: 20_000 } })), right: loads('inputs') },
  { rule: 'fuse-missing', what: 'no fuse', car: 'people-carrier', strategy: 'sum', wrong: supply({ fuseAmps: null }), right: supply({ fuseAmps: 25, cableMm2: 10 }) },
  { rule: 'fuse-far', what: 'the fuse in the boot', car: 'people-carrier', strategy: 'sum', wrong: supply({ fuseMm: 4000 }), right: supply({ fuseMm: 450 }) },
  { rule: 'fuse-large', what: '80 A before 6 mm2', car: 'people-carrier', strategy: 'sum', wrong: supply({ fuseAmps: 80, cableMm2: 6 }), right: supply({ fuseAmps: 40, cableMm2: 6 }) },
  { rule: 'fuse-large', what: 'copper-clad cable taken for copper', car: 'people-carrier', strategy: 'sum', wrong: supply({ fuseAmps: 60, cableMm2: 10, metal: 'copper-clad' }), right: supply({ fuseAmps: 60, cableMm2: 10, metal: 'copper' }) },
  { rule: 'fuse-small', what: 'a fuse that music blows', car: 'people-carrier', strategy: 'sum', wrong: supply({ fuseAmps: 10 }), right: supply({ fuseAmps: 20 }) },
  { rule: 'factory-feed', what: 'the factory amplifier’s feed overloaded', car: 'people-carrier', strategy: 'sum', wrong: supply({ from: 'factory-feed', feedFuseAmps: 15 }), right: supply({ from: 'factory-feed', feedFuseAmps: 30 }) },
  { rule: 'factory-feed', what: 'a factory feed of unknown fuse', car: 'camper-van', strategy: 'direct', wrong: supply({ from: 'factory-feed', feedFuseAmps: null }), right: supply({ from: 'factory-feed', feedFuseAmps: 20 }) },
  { rule: 'remote-load', what: 'three devices on a bare remote lead', car: 'people-carrier', strategy: 'sum', wrong: all(device('Merlin S8', { remoteOutput: false }), turnOn({ by: 'factory-remote', relay: false })), right: all(device('Merlin S8', { remoteOutput: false }), turnOn({ by: 'factory-remote', relay: true })) },
  { rule: 'remote-load', what: 'the same, and nothing behind the first device turns the amplifiers on', car: 'people-carrier', strategy: 'sum', wrong: all(device('Merlin S8', { remoteOutput: false }), turnOn({ by: 'factory-remote', relay: false })), right: all(device('Merlin S8', { remoteOutput: true }), turnOn({ by: 'factory-remote', relay: false })) },
  { rule: 'turn-off', what: 'turn-on from a permanent feed', car: 'camper-van', strategy: 'direct', wrong: turnOn({ by: 'constant' }), right: turnOn({ by: 'accessory' }) },
  { rule: 'turn-on-source', what: 'a source that stays live', car: 'camper-van', strategy: 'direct', wrong: turnOn({ by: 'accessory', asleep: 'live' }), right: turnOn({ by: 'accessory', asleep: 'dead' }) },
  { rule: 'turn-on-restart', what: 'a source that dips at restart', car: 'coupe', strategy: 'bypass-factory-wire', wrong: turnOn({ by: 'accessory', restart: 'dips' }), right: turnOn({ by: 'accessory', restart: 'steady' }) },
  { rule: 'standing-current', what: 'a processor that never sleeps', car: 'people-carrier', strategy: 'processor', wrong: device('Harrier 810', { standbyAmps: 0.2 }), right: device('Harrier 810', { standbyAmps: 0.004 }) },
  { rule: 'ground-point', what: 'ground on the battery terminal', car: 'people-carrier', strategy: 'sum', wrong: supply({ ground: 'battery-terminal' }), right: supply({ ground: 'body' }) },
  { rule: 'network-node', what: 'a node of the network taken out', car: 'people-carrier', strategy: 'bypass-factory-wire', wrong: all(keep('radio'), noSounds, lines(false)), right: all(keep('radio'), quietAmplifier) },
  { rule: 'microphones-kept', what: 'cancelling microphones unplugged', car: 'people-carrier', strategy: 'sum', wrong: setup({ microphones: 'unplugged' }), right: setup({ microphones: 'kept' }) },
  { rule: 'cancelling-off', what: 'noise cancelling left on', car: 'people-carrier', strategy: 'sum', wrong: setup({ cancelling: 'left' }), right: setup({ cancelling: 'switched-off' }) },
  { rule: 'warning-sound-lost', what: 'chimes gone with the bypassed amplifier', car: 'people-carrier', strategy: 'bypass-factory-wire', wrong: all(keep('radio'), lines(false)), right: all(keep('radio'), quietAmplifier) },
  { rule: 'wish-kept', what: 'wires cut against the wish', car: 'people-carrier', strategy: 'sum', wrong: setup({ joining: 'cut' }), right: setup({ joining: 'harness-pair' }) },
  { rule: 'wish-kept', what: 'the centre silenced against the wish', car: 'people-carrier', strategy: 'bypass-factory-wire', wrong: all(keep('centre'), quietAmplifier), right: all(keep('radio'), quietAmplifier) },
  { rule: 'wish-kept', what: 'a large amplifier against the wish for boot space', car: 'electric-estate', strategy: 'subwoofer-output', wrong: amplifier('Anvil 5.80'), right: amplifier('Anvil 1.400') },
  { rule: 'claim-contradicted', what: 'a tap on a wire that a reading speaks against', car: 'people-carrier', strategy: 'sum', wrong: all(contradicted, desk(0, 'left', front('left', false))), right: asItIs },
  { rule: 'forbidden-circuit', what: 'a tap on a yellow plug', car: 'people-carrier', strategy: 'sum', wrong: all(yellowPlug, desk(0, 'left', front('left', false))), right: asItIs },
  { rule: 'charging-reserve', what: 'more than an electric car’s converter gives', car: 'electric-estate', strategy: 'subwoofer-output', wrong: reserve(5), right: reserve(15) },
];
