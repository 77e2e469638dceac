import type { LibraryDevice } from '../model/device.ts';
import type { Feed, PlanChanges } from '../model/plan.ts';
import type { Setup } from '../model/setup.ts';
import type { Speaker } from '../model/target.ts';
import type { PlanInput, PlanPair } from '../plan/facts/plan-input.ts';

/** A plan to be judged: what is known, the way in, and what a person changed. */
export interface Case {
  input: PlanInput;
  strategy: string;
  changes: PlanChanges;
}

/** Changes a sound plan into a hazard, or into its near miss. */
type Change = (c: Case) => void;

/** A mistake of the trade, the rule that must catch it, and the same thing done right. */
export interface Hazard {
  rule: string;
  what: string;
  car: 'people-carrier' | 'camper-van' | 'coupe' | 'electric-estate';
  strategy: string;
  wrong: Change;
  right: Change;
}

const asItIs: Change = () => undefined;
const setup =
  (part: Omit<Partial<Setup>, 'turnOn' | 'supply'>): Change =>
  (c) =>
    Object.assign(c.changes.setup, part);
const turnOn =
  (part: Partial<Setup['turnOn']>): Change =>
  (c) => {
    c.changes.setup.turnOn = part;
  };
const supply =
  (part: Partial<Setup['supply']>): Change =>
  (c) => {
    c.changes.setup.supply = part;
  };
const all =
  (...changes: Change[]): Change =>
  (c) =>
    changes.forEach((change) => change(c));

const pairOf = (c: Case, test: Partial<PlanPair>): PlanPair =>
  c.input.pairs.find((p) => Object.entries(test).every(([k, v]) => p[k as keyof PlanPair] === v))!;
const facts =
  (test: Partial<PlanPair>, part: Partial<PlanPair['facts']>): Change =>
  (c) =>
    c.input.pairs
      .filter((p) => Object.entries(test).every(([k, v]) => p[k as keyof PlanPair] === v))
      .forEach((p) => (p.facts = { ...p.facts, ...part }));
const speaker =
  (part: Partial<Speaker>, name?: string): Change =>
  (c) =>
    c.input.targets
      .filter((t) => !name || t.name === name)
      .forEach((t) => (t.speaker = { ...t.speaker, ...part }));
/** The device of a name, changed. */
const device =
  (name: string, part: Partial<LibraryDevice>): Change =>
  (c) => {
    c.input.devices = c.input.devices.map((d) => (d.name === name ? { ...d, ...part } : d));
  };
const amplifier =
  (name: string, targets: readonly string[] | null = null): Change =>
  (c) => {
    const { id } = c.input.devices.find((d) => d.name === name)!;
    c.input.targets.filter((t) => !targets || targets.includes(t.name)).forEach((t) => (t.amplifierId = id));
  };
const insisted =
  (name: string): Change =>
  (c) =>
    c.changes.boxes.push(name);

type Named = [side: string, axle: string, way: string, inverted?: boolean];
/** Taps by hand for one feed. */
const desk =
  (target: number, side: Feed['side'], taps: Named[], kind?: Feed['device']): Change =>
  (c) =>
    c.changes.feeds.push({
      targetId: c.input.targets[target].id,
      side,
      ...(kind && { device: kind }),
      taps: taps.map(([s, axle, way, inverted = false]) => ({
        pairId: pairOf(c, { side: s, axle, way } as Partial<PlanPair>).id,
        inverted,
        gainDb: 0,
        delayMs: 0,
        allPassHz: null,
      })),
    });
const front = (side: 'left' | 'right', tweeterInverted: boolean): Named[] => [
  [side, 'front', 'woofer'],
  [side, 'front', 'midrange'],
  [side, 'front', 'tweeter', tweeterInverted],
];
const polarityKnown: Change = (c) =>
  c.input.pairs.forEach((p) => (p.signal = { ...p.signal, standing: 'measured' }));
const keep =
  (...items: PlanInput['brief']['keep']): Change =>
  (c) => {
    c.input.brief = { ...c.input.brief, keep: items };
  };
const quietAmplifier = all(
  facts({ way: 'tweeter' }, { sounds: [] }),
  facts({ unitKind: 'radio' }, { feed: 'follows' }),
);
const grounded = (d: LibraryDevice) => ({ ...d.speakerInput!, floating: false });
const network =
  (found: boolean): Change =>
  (c) => {
    c.input.clues = { ...c.input.clues, fibreOrData: 'no' };
    c.input.harness = {
      ...c.input.harness,
      places: found ? { data: { place: 'C1·7', measured: true } } : {},
    };
  };

