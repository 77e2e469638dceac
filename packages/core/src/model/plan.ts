import { z } from 'zod';
import { peakingSectionSchema } from './analysis.ts';
import { idSchema, requiredLine, standingSchema } from './words.ts';

const levels = z.array(z.number()).max(400);

export const tapSchema = z.object({
  pairId: idSchema,
  captureId: idSchema,
  inverted: z.boolean(),
  /** trim at this input, dB, 0 or less */
  gainDb: z.number().min(-40).max(0),
});

export const deviceSchema = z.enum(['direct', 'converter', 'summing-converter', 'processor']);
export type Device = z.infer<typeof deviceSchema>;

/** One new channel fed from one or more factory outputs, with what is predicted for it. */
export const feedSchema = z
  .object({
    targetId: idSchema,
    side: z.enum(['left', 'right', 'mono']),
    device: deviceSchema,
    taps: z.array(tapSchema).min(1).max(12),
    correction: z.array(peakingSectionSchema).max(10),
    boostDb: z.number(),
    need: z.object({ lowHz: z.number(), highHz: z.number() }),
    /** on the summing grid, dB */
    levelDb: levels,
    /** what the sum could be if phases are other than thought; null when that cannot happen */
    span: z.object({ bestDb: levels, worstDb: levels }).nullable(),
    phase: standingSchema,
    withinDb: z.number(),
    covers: z.boolean(),
    missing: z.array(z.object({ fromHz: z.number(), toHz: z.number() })),
  })
  .meta({ id: 'Feed' });
export type Feed = z.infer<typeof feedSchema>;

export const remarkSchema = z
  .object({
    severity: z.enum(['error', 'warning', 'note']),
    rule: z.string(),
    text: z.string(),
    targetId: idSchema.nullable(),
    pairId: idSchema.nullable(),
  })
  .meta({ id: 'Remark' });
export type Remark = z.infer<typeof remarkSchema>;

export const proposalSchema = z
  .object({
    strategy: z.enum(['single', 'sum', 'processor']),
    title: requiredLine(80),
    device: deviceSchema,
    covers: z.boolean(),
    /** the worst of its feeds, dB */
    withinDb: z.number(),
    feeds: z.array(feedSchema).max(64),
    reasons: z.array(z.string()),
    remarks: z.array(remarkSchema),
  })
  .meta({ id: 'Proposal' });
export type Proposal = z.infer<typeof proposalSchema>;

/** What a plan was worked out from: another capture or another target makes it out of date. */
export const planBasisSchema = z.object({
  captures: z.array(z.object({ id: idSchema, pairVersion: z.int() })),
  targets: z.array(z.object({ id: idSchema, version: z.int() })),
});
export type PlanBasis = z.infer<typeof planBasisSchema>;

export const planFieldsSchema = z
  .object({ name: requiredLine(80), proposal: proposalSchema, basis: planBasisSchema })
  .meta({ id: 'PlanFields' });
export type PlanFields = z.infer<typeof planFieldsSchema>;
export const planSchema = planFieldsSchema
  .extend({ id: idSchema, jobId: idSchema, createdAt: z.iso.datetime() })
  .meta({ id: 'Plan' });
export type Plan = z.infer<typeof planSchema>;
