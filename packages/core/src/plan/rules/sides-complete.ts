import { type FeedRule, remark } from './rule.ts';

/** By this name the ranking knows it. */
export const ONE_SIDED = 'sides-complete';

/** A mono channel made from one side misses what is recorded on the other. */
export const sidesComplete: FeedRule = (context) => {
  const { feed, sources, name } = context;
  if (feed.side !== 'mono') return [];
  const sides = new Set(sources.map((s) => s.pair.side));
  if (sides.has('mono') || sides.has('centre') || (sides.has('left') && sides.has('right'))) return [];
  return [
    remark(
      context,
      ONE_SIDED,
      'warning',
      `${name} gets the ${[...sides][0]} side only: what is on the other side is missing.`,
    ),
  ];
};
