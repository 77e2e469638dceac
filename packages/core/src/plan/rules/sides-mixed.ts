import { pairName } from '../../model/unit.ts';
import { type FeedRule, remark, test } from './rule.ts';

/** By this name the ranking knows it. */
export const SIDES_MIXED = 'sides-mixed';

/** A stereo channel is made of a side that was recorded apart from the other one. */
export const sidesMixed: FeedRule = (context) => {
  if (context.feed.side === 'mono') return [];
  return context.sources.flatMap(({ pair }) => {
    const { sides } = pair.facts;
    if (sides !== 'mono' && sides !== 'mixed') return [];
    const name = pairName(pair);
    return [
      remark(
        context,
        SIDES_MIXED,
        sides === 'mono' ? 'error' : 'warning',
        sides === 'mono'
          ? `${name} carries the same as the other side: a stereo set would play mono.`
          : `${name} is mixed with the other side: surround or upmixing is at work.`,
        {
          pairId: pair.id,
          remedy:
            'Switch surround and seat focus off, set balance to the middle and record both sides again; if it stays, take the signal before this amplifier.',
          settle: test('sides'),
        },
      ),
    ];
  });
};
