import { type FeedRule, remark } from './rule.ts';

/** Boost in a processor eats headroom before the amplifier. */
export const boostCost: FeedRule = (context) =>
  context.feed.boostDb >= 3
    ? [
        remark(
          context,
          'boost-cost',
          'note',
          `${context.name}: the correction boosts by up to ${context.feed.boostDb.toFixed(1)} dB, so the processor clips that much earlier.`,
        ),
      ]
    : [];
