import { z } from 'zod';
import type { BetweenOutputs } from '../sound/recording/between.ts';
import { PLAYED, type RecordingResult } from '../sound/recording/recording.ts';
import { captureFieldsSchema, captureSchema, repairsSchema } from './capture.ts';
import { chapterSchema } from './chapter.ts';
import { madeWithSchema } from './instrument.ts';
import { LIMITS } from './limits.ts';
import { ref } from './ref.ts';
import {
  countSchema,
  decibelSchema,
  hertzSchema,
  idSchema,
  momentSchema,
  requiredLine,
  saidSchema,
} from './words.ts';

/** What is read of a recording, and how much of it. */
export const RECORDING_LIMITS = {
  bytes: LIMITS.recordingBytes.most,
  seconds: LIMITS.recordingSeconds.most,
};

/** What a person says about a recording. */
export const recordingFieldsSchema = z
  .object({
    fileName: requiredLine(200),
    /** what was played meanwhile */
    played: z.enum(PLAYED),
    /** outputs that the left and the right channel were taken from */
    firstPairId: ref('pair'),
    secondPairId: ref('pair').nullable(),
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
    madeWith: madeWithSchema.optional(),
  })
  .meta({ id: 'RecordingFields' });
export type RecordingFields = z.infer<typeof recordingFieldsSchema>;

/** samples are full scale at 1; a float WAV may go beyond */
const scale = z.number().min(0).max(1e6);
const ratio = z.number().min(0).max(1e9);
const seconds = z
  .number()
  .min(0)
  .max(RECORDING_LIMITS.seconds + 10);
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
  channel: z.int().min(0).max(1).nullable(),
  useless: z.boolean(),
  says: saidSchema,
});
const toneSchema = z.object({
  from: seconds,
  to: seconds,
  hz: hertzSchema,
  rms: scale,
  distortion: ratio,
  noise: ratio,
});

const MOST_BINS = 20_000;
const frequencies = z.array(hertzSchema).max(MOST_BINS);
const levels = z.array(decibelSchema).max(MOST_BINS);

/** What the recording told of itself: all but the spectra, which are kept as captures. */
export const recordingReportSchema = z
  .object({
    sampleRate: z.number().min(1000).max(1e6),
    seconds,
    difference: z.number().min(-1e6).max(1e6).nullable(),
    faults: z.array(faultSchema).max(50),
    channels: z
      .array(
        z.object({
          peak: scale,
          rms: scale,
          dc: z.number().min(-1e6).max(1e6),
          clipped: z.number().min(0).max(1e9),
          gaps: countSchema,
          tones: z.array(toneSchema).max(2000),
          /** levels in 1/24-octave bands, dB re full scale, of a recording of silence; noise there is the finding */
          silence: z.object({ frequencyHz: frequencies, levelDb: levels }).optional(),
        }),
      )
      .min(1)
      .max(2),
  })
  .meta({ id: 'RecordingReport' });
export type RecordingReport = z.infer<typeof recordingReportSchema>;

export const betweenSchema = z
  .object({
    overlap: z.object({ lowHz: hertzSchema, highHz: hertzSchema }).nullable(),
    ratio: z.object({
      frequencyHz: frequencies,
      levelDb: levels,
      phaseDeg: z.array(z.number().min(-1e6).max(1e6)).max(MOST_BINS),
      coherence: z.array(z.number().min(0).max(1.001)).max(MOST_BINS),
    }),
    /** s */
    delay: z.number().min(-10).max(10).nullable(),
    /** s, one standard deviation */
    delayError: z.number().min(0).max(10).nullable().default(null),
    polarity: z.enum(['same', 'reversed', 'unclear']),
    rivalry: z.number().min(-1e6).max(1e6),
    reasons: z.array(saidSchema).max(50),
  })
  .meta({ id: 'BetweenOutputs' }) satisfies z.ZodType<BetweenOutputs>;

export const recordingSchema = recordingFieldsSchema
  .extend({
    id: idSchema,
    jobId: idSchema,
    sha256: z.string().regex(/^[0-9a-f]{64}$/),
    takenAt: momentSchema,
    chapter: chapterSchema,
    withdrawnAt: momentSchema.nullable(),
    /** its report came in a job file, so that nobody here heard the sound */
    fromFile: z.boolean(),
    repairs: repairsSchema,
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
