import { formatFrequency } from '../../quantity/frequency.ts';
import { type FeedRule, remark } from './rule.ts';

/** The needed band must be there. */
export const bandCovered: FeedRule = (context) => {
  const { feed, name } = context;
  if (feed.covers) return [];
  const { lowHz, highHz } = feed.need;
  const gaps = feed.missing.slice(0, 3).map(({ fromHz, toHz }) => {
    if (fromHz <= lowHz * 1.1) return `below ${formatFrequency(toHz)}`;
    if (toHz >= highHz / 1.1) return `above ${formatFrequency(fromHz)}`;
    return fromHz === toHz
      ? `around ${formatFrequency(fromHz)}`
      : `from ${formatFrequency(fromHz)} to ${formatFrequency(toHz)}`;
  });
  return [
    remark(
      context,
      'band-covered',
      'error',
      `${name} gets too little ${gaps.join(' and ')}, but needs ${formatFrequency(lowHz)} to ${formatFrequency(highHz)}.`,
    ),
  ];
};
