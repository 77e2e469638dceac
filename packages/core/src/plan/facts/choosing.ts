import type { Feed } from '../../model/plan.ts';
import type { Target } from '../../model/target.ts';
import { type Choice, chooseOutputs, type ChooseOptions } from '../../summing/choose.ts';
import { isBass } from './bass.ts';
import { isMonoBass, mayFeed } from './may-feed.ts';
import type { Source } from './sources.ts';

/** Chooses outputs for the sides of targets, each question answered once. */
export interface Chooser {
  choose(target: Target, side: Feed['side'], sources: readonly Source[], options: ChooseOptions): Choice[];
  /** the same, with left and right of a stereo target taken from the same places where both sides have them */
  chooseAlike(
    target: Target,
    side: Feed['side'],
    sources: readonly Source[],
    options: ChooseOptions,
  ): Choice[];
  /** the same, and a mono channel never gets one side alone where the other is at hand */
  chooseWhole: Chooser['chooseAlike'];
}

/** Cost of an output from another axle, dB rms: fader and rear delay come with it. */
const OTHER_AXLE_DB = 1.5;
/** Cost of a centre or one-sided output for a mono target, dB rms: it lacks what is panned away from it. */
const ONE_SIDED_DB = 0.8;
/** Cost of another way's output for a target of one way, dB rms: its crossover and its delay are that other's. */
const OTHER_WAY_DB = 2;
/** The same for bass, which woofers carry too, dB rms. */
const WOOFER_FOR_BASS_DB = 1;
/** Cost of an output of which nothing was measured, where others were, dB rms. */
const UNMEASURED_DB = 2.5;
const MOST_INPUTS = 12;

/** @param barred outputs that are never chosen: what Find speaks against, or what belongs to a restraint system */
export function chooserOf(barred: ReadonlySet<string>): Chooser {
  const known = new Map<string, Choice[]>();
  const chooser: Chooser = {
    choose(target, side, from, options) {
      const may = from.filter(
        (s) => !barred.has(s.pair.id) && mayFeed({ pair: s.pair, highHz: s.analysis.highHz }, side, target),
      );
      // The factory's mono bass goes into a side beside that side's own outputs, and never alone.
      const own = may.filter((s) => side === 'mono' || s.pair.side === side);
      const beside = own.length > 0 && (options.maxInputs ?? Infinity) > 1;
      const allowed = nearest(beside ? may : own, target);
      const key = JSON.stringify([target.id, side, allowed.map((s) => s.pair.id), options]);
      const isMeasured = (s: Source) => s.from === 'analyser' || s.from === 'meter';
      const anyMeasured = allowed.some(isMeasured);
      let choices = known.get(key);
      if (!choices) {
        choices = chooseOutputs(
          allowed.map((s) => ({
            id: s.pair.id,
            response: s.response,
            passBandDb: s.analysis.passBandDb,
            arrival: s.arrival,
            reluctanceDb:
              (side !== 'mono' && s.pair.axle !== target.axle && s.pair.way !== 'subwoofer'
                ? OTHER_AXLE_DB
                : 0) +
              (side === 'mono' && isOneSided(target, s) ? ONE_SIDED_DB : 0) +
              (isOtherWay(target, s) ? (isBass(target) ? WOOFER_FOR_BASS_DB : OTHER_WAY_DB) : 0) +
              (!isMeasured(s) && anyMeasured ? UNMEASURED_DB : 0),
          })),
          target,
          options,
        );
        const ofSide = (c: Choice) => c.taps.some((t) => own.some((s) => s.pair.id === t.id));
        choices = choices.every(ofSide) ? choices : chooser.choose(target, side, own, options);
        known.set(key, choices);
      }
      return choices;
    },
    chooseAlike: (target, side, from, options) => alike(chooser, target, side, from, options),
    chooseWhole: (target, side, from, options) => whole(chooser, target, side, from, options),
  };
  return chooser;
}

/** A mono channel gets what is a mix already: bass of no side, a centre from the centre. */
const isOneSided = (target: Target, { pair }: Source): boolean =>
  pair.side !== 'mono' && (pair.side !== 'centre' || isBass(target));

const isOtherWay = ({ speaker }: Target, { pair }: Source): boolean =>
  speaker.way !== 'full' && pair.way !== 'full' && pair.way !== speaker.way;

