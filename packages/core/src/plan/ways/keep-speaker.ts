import { convert } from './convert.ts';
import { sum } from './sum.ts';
import type { Strategy } from './strategy.ts';
import { noOutputs, usualOthers } from './usual-others.ts';

/** Taps beside speakers that stay connected: what an output that watches its load likes best. */
export const keepSpeaker: Strategy = {
  id: 'keep-speaker',
  title: 'Leave the factory speakers on',
  effort: 'The factory speakers stay on their wires as the load; the new ones go beside them.',
  handicapDb: 0.7,
  refuses(context) {
    const none = noOutputs(context);
    if (none) return none;
    return context.speakerOutputs.some((s) => s.pair.facts.load === 'suspected')
      ? null
      : 'Every output was stable without a speaker. Test it in Listen if in doubt.';
  },
  feed(target, side, context) {
    const alone = convert.feed(target, side, context);
    const feed = alone?.covers ? alone : sum.feed(target, side, context);
    return feed && { ...feed, by: 'keep-speaker' };
  },
  others: usualOthers,
};
