import { REQUIRED_SOUNDS } from '../../model/sounds.ts';
import type { PlanContext } from '../facts/context.ts';
import { replaces } from '../facts/factory-outputs.ts';
import type { Source } from '../facts/sources.ts';
import { convert } from './convert.ts';
import { sum } from './sum.ts';
import type { Strategy } from './strategy.ts';
import { noOutputs, usualOthers } from './usual-others.ts';

/** A sound that the law asks for is heard on an output whose speaker another way in would replace. */
const playsRequired = ({ pair }: Source, context: PlanContext): boolean =>
  pair.facts.sounds.some((s) => s.heard && REQUIRED_SOUNDS.includes(s.sound)) &&
  context.input.targets.some((t) => replaces(t, pair, context));

/**
 * Taps beside speakers that stay connected: what an output that watches its load likes best, and what keeps a sound that
 * the law asks for where it was.
 */
export const keepSpeaker: Strategy = {
  id: 'keep-speaker',
  title: 'Leave the factory speakers on',
  effort: 'The factory speakers stay on their wires as the load; the new ones go beside them.',
  handicapDb: 1.3,
  refuses(context) {
    const none = noOutputs(context);
    if (none) return none;
    const kept = context.input.targets.find((t) => t.speaker.state === 'kept');
    if (kept)
      return `${kept.name}: its factory speakers move to the new amplifier, and cannot stay on their wires too.`;
    return context.speakerOutputs.some((s) => s.pair.facts.load === 'suspected' || playsRequired(s, context))
      ? null
      : 'Every output was stable without a speaker, and none was heard to play a sound that the law asks for.';
  },
  feed(target, side, context) {
    const alone = convert.feed(target, side, context);
    const feed = alone?.covers ? alone : sum.feed(target, side, context);
    return feed && { ...feed, by: 'keep-speaker' };
  },
  others: usualOthers,
};
