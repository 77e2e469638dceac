import { isLeftAndRight } from '../facts/choosing.ts';
import { type FeedRule, remark } from './rule.ts';

/** Two amplifier outputs on one input fight each other: only a device that sums may join them. */
export const outputsInParallel: FeedRule = (context) => {
  const { feed, sources, between, name } = context;
  if (feed.taps.length < 2) return [];
  // Left and right of one place go each into an input of its own; the mono amplifier adds them.
  if (feed.side === 'mono' && isLeftAndRight(sources)) return [];
  const sums = feed.device === 'summing-converter' || feed.device === 'processor';
  if (sums && (between === null || between.sums)) return [];
  return [
    remark(
      context,
      'outputs-in-parallel',
      'error',
      `${name}: ${feed.taps.length} outputs would be joined in parallel. Each drives into the other, and both can fail.`,
      { remedy: 'Use a converter with summing inputs, or take one output alone.' },
    ),
  ];
};
