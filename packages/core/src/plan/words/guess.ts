import { listWords } from '../../behaviour/finding.ts';
import type { Proposal } from '../../model/plan.ts';
import { isTypical, type Source } from '../facts/sources.ts';
import { gapsOf } from '../facts/gaps.ts';

/** By this name a reason is known that is a guess. */
export const GUESSED = 'guessed';

/** What a way in taps, where nothing of it was measured. */
export function unmeasuredOf({ feeds }: Proposal, sources: readonly Source[]): Source[] {
  const tapped = feeds.flatMap((f) => f.taps.map((t) => sources.find((s) => s.pair.id === t.pairId)!));
  const once = [...new Set(tapped)];
  return once.every(isTypical) ? once : [];
}

/** An educated guess, called one: by what such outputs usually carry, with what may be missing, and what to measure first. */
export function guessWords({ feeds, covers }: Proposal, [first, ...others]: readonly Source[]): string {
  const more =
    others.length === 0
      ? ''
      : `, then ${others.length === 1 ? others[0].name.toLowerCase() : `the other ${others.length} outputs`}`;
  const gaps = [...new Set(feeds.flatMap(gapsOf))];
  const missing = covers ? '' : ` The band ${listWords(gaps)} may be missing.`;
  return `Measure ${first.name.toLowerCase()} first${more}: until then this is a guess from what such outputs usually carry.${missing}`;
}
