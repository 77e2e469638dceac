import { z } from 'zod';
import { axleSchema, idSchema, requiredLine, versionSchema } from './words.ts';

const targetObject = z.object({
  name: requiredLine(60),
  layout: z.enum(['stereo', 'mono']),
  axle: axleSchema,
  lowHz: z.number().min(10, 'from 10 Hz').max(20_000, 'up to 20 kHz'),
  highHz: z.number().min(20, 'from 20 Hz').max(40_000, 'up to 40 kHz'),
  /** the new amplifier takes speaker-level signals itself */
  speakerLevelInput: z.boolean(),
});

const wideEnough = (t: { lowHz: number; highHz: number }) => t.highHz >= 1.5 * t.lowHz;
const WIDE_ENOUGH = { path: ['highHz'], error: 'the band must end at least half an octave above its start' };

export const targetFieldsSchema = targetObject.refine(wideEnough, WIDE_ENOUGH).meta({ id: 'TargetFields' });
export type TargetFields = z.infer<typeof targetFieldsSchema>;
export const targetSchema = targetObject
  .extend({ id: idSchema, jobId: idSchema, version: versionSchema })
  .meta({ id: 'Target' });
export type Target = z.infer<typeof targetSchema>;
export const targetChangeSchema = targetObject
  .extend({ version: versionSchema })
  .refine(wideEnough, WIDE_ENOUGH)
  .meta({ id: 'TargetChange' });
