// One rule, one made-up situation: feeds and plans whose parts are given by hand, the rest plain and harmless.
import { expect } from 'vitest';
import type { LibraryDevice } from '../src/model/device.ts';
import { START_INTAKE } from '../src/model/intake.ts';
import type { Equipment, Feed, Figures, Loss, Remark, Severity, Trigger } from '../src/model/plan.ts';
import { NO_CHANGES, type PlanChanges, type Tap } from '../src/model/plan-changes.ts';
import type { Setup } from '../src/model/setup.ts';
import { type Speaker, type Target, USUAL_SPEAKER } from '../src/model/target.ts';
import { pairName } from '../src/model/unit.ts';
import { contextOf } from '../src/plan/facts/context.ts';
import type { Drive } from '../src/plan/finished/drives.ts';
import { madeDrive } from './made-up-devices.ts';
import type { DeviceNeed } from '../src/plan/finished/between.ts';
import { NO_FACTS, type OutputFacts } from '../src/plan/facts/output-facts.ts';
import { planInput, type PlanInput, type PlanPair } from '../src/plan/facts/plan-input.ts';
import { finishedCar } from '../src/plan/finished/finished-car.ts';
import { feedName } from '../src/plan/facts/feed-name.ts';
import type { FeedInContext, PlanInContext } from '../src/plan/rules/rule.ts';
import type { Source } from '../src/plan/facts/sources.ts';
import { analyseResponse } from '../src/signal/analyse.ts';
import { SUM_GRID_HZ } from '../src/summing/output-response.ts';
import { PLAIN_OUTPUT } from './made-up-measured.ts';

/** An amplifier's front left output, bridged and not measured in volts. */
export function madePair({
  facts,
  ...part
}: Partial<Omit<PlanPair, 'facts'>> & { facts?: Partial<OutputFacts> } = {}): PlanPair {
  return {
    ...PLAIN_OUTPUT,
    id: 'p1',
    ends: [],
    signal: { sign: 'normal', standing: 'assumed' },
    volumeSteps: [18],
    capture: null,
    unitKind: 'amplifier',
    unitName: 'Amplifier',
    facts: { ...NO_FACTS, ...facts },
    ...part,
  };
}

const highPassed = (cornerHz: number) => SUM_GRID_HZ.map((f) => -10 * Math.log10(1 + (cornerHz / f) ** 4));
const analyses = new Map<number, ReturnType<typeof analyseResponse>>();

/** Analysed once for all tests: most rules do not look at it. */
function analysisOf(cornerHz: number) {
  const known = analyses.get(cornerHz);
  if (known) return known;
  const analysis = analyseResponse({ frequencyHz: [...SUM_GRID_HZ], levelDb: highPassed(cornerHz) });
  analyses.set(cornerHz, analysis);
  return analysis;
}

/** An output that passes everything at 0 dB, or what a second-order high-pass at `cornerHz` leaves of it. */
export function madeSource(part: Parameters<typeof madePair>[0] = {}, cornerHz = 0): Source {
  const levelDb = highPassed(cornerHz);
  const pair = madePair(part);
  return {
    pair,
    captureId: `c-${pair.id}`,
    from: 'analyser',
    name: pairName(pair),
    analysis: analysisOf(cornerHz),
    response: { re: Float64Array.from(levelDb, (l) => 10 ** (l / 20)), im: new Float64Array(levelDb.length) },
    phase: 'minimum-phase',
    group: null,
    arrival: 0,
  };
}

export const SETUP: Setup = {
  joining: 'tap',
  speakerWire: 'new',
  factoryAmplifier: 'stays',
  microphones: 'kept',
  cancelling: 'absent',
  loudestStep: 20,
  overlap: '5',
  turnOn: {
    ...{ by: 'accessory', relay: false, place: '', delaySeconds: 2 },
    ...{ asleep: 'dead', restart: 'steady', load: 'holds', amps: 5 },
  },
  supply: {
    from: 'battery',
    feedFuseAmps: null,
    fuseAmps: 60,
    fuseMm: 300,
    cableMm2: 20,
    cableM: 5,
    metal: 'copper',
    ground: 'body',
    sides: 'apart',
  },
};

const FIGURES: Figures = {
  taps: 2,
  cuts: 0,
  boxes: 2,
  hours: { from: 4, to: 6 },
  priceClass: 2,
  sineAmps: 40,
  musicAmps: 15,
  standingAmps: 0.002,
  standingDays: null,
  dropVolts: 0.2,
  latencyMs: 0,
};

export interface MadeSetup extends Partial<Omit<Setup, 'turnOn' | 'supply'>> {
  turnOn?: Partial<Setup['turnOn']>;
  supply?: Partial<Setup['supply']>;
}
const setupWith = ({ turnOn, supply, ...rest }: MadeSetup = {}): Setup => ({
  ...SETUP,
  ...rest,
  turnOn: { ...SETUP.turnOn, ...turnOn },
  supply: { ...SETUP.supply, ...supply },
});

export interface MadeFeed {
  sources?: Source[];
  feed?: Partial<Feed>;
  target?: Partial<Omit<Target, 'speaker'>> & { speaker?: Partial<Speaker> };
  between?: LibraryDevice | null;
  drive?: Drive;
  setup?: MadeSetup;
  /** of the plan's input: library, brief, clues, what Find says, outputs that are not used */
  input?: Partial<PlanInput>;
}

export function madeTap(pairId: string, part: Partial<Tap> = {}): Tap {
  return { pairId, captureId: null, inverted: false, gainDb: 0, delayMs: 0, allPassHz: null, ...part };
}

