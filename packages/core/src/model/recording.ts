import { z } from 'zod';
import type { BetweenOutputs } from '../sound/recording/between.ts';
import { PLAYED, type RecordingResult } from '../sound/recording/recording.ts';
import { captureFieldsSchema, captureSchema } from './capture.ts';
import { idSchema, requiredLine } from './words.ts';

/** What is read of a recording, and how much of it. */
export const RECORDING_LIMITS = { bytes: 200 * 2 ** 20, seconds: 600 };

/** What a person says about a recording. */
export const recordingFieldsSchema = z
  .object({
    fileName: requiredLine(200),
    /** what was played meanwhile */
    played: z.enum(PLAYED),
    /** outputs that the left and the right channel were taken from */
    firstPairId: idSchema,
    secondPairId: idSchema.nullable(),
    volumeStep: captureFieldsSchema.shape.volumeStep,
    load: captureFieldsSchema.shape.load,
    situation: captureFieldsSchema.shape.situation,
    note: captureFieldsSchema.shape.note,
    /** effective volts at the pair for an effective value of 1; null: not calibrated, levels are relative */
    voltsAtFullScale: z.number().positive('volts are above 0').max(1000, 'up to 1000 V').nullable(),
    /** the input's own lag of its right channel, s, from one signal in both */
    skew: z.number().min(-0.01, 'from -10 ms').max(0.01, 'up to 10 ms').default(0),
    /** the input's own distortion of a tone, as a ratio; null: not measured */
    ownDistortion: z.number().min(0).max(1).nullable().default(null),
  })
  .meta({ id: 'RecordingFields' });
export type RecordingFields = z.infer<typeof recordingFieldsSchema>;

const faultSchema = z.object({
  kind: z.enum([
    'silent',
    'clipped',
    'short',
    'low-rate',
    'same-channels',
    'one-channel-silent',
    'direct-voltage',
    'hum',
    'gaps',
    'not-steady',
    'quiet',
  ]),
  channel: z.int().nullable(),
  useless: z.boolean(),
  says: z.string(),
});
const toneSchema = z.object({
  from: z.number(),
  to: z.number(),
  hz: z.number(),
  rms: z.number(),
  distortion: z.number(),
  noise: z.number(),
});

const numbers = z.array(z.number()).max(20_000);

/** What the recording told of itself: all but the spectra, which are kept as captures. */
export const recordingReportSchema = z
  .object({
    sampleRate: z.number(),
    seconds: z.number(),
    difference: z.number().nullable(),
    faults: z.array(faultSchema),
    channels: z
      .array(
        z.object({
          peak: z.number(),
          rms: z.number(),
          dc: z.number(),
          clipped: z.number(),
          gaps: z.number(),
          tones: z.array(toneSchema).max(2000),
          /** levels in 1/24-octave bands, dB re full scale, of a recording of silence; noise there is the finding */
          silence: z.object({ frequencyHz: numbers, levelDb: numbers }).optional(),
        }),
      )
      .min(1)
      .max(2),
  })
  .meta({ id: 'RecordingReport' });
export type RecordingReport = z.infer<typeof recordingReportSchema>;

export const betweenSchema = z
  .object({
    overlap: z.object({ lowHz: z.number(), highHz: z.number() }).nullable(),
    ratio: z.object({ frequencyHz: numbers, levelDb: numbers, phaseDeg: numbers, coherence: numbers }),
    delay: z.number().nullable(),
    polarity: z.enum(['same', 'reversed', 'unclear']),
    rivalry: z.number(),
    reasons: z.array(z.string()),
  })
  .meta({ id: 'BetweenOutputs' }) satisfies z.ZodType<BetweenOutputs>;

export const recordingSchema = recordingFieldsSchema
  .extend({
    id: idSchema,
    jobId: idSchema,
    sha256: z.string().regex(/^[0-9a-f]{64}$/),
    takenAt: z.iso.datetime(),
    withdrawnAt: z.iso.datetime().nullable(),
    repairs: z.array(z.string()),
    report: recordingReportSchema,
    /** null unless two outputs were recorded at once with noise */
    between: betweenSchema.nullable(),
  })
  .meta({ id: 'Recording' });
export type RecordingRecord = z.infer<typeof recordingSchema>;

/** What is new after a recording was taken in. */
export const takenRecordingSchema = z
  .object({ recording: recordingSchema, captures: z.array(captureSchema) })
  .meta({ id: 'TakenRecording' });
export type TakenRecording = z.infer<typeof takenRecordingSchema>;

/** The part of a result that is kept as it is. */
export function reportOf(
  { sampleRate, seconds, difference, faults, channels }: RecordingResult,
  played: RecordingFields['played'],
): RecordingReport {
  const to = (digits: number) => (v: number) => Number(v.toFixed(digits)) + 0;
  return {
    sampleRate,
    seconds,
    difference,
    faults,
    channels: channels.map(({ peak, rms, dc, clipped, gaps, tones, bands }) => ({
      peak,
      rms,
      dc,
      clipped,
      gaps,
      tones,
      ...(played === 'silence' && {
        silence: { frequencyHz: bands.frequencyHz.map(to(3)), levelDb: bands.levelDb.map(to(2)) },
      }),
    })),
  };
}
