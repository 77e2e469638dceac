import type { RecordingRecord } from '../model/recording.ts';
import { median } from '../signal/pass-band.ts';
import type { Finding } from './finding.ts';

export type LeftRightKind = 'separate' | 'mixed' | 'mono' | 'unclear' | 'unfinished';

/** Left only: the other side this much lower is separate, this little lower is one signal, dB. */
const SEPARATE_DB = 25;
const MONO_DB = 6;
/** The same noise in both sides: outputs with less in common than this were processed apart. */
const COHERENT = 0.8;

type Recorded = Pick<RecordingRecord, 'situation' | 'report' | 'between'>;

/**
 * Left against right, and upmixing. Noise in the left channel of the source only: what comes out at right was mixed
 * in. The same noise in both: what left and right then lack in common was added by processing.
 *
 * @param recordings live recordings of the two outputs, the left one in the first channel
 */
export function leftAgainstRight(recordings: readonly Recorded[]): Finding<LeftRightKind> {
  const routed = (p: string) => recordings.find((r) => r.situation.playedIn === p);
  const [one, both] = [routed('left') ?? routed('right'), routed('both')];
  const evidence: string[] = [];
  let separation: number | null = null;
  if (one) {
    const [left, right] = one.report.channels.map((c) => 20 * Math.log10(Math.max(c.rms, 1e-9)));
    const sign = one.situation.playedIn === 'left' ? 1 : -1;
    separation = sign * (left - right);
    evidence.push(
      `Noise in the ${one.situation.playedIn} channel only: the other side is ${separation.toFixed(1)} dB lower.`,
    );
  }
  let coherence: number | null = null;
  if (both?.between && both.between.ratio.coherence.length > 0) {
    const { ratio, delay, polarity } = both.between;
    coherence = median(ratio.coherence);
    const turn = median(ratio.phaseDeg.map(Math.abs));
    evidence.push(
      `The same noise in both: coherence ${coherence.toFixed(2)}, phase ${turn.toFixed(0)}° apart${delay === null ? '' : `, ${(1000 * Math.abs(delay)).toFixed(2)} ms`}${polarity === 'reversed' ? ', reversed' : ''}.`,
    );
  }
  const finding = (verdict: LeftRightKind, says: string, next: string | null) => ({
    verdict,
    says,
    evidence,
    next,
    rough: false,
  });
  const both_ =
    'Record both sides at once with noise in the left channel only, then with the same noise in both.';
  if (separation === null && coherence === null)
    return finding('unfinished', 'Left against right is not measured.', both_);
  if (separation !== null && separation < MONO_DB)
    return finding(
      'mono',
      'Both sides carry the same: one signal for both.',
      'It cannot feed a stereo set. Check balance, and that the surround modes are off.',
    );
  if ((separation !== null && separation < SEPARATE_DB) || (coherence !== null && coherence < COHERENT))
    return finding(
      'mixed',
      'The sides are mixed or processed apart: surround or upmixing is at work.',
      'Switch surround and seat focus off and measure again; if it stays, tap before this amplifier.',
    );
  if (separation === null || coherence === null)
    return finding('unclear', 'Half of the test is done, and shows nothing wrong so far.', both_);
  return finding('separate', 'Left and right are separate and alike.', null);
}
