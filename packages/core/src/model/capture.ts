import { z } from 'zod';
import { LEVEL_KINDS } from '../signal/analyse.ts';
import { analysisSchema } from './analysis.ts';
import { chapterSchema } from './chapter.ts';
import { madeWithSchema } from './instrument.ts';
import { LIMITS } from './limits.ts';
import { situationSchema, UNKNOWN_SITUATION } from './situation.ts';
import { ref } from './ref.ts';
import {
  decibelSchema,
  hertzSchema,
  idSchema,
  line,
  momentSchema,
  requiredLine,
  saidSchema,
  volumeStepSchema,
} from './words.ts';

export const levelUnitSchema = z.enum(['dB', 'dBV', 'dBFS']);

/** What a person says about a file of columns when taking it in. */
export const captureFieldsSchema = z
  .object({
    fileName: requiredLine(200),
    levelKind: z.enum(LEVEL_KINDS),
    levelUnit: levelUnitSchema,
    /** `source`: the phase column is against the signal that was played; only then is it used in sums */
    phaseReference: z.enum(['source', 'none']),
    volumeStep: volumeStepSchema.nullable(),
    load: z.enum(['speaker', 'resistor', 'none', 'unknown']),
    situation: situationSchema.default(UNKNOWN_SITUATION),
    note: line(500),
    madeWith: madeWithSchema.optional(),
  })
  .meta({ id: 'CaptureFields' });
export type CaptureFields = z.infer<typeof captureFieldsSchema>;

/** Corrections to how the columns were understood; what is left out is found from the file. */
export const columnChoiceSchema = z
  .object({
    separator: z.enum(['tab', 'semicolon', 'space', 'comma']),
    decimal: z.enum(['point', 'comma']),
    roles: z
      .array(z.enum(['frequency', 'level', 'phase', 'ignored']))
      .min(2)
      .max(64),
    frequencyUnit: z.enum(['Hz', 'kHz']),
  })
  .partial()
  .meta({ id: 'ColumnChoice' });
export type ColumnChoice = z.infer<typeof columnChoiceSchema>;

/** dB per octave: white noise read in octave bands rises by 3, and no more than twice that is anything known */
export const noiseTiltSchema = z.number().min(-6, 'from -6 dB per octave').max(6, 'up to 6 dB per octave');
/** What had to be changed to read a file, in words. */
export const repairsSchema = z.array(saidSchema).max(50);

/** Somebody decided that a capture counts for its output, whatever the others say. */
export const pinFieldsSchema = z.object({ because: requiredLine(200) }).meta({ id: 'PinFields' });
export type PinFields = z.infer<typeof pinFieldsSchema>;
export const pinSchema = pinFieldsSchema
  .extend({ takenAt: momentSchema, withdrawnAt: momentSchema.nullable() })
  .meta({ id: 'Pin' });
export type Pin = z.infer<typeof pinSchema>;

export const captureSchema = captureFieldsSchema
  .extend({
    id: idSchema,
    pairId: ref('pair'),
    sha256: z.string().regex(/^[0-9a-f]{64}$/),
    importedAt: momentSchema,
    points: z.int(),
    /** the recording it was taken from; null for a file of columns */
    recordingId: ref('recording').nullable(),
    /** how noise rises in its levels, dB per octave */
    noiseTiltDb: noiseTiltSchema,
    /** noise floor at 1 kHz from a recording of silence of the same output, dB; null: none was made */
    silenceDb: decibelSchema.nullable(),
    repairs: repairsSchema,
    chapter: chapterSchema,
    withdrawnAt: momentSchema.nullable(),
    /** oldest first; withdrawn ones stay in the record, and one of an output's captures at the most has a live one */
    pins: z.array(pinSchema),
    analysis: analysisSchema,
  })
  .meta({ id: 'Capture' });
export type Capture = z.infer<typeof captureSchema>;

/** The points themselves, as the file had them. */
export const responseSchema = z
  .object({
    frequencyHz: z.array(hertzSchema).min(3).max(LIMITS.columnRows.most),
    levelDb: z.array(decibelSchema).max(LIMITS.columnRows.most),
    phaseDeg: z.array(z.number().min(-1e9).max(1e9)).max(LIMITS.columnRows.most).optional(),
  })
  .refine(
    (r) =>
      r.levelDb.length === r.frequencyHz.length &&
      (r.phaseDeg?.length ?? r.levelDb.length) === r.levelDb.length,
    {
      error: 'frequency, level and phase need the same number of points',
    },
  )
  .refine((r) => r.frequencyHz.every((f, i) => i === 0 || f > r.frequencyHz[i - 1]), {
    path: ['frequencyHz'],
    error: 'frequencies must rise',
  })
  .meta({ id: 'Response' });
