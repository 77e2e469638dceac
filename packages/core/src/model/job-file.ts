import { z } from 'zod';
import { captureFieldsSchema, responseSchema } from './capture.ts';
import { jobFieldsSchema } from './job.ts';
import { feedSchema, planBasisSchema, proposalSchema, remarkSchema, tapSchema } from './plan.ts';
import { targetFieldsSchema } from './target.ts';
import { pairFieldsSchema, unitFieldsSchema } from './unit.ts';
import { requiredLine } from './words.ts';

export const JOB_FILE_FORMAT = 'ulpen-job';
export const JOB_FILE_VERSION = 1;

/** Inside a file things are named by short keys, so that a file can be taken in any number of times. */
const key = z.string().regex(/^[a-z]+[0-9]+$/, 'a key is letters and a number: p12');

const fileTap = tapSchema.extend({ pairId: key, captureId: key });
const fileFeed = feedSchema.extend({ targetId: key, taps: z.array(fileTap).min(1).max(12) });
const fileRemark = remarkSchema.extend({ targetId: key.nullable(), pairId: key.nullable() });
const fileProposal = proposalSchema.extend({
  feeds: z.array(fileFeed).max(64),
  remarks: z.array(fileRemark),
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
  response: responseSchema,
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
          pairs: z
            .array(
              pairFieldsSchema.safeExtend({ key, ...withVersion, captures: z.array(fileCapture).max(200) }),
            )
            .max(200),
        }),
      )
      .max(50),
    targets: z.array(targetFieldsSchema.safeExtend({ key, ...withVersion })).max(50),
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
  if (head.data.version !== JOB_FILE_VERSION) {
    const message = `The file has version ${head.data.version}; this program reads version ${JOB_FILE_VERSION}. Export it again from the program that wrote it, or update this one.`;
    return { problems: [{ field: 'version', message }] };
  }
  const parsed = jobFileSchema.safeParse(content);
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
