import { mindsWithdrawnBass } from './bass.ts';
import { levelChain } from '../level/level-chain.ts';
import { LOAD_ENOUGH_OHM, loadResistor } from '../load/load-resistor.ts';
import type { LibraryDevice } from '../model/device.ts';
import type { Feed, PlanChanges } from '../model/plan.ts';
import type { Load, Setup } from '../model/setup.ts';
import type { Target } from '../model/target.ts';
import { gridRange } from '../summing/flatness.ts';
import { SUM_GRID_HZ } from '../summing/output-response.ts';
import type { FactorySystem, PlanContext } from './context.ts';
import type { Drive } from './equipment.ts';
import { type OutputVolts, outputVolts } from './output-facts.ts';
import type { PlanPair } from './plan-input.ts';

/** What stands around a feed. */
export interface FeedSurroundings {
  context: PlanContext;
  target: Target;
  setup: Pick<Setup, 'loudestStep' | 'factoryAmplifier'>;
  between: LibraryDevice | null;
  drive: Drive;
  changes: PlanChanges;
  keepsSpeaker: boolean;
}

/** An output that carries a radio's line into an amplifier. */
export function isLine(pair: PlanPair, context: FactorySystem): boolean {
  return pair.unitKind === 'radio' && context.hasAmplifier;
}

/** Volts of an output at a step, with its siblings of the same unit. */
export function voltsAt(pair: PlanPair, step: number, context: FactorySystem): OutputVolts {
  const siblings = context.input.pairs.filter((p) => p.unitId === pair.unitId && p.id !== pair.id);
  return outputVolts(
    pair.facts,
    step,
    isLine(pair, context),
    siblings.map((p) => p.facts),
  );
}

/** A new speaker takes the place of what an output drives now. */
export function replaces(target: Target, pair: PlanPair, context: FactorySystem): boolean {
  const { brief } = context.input;
  if (isLine(pair, context)) return false;
  if (pair.way === 'subwoofer')
    return (
      target.speaker.way === 'subwoofer' &&
      !brief.keep.includes('factory-subwoofer') &&
      brief.shape !== 'subwoofer'
    );
  if (target.speaker.way === 'subwoofer' || target.axle !== pair.axle || pair.side === 'centre') return false;
  // One speaker for both sides, a centre for one, stands beside those of the sides.
  if (target.layout === 'mono' && pair.side !== 'mono') return false;
  return target.speaker.way === 'full' || pair.way === 'full' || pair.way === target.speaker.way;
}

/** Everything of a feed that follows from its taps: loads, levels, filters, coils, bass. */
export function completeFeed(feed: Feed, around: FeedSurroundings): Feed {
  const { context, target, setup, between, drive } = around;
  const pairs = feed.taps.map((t) => context.input.pairs.find((p) => p.id === t.pairId)!);
  const volts = pairs.map((p) => voltsAt(p, setup.loudestStep, context));
  const direct = feed.device === 'direct';
  const ampInput =
    direct && pairs.some((p) => !isLine(p, context))
      ? (drive.amplifier?.speakerInput ?? null)
      : (drive.amplifier?.lineInput ?? null);
  const loudest = volts.reduce<OutputVolts | null>(
    (most, v) => (most && most.volts >= v.volts ? most : v),
    null,
  );
  const bass = bassOf(feed, pairs, setup.loudestStep, between);
  return {
    ...feed,
    loads: feed.taps.map((tap, i) => loadOf(tap.pairId, pairs[i], volts[i], feed, around)),
    chain: loudest
      ? levelChain({
          output: loudest,
          sumDb: 0,
          device: direct
            ? null
            : {
                name: between?.name ?? 'Device',
                maxInputVolts: inputLimit(between, pairs, context),
                maxOutputVolts: between?.maxOutputVolts ?? null,
                gainDb: between?.gainDb ?? { min: -30, max: 0 },
                boostDb: feed.boostDb,
              },
          amplifier: drive.amplifier
            ? { input: ampInput, watts: drive.watts!, ohm: drive.arrangement.ohm }
            : null,
          watts: target.speaker.watts,
          ohm: drive.arrangement.ohm,
          step: setup.loudestStep,
          lowHz: target.lowHz,
          taps: feed.taps.length,
        })
      : null,
    crossover: crossoverOf(feed, target, between, drive),
    coils:
      target.speaker.drivers * target.speaker.coils > 1
        ? {
            name: drive.arrangement.name,
            ohm: drive.arrangement.ohm,
            wattsPerCoil: drive.watts === null ? null : drive.watts / drive.arrangement.coils,
            bridged: drive.bridged,
          }
        : null,
    bass,
    latencyMs: direct ? 0 : (between?.latencyMs ?? 0),
  };
}

function inputLimit(
  between: LibraryDevice | null,
  pairs: readonly PlanPair[],
  context: PlanContext,
): number | null {
  if (!between) return null;
  const line = pairs.every((p) => isLine(p, context));
  return (
    ((line ? between.lineInput : between.speakerInput) ?? between.speakerInput ?? between.lineInput)
      ?.maxVolts ?? null
  );
}

