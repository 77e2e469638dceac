import { noSpeakerWires } from './bypass.ts';
import { oneOutputEach } from './convert.ts';
import { noRadioFeed } from './source-direct.ts';
import type { Strategy } from './strategy.ts';

/** The radio's own power stages on the factory speaker wires, in the place of an amplifier that failed. */
export const radioDrives: Strategy = {
  id: 'radio-drives',
  title: 'The radio drives the speakers',
  effort: 'No amplifier: the radio’s outputs are joined to the speaker wires where the old amplifier sat.',
  handicapDb: 0.2,
  refuses(context) {
    const none = noRadioFeed(context) ?? noSpeakerWires(context);
    if (none) return none;
    if (context.input.brief.shape !== 'replace-amplifier')
      return 'It takes the place of an amplifier that failed; here none is to be replaced.';
    const open = context.radioFeeds.find((s) => s.pair.facts.holdsIntoSpeaker !== true);
    if (!open) return null;
    return open.pair.facts.holdsIntoSpeaker === false
      ? `The radio’s ${open.name.toLowerCase()} collapses with a speaker on it: a line output drives none.`
      : `Nobody has read whether the radio’s ${open.name.toLowerCase()} holds its volts with a speaker on it. Feeds to an amplifier are often line level.`;
  },
  feed(target, side, context) {
    const feed = oneOutputEach(target, side, context, context.radioFeeds, 'radio-drives', 'joined');
    // Two outputs never drive one speaker.
    return feed?.taps.length === 1 ? feed : null;
  },
  others: () => [],
  setup: { factoryAmplifier: 'removed', speakerWire: 'reuse' },
};
