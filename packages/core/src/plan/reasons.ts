import type { Feed, Proposal } from '../model/plan.ts';
import type { Target } from '../model/target.ts';
import { formatFrequency } from '../quantity/frequency.ts';
import type { FeedInContext } from './rules/rule.ts';
import type { Strategy } from './strategies/strategy.ts';

/** `Front set, left`; a mono target has no side. */
export function feedName(target: Pick<Target, 'name'>, side: Feed['side']): string {
  return side === 'mono' ? target.name : `${target.name}, ${side}`;
}

/** Why a feed is made as it is, in one or two sentences. */
export function describeFeed({ feed, sources, name }: FeedInContext): string {
  const band = `${formatFrequency(feed.need.lowHz)} to ${formatFrequency(feed.need.highHz)}`;
  const alone = sources.length === 1;
  const result = feed.covers
    ? `${alone ? 'covers' : 'cover'} ${band} within ±${feed.withinDb.toFixed(1)} dB`
    : `${alone ? 'does' : 'do'} not fill ${band}`;
  if (alone) return `${name}: ${sources[0].name} ${result} on its own.`;
  const flipped = sources.filter((_, i) => feed.taps[i].inverted).map((s) => s.name.toLowerCase());
  const flips =
    flipped.length === 0
      ? ''
      : ` Plus and minus of ${flipped.join(' and ')} ${flipped.length === 1 ? 'is' : 'are'} swapped so that the overlap adds.`;
  const corrected = feed.correction.length ? ` and ${feed.correction.length} equaliser sections` : '';
  return `${name}: no single output carries the whole band; ${listed(sources.map((s) => s.name.toLowerCase()))} together${corrected} ${result}.${flips}`;
}

/** Why a proposal stands where it stands in the ranking. */
export function describeProposal(
  proposal: Proposal,
  strategy: Strategy,
  place: number,
  all: readonly Proposal[],
): string {
  if (!proposal.covers) return `Leaves a part of a needed band empty. ${strategy.effort}`;
  if (place === 0) {
    const others = all.filter((p) => p.covers).length - 1;
    const simpler =
      others === 0
        ? 'the only way here that fills every needed band'
        : 'fills every needed band, and what dearer ways would gain is not worth their cost';
    return `First because it is ${others === 0 ? simpler : `the simplest that does the job: it ${simpler}`}. ${strategy.effort}`;
  }
  const gain = all[0].withinDb - proposal.withinDb;
  const compared =
    gain > 0.1
      ? `flatter by ${gain.toFixed(1)} dB than the first, for more parts and time`
      : 'no flatter than the first';
  return `Fills every needed band too; ${compared}. ${strategy.effort}`;
}

function listed(words: readonly string[]): string {
  return words.length < 2
    ? words.join('')
    : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;
}
