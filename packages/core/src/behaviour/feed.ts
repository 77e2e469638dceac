import { formatDb } from '../quantity/decibel.ts';
import type { Finding } from './finding.ts';
import type { LevelAtStep } from './level-law.ts';

export type FeedKind = 'fixed' | 'follows' | 'partly' | 'unclear' | 'unfinished';

/** Settings of the judgement, from docs/numbers.md. */
const SPAN_DB = 15;
const FIXED_DB = 1;
const FOLLOWS_DB = 3;

/**
 * Is the radio's feed to the amplifier fixed, or does it follow the volume? Asked over steps that move some speaker
 * output by {@link SPAN_DB} or more: fixed stays within {@link FIXED_DB}, following stays within {@link FOLLOWS_DB} of
 * the speaker output's change.
 *
 * @param feed levels of the radio's pair, one a step, dB
 * @param speaker levels of a speaker output at the same steps; null: none was measured (a plain radio without amplifier)
 */
export function feedKind(
  feed: readonly LevelAtStep[],
  speaker: { name: string; levels: readonly LevelAtStep[] } | null,
): Finding<FeedKind> {
  const sorted = [...feed].sort((a, b) => a.step - b.step);
  const unclear = (says: string, next: string): Finding<FeedKind> => ({
    verdict: 'unclear',
    says,
    evidence: [],
    next,
    rough: false,
  });
  if (sorted.length < 2)
    return {
      ...unclear(
        'Fixed or following is not tested.',
        'Record the same signal at a low and a high volume step, far enough apart that the speakers change by 15 dB.',
      ),
      verdict: 'unfinished',
    };
  const [first, last] = [sorted[0], sorted[sorted.length - 1]];
  const spread = Math.max(...sorted.map((p) => p.db)) - Math.min(...sorted.map((p) => p.db));
  const evidence = [`The feed moves ${spread.toFixed(1)} dB between steps ${first.step} and ${last.step}.`];
  const verdictOf = (verdict: FeedKind, says: string, next: string | null): Finding<FeedKind> => ({
    verdict,
    says,
    evidence,
    next,
    rough: false,
  });
  const FOLLOWS = 'It follows the volume: volume, fader and balance are done before this point.';
  const FIXED =
    'It is fixed: volume, fader and balance are done in the amplifier, by data. A tap here has no volume control.';
  const shared = speaker?.levels.filter((l) => sorted.some((p) => p.step === l.step)) ?? [];
  const change = (levels: readonly LevelAtStep[]) => {
    const at = [...levels].sort((a, b) => a.step - b.step);
    return at.map((l) => ({ step: l.step, db: l.db - at[0].db }));
  };
  if (!speaker || shared.length < 2) {
    if (spread >= SPAN_DB) return verdictOf('follows', FOLLOWS, null);
    return unclear(
      'Fixed or following is unclear: nothing tells how far the volume was turned.',
      'Record a speaker output at the same volume steps, or steps that change the feed by 15 dB.',
    );
  }
  const of = change(shared);
  const own = change(sorted.filter((p) => shared.some((l) => l.step === p.step)));
  const moved = Math.max(...of.map((l) => l.db)) - Math.min(...of.map((l) => l.db));
  evidence.push(`${speaker.name} moves ${moved.toFixed(1)} dB over the same steps.`);
  if (moved < SPAN_DB)
    return {
      ...unclear(
        `The steps are too near each other: ${speaker.name.toLowerCase()} moves only ${moved.toFixed(1)} dB.`,
        'Choose steps that change the speakers by 15 dB or more.',
      ),
      evidence,
    };
  const apart = Math.max(...own.map((p, i) => Math.abs(p.db - of[i].db)));
  const ownSpread = Math.max(...own.map((p) => p.db)) - Math.min(...own.map((p) => p.db));
  if (ownSpread <= FIXED_DB) return verdictOf('fixed', FIXED, null);
  if (apart <= FOLLOWS_DB) return verdictOf('follows', FOLLOWS, null);
  return verdictOf(
    'partly',
    `It follows only partly: it differs from the speakers by up to ${formatDb(apart)} dB.`,
    'Measure more steps: some radios hold the feed from a step on, or take out bass before the amplifier.',
  );
}
