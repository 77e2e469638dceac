import { isMonoBass } from '../facts/may-feed.ts';
import { type FeedRule, remark } from './rule.ts';

/** Left never joins right, nor a mix of both, in a stereo target. */
export const sidesJoined: FeedRule = (context) => {
  const { feed, sources, name } = context;
  if (feed.side === 'mono') return [];
  const other = sources.find(
    ({ pair, analysis }) => pair.side !== feed.side && !isMonoBass({ pair, highHz: analysis.highHz }),
  );
  return other
    ? [
        remark(
          context,
          'sides-joined',
          'error',
          `${name}: ${other.name.toLowerCase()} belongs to another side. Left and right joined are mono.`,
          { pairId: other.pair.id, remedy: 'Take outputs of this side alone.' },
        ),
      ]
    : [];
};
