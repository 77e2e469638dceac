import { formatFrequency } from '../../quantity/frequency.ts';
import { subject } from '../../model/matter.ts';
import { channelName } from '../../model/words.ts';
import { type FeedRule, LIBRARY, planRemark, type PlanRule, remark } from './rule.ts';

/** A tweeter or mid without a high-pass before it dies; one that the bypassed amplifier made has to be put back. */
export const tweeterHighPass: FeedRule = (context) => {
  const { feed, target, name, setup } = context;
  const { highPass } = feed.crossover;
  if (highPass?.where !== 'missing') return [];
  if (target.speaker.way === 'woofer' || target.speaker.way === 'full')
    return [
      remark(
        context,
        'bass-unfiltered',
        'warning',
        `${name}: nothing keeps the bass below ${formatFrequency(highPass.hz)} from a speaker that is to play from there.`,
        feed.device === 'joined'
          ? { remedy: 'Set the radio’s own high-pass, where it has one.' }
          : { remedy: 'Set the high-pass of the amplifier or of a processor.', settle: LIBRARY },
      ),
    ];
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

/** A factory tweeter that had a channel and a filter of its own, and shares a new channel with other ways. */
export const waysShared: PlanRule = ({ finished, context }) =>
  finished.speakers.flatMap((speaker) => {
    const target = context.input.targets.find((t) => t.id === speaker.targetId);
    const driven = speaker.coils.some((c) => c.source?.from === 'device');
    if (speaker.made !== 'factory' || speaker.way !== 'tweeter' || !driven || !target) return [];
    if (
      target.speaker.way === 'tweeter' ||
      target.speaker.ownHighPass ||
      speaker.highPass?.where === 'speaker'
    )
      return [];
    return [
      {
        ...planRemark(
          'crossover-lost',
          'error',
          `${target.name}: the factory ${channelName(speaker).toLowerCase()} had its own channel with a high-pass; sharing one channel with the other speakers, it has no filter.`,
          {
            remedy:
              'A channel for each way, a passive crossover before the tweeter, or a capacitor in its line.',
            settle: LIBRARY,
            subjects: [subject({ targetId: target.id, what: speaker.id })],
          },
        ),
        targetId: target.id,
      },
    ];
  });
