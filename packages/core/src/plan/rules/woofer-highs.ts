import { formatFrequency } from '../../quantity/frequency.ts';
import { type FeedRule, LIBRARY, remark } from './rule.ts';

/** Highs that a woofer or subwoofer cannot play, with nothing to take them away. */
export const wooferHighs: FeedRule = (context) => {
  const { feed, target, name, setup } = context;
  const { lowPass } = feed.crossover;
  if (lowPass?.where !== 'missing') return [];
  const bypassed = setup.factoryAmplifier === 'removed' || setup.factoryAmplifier === 'node';
  const kept = bypassed && target.speaker.state === 'kept';
  return [
    remark(
      context,
      kept ? 'crossover-lost' : 'woofer-highs',
      kept ? 'error' : 'warning',
      kept
        ? `${name}: the factory amplifier made its low-pass at ${formatFrequency(lowPass.hz)}; bypassed, nothing puts it back.`
        : `${name}: the ${target.speaker.way} gets highs above ${formatFrequency(lowPass.hz)} that it cannot play.`,
      { remedy: 'Set the low-pass of the amplifier or of a processor.', settle: LIBRARY },
    ),
  ];
};
