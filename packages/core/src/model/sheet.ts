import { z } from 'zod';
import { LIMITS, limitWords } from './limits.ts';
import { ref } from './ref.ts';
import {
  axleSchema,
  idSchema,
  line,
  requiredLine,
  sideSchema,
  momentSchema,
  versionSchema,
  waySchema,
  wireSchema,
} from './words.ts';

export const ROLES = [
  'battery',
  'switched',
  'ground',
  'remote',
  'data',
  'input',
  'output',
  'mute',
  'microphone',
  'illumination',
  'antenna',
  'unused',
] as const;
export const roleSchema = z.enum(ROLES);
export type Role = z.infer<typeof roleSchema>;

export const channelSchema = z.object({ side: sideSchema, axle: axleSchema, way: waySchema });

/** What one row of a sheet says of one cavity, under one variant. */
export const claimFieldsSchema = z
  .object({
    cavityId: ref('cavity'),
    /** option code or other name of the variant; empty where the sheet knows only one */
    variant: line(40),
    role: roleSchema.nullable(),
    channel: channelSchema.nullable(),
    sign: z.enum(['plus', 'minus']).nullable(),
    wire: wireSchema.nullable(),
    /** as the sheet put it */
    text: line(200),
  })
  .meta({ id: 'ClaimFields' });
export type ClaimFields = z.infer<typeof claimFieldsSchema>;

export const sheetFieldsSchema = z
  .object({
    name: requiredLine(60),
    source: line(200),
    /** a person's choice of the variant; null: chosen by the readings */
    chosenVariant: line(40).nullable(),
    claims: z
      .array(claimFieldsSchema)
      .min(1, 'at least one row')
      .max(LIMITS.claimsOfSheet.most, limitWords('claimsOfSheet')),
  })
  .meta({ id: 'SheetFields' });
export type SheetFields = z.infer<typeof sheetFieldsSchema>;

export const sheetSchema = sheetFieldsSchema
  .extend({ id: idSchema, jobId: idSchema, version: versionSchema, takenAt: momentSchema })
  .meta({ id: 'Sheet' });
export type Sheet = z.infer<typeof sheetSchema>;
export const sheetChangeSchema = sheetFieldsSchema
  .extend({ version: versionSchema })
  .meta({ id: 'SheetChange' });
