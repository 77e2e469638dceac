import type { Device, Feed, PlanChanges } from '../../model/plan.ts';
import type { Target } from '../../model/target.ts';
import { type PlanContext, wantedFeeds } from '../facts/context.ts';
import { workOutFeed } from './feed.ts';
import { strategyOf } from './index.ts';
import type { Strategy } from './strategy.ts';

/** A feed for every channel that one can be found for: as a person changed it, as the strategy does it, or as another does. */
export function feedsOf(strategy: Strategy, context: PlanContext, changes: PlanChanges): Feed[] {
  return wantedFeeds(context.input.targets).flatMap(
    ({ target, side }) =>
      changedFeed(target, side, context, changes) ?? feedBy(strategy, target, side, context) ?? [],
  );
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
    by: strategyOfDevice(device),
    correction,
  });
}

const strategyOfDevice = (device: Device): string =>
  device === 'processor'
    ? 'processor'
    : device === 'direct'
      ? 'direct'
      : device === 'summing-converter'
        ? 'sum'
        : 'convert';
