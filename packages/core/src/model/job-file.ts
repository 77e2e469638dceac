import { z } from 'zod';
import { captureFieldsSchema, responseSchema } from './capture.ts';
import { checkFieldsSchema, MOST_CHECKS } from './check.ts';
import {
  connectorFieldsSchema,
  MOST_CONNECTORS,
  MOST_PHOTO_BYTES,
  MOST_PHOTOS,
  PHOTO_TYPES,
} from './connector.ts';
import { intakeSchema, START_INTAKE } from './intake.ts';
import { jobFieldsSchema } from './job.ts';
import {
  changesSchema,
  equipmentSchema,
  feedSchema,
  planBasisSchema,
  proposalSchema,
  remarkSchema,
  tapSchema,
} from './plan.ts';
import { decisionFieldsSchema, MOST_DECISIONS } from './decision.ts';
import { START_BRIEF, briefSchema } from './brief.ts';
import { MOST_READINGS, readingFieldsSchema } from './reading.ts';
import { recordingSchema } from './recording.ts';
import { claimFieldsSchema, MOST_SHEETS, sheetFieldsSchema } from './sheet.ts';
import { simulationFieldsSchema } from './simulation.ts';
import { targetObject } from './target.ts';
import { pairFieldsSchema, unitFieldsSchema } from './unit.ts';
import { line, requiredLine } from './words.ts';

export const JOB_FILE_FORMAT = 'ulpen-job';
export const JOB_FILE_VERSION = 5;

/** Inside a file things are named by short keys, so that a file can be taken in any number of times. */
const key = z.string().regex(/^[a-z]+[0-9]+$/, 'a key is letters and a number: p12');

const fileTap = tapSchema.extend({ pairId: key, captureId: key.nullable() });
const fileFeed = feedSchema.extend({ targetId: key, taps: z.array(fileTap).max(12) });
const fileRemark = remarkSchema.extend({ targetId: key.nullable(), pairId: key.nullable() });
const fileChanges = changesSchema.extend({
  feeds: z
    .array(
      changesSchema.shape.feeds.element.extend({
        targetId: key,
        taps: z
          .array(tapSchema.omit({ captureId: true }).extend({ pairId: key }))
          .min(1)
          .max(12),
      }),
    )
    .max(64),
  loads: z.array(changesSchema.shape.loads.element.extend({ pairId: key })).max(200),
});
const fileProposal = proposalSchema.extend({
  feeds: z.array(fileFeed).max(64),
  remarks: z.array(fileRemark),
  changes: fileChanges.default({ setup: {}, feeds: [], loads: [], boxes: [] }),
  equipment: z.array(equipmentSchema.extend({ targetIds: z.array(key) })).default([]),
});
const fileBasis = planBasisSchema.extend({
  captures: z.array(z.object({ id: key, pairVersion: z.int() })),
  targets: z.array(z.object({ id: key, version: z.int() })),
});

const fileCapture = captureFieldsSchema.extend({
  key,
  sha256: z.string().regex(/^[0-9a-f]{64}$/, 'SHA-256 in hexadecimal'),
  importedAt: z.iso.datetime(),
  withdrawnAt: z.iso.datetime().nullable(),
  repairs: z.array(z.string()),
  recordingId: key.nullable(),
  noiseTiltDb: z.number(),
  silenceDb: z.number().nullable(),
  response: responseSchema,
});

/** A cavity is named by its connector's key and its number: `k2:14`. */
const cavityKey = z.string().regex(/^k[0-9]+:[0-9]+$/, 'a cavity is a connector and a number: k2:14');
const photo = z.object({
  fileName: requiredLine(200),
  mediaType: z.enum(PHOTO_TYPES),
  takenAt: z.iso.datetime(),
  content: z.base64().max(Math.ceil((MOST_PHOTO_BYTES * 4) / 3) + 4),
});
const fileReading = readingFieldsSchema.safeExtend({
  cavityId: cavityKey,
  otherCavityId: cavityKey.nullable(),
  simulated: z.boolean(),
  takenAt: z.iso.datetime(),
  withdrawnAt: z.iso.datetime().nullable(),
});
const fileSheet = sheetFieldsSchema.extend({
  version: z.int().min(1),
  takenAt: z.iso.datetime(),
  claims: z
    .array(claimFieldsSchema.extend({ cavityId: cavityKey }))
    .min(1)
    .max(1000),
});

const fileRecording = recordingSchema.omit({ id: true, jobId: true }).extend({
  key,
  firstPairId: key,
  secondPairId: key.nullable(),
});

const fileCheck = checkFieldsSchema.safeExtend({
  pairId: key.nullable(),
  takenAt: z.iso.datetime(),
  withdrawnAt: z.iso.datetime().nullable(),
});

const fileDecision = decisionFieldsSchema.extend({
  targetId: key.nullable(),
  pairId: key.nullable(),
  takenAt: z.iso.datetime(),
  withdrawnAt: z.iso.datetime().nullable(),
});

const withVersion = { version: z.int().min(1) };

