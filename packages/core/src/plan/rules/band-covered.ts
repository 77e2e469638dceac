import { formatFrequency } from '../../quantity/frequency.ts';
import { isTypical } from '../facts/sources.ts';
import { gapsOf } from '../facts/gaps.ts';
import { type FeedRule, remark } from './rule.ts';

/** The needed band must be there. Where neither an output nor its other side was measured, that is only a guess. */
export const bandCovered: FeedRule = (context) => {
  const { feed, name, sources } = context;
  if (feed.covers) return [];
  const { lowHz, highHz } = feed.need;
  const text = `${name} gets too little ${gapsOf(feed).join(' and ')}, but needs ${formatFrequency(lowHz)} to ${formatFrequency(highHz)}`;
  const open = sources.find(isTypical);
  return open
    ? [
        remark(context, 'band-covered', 'assumption', `${text}, by what such outputs usually carry.`, {
          pairId: open.pair.id,
          remedy: `Measure ${open.name.toLowerCase()} first.`,
          settle: { stage: 'listen', test: null },
        }),
      ]
    : [remark(context, 'band-covered', 'error', `${text}.`)];
};
