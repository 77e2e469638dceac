import { formatFrequency } from '../../quantity/frequency.ts';
import { isMonoBass, mayFeed } from '../facts/may-feed.ts';
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

/** Bass of a factory subwoofer in a mono channel that plays none: a centre. */
export const bassMisplaced: FeedRule = (context) => {
  const { feed, sources, name } = context;
  if (feed.side !== 'mono') return [];
  const bass = sources.find(
    ({ pair, analysis }) => !mayFeed({ pair, highHz: analysis.highHz }, feed.side, feed.need),
  );
  return bass
    ? [
        remark(
          context,
          'bass-misplaced',
          'error',
          `${name}: ${bass.name.toLowerCase()} carries bass that a speaker from ${formatFrequency(feed.need.lowHz)} up cannot play.`,
          { pairId: bass.pair.id, remedy: 'Take the centre’s own output, or both sides.' },
        ),
      ]
    : [];
};
