import type { CheckBody } from '../model/check.ts';
import type { Setup } from '../model/setup.ts';
import { START_CONDITIONS } from '../model/conditions.ts';
import { lowPass, peak } from './cars/parts.ts';
import {
  all,
  amplifier,
  asItIs,
  car,
  type Change,
  desk,
  device,
  front,
  type Hazard,
  insisted,
  keep,
  line,
  lines,
  loads,
  outputs,
  pairOf,
  quietAmplifier,
  record,
  setup,
  speaker,
  speakerLevel,
  supply,
  turnOn,
} from './hazard-changes.ts';
import { recordTogether } from './recorded-together.ts';
import { chainAtStep } from './simulated-car.ts';

/** A source that was found and watched, but for what is said. */
const watched = (part: Partial<Setup['turnOn']> = {}): Change =>
  turnOn({
    by: 'accessory',
    place: 'fuse box, slot 12',
    asleep: 'dead',
    restart: 'steady',
    load: 'holds',
    ...part,
  });
const sensingFailed = (sensing: 'usual' | 'failed'): Change =>
  all(
    turnOn({ by: 'sensing' }),
    record((c) => {
      c.job.brief.sensing = sensing;
    }),
  );
/** The radio's lines with an equaliser of the factory's on them. */
const equalised = (hz: number, gainDb: number): Change =>
  car((c) => outputs(c, 'radio').forEach((o) => (o.chain = { ...o.chain, peaks: [peak(hz, gainDb, 1.1)] })));
const measuredOnce = car((c) => outputs(c, 'radio').forEach((o) => (o.measuredAtSteps = [18])));
const stage = (of: 'bridge' | 'line'): Change =>
  car((c) => outputs(c, 'radio').forEach((o) => (o.pair = { ...o.pair, stage: of })));
/** Volts that were read without a load while the output was not steady. */
const runsAway = (volts: number): Change =>
  record((c) => {
    for (const { body } of c.job.checks)
      if (body.kind === 'cold-start' && body.result !== 'steady') body.volts = volts;
  });
/** Direct volts at the feed, with the engine running. */
const feedReads = (volts: number): Change =>
  record((c) => {
    c.harness.readings.push({
      id: 'feed',
      cavityId: c.harness.connectors[0].cavities.find((v) => v.number === 1)!.id,
      otherCavityId: null,
      observation: { kind: 'dc', volts, word: null },
      conditions: { ...START_CONDITIONS, ignition: 'on', radio: 'on' },
      entered: '',
      confirmed: true,
      simulated: false,
      chapter: 'before',
      takenAt: '2026-11-02T09:00:00.000Z',
      withdrawnAt: null,
    });
  });
const found = (readings: number): Change =>
  record((c) => {
    c.harness.readings = c.harness.readings.slice(0, readings);
  });
const network = (fibreOrData: 'yes' | 'no'): Change =>
  record((c) => {
    c.job.intake.clues.fibreOrData = fibreOrData;
  });
const withoutChecks = (drop: (body: CheckBody) => boolean): Change =>
  car((c) =>
    c.units.flatMap((u) => u.outputs).forEach((o) => (o.checks = o.checks.filter((check) => !drop(check)))),
  );
const chimesIn = (madeIn: 'amplifier' | 'own-speaker'): Change =>
  car((c) => {
    const [first] = outputs(c, 'amplifier');
    first.checks = [
      ...first.checks,
      { kind: 'added-sound', sound: 'chimes', heard: madeIn === 'amplifier', madeIn, levelDb: null },
    ];
  });
const loadModule: Change = record((c) =>
  c.changes.inserts.push({
    kind: 'load-module',
    deviceId: c.devices.find((d) => d.name === 'Pumice 47')!.id,
    device: 'Pumice 47',
    targetId: c.job.targets[0].id,
    at: 'outputs',
  }),
);
/** A turn-on delay in the lead, or a circuit breaker in the power cable. */
const placed = (name: string): Change =>
  record((c) => {
    const { id, kind } = c.devices.find((d) => d.name === name)!;
    const what =
      kind === 'breaker'
        ? ({ kind, at: 'supply' } as const)
        : ({ kind: 'remote-delay', at: 'turn-on' } as const);
    c.changes.inserts.push({ ...what, targetId: null, deviceId: id, device: name });
  });
/** Noise in the left channel of the source alone, and how much of it comes out at right, dB. */
const atRight = (db: number): Change =>
  record((c) => {
    const of = (side: 'left' | 'right') => pairOf(c, { side, axle: 'front', way: 'full' }).id;
    recordTogether(c, of('left'), of('right'), db);
  });
