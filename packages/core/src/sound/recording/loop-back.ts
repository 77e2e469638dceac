import { quickAnalysis } from '../../signal/analyse.ts';
import { fractionalOctaveBands } from '../../signal/bands.ts';
import { betweenOutputs } from './between.ts';
import type { RecordingResult } from './recording.ts';

/** What a loop-back showed of a sound input, or why it showed nothing. */
export type OfInput<T> = ({ ok: true } & T) | { ok: false; says: string };

/** One signal in both inputs is common to them by this much of the power. */
const LEAST_COHERENT = 0.98;
/** A lag that is not known better than this is of no use, s. */
const MOST_ERROR = 5e-6;
/** An input is not judged by a tone that drives it this little, dB re full scale. */
const LEAST_TONE_DB = -40;
/** Noise that hides distortion of this size leaves nothing to be told, re the fundamental. */
const MOST_NOISE = 0.03;
/** An octave of it at the least. */
const LEAST_BANDS = 12;
/** Below hum and coupling capacitors make two inputs differ, Hz. */
const LOWS_FROM_HZ = 100;
/** Of the phase, in a band that is asked. */
const MOST_TURNS = 0.25;

/** A response that says nothing: leads have no filters. */
const FLAT = quickAnalysis({
  frequencyHz: fractionalOctaveBands(12, 20, 20_000).map((b) => b.midHz),
  levelDb: fractionalOctaveBands(12, 20, 20_000).map(() => 0),
});

/**
 * Lag of an input's second channel against its first, from a recording of one noise in both: generalised
 * cross-correlation as between two outputs, with no filter to explain.
 *
 * @returns lag in s, above 0 where the second comes later, with one standard deviation; or what to do
 */
export function inputSkew({
  common,
  aligned,
  channels,
}: RecordingResult): OfInput<{ skew: number; error: number }> {
  if (!common || channels.length < 2)
    return { ok: false, says: 'This input has one channel, so that there is nothing to lag.' };
  if (channels.some((c) => c.clipped > 0))
    return { ok: false, says: 'The input clips. Turn it down and measure again.' };
  const { ratio, delay, delayError } = betweenOutputs({
    spectrum: common,
    aligned,
    analyses: [FLAT, FLAT],
  });
  // A lag turns the phase within a band, which looks like something not in common: only lows are asked.
  const lows = ratio.frequencyHz.flatMap((hz, i) =>
    hz >= LOWS_FROM_HZ && hz * Math.abs(delay ?? 0) < MOST_TURNS ? [i] : [],
  );
  if (delay === null || lows.length < LEAST_BANDS || lows.some((i) => ratio.coherence[i] < LEAST_COHERENT))
    return {
      ok: false,
      says: 'Left and right do not carry one signal. Join both inputs to the same output and play noise.',
    };
  const sign = lows.reduce((sum, i) => sum + Math.cos((ratio.phaseDeg[i] * Math.PI) / 180), 0);
  if (sign < 0)
    return {
      ok: false,
      says: 'One of the two leads is reversed: plus on minus. Turn it round and measure again.',
    };
  if (delayError === null || delayError > MOST_ERROR)
    return { ok: false, says: 'The lag is not clear yet. Play louder, or longer.' };
  return { ok: true, skew: delay, error: delayError };
}

/**
 * An input's own harmonic distortion, from a recording of a clean tone straight from a player.
 *
 * @returns the largest of all steady tones and channels, as a ratio, with the tone it was at; or what to do
 */
export function inputDistortion({
  channels,
}: RecordingResult): OfInput<{ distortion: number; hz: number; levelDb: number }> {
  if (channels.some((c) => c.clipped > 0))
    return { ok: false, says: 'The input clips. Turn it down and measure again.' };
  const tones = channels.flatMap((c) => c.tones);
  if (tones.length === 0)
    return { ok: false, says: 'No steady tone was heard. Play 1 kHz straight from a player into the input.' };
  const level = (rms: number) => 20 * Math.log10(rms);
  const loud = tones.filter((t) => level(t.rms) >= LEAST_TONE_DB);
  if (loud.length === 0)
    return { ok: false, says: 'The tone is too weak. Play it as loud as the recordings will be.' };
  const clear = loud.filter((t) => t.noise <= MOST_NOISE);
  if (clear.length === 0)
    return { ok: false, says: 'There is too much noise beside the tone. Look for a loose lead or hum.' };
  const worst = clear.reduce((a, b) => (b.distortion > a.distortion ? b : a));
  return { ok: true, distortion: worst.distortion, hz: worst.hz, levelDb: level(worst.rms) };
}
