import { z } from 'zod';
import { captureSchema } from './capture.ts';
import { decisionSchema } from './decision.ts';
import { draftSchema } from './draft.ts';
import { checkSchema } from './check.ts';
import { intakeSchema } from './intake.ts';
import { jobSchema } from './job.ts';
import { planSchema } from './plan.ts';
import { recordingSchema } from './recording.ts';
import { targetSchema } from './target.ts';
import { endViewSchema, factorySpeakerSchema, pairSchema, unitSchema } from './unit.ts';
import { briefSchema } from './brief.ts';
import { wiringSchema } from './wiring.ts';
import { axleSchema, idSchema, momentSchema, sideSchema, waySchema } from './words.ts';

/** What of a capture tells whether it counts. */
export const captureOutlineSchema = captureSchema
  .pick({
    id: true,
    load: true,
    volumeStep: true,
    situation: true,
    chapter: true,
    withdrawnAt: true,
    pins: true,
  })
  .meta({ id: 'CaptureOutline' });
export type CaptureOutline = z.infer<typeof captureOutlineSchema>;

/** An output with its wires and the outline of its captures, newest first. Ends on plugs that were removed are not there. */
export const outputOutlineSchema = pairSchema
  .extend({ ends: z.array(endViewSchema), captures: z.array(captureOutlineSchema) })
  .meta({ id: 'OutputOutline' });
export type OutputOutline = z.infer<typeof outputOutlineSchema>;
export const unitOutlineSchema = unitSchema
  .extend({ pairs: z.array(outputOutlineSchema) })
  .meta({ id: 'UnitOutline' });
export type UnitOutline = z.infer<typeof unitOutlineSchema>;

/** The same with the captures whole; withdrawn ones stay in the record. */
export const pairViewSchema = outputOutlineSchema
  .extend({ captures: z.array(captureSchema) })
  .meta({ id: 'PairView' });
export type PairView = z.infer<typeof pairViewSchema>;
export const unitViewSchema = unitSchema.extend({ pairs: z.array(pairViewSchema) }).meta({ id: 'UnitView' });
export type UnitView = z.infer<typeof unitViewSchema>;

/** What of a recording tells whether it counts, and for what. */
export const recordingOutlineSchema = recordingSchema
  .pick({ id: true, firstPairId: true, secondPairId: true, chapter: true, withdrawnAt: true })
  .meta({ id: 'RecordingOutline' });
export type RecordingOutline = z.infer<typeof recordingOutlineSchema>;

/** What *Outputs to Listen* did. */
export const outputsFoundSchema = z
  .object({
    added: z.array(pairSchema),
    /** outputs that were there and got their wires */
    joined: z.array(pairSchema),
    leftOut: z.array(z.object({ place: z.string(), because: z.string() })),
  })
  .meta({ id: 'OutputsFound' });
export type OutputsFound = z.infer<typeof outputsFoundSchema>;

/** A job without curves and figures of what was measured: all that Intake and Find need, light enough to come anew. */
export const jobOutlineSchema = jobSchema
  .extend({
    units: z.array(unitOutlineSchema),
    /** newest first; withdrawn ones stay in the record */
    recordings: z.array(recordingOutlineSchema),
    /** the factory's speakers with their coils */
    speakers: z.array(factorySpeakerSchema),
    targets: z.array(targetSchema),
    /** newest first */
    plans: z.array(planSchema),
    drafts: z.array(draftSchema),
    /** what was read or heard in guided tests, oldest first; withdrawn ones stay in the record */
    checks: z.array(checkSchema),
    intake: intakeSchema,
    brief: briefSchema,
    /** how its conductors are joined, how long they are */
    wiring: wiringSchema,
    /** oldest first; withdrawn ones stay in the record */
    decisions: z.array(decisionSchema),
    /** how far Find is: cavities that hold a wire, those that no live reading names yet, plugs */
    find: z.object({ connectors: z.int(), wires: z.int(), untouched: z.int() }),
  })
  .meta({ id: 'JobOutline' });