const placeOf = ({ pair }: Source) => `${pair.unitId}/${pair.axle}/${pair.way}/${pair.suffix}`;

/**
 * Both sides of a stereo target from the same places: a plan that sums the woofer at left and not at right pulls the
 * image apart. Of what is best for either side, the places that serve the worse side better are taken for both; where
 * a side lacks one of them, each has its own.
 */
function alike(
  chooser: Pick<Chooser, 'choose'>,
  target: Target,
  side: Feed['side'],
  from: readonly Source[],
  options: ChooseOptions,
): Choice[] {
  const own = chooser.choose(target, side, from, options);
  if (side === 'mono' || own.length === 0) return own;
  const sides = ['left', 'right'] as const;
  const placesOf = (choice: Choice) => choice.taps.map((t) => placeOf(from.find((s) => s.pair.id === t.id)!));
  const wanted = sides.flatMap((s) => chooser.choose(target, s, from, options).slice(0, 1).map(placesOf));
  if (wanted.length < 2 || same(wanted[0], wanted[1])) return own;
  const exactly = (places: readonly string[], of: (typeof sides)[number]): Choice[] => {
    const ofSide = (s: Source) =>
      s.pair.side === of || isMonoBass({ pair: s.pair, highHz: s.analysis.highHz });
    const found = places.flatMap((p) => from.find((s) => ofSide(s) && placeOf(s) === p) ?? []);
    if (found.length < places.length) return [];
    return chooser.choose(target, of, found, {
      ...options,
      minInputs: places.length,
      maxInputs: places.length,
    });
  };
  const candidates = wanted
    .map((places) => sides.map((s) => exactly(places, s)))
    .filter((both) => both.every((choices) => choices.length > 0))
    .sort((a, b) => worse(a) - worse(b));
  return candidates[0]?.[sides.indexOf(side)] ?? own;
}

/** No side without its other one, where that is there. */
function isWhole(choice: Choice, from: readonly Source[]): boolean {
  const taken = choice.taps.map((t) => from.find((s) => s.pair.id === t.id)!);
  return taken.every((s) => {
    const others = from.filter((other) => isLeftAndRight([s, other]));
    return others.length === 0 || others.some((other) => taken.includes(other));
  });
}

/** Of one place both sides together, where the best choice lacks one of them. */
function whole(
  chooser: Chooser,
  target: Target,
  side: Feed['side'],
  from: readonly Source[],
  options: ChooseOptions,
): Choice[] {
  const best = chooser.chooseAlike(target, side, from, options);
  if (side !== 'mono' || best.length === 0 || isWhole(best[0], from)) return best;
  const both = leftAndRights(from)
    .flatMap((two) => chooser.choose(target, side, two, { ...options, minInputs: 2, maxInputs: 2 }))
    .sort((a, b) => a.cost - b.cost);
  const mixes = from.filter((s) => s.pair.side === 'mono' || s.pair.side === 'centre');
  const found = [...both.slice(0, 1), ...chooser.choose(target, side, mixes, options).slice(0, 1)];
  return found.length > 0 ? found.sort((a, b) => a.cost - b.cost) : best;
}

/** Every place of which both sides are there. */
export function leftAndRights(from: readonly Source[]): Source[][] {
  return from
    .filter((s) => s.pair.side === 'left')
    .flatMap((left) => from.filter((right) => isLeftAndRight([left, right])).map((right) => [left, right]));
}

/** The same place of both sides. */
export function isLeftAndRight(sources: readonly Source[]): boolean {
  if (sources.length !== 2) return false;
  const [a, b] = sources.map((s) => s.pair);
  return a.axle === b.axle && a.way === b.way && [a.side, b.side].sort().join() === 'left,right';
}

const same = (a: readonly string[], b: readonly string[]) => [...a].sort().join() === [...b].sort().join();
const worse = (both: readonly Choice[][]) => Math.max(...both.map((choices) => choices[0].cost));

/** At most twelve: measured ones and those of the target's own axle first. */
function nearest(sources: readonly Source[], target: Target): Source[] {
  const far = (s: Source) => (s.captureId === null ? 2 : 0) + (s.pair.axle === target.axle ? 0 : 1);
  return [...sources].sort((a, b) => far(a) - far(b)).slice(0, MOST_INPUTS);
}
