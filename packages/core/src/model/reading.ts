import { z } from 'zod';
import { kindOf, observationSchema } from '../readings/index.ts';
import { chapterSchema } from './chapter.ts';
import { conditionsSchema } from './conditions.ts';
import { madeWithSchema } from './instrument.ts';
import { ref } from './ref.ts';
import { creating, idSchema, line, momentSchema } from './words.ts';

export const readingFieldsSchema = z
  .object({
    cavityId: ref('cavity'),
    otherCavityId: ref('cavity').nullable(),
    observation: observationSchema,
    conditions: conditionsSchema,
    /** as it was typed */
    entered: line(200),
    /** the person was asked about an unlikely value and stands by it */
    confirmed: z.boolean(),
    madeWith: madeWithSchema.optional(),
  })
  .refine((r) => r.cavityId !== r.otherCavityId, {
    path: ['otherCavityId'],
    error: 'a pair is two different cavities',
  })
  .refine((r) => r.otherCavityId !== null || !kindOf(r.observation.kind).acrossTwo, {
    path: ['otherCavityId'],
    error: 'this test goes across two cavities',
  })
  .meta({ id: 'ReadingFields' });
export type ReadingFields = z.infer<typeof readingFieldsSchema>;

export const readingSchema = readingFieldsSchema
  .safeExtend({
    id: idSchema,
    /** taken from the simulated car by its simulated meter */
    simulated: z.boolean(),
    chapter: chapterSchema,
    takenAt: momentSchema,
    withdrawnAt: momentSchema.nullable(),
  })
  .meta({ id: 'Reading' });
export type Reading = z.infer<typeof readingSchema>;

export const readingBatchSchema = z
  .object({
    readings: z
      .array(creating(readingFieldsSchema, 'NewReading'))
      .min(1, 'at least one reading')
      .max(500, 'at most 500 at once'),
  })
  .meta({ id: 'ReadingBatch' });
