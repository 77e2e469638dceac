import { type Proposal } from '../../model/plan.ts';
import { NO_CHANGES, type PlanChanges } from '../../model/plan-changes.ts';
import type { PreferencesFields } from '../../model/shop.ts';
import { contextOf } from '../facts/context.ts';
import type { PlanInput } from '../facts/plan-input.ts';
import { reasonOfPlace, reasonOfStrategy } from '../words/reasons.ts';
import { WISH_UNANSWERED } from '../rules/wish-kept.ts';
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

/** Flatness beyond this makes a plan no worse to the ear than to the rules, dB. */
const MOST_COUNTED_DB = 6;
/** What an open assumption costs in the ranking, dB of flatness. */
const ASSUMED_DB = 0.1;
/** What an output costs of which nothing was measured: a measured way is the better bet, dB of flatness. */
const UNMEASURED_DB = 2;
/** Budget or hours exceeded, dB of flatness each. */
const EXCEEDED_DB = 3;

/** Each preference as what it adds to the ranking's cost: plain choices outside, arithmetic here alone. */
const COST_OF: Record<PreferencesFields['first'], (p: Proposal, s: Strategy) => number> = {
  'fewest-parts': (_, s) => s.handicapDb,
  flattest: (_, s) => 0.2 * s.handicapDb,
  'least-cutting': (p, s) => s.handicapDb + 0.5 * (p.figures?.cuts ?? 0),
  'fewest-hours': (p, s) => 0.5 * s.handicapDb + 0.5 * (p.figures?.hours.from ?? 0),
};

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
  const errors = (p: Proposal) => p.remarks.filter((r) => r.severity === 'error').length;
  const answers = (p: Proposal) => p.remarks.every((r) => r.rule !== WISH_UNANSWERED);
  const cost = ({ strategy, proposal }: (typeof worked)[number]) => {
    const count = (test: (r: Proposal['remarks'][number]) => boolean) => proposal.remarks.filter(test).length;
    return (
      Math.min(MOST_COUNTED_DB, proposal.withinDb) +
      COST_OF[first](proposal, strategy) +
      ASSUMED_DB * count((r) => r.severity === 'assumption') +
      UNMEASURED_DB * count((r) => r.rule === 'band-assumed') +
      EXCEEDED_DB * count((r) => r.rule === 'within-budget' || r.rule === 'within-hours')
    );
  };
  // What comes as data was never measured here: it does not stand before outputs that can be used as they are.
  const analogue = worked.some(
    ({ proposal: p }) => !isData(p) && errors(p) === 0 && p.covers && p.withinDb <= MOST_COUNTED_DB,
  );
  const ranked = worked.sort(
    (a, b) =>
      errors(a.proposal) - errors(b.proposal) ||
      Number(b.proposal.covers) - Number(a.proposal.covers) ||
      Number(answers(b.proposal)) - Number(answers(a.proposal)) ||
      (analogue ? Number(isData(a.proposal)) - Number(isData(b.proposal)) : 0) ||
      cost(a) - cost(b),
  );
  const seen = new Set<string>();
  const shown = ranked.filter(({ proposal }) => {
    const { setup, feeds } = proposal;
    const wiring = JSON.stringify([
      feeds.map((f) => [f.targetId, f.side, f.device, f.taps, f.loads.map((l) => l.kind)]),
      setup?.factoryAmplifier,
      feeds.some((f) =>
        f.taps.some((t) => input.pairs.find((p) => p.id === t.pairId)?.unitKind === 'radio'),
      ) && setup?.speakerWire,
    ]);
    if (seen.has(wiring)) return false;
    seen.add(wiring);
    return true;
  });
  const all = shown.map((s) => s.proposal);
  return {
    refused,
    order,
    proposals: shown.map(({ strategy, proposal }, i) => ({
      ...proposal,
      reasons: [reasonOfPlace(proposal, strategy, i, all), ...proposal.reasons],
    })),
  };
}

const isData = ({ device }: Proposal) => device === 'data-interface';

const COMPARED = 'What is only assumed, and what goes over budget or hours, moves a plan down.';

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
