import type { PlanInput } from '../facts/plan-input.ts';
import { NO_FACTS, type OutputFacts } from '../facts/output-facts.ts';

/** Questions that a customer or a shop asks of a plan. */
export interface WhatIf {
  /** no factory wire is cut */
  noCut?: boolean;
  /** nothing was measured with an analyser */
  noAnalyser?: boolean;
  /** this amplifier of the library drives everything */
  amplifierId?: string | null;
  /** the radio's feed follows the volume */
  feedFollows?: boolean;
}

/** The same job under another assumption; nothing of it is stored. */
export function whatIf(input: PlanInput, { noCut, noAnalyser, amplifierId, feedFollows }: WhatIf): PlanInput {
  return {
    ...input,
    brief:
      noCut && !input.brief.keep.includes('no-cut-wires')
        ? { ...input.brief, keep: [...input.brief.keep, 'no-cut-wires'] }
        : input.brief,
    targets: amplifierId ? input.targets.map((t) => ({ ...t, amplifierId })) : input.targets,
    ratios: noAnalyser ? [] : input.ratios,
    pairs: input.pairs.map((p) => ({
      ...p,
      ...(noAnalyser && { capture: null, volumeSteps: [], facts: byMeter(p.facts) }),
      ...(feedFollows && p.unitKind === 'radio' && { facts: { ...p.facts, feed: 'follows' as const } }),
    })),
  };
}

/** What a meter and ears tell of an output without an analyser. */
const byMeter = ({ sounds, tones, volts, voltsAtSteps }: OutputFacts): OutputFacts => ({
  ...NO_FACTS,
  sounds,
  tones,
  volts,
  voltsAtSteps,
});
