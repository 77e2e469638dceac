import { SUMMING_REACH } from '../facts/context.ts';
import { tapsOf, workOutFeed } from './feed.ts';
import { convert } from './convert.ts';
import type { Strategy } from './strategy.ts';
import { noOutputs, servedBySubwoofer, usualOthers } from './usual-others.ts';

/** A single output that covers the band within this much is not summed with anything, dB. */
const GOOD_ALONE_DB = 3;

/** Bands of one side joined in a converter with summing inputs and a trim on each. */
export const sum: Strategy = {
  id: 'sum',
  title: 'Sum each side',
  effort: 'A converter with summing inputs and a trim on each.',
  handicapDb: 1,
  refuses: noOutputs,
  feed(target, side, context) {
    if (servedBySubwoofer(target, context)) return null;
    const alone = convert.feed(target, side, context);
    const known = alone?.taps.every((t) => t.captureId !== null);
    if (known && alone?.covers && alone.withinDb <= GOOD_ALONE_DB) return alone;
    const [choice] = context.chooseWhole(target, side, context.speakerOutputs, SUMMING_REACH);
    if (!choice) return null;
    if (choice.taps.length === 1) return alone;
    return workOutFeed(target, side, tapsOf(choice), context.speakerOutputs, {
      device: 'summing-converter',
      by: 'sum',
    });
  },
  others: usualOthers,
};
