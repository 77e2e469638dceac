import { type FeedRule, remark } from './rule.ts';

/** Bass that the factory takes away with the volume is taken from the new system too. */
export const bassWithdrawn: FeedRule = (context) => {
  const { feed, name } = context;
  if (!feed.bass || feed.bass.remedy === 'restore') return [];
  const remedy =
    'Use a converter that restores bass, tap before the amplifier if that follows the volume, or stay below that step.';
  return [
    remark(
      context,
      'bass-withdrawn',
      feed.bass.remedy === 'none' ? 'warning' : 'note',
      `${name}: ${feed.bass.says}`,
      {
        remedy,
        pairId: feed.taps[0]?.pairId ?? null,
      },
    ),
  ];
};
