import { z } from 'zod';
import { axleSchema, idSchema, requiredLine, versionSchema, waySchema } from './words.ts';

/** The speaker behind a new channel, left and right alike. */
export const speakerSchema = z.object({
  state: z.enum(['new', 'kept']),
  /** `full` where it brings its own crossover */
  way: waySchema,
  /** of one coil, ohm */
  ohm: z.number().min(0.5, 'from 0.5 ohm').max(32, 'up to 32 ohm'),
  /** what it stands or is to get, W RMS; null: not known */
  watts: z.number().min(1, 'from 1 W').max(10_000, 'up to 10 kW').nullable(),
  /** a high-pass is built in or in its line */
  ownHighPass: z.boolean(),
  /** on one channel */
  drivers: z.int().min(1, 'at least one').max(4, 'up to four'),
  coils: z.int().min(1, 'one or two').max(2, 'one or two'),
});
export type Speaker = z.infer<typeof speakerSchema>;

export const USUAL_SPEAKER: Speaker = {
  state: 'new',
  way: 'full',
  ohm: 4,
  watts: null,
  ownHighPass: false,
  drivers: 1,
  coils: 1,
};

/** Without the check of the band, for what is built on it. */
export const targetObject = z.object({
  name: requiredLine(60),
  layout: z.enum(['stereo', 'mono']),
  axle: axleSchema,
  lowHz: z.number().min(10, 'from 10 Hz').max(20_000, 'up to 20 kHz'),
  highHz: z.number().min(20, 'from 20 Hz').max(40_000, 'up to 40 kHz'),
  /** the new amplifier takes speaker-level signals itself; an amplifier of the library says so itself */
  speakerLevelInput: z.boolean(),
  speaker: speakerSchema.default(USUAL_SPEAKER),
  /** the amplifier of the library that drives it; null: the planner picks one */
  amplifierId: idSchema.nullable().default(null),
  /** its figures are the usual ones for what the owner wants; nobody has looked at them */
  assumed: z.boolean().default(false),
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
