import { mindsWithdrawnBass } from '../facts/bass.ts';
import { type ChainStage, levelChain } from '../../level/level-chain.ts';
import type { LibraryDevice } from '../../model/device.ts';
import type { FinishedCar } from '../../model/finished-car.ts';
import type { Feed } from '../../model/plan.ts';
import type { Target } from '../../model/target.ts';
import type { PlanContext } from '../facts/context.ts';
import { isLineLevel } from '../facts/factory-outputs.ts';
import type { OutputVolts } from '../facts/output-facts.ts';
import type { PlanPair } from '../facts/plan-input.ts';
import { judgeFlatness } from '../../summing/flatness.ts';
import { coilArrangements } from '../../load/voice-coils.ts';
import { levelOf, sumResponses } from '../../summing/network.ts';
import { SUM_GRID_HZ } from '../../summing/output-response.ts';
import type { Drive } from '../finished/drives.ts';
import { bassChange, missingBass, restored, restoresEnough } from '../facts/withdrawn-bass.ts';
import { entriesOf, type PlacedInsert } from '../facts/inserts.ts';

/** What stands around a feed. */
export interface FeedSurroundings {
  context: PlanContext;
  target: Target;
  loudestStep: number;
  /** dB */
  overlapDb: number;
  car: Pick<FinishedCar, 'outputs'>;
  between: LibraryDevice | null;
  drive: Drive;
  inserts?: readonly PlacedInsert[];
}

/** Everything of a feed that follows from the car: what its outputs work into, levels, coils, bass. */
export function completeFeed(feed: Feed, around: FeedSurroundings): Feed {
  const { context, target, loudestStep, car, between, drive, inserts = [] } = around;
  const pairs = feed.taps.map((t) => context.input.pairs.find((p) => p.id === t.pairId)!);
  const outputs = feed.taps.map((t) => car.outputs.find((o) => o.pairId === t.pairId)!);
  const direct = feed.device === 'direct';
  const { speaker } = target;
  const boxes = [...(direct ? [] : [between]), ...entriesOf(inserts)];
  return {
    ...feed,
    ...atStep(feed, pairs, loudestStep, boxes),
    loads: outputs.map(({ load, loadOhm, drives }) => ({
      kind: load,
      ohm: loadOhm,
      watts: drives.resistor?.watts ?? null,
    })),
    chain: chainOf(feed, pairs, outputs, around),
    coils:
      speaker.drivers * speaker.coils > 1
        ? {
            name: drive.arrangement.name,
            ohm: drive.arrangement.ohm,
            wattsPerCoil: drive.watts === null ? null : drive.watts / drive.arrangement.coils,
            bridged: drive.bridged,
            ifOneFails: drive.arrangement.ifOneFails,
            others: alikeArrangements(target, drive),
          }
        : null,
    bass: bassOf(feed, pairs, loudestStep, boxes),
    latencyMs: direct ? 0 : (between?.latencyMs ?? 0),
  };
}

/** Arrangements within this of each other are the same to an amplifier. */
const SAME_OHM = 0.05;

/** Other ways to join the coils that come to the same ohms. */
const alikeArrangements = (
  { speaker }: Target,
  { arrangement }: Drive,
): NonNullable<Feed['coils']>['others'] =>
  coilArrangements(speaker.drivers, speaker.coils, speaker.ohm)
    .filter((a) => a.name !== arrangement.name && Math.abs(a.ohm / arrangement.ohm - 1) < SAME_OHM)
    .map(({ name, ifOneFails }) => ({ name, ifOneFails }));

function chainOf(
  feed: Feed,
  pairs: readonly PlanPair[],
  outputs: FinishedCar['outputs'],
  { context, target, loudestStep, overlapDb, between, drive, inserts = [] }: FeedSurroundings,
): Feed['chain'] {
  const loudest = outputs.reduce<OutputVolts | null>(
    (most, { volts }) => (most && most.volts >= volts.volts ? most : volts),
    null,
  );
  // Without a new amplifier there is no gain to set.
  if (!loudest || feed.device === 'joined') return null;
  const { amplifier, watts, arrangement } = drive;
  const direct = feed.device === 'direct';
  const speakerLevel = direct && pairs.some((p) => !isLineLevel(p, context));
  const input = (speakerLevel ? amplifier?.speakerInput : amplifier?.lineInput) ?? null;
  return levelChain({
    output: loudest,
    sumDb: sumDbOf(feed, context),
    before: entriesOf(inserts, 'outputs').map(stageOf),
    after: entriesOf(inserts, 'amplifier').map(stageOf),
    device: direct
      ? null
      : {
          name: between?.name ?? 'Device',
          maxInputVolts: inputLimit(between, pairs, context),
          maxOutputVolts: between?.maxOutputVolts ?? null,
          gainDb: between?.gainDb ?? { min: -30, max: 0 },
          boostDb: feed.boostDb,
        },
    amplifier: amplifier ? { input, watts: watts!, ohm: arrangement.ohm } : null,
    watts: target.speaker.watts,
    ohm: arrangement.ohm,
    step: loudestStep,
    overlapDb,
    lowHz: target.lowHz,
    taps: feed.taps.length,
  });
}