/** The front left channel of a stereo target, fed by a converter from its sources. */
export function madeFeed(made: MadeFeed = {}): FeedInContext {
  const { sources = [madeSource()], between = null, drive = madeDrive(null), input } = made;
  const { speaker, ...part } = made.target ?? {};
  const target: Target = {
    id: 't1',
    jobId: 'j1',
    version: 1,
    name: 'Front set',
    layout: 'stereo',
    axle: 'front',
    lowHz: 80,
    highHz: 16_000,
    speakerLevelInput: false,
    amplifierId: null,
    assumed: false,
    ...part,
    speaker: { ...USUAL_SPEAKER, ...speaker },
  };
  const flat = SUM_GRID_HZ.map(() => 0);
  const feed: Feed = {
    targetId: target.id,
    side: 'left',
    device: 'converter',
    taps: sources.map(({ pair, captureId }) => madeTap(pair.id, { captureId })),
    by: 'convert',
    correction: [],
    boostDb: 0,
    need: { lowHz: target.lowHz, highHz: target.highHz },
    levelDb: flat,
    span: null,
    phase: 'measured',
    withinDb: 1,
    covers: true,
    missing: [],
    loads: sources.map(() => ({ kind: 'speaker', ohm: null, watts: null })),
    chain: null,
    crossover: { highPass: null, lowPass: null },
    coils: null,
    bass: null,
    latencyMs: 0,
    ...made.feed,
  };
  const pairs = [...sources.map((s) => s.pair), ...(input?.pairs ?? [])];
  return {
    feed,
    target,
    sources,
    name: feedName(target, feed.side),
    setup: setupWith(made.setup),
    between,
    drive,
    inserts: [],
    context: contextOf(planInput({ targets: [target], ...input, pairs })),
  };
}

/** An amplifier stands behind the radio, though none of its outputs is listed. */
export const BEHIND_RADIO: Partial<PlanInput> = { clues: { ...START_INTAKE.clues, amplifierFound: 'yes' } };

/** Levels of a feed: volts and what each point takes, in their order. */
export function madeChain(
  ...points: [name: string, volts: number, maxVolts: number | null][]
): Feed['chain'] {
  return {
    // The speaker is the last of every chain.
    points: [...points, ['Speaker', 14, null] as const].map(([name, volts, maxVolts]) => ({
      name,
      volts,
      maxVolts,
      standing: 'measured',
    })),
    firstToClip: 0,
    deviceGainDb: 0,
    gain: { toneDb: 0, overlapDb: 0, plainVolts: null, volts: 14, watts: 50, ohm: 4, step: 20 },
    passive: { would: false, says: '' },
  };
}

/** Two channels of speaker level through a converter. */
export const PLAIN_NEED: DeviceNeed = {
  kind: 'converter',
  inputs: 2,
  outputs: 2,
  sums: false,
  volts: 9,
  volumeControl: false,
  speakerLevel: true,
  senses: null,
  restoreDb: 0,
  load: false,
  net: '12',
};

/** A line of what is to be bought: a device of the library, or only its kind. */
export const madeEquipment = (
  kind: Equipment['kind'],
  name: string | null = null,
  part: Partial<Equipment> = {},
): Equipment => ({
  kind,
  deviceId: name,
  name,
  count: 1,
  says: '',
  priceClass: 1,
  targetIds: ['t1'],
  ...part,
});

export interface MadePlan {
  feeds?: FeedInContext[];
  setup?: MadeSetup;
  figures?: Partial<Figures>;
  equipment?: PlanInContext['plan']['equipment'];
  losses?: Loss[];
  triggers?: Trigger[];
  drives?: Drive[];
  /** what a person chose as loads */
  loads?: PlanChanges['loads'];
  input?: Partial<PlanInput>;
}

/** A plan around its feeds, or around none where a rule does not look at them. */
export function madePlan(made: MadePlan = {}): PlanInContext {
  const { feeds = [], drives = [], input, equipment = [], losses = [], triggers = [], loads = [] } = made;
  const plan: Omit<PlanInContext['plan'], 'car'> = {
    strategy: 'convert',
    title: 'Convert',
    device: 'converter',
    covers: true,
    withinDb: 1,
    feeds: feeds.map((f) => f.feed),
    setup: setupWith(made.setup),
    changes: { ...NO_CHANGES, loads },
    equipment,
    losses,
    duties: [],
    triggers,
    turnOn: [],
    figures: { ...FIGURES, ...made.figures },
  };
  const context = contextOf(
    planInput({ ...input, pairs: input?.pairs ?? feeds.flatMap((f) => f.sources.map((s) => s.pair)) }),
  );
  const finished = finishedCar(context.input, plan);
  return {
    plan: { ...plan, car: finished },
    feeds,
    drives: new Map(drives.map((drive, i) => [`t${i + 1}`, drive])),
    finished,
    context,
  };
}

/** What a remark must say: severity, rule, words of its text, and where it is settled (`listen/clean`, `setup/supply`). */
export function verdict(
  severity: Severity,
  rule: string,
  text: string | RegExp,
  more: { settle?: string; remedy?: string; pairId?: string | null; targetId?: string | null } = {},
): Remark {
  const [stage, where = null] = more.settle?.split('/') ?? [];
  const place = stage === 'setup' ? { test: null, place: where } : { test: where };
  return expect.objectContaining({
    severity,
    rule,
    text: expect.stringMatching(
      typeof text === 'string' ? new RegExp(text.replace(/[()+?.]/g, '\\$&')) : text,
    ),
    remedy: more.remedy === undefined ? null : expect.stringContaining(more.remedy),
    settle: stage === undefined ? null : { stage, ...place },
    pairId: more.pairId ?? null,
    targetId: more.targetId ?? null,
  }) as Remark;
}
