import { INSERT_KINDS } from '../../model/device.ts';
import type { Proposal } from '../../model/plan.ts';
import type { PreferencesFields } from '../../model/shop.ts';
import type { PlanContext } from '../facts/context.ts';
import { playsOnlyBass } from '../facts/bass.ts';
import { workedOver } from '../facts/processing.ts';
import { ONE_SIDED } from '../rules/sides-complete.ts';
import { SIDES_MIXED } from '../rules/sides-mixed.ts';
import { WISH_UNANSWERED } from '../rules/wish-kept.ts';
import type { Strategy } from '../ways/strategy.ts';

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
/** Bass that is missing at the agreed step: whatever gives it back at less effort comes before, dB of flatness. */
const BASS_MISSING_DB = 8;
/** Sides that the factory mixed: nothing behind undoes it, dB of flatness. */
const SIDES_MIXED_DB = 8;
/** A mono channel that gets one side alone, dB of flatness: somebody's own choice, where both are at hand. */
const ONE_SIDED_DB = 4;
/** A box more in the signal's way, dB of flatness. */
const PUT_IN_DB = 0.4;
/** Bass that is taken where the shop does not take it by choice, dB of flatness. */
const OTHER_SCHOOL_DB = 2;

/** A way in with what it comes to. */
export interface Ranked {
  strategy: Strategy;
  proposal: Proposal;
}

const errors = (p: Proposal) => p.remarks.filter((r) => r.severity === 'error').length;
const answers = (p: Proposal) => p.remarks.every((r) => r.rule !== WISH_UNANSWERED);

const isData = ({ device }: Pick<Proposal, 'device'>): boolean => device === 'data-interface';

/** Best first. */
export function inOrder(worked: readonly Ranked[], context: PlanContext): Ranked[] {
  // What comes as data was never measured here: it does not stand before outputs that can be used as they are.
  const analogue = worked.some(({ proposal }) => isUsable(proposal, context));
  const cost = costBy(context);
  return [...worked].sort(
    (a, b) =>
      errors(a.proposal) - errors(b.proposal) ||
      Number(b.proposal.covers) - Number(a.proposal.covers) ||
      Number(answers(b.proposal)) - Number(answers(a.proposal)) ||
      (analogue ? Number(isData(a.proposal)) - Number(isData(b.proposal)) : 0) ||
      cost(a) - cost(b),
  );
}

/** Outputs that do the job as they are: without a broken rule, and not worked over by the factory system. */
function isUsable(proposal: Proposal, context: PlanContext): boolean {
  const { covers, withinDb } = proposal;
  if (isData(proposal) || errors(proposal) > 0 || !covers || withinDb > MOST_COUNTED_DB) return false;
  return workedOver(proposal.feeds, context.sources) === null;
}

const putIn = ({ car }: Proposal): number =>
  car?.devices.filter((d) => INSERT_KINDS.some((kind) => kind === d.kind)).length ?? 0;

/** Bass from the factory amplifier's outputs, and not from those that the shop takes it from. */
function isOfOtherSchool({ feeds }: Proposal, { input, sources, speakerOutputs }: PlanContext): boolean {
  if (!speakerOutputs.some((s) => s.pair.way === 'subwoofer')) return false;
  const wanted = input.preferences.subwooferFrom === 'factory-subwoofer';
  return feeds.some((feed) => {
    if (feed.side !== 'mono' || !playsOnlyBass(feed.need)) return false;
    const tapped = feed.taps.map((t) => sources.find((s) => s.pair.id === t.pairId)!);
    if (!tapped.every((s) => speakerOutputs.includes(s))) return false;
    return tapped.some((s) => s.pair.way === 'subwoofer') !== wanted;
  });
}

/** dB of flatness that a way in stands for, with what it costs beside it. */
function costBy(context: PlanContext): (ranked: Ranked) => number {
  const { first } = context.input.preferences;
  return ({ strategy, proposal }) => {
    const count = (test: (r: Proposal['remarks'][number]) => boolean) => proposal.remarks.filter(test).length;
    return (
      Math.min(MOST_COUNTED_DB, proposal.withinDb) +
      COST_OF[first](proposal, strategy) +
      ASSUMED_DB * count((r) => r.severity === 'assumption') +
      UNMEASURED_DB * count((r) => r.rule === 'band-assumed') +
      EXCEEDED_DB * count((r) => r.rule === 'within-budget' || r.rule === 'within-hours') +
      PUT_IN_DB * putIn(proposal) +
      (proposal.remarks.some((r) => r.rule === SIDES_MIXED) ? SIDES_MIXED_DB : 0) +
      (proposal.remarks.some((r) => r.rule === ONE_SIDED) ? ONE_SIDED_DB : 0) +
      (isOfOtherSchool(proposal, context) ? OTHER_SCHOOL_DB : 0) +
      (proposal.feeds.some((f) => f.bass?.remedy === 'none') ? BASS_MISSING_DB : 0)
    );
  };
}
