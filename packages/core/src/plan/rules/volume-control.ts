import { entriesOf } from '../facts/inserts.ts';
import { type FeedRule, remark, test } from './rule.ts';

/** A fixed feed has its volume behind it: taken there without a control after the tap, it plays at full level. */
export const volumeControl: FeedRule = (context) => {
  const { feed, sources, between, inserts } = context;
  if (feed.device === 'data-interface') return [];
  const boxes = [...(feed.device === 'direct' ? [] : [between]), ...entriesOf(inserts)];
  const control = boxes.some((b) => b?.volumeControl);
  return sources.flatMap((s) => {
    const kind = s.pair.facts.feed;
    const more = { pairId: s.pair.id, settle: test('feed') };
    if (s.pair.unitKind !== 'radio' || control) return [];
    if (kind === 'fixed')
      return [
        remark(
          context,
          'volume-control',
          'error',
          `The radio’s ${s.name.toLowerCase()} is fixed. Its volume, fader and balance are made in the amplifier after it; taken here it plays at full level, always.`,
          {
            ...more,
            remedy: 'Tap after the amplifier, or use a processor with a volume control of its own.',
          },
        ),
      ];
    if (kind === 'partly')
      return [
        remark(
          context,
          'volume-control',
          'warning',
          `The radio’s ${s.name.toLowerCase()} follows the volume only partly.`,
          {
            ...more,
            remedy: 'Measure more steps before building on it.',
          },
        ),
      ];
    if (kind === 'follows' || !context.context.hasAmplifier) return [];
    return [
      remark(
        context,
        'volume-control',
        'assumption',
        `Whether the radio’s ${s.name.toLowerCase()} follows the volume is not tested. If it is fixed, it can’t be used this way.`,
        // Full level at every volume harms speakers and ears: nobody signs for that.
        { ...more, acceptable: false, remedy: 'Record it at a low and a high step.' },
      ),
    ];
  });
};
