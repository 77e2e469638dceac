import { dataFeed } from './feed.ts';
import type { Strategy } from './strategy.ts';

/** Music from the car's data where there is no analogue way in before the amplifier. */
export const dataInterface: Strategy = {
  id: 'data-interface',
  title: 'Digital interface',
  effort: 'An interface made for this car’s data, programmed to it.',
  handicapDb: 4,
  refuses(context) {
    if (!context.hasAmplifier) return 'There is no amplifier fed by data.';
    if (context.radioFeeds.length > 0)
      return 'There is an analogue way in before the amplifier; it is simpler.';
    if (!context.dataFed && context.onNetwork !== true)
      return 'It is not known that the amplifier is fed by data. Say so in Intake once it is seen.';
    return null;
  },
  feed: (target, side) => dataFeed(target, side, 'data-interface'),
  others: () => [],
};
