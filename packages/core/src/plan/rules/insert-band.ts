import { formatFrequency } from '../../quantity/frequency.ts';
import { LIBRARY, remark, type FeedRule } from './rule.ts';

/** A filter that was put in can be set to where the channel's band begins or ends. */
export const insertBand: FeedRule = (context) => {
  const { lowHz, highHz } = context.target;
  return context.inserts.flatMap(({ insert, entry }) => {
    if (insert.kind !== 'passive-crossover' && insert.kind !== 'line-filter') return [];
    const range = entry?.crossover;
    if (!range) return [];
    const reaches = (hz: number) => hz >= range.lowestHz && hz <= range.highestHz;
    if (reaches(lowHz) || reaches(highHz)) return [];
    const [from, to, low, high] = [range.lowestHz, range.highestHz, lowHz, highHz].map(formatFrequency);
    return [
      remark(
        context,
        'insert-band',
        'error',
        `${context.name}: ${entry.name} filters from ${from} to ${to}, but the channel plays from ${low} to ${high}: it would take away what is wanted.`,
        { remedy: 'Take it out, or put in one that reaches an end of the band.', settle: LIBRARY },
      ),
    ];
  });
};
