import { z } from 'zod';
import { briefSchema } from './brief.ts';
import { wiringSchema } from './wiring.ts';
import { captureFieldsSchema, noiseTiltSchema, pinSchema, repairsSchema, responseSchema } from './capture.ts';
import { chapterSchema } from './chapter.ts';
import { checkFieldsSchema } from './check.ts';
import { connectorFieldsSchema, photoOnSchema } from './connector.ts';
import { decisionFieldsSchema } from './decision.ts';
import { draftFieldsSchema } from './draft.ts';
import { intakeSchema } from './intake.ts';
import { jobFieldsSchema } from './job.ts';
import { LIMITS, type LimitName, limitWords } from './limits.ts';
import { PHOTO_TYPES } from './picture.ts';
import { planFieldsSchema } from './plan.ts';
import { readingFieldsSchema } from './reading.ts';
import { recordingFieldsSchema, recordingReportSchema, betweenSchema } from './recording.ts';
import { keyed, keyRef } from './ref.ts';
import { claimFieldsSchema, sheetFieldsSchema } from './sheet.ts';
import { simulationFieldsSchema } from './simulation.ts';
import { targetObject } from './target.ts';
import { pairFieldsSchema, speakerFieldsSchema, unitFieldsSchema } from './unit.ts';
import { countSchema, decibelSchema, line, momentSchema, requiredLine, versionSchema } from './words.ts';

export const JOB_FILE_FORMAT = 'ulpen-job';
export const JOB_FILE_VERSION = 13;

/** Inside a file things are named by short keys, so that a file can be taken in any number of times. */
const some = <S extends z.ZodType>(item: S, limit: LimitName) =>
  z.array(item).max(LIMITS[limit].most, limitWords(limit));
/** Removed from the screens, kept in the record; null: not removed. */
const retired = { retiredAt: momentSchema.nullable().default(null) };
const versioned = { version: versionSchema, ...retired };
const taken = { takenAt: momentSchema, withdrawnAt: momentSchema.nullable() };
const measured = { ...taken, chapter: chapterSchema };
const sha256 = z.string().regex(/^[0-9a-f]{64}$/, 'SHA-256 in hexadecimal');

const capture = captureFieldsSchema.extend({
  key: keyRef('capture'),
  sha256,
  importedAt: momentSchema,
  chapter: chapterSchema,
  withdrawnAt: momentSchema.nullable(),
  pins: some(pinSchema, 'pinsOfCapture'),
  repairs: repairsSchema,
  recordingId: keyRef('recording').nullable(),
  noiseTiltDb: noiseTiltSchema,
  silenceDb: decibelSchema.nullable(),
  response: responseSchema,
});

/** Bytes as they are, or written as base64 where a file is JSON throughout. */
const bytes = z
  .union([
    z.instanceof(Uint8Array),
    z
      .base64('a picture is written in base64')
      .max(Math.ceil((LIMITS.photoBytes.most * 4) / 3) + 4, limitWords('photoBytes'))
      .transform(fromBase64),
  ])
  .refine((content) => content.length <= LIMITS.photoBytes.most, limitWords('photoBytes'));

/** One job in one file: facts and measurements; what core concludes from them is worked out anew on import. */
export const jobFileSchema = z
  .object({
    format: z.literal(JOB_FILE_FORMAT),
    version: z.literal(JOB_FILE_VERSION),
    job: jobFieldsSchema.extend({ createdAt: momentSchema, chapter: chapterSchema }),
    units: some(
      unitFieldsSchema.extend({
        key: keyRef('unit'),
        ...versioned,
        connectors: some(
          connectorFieldsSchema.safeExtend({
            key: keyRef('connector'),
            ...versioned,
            /** numbers beyond the plug's present shape that readings or claims of the record still name */
            retiredCavities: z
              .array(z.int().min(1).max(LIMITS.cavitiesOfConnector.most))
              .max(120)
              .default([]),
          }),
          'connectorsOfUnit',
        ),
        pairs: some(
          keyed(pairFieldsSchema).extend({
            key: keyRef('pair'),
            ...versioned,
            captures: some(capture, 'capturesOfOutput'),
          }),
          'outputsOfUnit',
        ),
      }),
      'unitsOfJob',
    ),
    /** the factory's, each with what drives its coils */
    speakers: some(keyed(speakerFieldsSchema).extend(versioned), 'speakersOfJob'),
    intake: intakeSchema,
    readings: some(
      keyed(readingFieldsSchema).safeExtend({ simulated: z.boolean(), ...measured }),
      'readingsOfJob',
    ),
    sheets: some(
      sheetFieldsSchema.extend({
        ...versioned,
        takenAt: momentSchema,
        claims: some(keyed(claimFieldsSchema), 'claimsOfSheet').min(1, 'at least one row'),
      }),
      'sheetsOfJob',
    ),
    recordings: some(
      keyed(recordingFieldsSchema).extend({
        key: keyRef('recording'),
        sha256,
        ...measured,
        repairs: repairsSchema,
        report: recordingReportSchema,
        between: betweenSchema.nullable(),
      }),
      'recordingsOfJob',
    ),
    checks: some(keyed(checkFieldsSchema).safeExtend(measured), 'checksOfJob'),
    simulation: simulationFieldsSchema
      .extend({ taken: countSchema, slips: countSchema, revealed: z.boolean() })
      .nullable(),
    brief: briefSchema,
    wiring: wiringSchema,
    decisions: some(keyed(decisionFieldsSchema).extend(taken), 'decisionsOfJob'),
    targets: some(
      targetObject.omit({ amplifierId: true }).extend({
        key: keyRef('target'),
        ...versioned,
        /** the amplifier's name in the library */
        amplifier: line(60).nullable().default(null),
      }),
      'targetsOfJob',
    ),
    plans: some(
      keyed(planFieldsSchema).extend({
        /** the same for the revisions of one plan */
        series: z.int().min(1).max(LIMITS.plansOfJob.most),
        createdAt: momentSchema,
        ...retired,
      }),
      'plansOfJob',
    ),
    drafts: some(keyed(draftFieldsSchema), 'draftsOfJob'),
    photos: some(
      z.object({
        key: keyRef('photo'),
        on: keyed(photoOnSchema),
        fileName: requiredLine(200),
        mediaType: z.enum(PHOTO_TYPES),
        takenAt: momentSchema,
        ...retired,
        content: bytes,
      }),
      'photosOfJob',
    ),
  })
  .meta({
    id: 'JobFile',
    description: 'A job of Ulpen with everything that was found, measured, wanted and planned.',
  });
export type JobFile = z.infer<typeof jobFileSchema>;

/** atob and not Buffer: the page reads job files too. */
function fromBase64(text: string): Uint8Array {
  const raw = atob(text);
  return Uint8Array.from(raw, (c) => c.charCodeAt(0));
}
