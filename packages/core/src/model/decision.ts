import { z } from 'zod';
import { answers, type Matter, matterSchema } from './matter.ts';
import { fingerprintSchema, strategySchema } from './plan.ts';
import { givenChangesSchema } from './plan-changes.ts';
import { ref } from './ref.ts';
import { creating, idSchema, line, momentSchema, requiredLine } from './words.ts';

const { subjects, figures } = matterSchema.shape;

/**
 * Somebody took responsibility: an assumption accepted as it is, or the owner's consent to a loss. It names the rule,
 * what it speaks of and the figures it stood on, not one plan, and stays in the record when it is withdrawn.
 */
export const decisionFieldsSchema = z
  .object({
    kind: z.enum(['accepted', 'consent']),
    /** the rule or the loss that it answers */
    rule: requiredLine(60),
    /** the first channel and the first output that it speaks of */
    targetId: ref('target').nullable(),
    pairId: ref('pair').nullable(),
    /** null: signed before this was noted; it answers the words that were signed */
    subjects: subjects.nullable().default(null),
    figures: figures.default([]),
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

/** What is signed of a plan: its open matters by rule and subjects. What they say, the server knows. */
export const signingSchema = z
  .object({
    plan: z.object({ strategy: strategySchema, changes: givenChangesSchema, fingerprint: fingerprintSchema }),
    decisions: z
      .array(
        creating(
          z.object({ kind: decisionFieldsSchema.shape.kind, rule: requiredLine(60), subjects }),
          'SignedMatter',
        ),
      )
      .min(1, 'at least one decision')
      .max(100, 'at most 100 at once'),
    signedBy: requiredLine(60),
    note: line(200).default(''),
  })
  .meta({ id: 'Signing' });
export type Signing = z.infer<typeof signingSchema>;

/**
 * The newest live decision that answers a matter, if there is one: of the same rule, about all that it speaks of, with no
 * figure worse by the rule's step. One from before that was noted answers its own words.
 */
export function decisionFor(
  decisions: readonly Decision[],
  kind: Decision['kind'],
  about: Matter & { targetId: string | null; pairId: string | null; text: string },
): Decision | null {
  // A plan that was kept before remarks named their subjects has none of them.
  const unnamed = about.subjects.length === 0 && (about.targetId ?? about.pairId) !== null;
  const answered = (d: Decision) =>
    d.subjects === null || unnamed
      ? d.rule === about.rule &&
        d.targetId === about.targetId &&
        d.pairId === about.pairId &&
        d.says === about.text
      : answers({ ...d, subjects: d.subjects }, about);
  return decisions.findLast((d) => d.withdrawnAt === null && d.kind === kind && answered(d)) ?? null;
}