/** Boxes that make one signal of several inputs. */
const SUMMING: readonly Feed['device'][] = ['summing-converter', 'processor'];

/** What the joined inputs come to at the loudest frequency, trims among it, against the loudest of them, dB. */
function sumDbOf({ taps, device }: Feed, { sources }: PlanContext): number {
  if (taps.length < 2 || !SUMMING.includes(device)) return 0;
  const inputs = taps.map((tap) => ({
    ...tap,
    response: sources.find((s) => s.pair.id === tap.pairId)!.response,
  }));
  const loudest = (levels: readonly number[]) => levels.reduce((most, l) => Math.max(most, l), -Infinity);
  const alone = inputs.map((input) =>
    loudest(levelOf(sumResponses([{ ...input, inverted: false, gainDb: 0 }], SUM_GRID_HZ))),
  );
  return loudest(levelOf(sumResponses(inputs, SUM_GRID_HZ))) - loudest(alone);
}

const stageOf = ({ name, lineInput, speakerInput, maxOutputVolts }: LibraryDevice): ChainStage => ({
  name,
  maxVolts: (lineInput ?? speakerInput)?.maxVolts ?? null,
  maxOutputVolts,
});

function inputLimit(
  between: LibraryDevice | null,
  pairs: readonly PlanPair[],
  context: PlanContext,
): number | null {
  if (!between) return null;
  const line = pairs.every((p) => isLineLevel(p, context));
  return (
    ((line ? between.lineInput : between.speakerInput) ?? between.speakerInput ?? between.lineInput)
      ?.maxVolts ?? null
  );
}

/** The predicted band at the agreed step: without the bass that is withdrawn there, with what a box gives back of it. */
function atStep(
  feed: Feed,
  pairs: readonly PlanPair[],
  step: number,
  boxes: readonly (LibraryDevice | null)[],
): Partial<Feed> {
  if (!mindsWithdrawnBass(feed)) return {};
  const restoreDb = Math.max(0, ...boxes.map((b) => b?.bassRestoreDb ?? 0));
  // Of outputs that are joined, the one that loses most is taken for all: no promise that would not be kept.
  const changes = pairs.map((pair) => bassChange(pair, step)).filter((c) => c !== null);
  if (changes.length === 0) return {};
  const worst = SUM_GRID_HZ.map((_, i) => Math.min(...changes.map((c) => c[i])));
  const change = restored(worst, restoreDb);
  if (change.every((db) => Math.abs(db) < 0.05)) return {};
  const levelDb = feed.levelDb.map((l, i) => Math.round(100 * (l + change[i])) / 100);
  const { covers, withinDb, missing } = judgeFlatness(levelDb, feed.need);
  return { levelDb, covers, withinDb, missing };
}

function bassOf(
  feed: Feed,
  pairs: readonly PlanPair[],
  step: number,
  boxes: readonly (LibraryDevice | null)[],
): Feed['bass'] {
  if (!mindsWithdrawnBass(feed)) return null;
  const withdrawn = pairs
    .filter((p) => p.facts.bass.verdict === 'withdrawn' && p.facts.bass.keptTo !== null)
    .sort((a, b) => a.facts.bass.worstDb - b.facts.bass.worstDb)[0];
  if (!withdrawn) return null;
  const { keptTo, worstDb, upTo } = withdrawn.facts.bass;
  const lostDb = -worstDb;
  // Below the step where it begins nothing is missing yet; a box that is there gives it back further up all the same.
  const missingDb = missingBass(withdrawn, step > keptTo! ? step : (upTo ?? step), feed.need);
  const restorer = boxes.find((b) => restoresEnough(b?.bassRestoreDb ?? 0, missingDb));
  const from = `Bass is cut above step ${keptTo}, by ${lostDb.toFixed(0)} dB at step ${upTo}.`;
  const remedy = restorer ? 'restore' : step <= keptTo! ? 'stay-below' : 'none';
  const says = {
    restore: `${from} ${restorer?.name} restores it.`,
    'stay-below': `${from} Gains are set at step ${step}, below it; above, the balance thins out.`,
    none: `${from} At the agreed step ${step} it is missing.`,
  }[remedy];
  return { fromStep: keptTo!, lostDb, remedy, says };
}