const bassEndsAt = (hz: number): Change =>
  car((c) =>
    outputs(c, 'amplifier', { way: 'subwoofer' }).forEach((o) => {
      const chain = chainAtStep(c, o, 18);
      o.chain = {
        ...chain,
        filters: [...chain.filters.filter((f) => f.side === 'high-pass'), lowPass('linkwitz-riley', 4, hz)],
      };
    }),
  );
/** An output was noted at the data pair, as a diagram of another option has it. */
const notedAtData = (way: 'woofer' | 'midrange'): Change =>
  record((c) => {
    const [plug] = c.harness.connectors;
    pairOf(c, { side: 'left', way }).ends.forEach((end, n) => {
      end.cavityId = plug.cavities.find((v) => v.number === 7 + n)!.id;
    });
  });
const bothVolts = record((c) => {
  c.devices = c.devices.map((d) => ({ ...d, nominalVolts: '12-24' as const }));
});
const nominal24 = record((c) => {
  c.job.intake.nominalVolts = '24';
});
const subwoofer: Parameters<typeof desk>[2] = [['mono', 'other', 'subwoofer']];

/** What is planned badly: turn-on, power, levels, what the radio gives, and what is taken out. */
// prettier-ignore
export const PLAN_HAZARDS: readonly Hazard[] = [
  { rule: 'turn-on-current', what: 'a source that sags under load', car: 'camper-van', strategy: 'direct', wrong: watched({ load: 'sags' }), right: watched() },
  { rule: 'turn-on-wire', what: 'a turn-on wire that nobody looked for', car: 'camper-van', strategy: 'direct', wrong: watched({ place: '' }), right: watched() },
  { rule: 'turn-on-unseen', what: 'a source that nobody watched', car: 'coupe', strategy: 'bypass-factory-wire', wrong: turnOn({ place: 'fuse box' }), right: watched() },
  { rule: 'turn-on-unseen', what: 'a source that nobody saw asleep', car: 'coupe', strategy: 'source-direct', wrong: watched({ asleep: 'unknown' }), right: watched() },
  { rule: 'turn-on-unseen', what: 'a source that nobody saw at a restart', car: 'electric-estate', strategy: 'subwoofer-output', wrong: watched({ restart: 'unknown' }), right: watched() },
  { rule: 'turn-on-restart', what: 'a remote lead that dips', car: 'people-carrier', strategy: 'sum', wrong: turnOn({ by: 'factory-remote', restart: 'dips' }), right: turnOn({ by: 'factory-remote', restart: 'steady' }) },
  { rule: 'turn-on-source', what: 'a remote lead that stays live', car: 'people-carrier', strategy: 'sum', wrong: turnOn({ by: 'factory-remote', asleep: 'live' }), right: turnOn({ by: 'factory-remote', asleep: 'dead' }) },
  { rule: 'sensing-failed', what: 'sensing where it failed in this make', car: 'camper-van', strategy: 'convert', wrong: sensingFailed('failed'), right: sensingFailed('usual') },
  { rule: 'senses-signal', what: 'a converter that does not sense, woken by signal', car: 'camper-van', strategy: 'convert', wrong: all(turnOn({ by: 'sensing' }), device('Kestrel L4', { senses: [] }), insisted('Kestrel L4')), right: all(turnOn({ by: 'sensing' }), device('Kestrel L4', { senses: ['signal'] }), insisted('Kestrel L4')) },
  { rule: 'turn-off', what: 'a coupe turned on for good', car: 'coupe', strategy: 'bypass-factory-wire', wrong: turnOn({ by: 'constant' }), right: watched() },
  { rule: 'feed-processed', what: 'bypass on a feed with a bass boost', car: 'coupe', strategy: 'bypass-factory-wire', wrong: equalised(90, 7), right: equalised(90, 1.5) },
  { rule: 'feed-processed', what: 'bypass on a feed with a hole for the doors', car: 'coupe', strategy: 'bypass-new-wire', wrong: equalised(400, -7), right: equalised(400, -1.5) },
  { rule: 'volume-control', what: 'a feed that nobody measured at two steps', car: 'coupe', strategy: 'source-direct', wrong: measuredOnce, right: asItIs },
  { rule: 'volume-control', what: 'a fixed feed through a converter without a volume control', car: 'coupe', strategy: 'source-volume', wrong: all(lines(true), insisted('Kestrel L2')), right: lines(true) },
  { rule: 'volume-control', what: 'a fixed feed through a processor without a volume control', car: 'coupe', strategy: 'source-processor', wrong: all(lines(true), device('Harrier 810', { volumeControl: false }), insisted('Harrier 810')), right: all(lines(true), insisted('Harrier 810')) },
  { rule: 'speaker-into-line', what: 'a radio’s speaker level into line inputs', car: 'coupe', strategy: 'bypass-factory-wire', wrong: all(stage('bridge'), device('Anvil 4.60', { speakerInput: null }), desk(0, 'left', [['left', 'front', 'full']], 'direct')), right: all(stage('line'), device('Anvil 4.60', { speakerInput: null }), desk(0, 'left', [['left', 'front', 'full']], 'direct')) },
  { rule: 'load-missing', what: 'outputs left without their speakers that nobody tried so', car: 'coupe', strategy: 'source-direct', wrong: asItIs, right: loads('resistor') },
  { rule: 'input-voltage', what: 'an input below the volts that run away', car: 'camper-van', strategy: 'direct', wrong: all(runsAway(17.4), device('Anvil 4.60', { speakerInput: speakerLevel })), right: all(runsAway(17.4), device('Anvil 4.60', { speakerInput: { ...speakerLevel, maxVolts: 20 } })) },
  { rule: 'resistor-rated', what: 'more than any resistor stands', car: 'camper-van', strategy: 'convert', wrong: all(runsAway(80), loads('resistor')), right: all(runsAway(17.4), loads('resistor')) },
  { rule: 'fuse-small', what: 'a fuse of 5 A before a four-channel amplifier', car: 'coupe', strategy: 'bypass-factory-wire', wrong: supply({ fuseAmps: 5 }), right: supply({ fuseAmps: 30 }) },
  { rule: 'fuse-large', what: '100 A before 10 mm2', car: 'camper-van', strategy: 'direct', wrong: supply({ fuseAmps: 100, cableMm2: 10 }), right: supply({ fuseAmps: 50, cableMm2: 10 }) },
  { rule: 'fuse-missing', what: 'an estate without a main fuse', car: 'electric-estate', strategy: 'subwoofer-output', wrong: supply({ fuseAmps: null }), right: supply({ fuseAmps: 60 }) },
  { rule: 'fuse-far', what: 'the fuse two metres along the cable', car: 'coupe', strategy: 'source-direct', wrong: supply({ fuseMm: 2000 }), right: supply({ fuseMm: 400 }) },
  { rule: 'ground-point', what: 'a coupe grounded at the battery', car: 'coupe', strategy: 'bypass-factory-wire', wrong: supply({ ground: 'battery-terminal' }), right: supply({ ground: 'body' }) },
  { rule: 'standing-current', what: 'an amplifier that never sleeps', car: 'camper-van', strategy: 'direct', wrong: device('Anvil 4.60', { standbyAmps: 0.1 }), right: device('Anvil 4.60', { standbyAmps: 0.002 }) },
  { rule: 'nominal-volts', what: 'devices for 12 V in a coupe of 24 V', car: 'coupe', strategy: 'bypass-factory-wire', wrong: nominal24, right: all(nominal24, bothVolts) },
  { rule: 'vehicle-volts', what: 'a feed of 25 V that the plan takes for 12', car: 'people-carrier', strategy: 'sum', wrong: feedReads(25.4), right: feedReads(14.2) },
  { rule: 'charging-fault', what: 'a charging system at 17 V', car: 'people-carrier', strategy: 'sum', wrong: feedReads(17.2), right: feedReads(14.4) },
  { rule: 'factory-feed', what: 'four channels on a radio’s fuse', car: 'coupe', strategy: 'bypass-factory-wire', wrong: supply({ from: 'factory-feed', feedFuseAmps: 5 }), right: supply({ from: 'factory-feed', feedFuseAmps: 30 }) },
  { rule: 'claim-contradicted', what: 'a woofer noted at the data pair', car: 'people-carrier', strategy: 'sum', wrong: all(notedAtData('woofer'), desk(0, 'left', front('left', false))), right: asItIs },
  { rule: 'claim-contradicted', what: 'a mid noted at the data pair', car: 'people-carrier', strategy: 'processor', wrong: all(notedAtData('midrange'), desk(0, 'left', front('left', false), 'processor')), right: asItIs },
  { rule: 'cavities-settled', what: 'taps on cavities that Find has not settled', car: 'people-carrier', strategy: 'sum', wrong: found(6), right: asItIs },
  { rule: 'sides-joined', what: 'right for left', car: 'camper-van', strategy: 'direct', wrong: desk(0, 'left', [['right', 'front', 'full']], 'direct'), right: desk(0, 'left', [['left', 'front', 'full']], 'direct') },
  { rule: 'sides-joined', what: 'a bass output that goes up to 500 Hz in a side', car: 'people-carrier', strategy: 'sum', wrong: all(bassEndsAt(500), desk(0, 'left', [...front('left', false), ...subwoofer])), right: desk(0, 'left', front('left', false)) },
  { rule: 'band-covered', what: 'a tweeter output for woofers', car: 'coupe', strategy: 'convert', wrong: desk(0, 'left', [['left', 'front', 'tweeter']], 'converter'), right: desk(0, 'left', [['left', 'front', 'woofer']], 'converter') },
  { rule: 'microphones-kept', what: 'microphones unplugged in a coupe', car: 'coupe', strategy: 'bypass-factory-wire', wrong: setup({ microphones: 'unplugged' }), right: setup({ microphones: 'kept' }) },
  { rule: 'cancelling-off', what: 'cancelling left on its speaker, and tapped', car: 'people-carrier', strategy: 'sum', wrong: setup({ cancelling: 'own-speaker' }), right: setup({ cancelling: 'switched-off' }) },
  { rule: 'wish-kept', what: 'the factory subwoofer silenced against the wish', car: 'people-carrier', strategy: 'bypass-factory-wire', wrong: all(keep('factory-subwoofer'), quietAmplifier, record((c) => { c.job.targets = c.job.targets.slice(0, 1); })), right: all(keep('radio'), quietAmplifier) },
  { rule: 'wish-kept', what: 'a coupe’s wires cut against the wish', car: 'coupe', strategy: 'bypass-factory-wire', wrong: all(keep('no-cut-wires'), setup({ joining: 'cut' })), right: all(keep('no-cut-wires'), setup({ joining: 'harness-pair' })) },
  { rule: 'network-node', what: 'an amplifier on the network taken out', car: 'coupe', strategy: 'bypass-factory-wire', wrong: network('yes'), right: network('no') },
  { rule: 'required-sound-unknown', what: 'nobody knows where the emergency call plays', car: 'coupe', strategy: 'bypass-factory-wire', wrong: withoutChecks((b) => b.kind === 'added-sound' && b.sound === 'emergency-call'), right: asItIs },
  { rule: 'warning-sound-lost', what: 'chimes made in the amplifier that goes', car: 'coupe', strategy: 'bypass-factory-wire', wrong: chimesIn('amplifier'), right: chimesIn('own-speaker') },
  { rule: 'channels-enough', what: 'two pairs on two channels', car: 'camper-van', strategy: 'convert', wrong: amplifier('Tongs 2.30 line'), right: amplifier('Tongs 2.30 line', ['Front pair']) },
  { rule: 'minimum-load', what: '1 ohm speakers on an amplifier for 2', car: 'camper-van', strategy: 'direct', wrong: all(amplifier('Anvil 4.60'), speaker({ ohm: 1 })), right: all(amplifier('Anvil 4.60'), speaker({ ohm: 4 })) },
  { rule: 'amplifier-driven', what: 'an amplifier that wants more than the converter gives', car: 'camper-van', strategy: 'convert', wrong: all(amplifier('Anvil 4.60'), device('Anvil 4.60', { lineInput: { ...line, minVolts: 8, maxVolts: 12 } })), right: all(amplifier('Anvil 4.60'), device('Anvil 4.60', { lineInput: line })) },
  { rule: 'sides-mixed', what: 'a feed with one signal for both sides', car: 'coupe', strategy: 'bypass-factory-wire', wrong: atRight(-2), right: atRight(-40) },
  { rule: 'delay-placed', what: 'a turn-on delay without a lead', car: 'camper-van', strategy: 'direct', wrong: all(turnOn({ by: 'sensing' }), placed('Linger T5')), right: all(watched(), placed('Linger T5')) },
  { rule: 'breaker-placed', what: 'a breaker that trips at twice the plan', car: 'camper-van', strategy: 'direct', wrong: all(placed('Cleave 120'), supply({ fuseAmps: 60 })), right: all(placed('Cleave 60'), supply({ fuseAmps: 60 })) },
  { rule: 'breaker-placed', what: 'a breaker beside a factory feed', car: 'coupe', strategy: 'bypass-factory-wire', wrong: all(placed('Cleave 60'), supply({ from: 'factory-feed', feedFuseAmps: 30 })), right: supply({ from: 'factory-feed', feedFuseAmps: 30 }) },
  { rule: 'line-loaded', what: 'a load module on a line output', car: 'coupe', strategy: 'source-direct', wrong: loadModule, right: asItIs },
];
