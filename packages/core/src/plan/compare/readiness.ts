import { type Decision, decisionFor } from '../../model/decision.ts';
import type { Loss, Proposal, Remark } from '../../model/plan.ts';

export interface Readiness {
  state: 'broken' | 'open' | 'ready';
  errors: Remark[];
  /** neither measured nor accepted by name */
  open: Remark[];
  accepted: { remark: Remark; decision: Decision }[];
  /** losses that the owner has not consented to */
  unsigned: Loss[];
  consented: { loss: Loss; decision: Decision }[];
}

/**
 * A plan is ready only without errors, with every assumption measured or accepted by name, and with the owner's consent
 * to what is lost.
 */
export function readinessOf(
  proposal: Pick<Proposal, 'remarks' | 'losses'>,
  decisions: readonly Decision[],
): Readiness {
  const errors = proposal.remarks.filter((r) => r.severity === 'error');
  const open: Remark[] = [];
  const accepted: Readiness['accepted'] = [];
  for (const remark of proposal.remarks.filter((r) => r.severity === 'assumption')) {
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
  const state = errors.length > 0 ? 'broken' : open.length + unsigned.length > 0 ? 'open' : 'ready';
  return { state, errors, open, accepted, unsigned, consented };
}
