import { z } from 'zod';

const stereo = z.enum(['both', 'left', 'right']);
const levelDb = z.number().min(-60, 'from -60 dB').max(0, 'at most 0 dB');
const hz = z.number().min(5, 'from 5 Hz').max(22_000, 'up to 22 kHz');

/**
 * What a test track can hold. Levels of tones are of the peak against full scale, levels of noise of the effective
 * value; both are said beside the track.
 */
export const testSignalSchema = z
  .discriminatedUnion('kind', [
    z.object({ kind: z.literal('pink'), on: z.enum(['both', 'left', 'right', 'uncorrelated']) }),
    z.object({ kind: z.literal('tone'), on: stereo, hz, levelDb }),
    z.object({
      kind: z.literal('stepped'),
      on: stereo,
      hz,
      fromDb: levelDb,
      toDb: levelDb,
      stepDb: z.number().min(0.5).max(10),
    }),
    z.object({ kind: z.literal('sweep'), on: stereo, fromHz: hz, toHz: hz, levelDb }),
    z.object({ kind: z.literal('pulse'), on: stereo, levelDb }),
    z.object({ kind: z.literal('walk') }),
    z.object({ kind: z.literal('silence') }),
  ])
  .meta({ id: 'TestSignal' });
export type TestSignal = z.infer<typeof testSignalSchema>;

/** Effective value of the pink noise re full scale; its peaks reach 4.5 times that and stay under full scale. */
export const PINK_RMS_DB = -16;

/** What is on the track, as one says it: `Tone 40 Hz, −5 dB, both`. */
export function signalName(signal: TestSignal): string {
  const db = (v: number) => `${v === 0 ? '0' : `−${Math.abs(v)}`} dB`;
  const hertz = (v: number) => (v >= 1000 ? `${v / 1000} kHz` : `${v} Hz`);
  switch (signal.kind) {
    case 'pink':
      return signal.on === 'uncorrelated'
        ? 'Pink noise, left and right uncorrelated'
        : `Pink noise, ${signal.on}`;
    case 'tone':
      return `Tone ${hertz(signal.hz)}, ${db(signal.levelDb)}, ${signal.on}`;
    case 'stepped':
      return `Stepped tone ${hertz(signal.hz)}, ${db(signal.fromDb)} to ${db(signal.toDb)}, ${signal.on}`;
    case 'sweep':
      return `Sweep ${hertz(signal.fromHz)} to ${hertz(signal.toHz)}, ${signal.on}`;
    case 'pulse':
      return `Polarity pulse, ${signal.on}`;
    case 'walk':
      return 'Left, right, front and rear in turn';
    case 'silence':
      return 'Silence';
  }
}
