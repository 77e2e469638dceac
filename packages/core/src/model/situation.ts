import { z } from 'zod';

/** How the source was routed while something was measured; it tells upmixing from plain stereo. */
export const PLAYED_IN = ['both', 'left', 'right', 'different', 'unknown'] as const;

export const LOAD_WORD = {
  speaker: 'speaker connected',
  resistor: 'load resistor',
  none: 'no load',
  unknown: 'load not noted',
} as const;
export const ENGINE_WORD = {
  off: 'engine off',
  idle: 'engine idling',
  raised: 'engine at raised rpm',
  unknown: 'engine not noted',
} as const;
/** After `played in`. */
export const PLAYED_IN_WORD: Record<(typeof PLAYED_IN)[number], string> = {
  both: 'both channels',
  left: 'the left channel',
  right: 'the right channel',
  different: 'both channels, uncorrelated',
  unknown: 'channels not noted',
};

/** How car and source were while an output was measured, beside volume step and load. */
export const situationSchema = z
  .object({
    engine: z.enum(['off', 'idle', 'raised', 'unknown']),
    doors: z.enum(['closed', 'open', 'unknown']),
    supplyVolts: z.number().min(0, 'volts from 0').max(60, 'up to 60 V').nullable(),
    /** level of the test signal in its file, dB re full scale */
    signalDb: z.number().min(-90, 'from -90 dB').max(0, 'at most 0 dB').nullable(),
    /** channels of the source that the signal was played in; `different`: another noise in each */
    playedIn: z.enum(PLAYED_IN),
  })
  .meta({ id: 'Situation' });
export type Situation = z.infer<typeof situationSchema>;

export const UNKNOWN_SITUATION: Situation = {
  engine: 'unknown',
  doors: 'unknown',
  supplyVolts: null,
  signalDb: null,
  playedIn: 'unknown',
};