export type JobOutline = z.infer<typeof jobOutlineSchema>;

/** What was measured on a job's outputs, but for the captures' raw points. */
export const jobMeasurementsSchema = z
  .object({
    /** of the job, when this was read */
    revision: z.int(),
    captures: z.array(captureSchema),
    recordings: z.array(recordingSchema),
  })
  .meta({ id: 'JobMeasurements' });
export type JobMeasurements = z.infer<typeof jobMeasurementsSchema>;

/** A job with everything that its screens show. */
export const jobViewSchema = jobOutlineSchema
  .extend({ units: z.array(unitViewSchema), recordings: z.array(recordingSchema) })
  .meta({ id: 'JobView' });
export type JobView = z.infer<typeof jobViewSchema>;

/** Whether all that an outline names has come; otherwise somebody measured meanwhile, and it is asked for again. */
export function holdsAll(outline: JobOutline, measured: JobMeasurements): boolean {
  const known = new Set([...measured.captures, ...measured.recordings].map((m) => m.id));
  const named = [...outline.units.flatMap((u) => u.pairs.flatMap((p) => p.captures)), ...outline.recordings];
  return named.every((m) => known.has(m.id));
}

/**
 * A job with what was measured on its outputs. What counts and where is the outline's word; a measurement that has not
 * come yet is left out.
 */
export function measuredJob(outline: JobOutline, measured: JobMeasurements): JobView {
  const whole = <O extends { id: string }, W extends O>(outlines: readonly O[], known: Map<string, W>): W[] =>
    outlines.flatMap((o) => {
      const found = known.get(o.id);
      return found ? [{ ...found, ...o }] : [];
    });
  const captures = new Map(measured.captures.map((c) => [c.id, c]));
  const units = outline.units.map((unit) => ({
    ...unit,
    pairs: unit.pairs.map((pair) => ({ ...pair, captures: whole(pair.captures, captures) })),
  }));
  const recordings = new Map(measured.recordings.map((r) => [r.id, r]));
  return { ...outline, units, recordings: whole(outline.recordings, recordings) };
}

/** A line of the job list: what is there, and the bands of the outputs as a small picture. */
export const jobLineSchema = jobSchema
  .extend({
    outputs: z.int(),
    measured: z.int(),
    targets: z.int(),
    plans: z.int(),
    bands: z.array(
      z.object({
        side: sideSchema,
        axle: axleSchema,
        way: waySchema,
        lowHz: z.number().nullable(),
        highHz: z.number().nullable(),
        measured: z.boolean(),
      }),
    ),
  })
  .meta({ id: 'JobLine' });
export type JobLine = z.infer<typeof jobLineSchema>;

export const jobListSchema = z
  .object({ total: z.int(), jobs: z.array(jobLineSchema) })
  .meta({ id: 'JobList' });
export type JobList = z.infer<typeof jobListSchema>;

/** Something of a job that was removed from the screens; its record stays, and it can be brought back. */
export const removedSchema = z
  .object({
    kind: z.enum(['unit', 'connector', 'output', 'speaker', 'target', 'sheet', 'plan', 'photo']),
    id: idSchema,
    name: z.string(),
    removedAt: momentSchema,
    /** a POST to this path below `/api/v1` brings it back */
    restore: z.string(),
  })
  .meta({ id: 'Removed' });
export type Removed = z.infer<typeof removedSchema>;

/** RFC 9457. */
export const problemSchema = z
  .object({
    type: z.string(),
    title: z.string(),
    status: z.int(),
    detail: z.string(),
    errors: z.array(z.object({ field: z.string(), message: z.string() })).optional(),
    /** the present state, with a 409 */
    current: z.unknown().optional(),
  })
  .meta({ id: 'Problem' });
export type Problem = z.infer<typeof problemSchema>;
