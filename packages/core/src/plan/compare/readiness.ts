import { type Decision, decisionFor } from '../../model/decision.ts';
import type { Loss, Proposal, Remark } from '../../model/plan.ts';

export interface Readiness {
  state: 'broken' | 'open' | 'ready';
  errors: Remark[];
  /** neither measured nor accepted by name, but may be */
  open: Remark[];
  /** has to be found or seen at the car */
  unseen: Remark[];
  accepted: { remark: Remark; decision: Decision }[];
  /** losses that the owner has not consented to */
  unsigned: Loss[];
  consented: { loss: Loss; decision: Decision }[];
}

/** How much stands between a plan without errors and being ready. */
export const leftOpen = ({
  open,
  unseen,
  unsigned,
}: Pick<Readiness, 'open' | 'unseen' | 'unsigned'>): number => open.length + unseen.length + unsigned.length;

/**
 * A plan is ready only without errors, with every assumption measured or accepted by name, nothing unseen on which
 * safety rests, and with the owner's consent to what is lost.
 */
export function readinessOf(
  proposal: Pick<Proposal, 'remarks' | 'losses'>,
  decisions: readonly Decision[],
): Readiness {
  const errors = proposal.remarks.filter((r) => r.severity === 'error');
  const open: Remark[] = [];
  const accepted: Readiness['accepted'] = [];
  const assumed = proposal.remarks.filter((r) => r.severity === 'assumption');
  const unseen = assumed.filter((r) => !r.acceptable);
  for (const remark of assumed.filter((r) => r.acceptable)) {
    const decision = decisionFor(decisions, 'accepted', remark);
    if (decision) accepted.push({ remark, decision });
    else open.push(remark);
  }
  const unsigned: Loss[] = [];
  const consented: Readiness['consented'] = [];
  for (const loss of proposal.losses.filter((l) => l.consent)) {
    const decision = decisionFor(decisions, 'consent', { ...loss, targetId: null, pairId: null });
    if (decision) consented.push({ loss, decision });
    else unsigned.push(loss);
  }
  const state = errors.length > 0 ? 'broken' : leftOpen({ open, unseen, unsigned }) > 0 ? 'open' : 'ready';
  return { state, errors, open, unseen, accepted, unsigned, consented };
}
