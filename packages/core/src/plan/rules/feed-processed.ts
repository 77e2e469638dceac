import { correctable, processingOf, processingWords } from '../facts/processing.ts';
import { type FeedRule, remark } from './rule.ts';

/**
 * What the radio gives is not filtered, but it may be equalised for the factory's speakers, or delayed for one seat. New
 * amplifiers behind a bypass play that as it is; a processor undoes it.
 */
export const feedProcessed: FeedRule = (context) => {
  const { feed, sources, setup, context: plan } = context;
  if (feed.device === 'processor') return [];
  const bypassed = setup.factoryAmplifier === 'removed' || setup.factoryAmplifier === 'node';
  return sources.flatMap((source) => {
    if (source.pair.unitKind !== 'radio' || !plan.hasAmplifier) return [];
    const found = correctable(processingOf(source, plan.radioFeeds, feed.need));
    if (!found) return [];
    return [
      remark(
        context,
        'feed-processed',
        bypassed ? 'error' : 'warning',
        `The radio’s ${source.name.toLowerCase()} is not filtered, but ${processingWords(found)}.`,
        {
          pairId: source.pair.id,
          remedy: bypassed
            ? 'A bypass needs a feed that is flat, or a processor behind it that undoes this.'
            : 'A processor behind it undoes this.',
          settle: { stage: 'listen', test: null },
          figures: found.equalised
            ? [{ name: 'equalised by, dB', value: Math.abs(found.equalised.db), worse: 'higher', step: 1 }]
            : [],
        },
      ),
    ];
  });
};
