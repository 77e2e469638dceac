import type { LibraryDevice } from '../../model/device.ts';
import { tapsOf, workOutFeed } from './feed.ts';
import type { PlanContext } from '../facts/context.ts';
import type { Strategy } from './strategy.ts';
import { noOutputs } from './usual-others.ts';

/** What a usual processor can do, where the library has none. */
const USUAL = { equaliserSections: 8, boostLimitDb: 6, trimDb: 20, delayMs: 10, allPass: false };
/** Outputs of one side that are worth joining. */
const MOST_INPUTS = 5;
/** Sections that are worth setting up for one channel. */
const MOST_SECTIONS = 8;
/** A delay measured between outputs that is worth setting, s. */
const WORTH_A_DELAY = 0.00003;

/** Summing and correction in a processor: flattest, and the only way to undo a factory equaliser. */
export const processor: Strategy = {
  id: 'processor',
  title: 'Processor, summed and corrected',
  effort: 'A processor with mixing inputs and parametric equaliser, and time to set it up.',
  handicapDb: 2.5,
  refuses: noOutputs,
  feed(target, side, context) {
    const reach = reachOf(context);
    const from = context.speakerOutputs;
    // Delays and all-passes are set by measured phases only; without them they would be guesses on guesses.
    const timed = from.some((s) => Math.abs(s.arrival) > WORTH_A_DELAY);
    const [choice] = context.chooseAlike(target, side, from, {
      maxInputs: MOST_INPUTS,
      trimRangeDb: reach.trimDb,
      delayRangeMs: timed ? reach.delayMs : 0,
      allPass: timed && reach.allPass,
      keep: 1,
    });
    return choice
      ? workOutFeed(target, side, tapsOf(choice), from, {
          device: 'processor',
          by: 'processor',
          correction: {
            sections: Math.min(MOST_SECTIONS, reach.equaliserSections),
            boostLimitDb: reach.boostLimitDb,
          },
        })
      : null;
  },
  others: () => [],
};

/** What the library's best processor for this can do. */
function reachOf({ input }: PlanContext): Pick<LibraryDevice, keyof typeof USUAL> {
  const own = input.devices.filter((d) => d.kind === 'processor' && d.sums);
  return own.length === 0 ? USUAL : own.reduce((a, b) => (b.equaliserSections > a.equaliserSections ? b : a));
}
