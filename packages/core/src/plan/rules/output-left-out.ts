import { pairName } from '../../model/unit.ts';
import { subject } from '../../model/matter.ts';
import { FIND, planRemark, type PlanRule } from './rule.ts';

/** An output that Find speaks against is not used until that is settled, and that is said. */
export const outputLeftOut: PlanRule = ({ plan, context }) =>
  context.input.harness.contradicted.flatMap(({ pairId, says }) => {
    const pair = context.input.pairs.find((p) => p.id === pairId);
    if (!pair || plan.feeds.some((f) => f.taps.some((t) => t.pairId === pairId))) return [];
    return [
      planRemark('output-left-out', 'warning', `${pairName(pair)} is not used: ${says}`, {
        pairId,
        remedy: 'Settle it in Find; then it can be used.',
        settle: FIND,
        subjects: [subject({ pairId })],
      }),
    ];
  });
