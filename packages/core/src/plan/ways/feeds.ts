import type { Feed } from '../../model/plan.ts';
import type { DeskDevice, PlanChanges } from '../../model/plan-changes.ts';
import type { Target } from '../../model/target.ts';
import { type PlanContext, wantedFeeds } from '../facts/context.ts';
import { signBetween } from '../facts/sign-between.ts';
import { workOutFeed } from './feed.ts';
import { strategyOf } from './index.ts';
import type { Strategy } from './strategy.ts';

/** A feed for every channel that one can be found for: as a person changed it, as the strategy does it, or as another does. */
export function feedsOf(strategy: Strategy, context: PlanContext, changes: PlanChanges): Feed[] {
  const byHand = new Set<Feed>();
  const feeds = wantedFeeds(context.input.targets).flatMap(({ target, side }) => {
    const changed = changedFeed(target, side, context, changes);
    if (changed) byHand.add(changed);
    return changed ?? feedBy(strategy, target, side, context) ?? [];
  });
  return feeds.map((feed) => (byHand.has(feed) ? feed : alikeToLeft(feed, feeds, context)));
}

/**
 * The right side of a channel as its left: where their outputs were measured with opposite signs, it is crossed at the
 * taps as a whole, so that both sides push the same way and its own sum stays what it is.
 */
function alikeToLeft(feed: Feed, feeds: readonly Feed[], { sources }: PlanContext): Feed {
  const left = feeds.find((f) => f.side === 'left' && f.targetId === feed.targetId);
  if (feed.side !== 'right' || !left) return feed;
  const sourceOf = (tap: Feed['taps'][number]) => sources.find((s) => s.pair.id === tap.pairId)!;
  let votes = 0;
  for (const tap of feed.taps) {
    const own = sourceOf(tap);
    const other = left.taps.find((t) => {
      const { pair } = sourceOf(t);
      return pair.way === own.pair.way && pair.axle === own.pair.axle;
    });
    if (!other) continue;
    const { same, sure } = signBetween(own, sourceOf(other));
    if (sure) votes += same === (tap.inverted === other.inverted) ? 1 : -1;
  }
  return votes >= 0 ? feed : { ...feed, taps: feed.taps.map((t) => ({ ...t, inverted: !t.inverted })) };
}

function feedBy(strategy: Strategy, target: Target, side: Feed['side'], context: PlanContext): Feed | null {
  const own = strategy.feed(target, side, context);
  if (own) return own;
  let best: Feed | null = null;
  for (const id of strategy.others(target, context)) {
    const feed = strategyOf(id)!.feed(target, side, context);
    if (feed?.covers) return feed;
    best ??= feed;
  }
  return best;
}

/** The summing desk's taps instead of the solved ones. */
function changedFeed(
  target: Target,
  side: Feed['side'],
  context: PlanContext,
  changes: PlanChanges,
): Feed | null {
  const own = changes.feeds.find((f) => f.targetId === target.id && f.side === side);
  if (!own) return null;
  const taps = own.taps.filter((t) => context.sources.some((s) => s.pair.id === t.pairId));
  if (taps.length === 0) return null;
  const device = own.device ?? (taps.length > 1 ? 'summing-converter' : 'converter');
  const correction = device === 'processor' ? { sections: 8, boostLimitDb: 6 } : null;
  return workOutFeed(target, side, taps, context.sources, {
    device,
    by: STRATEGY_OF[device],
    correction,
  });
}

const STRATEGY_OF: Record<DeskDevice, string> = {
  direct: 'direct',
  'passive-converter': 'convert',
  converter: 'convert',
  'bridged-converter': 'one-channel',
  'summing-converter': 'sum',
  processor: 'processor',
  'data-interface': 'convert',
};
