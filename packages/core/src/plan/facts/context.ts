import type { Feed } from '../../model/plan.ts';
import type { Target } from '../../model/target.ts';
import type { Choice } from '../../summing/choose.ts';
import { drivesNoSpeaker } from './factory-outputs.ts';
import { behindRadioIn, type FactorySystem, factorySystemOf } from './factory-system.ts';
import { feedSides, type PlanInput } from './plan-input.ts';
import { type Chooser, chooserOf } from './choosing.ts';
import { type Source, sourcesOf } from './sources.ts';

/** What is true of the factory system, worked out once and looked at by every strategy. */
export interface PlanContext extends FactorySystem, Chooser {
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
}

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
  return {
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
    ...chooserOf(barred),
  };
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
