import type { LibraryDevice } from '../../model/device.ts';
import type { Clues, IntakeFields, WalkInItem } from '../../model/intake.ts';
import { START_INTAKE } from '../../model/intake.ts';
import { type PreferencesFields, START_PREFERENCES } from '../../model/shop.ts';
import type { Target } from '../../model/target.ts';
import type { EndView, FactorySpeaker, OutputEnd, Pair, Unit } from '../../model/unit.ts';
import { type Polarity, signalPolarity } from '../../outputs/polarity.ts';
import { type BriefFields, START_BRIEF } from '../../model/brief.ts';
import type { ResponseAnalysis } from '../../signal/analyse.ts';
import type { OutputRatio } from '../../summing/measured-phase.ts';
import { type HarnessFacts, NO_HARNESS } from './harness-facts.ts';
import { NO_FACTS, type OutputFacts } from './output-facts.ts';

/** A factory output as planning sees it. */
export interface PlanPair extends Omit<Pair, 'ends'> {
  /** with the plug of each, where that is known */
  ends: (OutputEnd & Partial<Pick<EndView, 'unitId' | 'plug'>>)[];
  /** sign of its signal, and how that is known */
  signal: Polarity;
  unitKind: Unit['kind'];
  unitName: string;
  /** the capture in force; null: nothing measured */
  capture: {
    id: string;
    analysis: ResponseAnalysis;
    phaseMeasured: boolean;
    /** null: not noted */
    volumeStep: number | null;
  } | null;
  /** volume steps at which it was measured */
  volumeSteps: number[];
  facts: OutputFacts;
}

/** Everything that a plan is worked out from. */
export interface PlanInput {
  pairs: PlanPair[];
  /** the factory's, as far as they are listed */
  speakers: FactorySpeaker[];
  targets: Target[];
  brief: BriefFields;
  preferences: PreferencesFields;
  /** the shop's library */
  devices: LibraryDevice[];
  /** complex ratios of outputs that were recorded together */
  ratios: OutputRatio[];
  harness: HarnessFacts;
  drive: IntakeFields['drive'];
  nominalVolts: IntakeFields['nominalVolts'];
  tools: IntakeFields['tools'];
  /** what was wrong with the car when it came in */
  found: { item: WalkInItem; note: string }[];
  clues: Clues;
}

/** A plan's input with the usual in place of what is not given. */
export function planInput(
  given: Omit<Partial<PlanInput>, 'pairs'> & {
    pairs: (Omit<PlanPair, 'unitKind' | 'unitName' | 'facts' | 'signal'> & Partial<PlanPair>)[];
  },
): PlanInput {
  return {
    speakers: [],
    targets: [],
    brief: START_BRIEF,
    preferences: START_PREFERENCES,
    devices: [],
    ratios: [],
    harness: NO_HARNESS,
    drive: START_INTAKE.drive,
    nominalVolts: START_INTAKE.nominalVolts,
    tools: START_INTAKE.tools,
    found: [],
    clues: START_INTAKE.clues,
    ...given,
    pairs: given.pairs.map((p) => ({
      unitKind: 'amplifier',
      unitName: 'Amplifier',
      facts: NO_FACTS,
      signal: signalPolarity(p, []),
      ...p,
    })),
  };
}

/** Sides of a target: one feed each. */
export function feedSides(target: Pick<Target, 'layout'>): ('left' | 'right' | 'mono')[] {
  return target.layout === 'stereo' ? ['left', 'right'] : ['mono'];
}
