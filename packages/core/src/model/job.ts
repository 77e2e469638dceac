import { z } from 'zod';
import { WISH_SHAPES } from './brief.ts';
import { chapterSchema } from './chapter.ts';
import { idSchema, line, momentSchema, requiredLine, versionSchema } from './words.ts';

export const jobFieldsSchema = z
  .object({
    car: requiredLine(80),
    year: z.int().min(1950, 'a year from 1950').max(2100, 'a year up to 2100').nullable(),
    system: line(80),
    place: line(40),
    wish: line(1000),
  })
  .meta({ id: 'JobFields' });
export type JobFields = z.infer<typeof jobFieldsSchema>;

/** What a job is begun with. */
export const newJobFieldsSchema = jobFieldsSchema
  .extend({
    /** brings the new channels that it usually comes to; null: none yet */
    shape: z.enum(WISH_SHAPES).nullable().default(null),
  })
  .meta({ id: 'NewJobFields' });
export type NewJobFields = z.infer<typeof newJobFieldsSchema>;

export const jobSchema = jobFieldsSchema
  .extend({
    id: idSchema,
    version: versionSchema,
    /** what is measured from now on belongs to it */
    chapter: chapterSchema,
    /** raised by every write to anything of the job */
    revision: z.int().min(0),
    createdAt: momentSchema,
    updatedAt: momentSchema,
  })
  .meta({ id: 'Job' });
export type Job = z.infer<typeof jobSchema>;

export const jobChangeSchema = jobFieldsSchema.extend({ version: versionSchema }).meta({ id: 'JobChange' });

/** The work goes on, or was taken to be further than it is. */
export const chapterChangeSchema = z
  .object({ chapter: chapterSchema, version: versionSchema })
  .meta({ id: 'ChapterChange' });
export type ChapterChange = z.infer<typeof chapterChangeSchema>;
