import { z } from 'zod';
import { idSchema, line, momentSchema, requiredLine, versionSchema } from './words.ts';

/** What measures, or stands between what is measured and what measures. */
export const INSTRUMENT_KINDS = ['meter', 'reducer', 'input'] as const;
export type InstrumentKind = (typeof INSTRUMENT_KINDS)[number];

export const INSTRUMENT_WORD: Record<InstrumentKind, string> = {
  meter: 'Meter',
  reducer: 'Level reducer',
  input: 'Sound input',
};

export const instrumentFieldsSchema = z
  .object({
    kind: z.enum(INSTRUMENT_KINDS),
    /** as it is labelled: `blue meter, bay 2` */
    name: requiredLine(60),
    note: line(200),
    /** when it was last held against something known; null: never */
    checkedAt: momentSchema.nullable(),
    /** why it is known to read wrong, and when that was found; null: it is trusted */
    bad: z.object({ because: requiredLine(200), foundAt: momentSchema }).nullable(),
  })
  .meta({ id: 'InstrumentFields' });
export type InstrumentFields = z.infer<typeof instrumentFieldsSchema>;

export const instrumentSchema = instrumentFieldsSchema
  .extend({ id: idSchema, version: versionSchema })
  .meta({ id: 'Instrument' });
export type ShopInstrument = z.infer<typeof instrumentSchema>;

export const instrumentChangeSchema = instrumentFieldsSchema
  .extend({ version: versionSchema })
  .meta({ id: 'InstrumentChange' });

/** What something was measured with, as it was known then: it travels with the record. */
export const madeWithSchema = z
  .array(
    z.object({
      id: idSchema,
      kind: z.enum(INSTRUMENT_KINDS),
      name: requiredLine(60),
      checkedAt: momentSchema.nullable(),
    }),
  )
  .max(4, 'at most four instruments')
  .meta({ id: 'MadeWith' });
export type MadeWith = z.infer<typeof madeWithSchema>;

/** `blue meter, checked 2026-11-12`; empty where nothing was noted. */
export const madeWithWords = (madeWith: MadeWith | undefined): string =>
  (madeWith ?? [])
    .map(
      ({ name, checkedAt }) =>
        `${name}, ${checkedAt ? `checked ${checkedAt.slice(0, 10)}` : 'never checked'}`,
    )
    .join('; ');

/** What of one job rests on an instrument. */
export const restsOnSchema = z
  .object({
    jobId: idSchema,
    car: z.string(),
    /** live records by kind */
    readings: z.int(),
    checks: z.int(),
    recordings: z.int(),
    captures: z.int(),
    /** of any kind, withdrawn already */
    withdrawn: z.int(),
    firstAt: momentSchema,
    lastAt: momentSchema,
  })
  .meta({ id: 'RestsOn' });
export type RestsOn = z.infer<typeof restsOnSchema>;

/** How many live records of a job rest on it. */
export const liveOf = (job: RestsOn): number => job.readings + job.checks + job.recordings + job.captures;

/** All that rests on an instrument from a moment on; null: from the beginning. */
export const withdrawFromSchema = z.object({ from: momentSchema.nullable() }).meta({ id: 'WithdrawFrom' });
/** What was withdrawn at once; `at` names it, to take it back. */
export const withdrawnAtOnceSchema = z
  .object({ at: momentSchema, jobs: z.int(), records: z.int() })
  .meta({ id: 'WithdrawnAtOnce' });
export type WithdrawnAtOnce = z.infer<typeof withdrawnAtOnceSchema>;
export const takeBackSchema = z.object({ at: momentSchema }).meta({ id: 'TakeBack' });
