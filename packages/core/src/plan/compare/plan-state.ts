import type { Plan } from '../../model/plan.ts';
import type { Difference } from './differences.ts';

/** `holds`: nothing has changed since; `out-of-date`: to be looked at again; `contradicted`: cannot be built as it was kept. */
export type PlanState = 'holds' | 'out-of-date' | 'contradicted';

/**
 * How a kept plan stands to what is known now.
 *
 * @param fingerprint of the job now
 * @param differences what the same plan would be now, where that was worked out; null: not yet
 */
export function planStateOf(
  plan: Pick<Plan, 'fingerprint'>,
  fingerprint: string,
  differences: readonly Difference[] | null,
): PlanState {
  if (plan.fingerprint === fingerprint) return 'holds';
  return differences?.some((d) => d.kind === 'worse') ? 'contradicted' : 'out-of-date';
}
