import { type Proposal } from '../../model/plan.ts';
import { NO_CHANGES, type PlanChanges } from '../../model/plan-changes.ts';
import type { PreferencesFields } from '../../model/shop.ts';
import { contextOf } from '../facts/context.ts';
import type { PlanInput } from '../facts/plan-input.ts';
import { reasonsOfPlace, reasonOfStrategy, reasonOfVariants } from '../words/reasons.ts';
import { inOrder, type Ranked } from './rank.ts';
import { STRATEGIES, strategyOf } from '../ways/index.ts';
import type { Strategy } from '../ways/strategy.ts';
import { workOut } from '../work-out.ts';

/** A strategy that cannot be used on this car, and why. */
export interface Refusal {
  strategy: string;
  title: string;
  because: string;
}

export interface Comparison {
  /** best first */
  proposals: Proposal[];
  refused: Refusal[];
  /** how the order came about, in words */
  order: string;
}

const ORDER_WORDS: Record<PreferencesFields['first'], string> = {
  'fewest-parts': 'then the simpler one, unless a more expensive one is flatter by more than it costs',
  flattest: 'then the flatter one, whatever it takes',
  'least-cutting': 'then the one that cuts fewer factory wires',
  'fewest-hours': 'then the one that takes fewer hours',
};

/**
 * Every strategy worked out for all targets, best first, and those that cannot be used on this car with the reason.
 *
 * Ranking: fewer broken rules come first, none before all, then every needed band filled, then what the owner asked for
 * by name; then what the shop prefers,
 * with flatness in dB as the common measure. Ways that come to the same wiring are shown once.
 *
 * @param input outputs with what is known of them, targets, wish and library; without targets nothing is proposed
 */
export function comparePlans(input: PlanInput): Comparison {
  const { first } = input.preferences;
  const order = `Plans without a broken rule come first, ${ORDER_WORDS[first]}. ${COMPARED}`;
  if (input.targets.length === 0) return { proposals: [], refused: [], order };
  const context = contextOf(input);
  const refused: Refusal[] = [];
  const worked = STRATEGIES.flatMap((strategy) => {
    const because = strategy.refuses(context);
    if (because !== null) {
      refused.push({ strategy: strategy.id, title: strategy.title, because });
      return [];
    }
    return [{ strategy, proposal: workOut(strategy, context, NO_CHANGES) }];
  });
  const ranked = inOrder(worked, context);
  const shown = onceEach(ranked);
  const all = shown.map((s) => s.proposal);
  return {
    refused,
    order,
    proposals: shown.map(({ strategy, proposal, variants }, i) => ({
      ...proposal,
      reasons: [
        ...reasonsOfPlace(proposal, strategy, i, all, context.sources),
        ...(variants.length > 0 ? [reasonOfVariants(variants)] : []),
        ...proposal.reasons,
      ],
    })),
  };
}

const COMPARED = 'What is only assumed, and what goes over budget or hours, moves a plan down.';

/** Ways that come to the same car are one plan, with what else it may be called. */
function onceEach(ranked: readonly Ranked[]): (Ranked & { variants: Strategy[] })[] {
  const shown = new Map<string, Ranked & { variants: Strategy[] }>();
  for (const { strategy, proposal } of ranked) {
    const { car, setup, feeds } = proposal;
    const wiring = JSON.stringify([
      car!.devices.map((d) => [d.id, d.inputs, d.outputs]),
      car!.speakers.map((s) => [s.id, s.fate, s.coils]),
      car!.outputs.map((o) => [o.pairId, o.load]),
      feeds.map((f) => [f.taps, f.correction]),
      setup?.factoryAmplifier,
    ]);
    const known = shown.get(wiring);
    if (known) known.variants.push(strategy);
    else shown.set(wiring, { strategy, proposal, variants: [] });
  }
  return [...shown.values()];
}

/** The plans of {@link comparePlans} alone. */
export function proposePlans(input: PlanInput): Proposal[] {
  return comparePlans(input).proposals;
}

/**
 * One strategy with what a person changed by hand; null when it can no longer be used.
 *
 * @param changes taps of the summing desk, loads, and settings
 */
export function rework(input: PlanInput, strategy: string, changes: PlanChanges): Proposal | null {
  if (input.targets.length === 0) return null;
  const chosen = strategyOf(strategy);
  if (!chosen) return null;
  const context = contextOf(input);
  if (chosen.refuses(context) !== null) return null;
  const proposal = workOut(chosen, context, changes);
  return { ...proposal, reasons: [reasonOfStrategy(chosen), ...proposal.reasons] };
}

/** {@link rework} with everything in one argument, as worker threads want it. */
export function reworkPlan(given: {
  input: PlanInput;
  strategy: string;
  changes: PlanChanges;
}): Proposal | null {
  return rework(given.input, given.strategy, given.changes);
}
