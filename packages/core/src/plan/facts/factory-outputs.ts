import type { Target } from '../../model/target.ts';
import type { Stage } from '../../model/unit.ts';
import type { Standing } from '../../model/words.ts';
import type { FactorySystem } from './factory-system.ts';
import { type OutputVolts, outputVolts } from './output-facts.ts';
import type { PlanPair } from './plan-input.ts';

/** An output of the radio to the amplifier behind it. */
export const feedsAmplifier = (pair: PlanPair, { hasAmplifier }: FactorySystem): boolean =>
  pair.unitKind === 'radio' && hasAmplifier;

/** It drives no speaker: it goes on to an amplifier, or it is a line output of its own. */
export const drivesNoSpeaker = (pair: PlanPair, system: FactorySystem): boolean =>
  feedsAmplifier(pair, system) || stageOf(pair, system).stage === 'line';

/** Direct volts alike on both conductors above this are a bridge's; below it may be one too, or a line, or data, V. */
const BRIDGE_RESTS_ABOVE = 5;

/**
 * How an output drives its wires, and how that is known. Measured: it holds its level with a speaker on it, or collapses;
 * or it rests as only a bridge does. Low direct volts prove nothing. Else as somebody noted it, or as such outputs
 * usually are: a radio may feed its amplifier at speaker level, and one without an amplifier may have line outputs.
 */
export function stageOf(
  pair: PlanPair,
  system: FactorySystem,
): { stage: Exclude<Stage, 'unknown'>; standing: Standing } {
  const { holdsIntoSpeaker } = pair.facts;
  const rest = system.input.harness.rests.find((r) => r.pairId === pair.id);
  if (holdsIntoSpeaker === false) return { stage: 'line', standing: 'measured' };
  if (holdsIntoSpeaker === true)
    return { stage: pair.stage === 'single-ended' ? 'single-ended' : 'bridge', standing: 'measured' };
  if (rest && rest.volts > BRIDGE_RESTS_ABOVE) return { stage: 'bridge', standing: 'measured' };
  if (pair.stage !== 'unknown') return { stage: pair.stage, standing: 'claimed' };
  return { stage: feedsAmplifier(pair, system) ? 'line' : 'bridge', standing: 'assumed' };
}

/** What it gives is for line inputs. */
export const isLineLevel = (pair: PlanPair, system: FactorySystem): boolean =>
  stageOf(pair, system).stage === 'line';

/** Volts of an output at a step, with its siblings of the same unit. */
export function voltsAt(pair: PlanPair, step: number, context: FactorySystem): OutputVolts {
  const siblings = context.input.pairs.filter((p) => p.unitId === pair.unitId && p.id !== pair.id);
  return outputVolts(
    pair.facts,
    step,
    isLineLevel(pair, context),
    siblings.map((p) => p.facts),
  );
}

/** A new speaker takes the place of what an output drives now. */
export function replaces(target: Target, pair: PlanPair, context: FactorySystem): boolean {
  const { brief } = context.input;
  if (drivesNoSpeaker(pair, context)) return false;
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

/** The most volts that an output of its unit gave while it was not steady without a load; null: none were read. */
export function runAwayVoltsOf(pair: PlanPair, { input }: FactorySystem): number | null {
  const read = input.pairs.flatMap((p) => (p.unitId === pair.unitId ? (p.facts.runAwayVolts ?? []) : []));
  return read.length === 0 ? null : Math.max(...read);
}

/** Seen on one output of a unit, load sensing is expected on all of them. */
export function sensesLoad(pair: PlanPair, context: FactorySystem): boolean {
  return context.input.pairs.some((p) => p.unitId === pair.unitId && p.facts.load === 'suspected');
}
