import type { Target } from '../../model/target.ts';
import type { FactorySystem } from './context.ts';
import { type OutputVolts, outputVolts } from './output-facts.ts';
import type { PlanPair } from './plan-input.ts';

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

/** The most volts that an output of its unit gave while it was not steady without a load; null: none were read. */
export function runAwayVoltsOf(pair: PlanPair, { input }: FactorySystem): number | null {
  const read = input.pairs.flatMap((p) => (p.unitId === pair.unitId ? (p.facts.runAwayVolts ?? []) : []));
  return read.length === 0 ? null : Math.max(...read);
}

/** Seen on one output of a unit, load sensing is expected on all of them. */
export function sensesLoad(pair: PlanPair, context: FactorySystem): boolean {
  return context.input.pairs.some((p) => p.unitId === pair.unitId && p.facts.load === 'suspected');
}
