import { forNet, type LibraryDevice } from '../../model/device.ts';
import type { Feed } from '../../model/plan.ts';
import type { Target } from '../../model/target.ts';
import { isBass } from '../facts/bass.ts';
import { type PlanContext, wantedFeeds } from '../facts/context.ts';
import { feedSides } from '../facts/plan-input.ts';
import { correctable, processingOf } from '../facts/processing.ts';
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
/** Inputs that are there and mixed once more: the two sides of a place. */
const BOTH_SIDES = 2;
/** Sections that are worth setting up for one channel. */
const MOST_SECTIONS = 8;
/** How much less flat a channel may be for each input that need not be tapped, dB. */
const NEW_INPUT_DB = 0.5;
/** A delay measured between outputs that is worth setting, s. */
const WORTH_A_DELAY = 0.00003;

interface Made {
  from: readonly Source[];
  by: string;
}

/** What was worked out of a car's facts already: a later target asks for the earlier ones' inputs. */
const known = new WeakMap<PlanContext, Map<string, Feed | null>>();

/** A side of a target out of these, summed and corrected in a processor that mixes inputs which it already has. */
function processed(target: Target, side: Feed['side'], context: PlanContext, made: Made): Feed | null {
  const feeds = known.get(context) ?? known.set(context, new Map()).get(context)!;
  const key = `${made.by}/${target.id}/${side}`;
  let feed = feeds.get(key);
  if (feed === undefined) {
    const own = mixed(target, side, context, made);
    feed = (own && mixedAgain(own, target, context, made)) ?? own;
    feeds.set(key, feed);
  }
  return feed;
}

/** The same out of the inputs that other targets have, where that is as good as new ones are worth; null: it is not. */
function mixedAgain(own: Feed, target: Target, context: PlanContext, made: Made): Feed | null {
  const order = inOrderOfBand(context.input.targets);
  const before = wantedFeeds(order.slice(0, order.indexOf(target)));
  const there = new Set(
    before
      .flatMap(({ target: other, side }) => processed(other, side, context, made)?.taps ?? [])
      .map((t) => t.pairId),
  );
  const isNew = ({ pairId }: Feed['taps'][number]) => !there.has(pairId);
  if (!own.taps.some(isNew)) return null;
  const sourceOf = ({ pairId }: Feed['taps'][number]) => made.from.find((s) => s.pair.id === pairId)!;
  // What belongs to its place comes first: the factory's bass, another axle with its fader, a way of its own.
  const ofItsPlace = (s: Source) =>
    isBass(target)
      ? s.pair.way === 'subwoofer'
      : s.pair.axle === target.axle && s.pair.way === target.speaker.way;
  if (own.taps.map(sourceOf).some(ofItsPlace)) return null;
  const may = made.from.filter(
    (s) => there.has(s.pair.id) && (isBass(target) || s.pair.axle === target.axle),
  );
  const again = (side: Feed['side']) => mixed(target, side, context, { ...made, from: may }, BOTH_SIDES);
  const isAsGood = (feed: Feed | null) =>
    feed !== null &&
    feed.covers &&
    feed.withinDb <= own.withinDb + NEW_INPUT_DB * own.taps.filter(isNew).length;
  // One side that is tapped elsewhere than the other pulls the image apart.
  return feedSides(target).every((side) => isAsGood(again(side))) ? again(own.side) : null;
}

/** The widest first: what it needs is there for the others. */
const inOrderOfBand = (targets: readonly Target[]): Target[] =>
  [...targets].sort((a, b) => b.highHz / b.lowHz - a.highHz / a.lowHz);

function mixed(
  target: Target,
  side: Feed['side'],
  context: PlanContext,
  { from, by }: Made,
  maxInputs = MOST_INPUTS,
): Feed | null {
  const reach = reachOf(context);
  // Delays and all-passes are set by measured phases only; without them they would be guesses on guesses.
  const timed = from.some((s) => Math.abs(s.arrival) > WORTH_A_DELAY);
  const [choice] = context.chooseWhole(target, side, from, {
    maxInputs,
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
    (s) => s.pair.facts.feed === 'fixed' || correctable(processingOf(s, radioFeeds)) !== null,
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
  const own = forNet(
    input.devices.filter((d) => d.kind === 'processor' && d.sums),
    input.nominalVolts,
  );
  return own.length === 0 ? USUAL : own.reduce((a, b) => (b.equaliserSections > a.equaliserSections ? b : a));
}
