import { TYPICAL_BANDS } from '../../behaviour/typical-bands.ts';
import type { Feed } from '../../model/plan.ts';
import type { Pair } from '../../model/unit.ts';
import { playsOnlyBass } from './bass.ts';

/** A channel that begins below this plays bass that nobody hears the place of; mono bass is right in both sides, Hz. */
const DEEP_HZ = 80;
/** A factory subwoofer's output that still carries something here is no mono bass any more, Hz. */
const MONO_BASS_ENDS_HZ = 180;

/** What is known of an output that might feed a channel. */
export interface FeedingOutput {
  pair: Pick<Pair, 'side' | 'way'>;
  /** where its band ends as it was measured, Hz; null: not measured, its way's usual */
  highHz: number | null;
}

/** The factory subwoofer's signal, low enough to belong to both sides. */
export const isMonoBass = ({ pair, highHz }: FeedingOutput): boolean =>
  pair.way === 'subwoofer' && (highHz ?? TYPICAL_BANDS.subwoofer.highHz) <= MONO_BASS_ENDS_HZ;

/**
 * Outputs that may feed one side of a target, for the search and for the desk. Left never joins right in a stereo target,
 * nor does what is a mix of both (centre, mono), but for the bass of a factory subwoofer below about 120 Hz. Bass never
 * goes to a centre or another single speaker that plays no bass.
 */
export function mayFeed(output: FeedingOutput, side: Feed['side'], need: Feed['need']): boolean {
  const bass = output.pair.way === 'subwoofer';
  if (side === 'mono') return !bass || playsOnlyBass(need) || need.lowHz < DEEP_HZ / 2;
  return output.pair.side === side || (isMonoBass(output) && need.lowHz < DEEP_HZ);
}
