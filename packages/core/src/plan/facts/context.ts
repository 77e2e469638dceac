import type { Feed } from '../../model/plan.ts';
import type { Target } from '../../model/target.ts';
import { type Choice, chooseOutputs, type ChooseOptions } from '../../summing/choose.ts';
import { drivesNoSpeaker } from './factory-outputs.ts';
import { behindRadioIn, type FactorySystem, factorySystemOf } from './factory-system.ts';
import { feedSides, type PlanInput } from './plan-input.ts';
import { type Source, sourcesFor, sourcesOf } from './sources.ts';

/** What is true of the factory system, worked out once and looked at by every strategy. */
export interface PlanContext extends FactorySystem {
  sources: Source[];
  /** outputs that drive speakers, and that signal can be taken from */
  speakerOutputs: Source[];
  /** outputs whose wires lead to speakers, whether or not anything comes out of them */
  speakerWires: Source[];
  /** the radio's outputs into the amplifier */
  radioFeeds: Source[];
  /** line outputs of a radio with no amplifier behind it */
  lineOutputs: Source[];
  /** the amplifier gets its music by data: there is nothing analogue before it */
  dataFed: boolean;
  /** the car's network expects the amplifier to answer; null: not known */
  onNetwork: boolean | null;
  choose(target: Target, side: Feed['side'], sources: readonly Source[], options: ChooseOptions): Choice[];
  /** the same, with left and right of a stereo target taken from the same places where both sides have them */
  chooseAlike(
    target: Target,
    side: Feed['side'],
    sources: readonly Source[],
    options: ChooseOptions,
  ): Choice[];
}

/** Cost of an output from another axle, dB rms: fader and rear delay come with it. */
const OTHER_AXLE_DB = 1.5;
/** Cost of a centre or one-sided output for a mono target, dB rms: it lacks what is panned away from it. */
const ONE_SIDED_DB = 0.8;
/** Cost of another way's output for a target of one way, dB rms: its crossover and its delay are that other's. */
const OTHER_WAY_DB = 1;
/** Cost of an output of which nothing was measured, where others were, dB rms. */
const UNMEASURED_DB = 2.5;
const MOST_INPUTS = 12;

export function contextOf(input: PlanInput): PlanContext {
  const sources = sourcesOf(input);
  const behindRadio = behindRadioIn(input);
  const { hasAmplifier, amplifierFailed } = factorySystemOf(input);
  const ofRadio = (s: Source) => s.pair.unitKind === 'radio';
  const system = { input, hasAmplifier, amplifierFailed };
  const drives = (s: Source) => !drivesNoSpeaker(s.pair, system);
  const speakerWires =
    behindRadio || !hasAmplifier ? sources.filter((s) => drives(s) && (!ofRadio(s) || !behindRadio)) : [];
  const radioFeeds = hasAmplifier ? sources.filter(ofRadio) : [];
  const lineOutputs = hasAmplifier ? [] : sources.filter((s) => !drives(s));
  // What Find speaks against, or what belongs to a restraint system, is never chosen; a person may still tap it, and is told.
  const barred = new Set([...input.harness.contradicted.map((c) => c.pairId), ...input.harness.locked]);
  const known = new Map<string, Choice[]>();
  const context: PlanContext = {
    input,
    sources,
    hasAmplifier,
    amplifierFailed,
    speakerWires,
    speakerOutputs: amplifierFailed ? [] : speakerWires,
    radioFeeds,
    lineOutputs,
    dataFed: hasAmplifier && radioFeeds.length === 0 && input.clues.fibreOrData === 'yes',
    onNetwork: input.harness.places.data
      ? true
      : input.clues.fibreOrData === 'unknown'
        ? null
        : input.clues.fibreOrData === 'yes',
    choose(target, side, from, options) {
      const allowed = nearest(
        sourcesFor(from, side).filter((s) => !barred.has(s.pair.id)),
        target,
      );
      const key = JSON.stringify([target.id, side, allowed.map((s) => s.pair.id), options]);
      const anyMeasured = allowed.some((s) => s.captureId !== null);
      let choices = known.get(key);
      if (!choices) {
        choices = chooseOutputs(
          allowed.map((s) => ({
            id: s.pair.id,
            response: s.response,
            passBandDb: s.analysis.passBandDb,
            arrival: s.arrival,
            reluctanceDb:
              (side !== 'mono' && s.pair.axle !== target.axle ? OTHER_AXLE_DB : 0) +
              (side === 'mono' && s.pair.side !== 'mono' ? ONE_SIDED_DB : 0) +
              (isOtherWay(target, s) ? OTHER_WAY_DB : 0) +
              (s.captureId === null && anyMeasured ? UNMEASURED_DB : 0),
          })),
          target,
          options,
        );
        known.set(key, choices);
      }
      return choices;
    },
    chooseAlike: (target, side, from, options) => alike(context, target, side, from, options),
  };
  return context;
}

