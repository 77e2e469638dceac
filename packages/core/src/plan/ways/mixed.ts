import { isBass } from '../facts/bass.ts';
import { fromRadio, noRadioFeed } from './source-direct.ts';
import type { Strategy } from './strategy.ts';
import { noOutputs, usualOthers } from './usual-others.ts';

/** Full range from the radio's own output, bass from the factory amplifier's subwoofer output with its control. */
export const mixed: Strategy = {
  id: 'mixed',
  title: 'Mixed: radio and amplifier',
  effort: 'Taps at the radio for full range, a converter at the amplifier for bass.',
  handicapDb: 1.2,
  refuses(context) {
    const { targets } = context.input;
    if (!targets.some(isBass) || targets.every(isBass))
      return 'It needs a bass target beside others: one is fed by the amplifier, the others by the radio.';
    const none = noOutputs(context);
    if (none) return none;
    return noRadioFeed(context);
  },
  feed: (target, side, context) => (isBass(target) ? null : fromRadio(target, side, context, 'mixed')),
  others: usualOthers,
};
