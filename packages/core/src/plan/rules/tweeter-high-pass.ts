import { formatFrequency } from '../../quantity/frequency.ts';
import { LIBRARY, type FeedRule, remark } from './rule.ts';

/** A tweeter or mid without a high-pass before it dies; one that the bypassed amplifier made has to be put back. */
export const tweeterHighPass: FeedRule = (context) => {
  const { feed, target, name, setup } = context;
  const { highPass } = feed.crossover;
  if (highPass?.where !== 'missing') return [];
  const bypassed = setup.factoryAmplifier === 'removed' || setup.factoryAmplifier === 'node';
  const kept = bypassed && target.speaker.state === 'kept';
  return [
    remark(
      context,
      kept ? 'crossover-lost' : 'tweeter-high-pass',
      'error',
      kept
        ? `${name}: the factory amplifier made its high-pass; bypassed, nothing filters the ${target.speaker.way} below ${formatFrequency(highPass.hz)}.`
        : `${name}: nothing protects the ${target.speaker.way} from bass below ${formatFrequency(highPass.hz)}.`,
      {
        remedy: 'A processor, an amplifier with such a filter, or a capacitor in its line.',
        settle: LIBRARY,
      },
    ),
  ];
};