const isOtherWay = ({ speaker }: Target, { pair }: Source): boolean =>
  speaker.way !== 'full' && pair.way !== 'full' && pair.way !== speaker.way;

const placeOf = ({ pair }: Source) => `${pair.unitId}/${pair.axle}/${pair.way}/${pair.suffix}`;

/**
 * Both sides of a stereo target from the same places: a plan that sums the woofer at left and not at right pulls the
 * image apart. Of what is best for either side, the places that serve the worse side better are taken for both; where
 * a side lacks one of them, each has its own.
 */
function alike(
  context: PlanContext,
  target: Target,
  side: Feed['side'],
  from: readonly Source[],
  options: ChooseOptions,
): Choice[] {
  const own = context.choose(target, side, from, options);
  if (side === 'mono' || own.length === 0) return own;
  const sides = ['left', 'right'] as const;
  const placesOf = (choice: Choice) => choice.taps.map((t) => placeOf(from.find((s) => s.pair.id === t.id)!));
  const wanted = sides.flatMap((s) => context.choose(target, s, from, options).slice(0, 1).map(placesOf));
  if (wanted.length < 2 || same(wanted[0], wanted[1])) return own;
  const exactly = (places: readonly string[], of: (typeof sides)[number]): Choice[] => {
    const found = places.flatMap((p) => from.find((s) => s.pair.side === of && placeOf(s) === p) ?? []);
    if (found.length < places.length) return [];
    return context.choose(target, of, found, {
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

const same = (a: readonly string[], b: readonly string[]) => [...a].sort().join() === [...b].sort().join();
const worse = (both: readonly Choice[][]) => Math.max(...both.map((choices) => choices[0].cost));

/** At most twelve: measured ones and those of the target's own axle first. */
function nearest(sources: readonly Source[], target: Target): Source[] {
  const far = (s: Source) => (s.captureId === null ? 2 : 0) + (s.pair.axle === target.axle ? 0 : 1);
  return [...sources].sort((a, b) => far(a) - far(b)).slice(0, MOST_INPUTS);
}

/** Every side of every target. */
export function wantedFeeds(targets: readonly Target[]): { target: Target; side: Feed['side'] }[] {
  return targets.flatMap((target) => feedSides(target).map((side) => ({ target, side })));
}

/** What a usual summing converter trims, and how many outputs of one side it joins. */
export const SUMMING_REACH = { maxInputs: 4, trimRangeDb: 12, keep: 1 } as const;

/**
 * The search for outputs alone, for every side of every target: which outputs, polarity and trim. What takes most of the
 * time of a comparison; its benchmark runs this.
 */
export function searchOutputs(input: PlanInput): Choice[] {
  const context = contextOf(input);
  return wantedFeeds(input.targets).flatMap(({ target, side }) =>
    context.choose(target, side, context.speakerOutputs, SUMMING_REACH),
  );
}
