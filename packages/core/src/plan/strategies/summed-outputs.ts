import { chooseFor, workOutFeed } from '../feed.ts';
import { singleOutput } from './single-output.ts';
import type { Strategy } from './strategy.ts';

/** A single output that covers the band within this much is not summed with anything, dB. */
const GOOD_ALONE_DB = 3;

/** Bands of one side joined in a converter with summing inputs and a trim on each. */
export const summedOutputs: Strategy = {
  id: 'sum',
  title: 'Sum each side',
  effort: 'A converter with summing inputs and a trim on each.',
  handicapDb: 1,
  feed(target, side, sources) {
    const alone = singleOutput.feed(target, side, sources);
    if (alone?.covers && alone.withinDb <= GOOD_ALONE_DB) return alone;
    const [choice] = chooseFor(target, side, sources, { maxInputs: 4, trimRangeDb: 12, keep: 1 });
    if (!choice) return null;
    if (choice.taps.length === 1) return alone;
    return workOutFeed(target, side, choice, sources, 'summing-converter');
  },
};
