import { z } from 'zod';
import { LEVEL_KINDS } from '../signal/analyse.ts';
import { analysisSchema } from './analysis.ts';
import { situationSchema, UNKNOWN_SITUATION } from './situation.ts';
import { idSchema, line, requiredLine } from './words.ts';

export const levelUnitSchema = z.enum(['dB', 'dBV', 'dBFS']);

/** What a person says about a file of columns when taking it in. */
export const captureFieldsSchema = z
  .object({
    fileName: requiredLine(200),
    levelKind: z.enum(LEVEL_KINDS),
    levelUnit: levelUnitSchema,
    /** `source`: the phase column is against the signal that was played; only then is it used in sums */
    phaseReference: z.enum(['source', 'none']),
    volumeStep: z.int('a volume step is a whole number').min(0, 'from 0').max(200, 'up to 200').nullable(),
    load: z.enum(['speaker', 'resistor', 'none', 'unknown']),
    situation: situationSchema.default(UNKNOWN_SITUATION),
    note: line(500),
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

export const captureSchema = captureFieldsSchema
  .extend({
    id: idSchema,
    pairId: idSchema,
    sha256: z.string().regex(/^[0-9a-f]{64}$/),
    importedAt: z.iso.datetime(),
    points: z.int(),
    /** the recording it was taken from; null for a file of columns */
    recordingId: idSchema.nullable(),
    /** how noise rises in its levels, dB per octave */
    noiseTiltDb: z.number(),
    /** noise floor at 1 kHz from a recording of silence of the same output, dB; null: none was made */
    silenceDb: z.number().nullable(),
    repairs: z.array(z.string()),
    withdrawnAt: z.iso.datetime().nullable(),
    analysis: analysisSchema,
  })
  .meta({ id: 'Capture' });
export type Capture = z.infer<typeof captureSchema>;

/** The points themselves, as the file had them. */
export const responseSchema = z
  .object({
    frequencyHz: z.array(z.number().positive()).min(3),
    levelDb: z.array(z.number()),
    phaseDeg: z.array(z.number()).optional(),
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
