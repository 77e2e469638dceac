import { z } from 'zod';
import { captureFieldsSchema } from './capture.ts';
import { chapterSchema, tellsOfFactory } from './chapter.ts';
import { madeWithSchema } from './instrument.ts';
import { ADDED_SOUNDS, SOUND_SOURCES } from './sounds.ts';
import { situationSchema } from './situation.ts';
import { ref } from './ref.ts';
import { idSchema, line, momentSchema, volumeStepSchema } from './words.ts';

const volts = z.number().min(0, 'volts from 0').max(100, 'up to 100 V');
const hertz = z.number().min(10, 'from 10 Hz').max(30_000, 'up to 30 kHz');

/** What somebody read off a meter or heard in one step of a guided test. */
export const checkBodySchema = z.discriminatedUnion('kind', [
  /** the meter itself: volts shown for a tone, all tones from one source at one level */
  z.object({ kind: z.literal('meter-tone'), hz: hertz, volts }),
  /** AC volts of an output for a tone */
  z.object({
    kind: z.literal('level'),
    hz: hertz,
    volts,
    volumeStep: volumeStepSchema,
    signalDb: situationSchema.shape.signalDb,
    supplyVolts: situationSchema.shape.supplyVolts,
    load: captureFieldsSchema.shape.load,
  }),
  /** AC volts of an output while nothing is played */
  z.object({
    kind: z.literal('silence'),
    engine: z.enum(['off', 'idle', 'raised']),
    doors: situationSchema.shape.doors,
    volts,
  }),
  z.object({
    kind: z.literal('added-sound'),
    sound: z.enum(ADDED_SOUNDS),
    heard: z.boolean(),
    madeIn: z.enum(SOUND_SOURCES),
    /** level against music at the usual step, dB */
    levelDb: z.number().min(-60, 'from -60 dB').max(40, 'up to 40 dB').nullable(),
  }),
  /** how an output behaved after the car was woken, with or without its load */
  z.object({
    kind: z.literal('cold-start'),
    start: z.int('starts are counted from 1').min(1, 'starts are counted from 1').max(9, 'up to 9'),
    load: z.enum(['speaker', 'resistor', 'none']),
    minutes: z.number().min(0, 'minutes from 0').max(120, 'up to 120 minutes'),
    result: z.enum(['steady', 'jumps', 'noise', 'mutes', 'fault-message']),
    volts: volts.nullable(),
  }),
]);
export type CheckBody = z.infer<typeof checkBodySchema>;
export type CheckOf<K extends CheckBody['kind']> = Extract<CheckBody, { kind: K }>;

export const checkFieldsSchema = z
  .object({
    /** output it was taken at; null for the meter itself */
    pairId: ref('pair').nullable(),
    body: checkBodySchema,
    note: line(200),
    madeWith: madeWithSchema.optional(),
  })
  .refine((c) => (c.pairId === null) === (c.body.kind === 'meter-tone'), {
    path: ['pairId'],
    error: 'every check but that of the meter names the output it was taken at',
  })
  .meta({ id: 'CheckFields' });
export type CheckFields = z.infer<typeof checkFieldsSchema>;

export const checkSchema = checkFieldsSchema
  .safeExtend({
    id: idSchema,
    jobId: idSchema,
    takenAt: momentSchema,
    chapter: chapterSchema,
    withdrawnAt: momentSchema.nullable(),
  })
  .meta({ id: 'Check' });
export type Check = z.infer<typeof checkSchema>;

/** The checks of one kind that tell of the factory system, of one output or of all. */
export function checksOf<K extends CheckBody['kind']>(
  checks: readonly Check[],
  kind: K,
  pairId?: string,
): CheckOf<K>[] {
  return checks.flatMap((check) =>
    tellsOfFactory(check) && check.body.kind === kind && (pairId === undefined || check.pairId === pairId)
      ? [check.body as CheckOf<K>]
      : [],
  );
}
