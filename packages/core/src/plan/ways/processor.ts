import type { LibraryDevice } from '../../model/device.ts';
import type { Feed } from '../../model/plan.ts';
import type { Target } from '../../model/target.ts';
import type { PlanContext } from '../facts/context.ts';
import { processingOf } from '../facts/processing.ts';
import type { Source } from '../facts/sources.ts';
import { noSpeakerWires } from './bypass.ts';
import { tapsOf, workOutFeed } from './feed.ts';
import { noRadioFeed } from './source-direct.ts';
import type { Strategy } from './strategy.ts';
import { noOutputs, usualOthers } from './usual-others.ts';

/** What a usual processor can do, where the library has none. */
const USUAL = { equaliserSections: 8, boostLimitDb: 6, trimDb: 20, delayMs: 10, allPass: false };
/** Outputs of one side that are worth joining. */
const MOST_INPUTS = 5;
/** Sections that are worth setting up for one channel. */
const MOST_SECTIONS = 8;
/** A delay measured between outputs that is worth setting, s. */
const WORTH_A_DELAY = 0.00003;

/** A side of a target out of these, summed and corrected in a processor. */
function processed(
  target: Target,
  side: Feed['side'],
  context: PlanContext,
  { from, by }: { from: readonly Source[]; by: string },
): Feed | null {
  const reach = reachOf(context);
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
        by,
        correction: {
          sections: Math.min(MOST_SECTIONS, reach.equaliserSections),
          boostLimitDb: reach.boostLimitDb,
        },
      })
    : null;
}

/** Summing and correction in a processor: flattest, and the only way to undo a factory equaliser. */
export const processor: Strategy = {
  id: 'processor',
  title: 'Processor, summed and corrected',
  effort: 'A processor with mixing inputs and parametric equaliser, and time to set it up.',
  handicapDb: 2.5,
  refuses: noOutputs,
  feed: (target, side, context) =>
    processed(target, side, context, { from: context.speakerOutputs, by: 'processor' }),
  others: () => [],
};

/** Why a processor at the radio's own output would do nothing that was asked for; null when it would. */
function nothingToProcess(context: PlanContext): string | null {
  const { radioFeeds, input } = context;
  const asked = input.brief.shape === 'active-front';
  const uneven = radioFeeds.some(
    (s) => s.pair.facts.feed === 'fixed' || processingOf(s, radioFeeds) !== null,
  );
  return asked || uneven
    ? null
    : 'The radio’s output follows the volume and is flat: a processor there adds nothing that was asked for.';
}

/** The radio's own output through a processor, which undoes its equaliser or gives it the volume control that it lacks. */
export const sourceProcessor: Strategy = {
  id: 'source-processor',
  title: 'Processor at the radio’s output',
  effort: 'A processor between radio and new amplifiers; the factory amplifier goes on with the rest.',
  handicapDb: 2.7,
  refuses: (context) => noRadioFeed(context) ?? nothingToProcess(context),
  feed: (target, side, context) =>
    processed(target, side, context, { from: context.radioFeeds, by: 'source-processor' }),
  others: usualOthers,
  setup: { speakerWire: 'new' },
};

/** The same in the place of the factory amplifier, whose speaker wires are used again. */
export const bypassProcessor: Strategy = {
  id: 'bypass-processor',
  title: 'Bypass, through a processor',
  effort: 'A processor and new amplifiers sit in the place of the old one and drive its wires.',
  handicapDb: 2.6,
  refuses: (context) => noRadioFeed(context) ?? nothingToProcess(context) ?? noSpeakerWires(context),
  feed: (target, side, context) =>
    processed(target, side, context, { from: context.radioFeeds, by: 'bypass-processor' }),
  others: () => [],
  setup: { factoryAmplifier: 'removed', speakerWire: 'reuse' },
};

/** What the library's best processor for this can do. */
function reachOf({ input }: PlanContext): Pick<LibraryDevice, keyof typeof USUAL> {
  const own = input.devices.filter((d) => d.kind === 'processor' && d.sums);
  return own.length === 0 ? USUAL : own.reduce((a, b) => (b.equaliserSections > a.equaliserSections ? b : a));
}