const line = { minVolts: 0.3, maxVolts: 6, ohm: null, floating: true };
const speakerLevel = { minVolts: 2, maxVolts: 16, ohm: 68, floating: true };

/** Forty and more mistakes, each beside the same plan without it. */
// prettier-ignore
export const HAZARDS: readonly Hazard[] = [
  { rule: 'nominal-volts', what: 'amplifiers for 12 V in a van of 24 V', car: 'camper-van', strategy: 'convert', wrong: (c) => { c.input.nominalVolts = '24'; }, right: (c) => { c.input.nominalVolts = '24'; c.input.devices = c.input.devices.map((d) => ({ ...d, nominalVolts: '12-24' as const })); } },
  { rule: 'volume-control', what: 'bypass on a fixed feed', car: 'coupe', strategy: 'bypass-factory-wire', wrong: facts({ unitKind: 'radio' }, { feed: 'fixed' }), right: asItIs },
  { rule: 'volume-control', what: 'radio output taken though it is fixed', car: 'coupe', strategy: 'source-direct', wrong: facts({ unitKind: 'radio' }, { feed: 'fixed' }), right: asItIs },
  { rule: 'volume-control', what: 'one of two radio outputs is fixed', car: 'coupe', strategy: 'bypass-new-wire', wrong: facts({ unitKind: 'radio', side: 'right' }, { feed: 'fixed' }), right: asItIs },
  { rule: 'volume-control', what: 'the people carrier bypassed', car: 'people-carrier', strategy: 'bypass-factory-wire', wrong: all(keep('radio'), facts({ way: 'tweeter' }, { sounds: [] })), right: all(keep('radio'), quietAmplifier) },
  { rule: 'outputs-in-parallel', what: 'woofer and mid on one converter input', car: 'people-carrier', strategy: 'sum', wrong: desk(0, 'left', front('left', false), 'converter'), right: desk(0, 'left', front('left', false), 'summing-converter') },
  { rule: 'outputs-in-parallel', what: 'front and rear into one speaker-level input', car: 'camper-van', strategy: 'direct', wrong: desk(0, 'left', [['left', 'front', 'full'], ['left', 'rear', 'full']], 'direct'), right: desk(0, 'left', [['left', 'front', 'full']], 'direct') },
  { rule: 'outputs-in-parallel', what: 'a converter that does not sum', car: 'people-carrier', strategy: 'sum', wrong: insisted('Kestrel L4'), right: insisted('Merlin S8') },
  { rule: 'negative-grounded', what: 'a converter that grounds the negative', car: 'people-carrier', strategy: 'sum', wrong: (c) => device('Merlin S8', { speakerInput: grounded(c.input.devices.find((d) => d.name === 'Merlin S8')!) })(c), right: asItIs },
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
  { rule: 'polarity-mixed', what: 'a tweeter turned against its mid', car: 'people-carrier', strategy: 'sum', wrong: all(polarityKnown, desk(0, 'left', front('left', true))), right: all(polarityKnown, desk(0, 'left', front('left', false))) },
  { rule: 'polarity-mixed', what: 'a reversed tweeter left as it is', car: 'people-carrier', strategy: 'sum', wrong: all(polarityKnown, desk(0, 'right', front('right', false))), right: all(polarityKnown, desk(0, 'right', front('right', true))) },
  { rule: 'polarity-mixed', what: 'one side of a pair turned', car: 'camper-van', strategy: 'direct', wrong: all(polarityKnown, (c) => { pairOf(c, { side: 'right', axle: 'front' }).signal = { sign: 'reversed', standing: 'measured' }; }), right: polarityKnown },
  { rule: 'tweeter-high-pass', what: 'a tweeter on an amplifier without filters', car: 'coupe', strategy: 'source-direct', wrong: all(amplifier('Tongs 2.30 line', ['Front tweeters'])), right: all(amplifier('Tongs 2.30 line', ['Front tweeters']), speaker({ ownHighPass: true }, 'Front tweeters')) },
  { rule: 'tweeter-high-pass', what: 'a filter that does not reach high enough', car: 'coupe', strategy: 'source-direct', wrong: all(amplifier('Anvil 4.60'), device('Anvil 4.60', { crossover: { lowestHz: 40, highestHz: 400 } })), right: amplifier('Anvil 4.60') },
  { rule: 'crossover-lost', what: 'a kept tweeter without its high-pass after the bypass', car: 'coupe', strategy: 'bypass-factory-wire', wrong: all(amplifier('Tongs 2.30 line', ['Front tweeters']), speaker({ state: 'kept' })), right: all(amplifier('Anvil 4.60'), speaker({ state: 'kept' })) },
  { rule: 'crossover-lost', what: 'a kept woofer without its low-pass after the bypass', car: 'coupe', strategy: 'bypass-factory-wire', wrong: all(amplifier('Tongs 2.30 line', ['Front woofers']), speaker({ state: 'kept' })), right: all(amplifier('Anvil 4.60'), speaker({ state: 'kept' })) },
  { rule: 'load-missing', what: 'outputs that need a load left without one', car: 'camper-van', strategy: 'convert', wrong: (c) => { c.changes.loads = c.input.pairs.map((p) => ({ pairId: p.id, load: 'none' })); }, right: (c) => { c.changes.loads = c.input.pairs.map((p) => ({ pairId: p.id, load: 'resistor' })); } },
  { rule: 'load-missing', what: 'inputs of 20 kohm taken for a load', car: 'camper-van', strategy: 'direct', wrong: all((c) => { c.changes.loads = c.input.pairs.map((p) => ({ pairId: p.id, load: 'inputs' })); }, device('Anvil 4.60', { speakerInput: { ...speakerLevel, ohm: 20_000 } })), right: (c) => { c.changes.loads = c.input.pairs.map((p) => ({ pairId: p.id, load: 'inputs' })); } },
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
  { rule: 'network-node', what: 'a node of the network taken out', car: 'coupe', strategy: 'bypass-factory-wire', wrong: network(true), right: network(false) },
  { rule: 'microphones-kept', what: 'cancelling microphones unplugged', car: 'people-carrier', strategy: 'sum', wrong: setup({ microphones: 'unplugged' }), right: setup({ microphones: 'kept' }) },
  { rule: 'cancelling-off', what: 'noise cancelling left on', car: 'people-carrier', strategy: 'sum', wrong: setup({ cancelling: 'left' }), right: setup({ cancelling: 'switched-off' }) },
  { rule: 'warning-sound-lost', what: 'chimes gone with the bypassed amplifier', car: 'people-carrier', strategy: 'bypass-factory-wire', wrong: all(keep('radio'), facts({ unitKind: 'radio' }, { feed: 'follows' })), right: all(keep('radio'), quietAmplifier) },
  { rule: 'wish-kept', what: 'wires cut against the wish', car: 'people-carrier', strategy: 'sum', wrong: setup({ joining: 'cut' }), right: setup({ joining: 'harness-pair' }) },
  { rule: 'wish-kept', what: 'the centre silenced against the wish', car: 'people-carrier', strategy: 'bypass-factory-wire', wrong: all(keep('centre'), quietAmplifier), right: all(keep('radio'), quietAmplifier) },
  { rule: 'wish-kept', what: 'a large amplifier against the wish for boot space', car: 'electric-estate', strategy: 'subwoofer-output', wrong: amplifier('Anvil 5.80'), right: amplifier('Anvil 1.400') },
  { rule: 'claim-contradicted', what: 'a tap on a wire that a reading speaks against', car: 'people-carrier', strategy: 'sum', wrong: (c) => { c.input.harness = { ...c.input.harness, contradicted: [{ pairId: pairOf(c, { way: 'tweeter' }).id, says: 'It reads open.' }] }; }, right: asItIs },
  { rule: 'forbidden-circuit', what: 'a tap on a yellow plug', car: 'people-carrier', strategy: 'sum', wrong: (c) => { c.input.harness = { ...c.input.harness, locked: [pairOf(c, { way: 'woofer' }).id] }; }, right: asItIs },
  { rule: 'charging-reserve', what: 'more than an electric car’s converter gives', car: 'electric-estate', strategy: 'subwoofer-output', wrong: (c) => { c.input.brief = { ...c.input.brief, reserveAmps: 5 }; }, right: (c) => { c.input.brief = { ...c.input.brief, reserveAmps: 15 }; } },
];