/**
 * What a tapped output drives: its own speaker where that stays, else what its load sensing needs. One that was never
 * tried without its speaker is left without only as an assumption.
 */
function loadOf(
  pairId: string,
  pair: PlanPair,
  volts: OutputVolts,
  feed: Feed,
  { context, target, between, drive, changes, keepsSpeaker }: FeedSurroundings,
): Feed['loads'][number] {
  const input = feed.device === 'direct' ? drive.amplifier?.speakerInput : between?.speakerInput;
  const resistor = () => {
    const { ohm, ratedWatts } = loadResistor(volts.maxVolts);
    return { kind: 'resistor' as const, ohm, watts: ratedWatts };
  };
  const as = (kind: Load) =>
    kind === 'resistor'
      ? resistor()
      : { kind, ohm: kind === 'inputs' ? (input?.ohm ?? null) : null, watts: null };
  const chosen = changes.loads.find((l) => l.pairId === pairId);
  if (chosen) return as(chosen.load);
  if (isLine(pair, context)) return as('inputs');
  if (keepsSpeaker || !replaces(target, pair, context)) return as('speaker');
  if (sensesLoad(pair, context))
    return as(input && input.ohm !== null && input.ohm <= LOAD_ENOUGH_OHM ? 'inputs' : 'resistor');
  return as('none');
}

/** Seen on one output of a unit, load sensing is expected on all of them. */
export function sensesLoad(pair: PlanPair, context: FactorySystem): boolean {
  return context.input.pairs.some((p) => p.unitId === pair.unitId && p.facts.load === 'suspected');
}

/** A feed falls by this much an octave outside the target's band: a filter is there already, dB. */
const FILTERED_DB = 9;
/** A target that ends above this needs no low-pass, Hz. */
const TOP_HZ = 12_000;

/** Filters that the target's speaker needs, and who makes them. */
function crossoverOf(
  feed: Feed,
  target: Target,
  between: LibraryDevice | null,
  { amplifier }: Drive,
): Feed['crossover'] {
  const { way, ownHighPass } = target.speaker;
  const { from, to } = gridRange(feed.need);
  const inBand = feed.levelDb.slice(from, to + 1).sort((a, b) => a - b);
  const middle = inBand[inBand.length >> 1];
  const falls = (index: number) =>
    feed.taps.length > 0 &&
    index >= 0 &&
    index < SUM_GRID_HZ.length &&
    feed.levelDb[index] < middle - FILTERED_DB;
  const place = (hz: number, filtered: boolean): NonNullable<Feed['crossover']['highPass']> => {
    if (filtered) return { hz, where: 'factory' };
    if (feed.device !== 'direct' && inside(between, hz)) return { hz, where: 'device' };
    // Where no amplifier is chosen yet, the filter is a demand on it.
    if (amplifier === null || inside(amplifier, hz)) return { hz, where: 'amplifier' };
    return { hz, where: 'missing' };
  };
  const delicate = way === 'tweeter' || way === 'midrange';
  const highPass = delicate
    ? ownHighPass
      ? { hz: target.lowHz, where: 'speaker' as const }
      : place(target.lowHz, falls(from - 12))
    : null;
  const lowPass = way !== 'full' && target.highHz < TOP_HZ ? place(target.highHz, falls(to + 12)) : null;
  return { highPass, lowPass };
}

const inside = (d: LibraryDevice | null, hz: number) =>
  d?.crossover ? hz >= d.crossover.lowestHz && hz <= d.crossover.highestHz : false;

function bassOf(
  feed: Feed,
  pairs: readonly PlanPair[],
  step: number,
  between: LibraryDevice | null,
): Feed['bass'] {
  if (!mindsWithdrawnBass(feed)) return null;
  const withdrawn = pairs
    .filter((p) => p.facts.bass.verdict === 'withdrawn' && p.facts.bass.keptTo !== null)
    .sort((a, b) => a.facts.bass.worstDb - b.facts.bass.worstDb)[0];
  if (!withdrawn) return null;
  const { keptTo, worstDb, upTo } = withdrawn.facts.bass;
  const lostDb = -worstDb;
  const restores = feed.device !== 'direct' && (between?.bassRestoreDb ?? 0) >= lostDb;
  const from = `Bass is cut above step ${keptTo}, by ${lostDb.toFixed(0)} dB at step ${upTo}.`;
  const remedy = restores ? 'restore' : step <= keptTo! ? 'stay-below' : 'none';
  const says = {
    restore: `${from} ${between?.name} restores it.`,
    'stay-below': `${from} Gains are set at step ${step}, below it; above, the balance thins out.`,
    none: `${from} At the agreed step ${step} it is missing.`,
  }[remedy];
  return { fromStep: keptTo!, lostDb, remedy, says };
}