/** One job in one file: facts and measurements; what core concludes from them is worked out anew on import. */
export const jobFileSchema = z
  .object({
    format: z.literal(JOB_FILE_FORMAT),
    version: z.literal(JOB_FILE_VERSION),
    job: jobFieldsSchema.extend({ createdAt: z.iso.datetime() }),
    units: z
      .array(
        unitFieldsSchema.extend({
          key,
          ...withVersion,
          connectors: z
            .array(
              connectorFieldsSchema.safeExtend({
                key,
                ...withVersion,
                photos: z.array(photo).max(MOST_PHOTOS),
              }),
            )
            .max(MOST_CONNECTORS),
          pairs: z
            .array(
              pairFieldsSchema.safeExtend({ key, ...withVersion, captures: z.array(fileCapture).max(200) }),
            )
            .max(200),
        }),
      )
      .max(50),
    intake: intakeSchema,
    readings: z.array(fileReading).max(MOST_READINGS),
    sheets: z.array(fileSheet).max(MOST_SHEETS),
    recordings: z.array(fileRecording).max(1000),
    checks: z.array(fileCheck).max(MOST_CHECKS),
    simulation: simulationFieldsSchema
      .extend({ taken: z.int(), slips: z.int(), revealed: z.boolean() })
      .nullable(),
    brief: briefSchema,
    decisions: z.array(fileDecision).max(MOST_DECISIONS),
    targets: z
      .array(
        targetObject.omit({ amplifierId: true }).extend({
          key,
          ...withVersion,
          /** the amplifier's name in the library */
          amplifier: line(60).nullable().default(null),
        }),
      )
      .max(50),
    plans: z
      .array(
        z.object({
          name: requiredLine(80),
          createdAt: z.iso.datetime(),
          proposal: fileProposal,
          basis: fileBasis,
        }),
      )
      .max(100),
  })
  .meta({
    id: 'JobFile',
    description: 'A job of Ulpen with everything that was found, measured, wanted and planned.',
  });
export type JobFile = z.infer<typeof jobFileSchema>;

/** Version 1 knew no connectors, readings, sheets, intake and simulated cars. */
function fromVersion1(content: object): object {
  const { units } = content as { units?: unknown };
  return {
    ...content,
    version: 2,
    units: Array.isArray(units)
      ? units.map((unit: unknown) => ({ ...(unit as object), connectors: [] }))
      : units,
    intake: { ...START_INTAKE, version: 1 },
    readings: [],
    sheets: [],
    simulation: null,
  };
}

const list = (value: unknown, change: (item: object) => object): unknown =>
  Array.isArray(value)
    ? value.map((item: unknown) => (item && typeof item === 'object' ? change(item) : item))
    : value;

/** Every capture of a file with something put in that its version lacked. */
function withCaptures(units: unknown, lacking: object): unknown {
  const pair = (p: { captures?: unknown }) => ({
    ...p,
    captures: list(p.captures, (c) => ({ ...lacking, ...c })),
  });
  return list(units, (u: { pairs?: unknown }) => ({ ...u, pairs: list(u.pairs, pair) }));
}

/** Version 2 knew no recordings; every capture came from a file of columns. */
function fromVersion2(content: object): object {
  const { units } = content as { units?: unknown };
  const lacking = { recordingId: null, noiseTiltDb: 0 };
  return { ...content, version: 3, units: withCaptures(units, lacking), recordings: [] };
}

/** Version 3 knew no checks and used no recordings of silence. */
function fromVersion3(content: object): object {
  const { units } = content as { units?: unknown };
  return { ...content, version: 4, units: withCaptures(units, { silenceDb: null }), checks: [] };
}

/** Version 4 knew no wish, no decisions, and only three ways in. */
function fromVersion4(content: object): object {
  const { plans } = content as { plans?: unknown };
  const renamed = (p: { proposal?: { strategy?: unknown } }) =>
    p.proposal?.strategy === 'single' ? { ...p, proposal: { ...p.proposal, strategy: 'convert' } } : p;
  return {
    ...content,
    version: 5,
    brief: { ...START_BRIEF, version: 1 },
    decisions: [],
    plans: list(plans, renamed),
  };
}

const STEPS = [fromVersion1, fromVersion2, fromVersion3, fromVersion4];

/** What an older version lacks is put in, step by step. */
function brought(content: object, version: number): object {
  return STEPS.slice(Math.max(0, version - 1)).reduce((now, next) => next(now), content);
}

/** Says in words why something is no job file that can be read, or gives the file. */
export function readJobFile(
  content: unknown,
): { file: JobFile } | { problems: { field: string; message: string }[] } {
  const head = z.object({ format: z.string(), version: z.number() }).safeParse(content);
  if (!head.success || head.data.format !== JOB_FILE_FORMAT) {
    return {
      problems: [
        { field: 'format', message: `This is not a job file: "format": "${JOB_FILE_FORMAT}" is missing.` },
      ],
    };
  }
  const { version } = head.data;
  if (!(Number.isInteger(version) && version >= 1 && version <= JOB_FILE_VERSION)) {
    const message = `The file has version ${version}; this program reads versions 1 to ${JOB_FILE_VERSION}. Export it again from the program that wrote it, or update this one.`;
    return { problems: [{ field: 'version', message }] };
  }
  const parsed = jobFileSchema.safeParse(brought(content as object, version));
  if (parsed.success) return { file: parsed.data };
  return {
    problems: parsed.error.issues.slice(0, 20).map((i) => ({ field: i.path.join('.'), message: i.message })),
  };
}

/** The same for a file's text. */
export function readJobFileText(text: string): ReturnType<typeof readJobFile> {
  try {
    return readJobFile(JSON.parse(text));
  } catch {
    return {
      problems: [{ field: 'file', message: 'This is not JSON. Choose a job file that was exported here.' }],
    };
  }
}
