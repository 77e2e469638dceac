import { z } from 'zod';
import { ref } from './ref.ts';
import { idSchema, line, momentSchema, requiredLine } from './words.ts';

/**
 * Somebody took responsibility: an assumption accepted as it is, or the owner's consent to a loss. It names the rule
 * and the place, not one plan, and stays in the record when it is withdrawn.
 */
export const decisionFieldsSchema = z
  .object({
    kind: z.enum(['accepted', 'consent']),
    /** the rule or the loss that it answers */
    rule: requiredLine(60),
    targetId: ref('target').nullable(),
    pairId: ref('pair').nullable(),
    /** what was said when it was signed */
    says: requiredLine(2000),
    /** a role, as the shop signs; no personal data is asked for */
    signedBy: requiredLine(60),
    note: line(200),
  })
  .meta({ id: 'DecisionFields' });
export type DecisionFields = z.infer<typeof decisionFieldsSchema>;
export const decisionSchema = decisionFieldsSchema
  .extend({
    id: idSchema,
    jobId: idSchema,
    takenAt: momentSchema,
    withdrawnAt: momentSchema.nullable(),
  })
  .meta({ id: 'Decision' });
export type Decision = z.infer<typeof decisionSchema>;

/**
 * The live decision that answers a rule at a place as it was said, if there is one: once the words change, so did what
 * was accepted.
 */
export function decisionFor(
  decisions: readonly Decision[],
  kind: Decision['kind'],
  about: { rule: string; targetId: string | null; pairId: string | null; text: string },
): Decision | null {
  return (
    decisions.findLast(
      (d) =>
        d.withdrawnAt === null &&
        d.kind === kind &&
        d.rule === about.rule &&
        d.targetId === about.targetId &&
        d.pairId === about.pairId &&
        d.says === about.text,
    ) ?? null
  );
}
