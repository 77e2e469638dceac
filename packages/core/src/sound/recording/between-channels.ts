import type { ResponseAnalysis } from '../../signal/analyse.ts';
import { type BetweenOutputs, betweenOutputs } from './between.ts';
import type { RecordingResult } from './recording.ts';

/**
 * Ratio, delay and polarity of the two channels of a recording of noise; null where they cannot be compared.
 *
 * @param analyses what was concluded from each channel
 * @param skew the input's own lag of its second channel, s
 */
export function betweenChannels(
  result: RecordingResult,
  analyses: readonly ResponseAnalysis[],
  skew: number,
): BetweenOutputs | null {
  const [first, second] = analyses;
  if (!result.common || !first || !second) return null;
  if (result.faults.some((f) => f.kind === 'same-channels' || f.kind === 'one-channel-silent')) return null;
  return betweenOutputs({
    spectrum: result.common,
    aligned: result.aligned,
    analyses: [first, second],
    skew,
  });
}
