import type { PlanInput } from './plan-input.ts';

/** What a job says of the factory system, without its curves. */
export interface FactorySystem {
  input: PlanInput;
  /** an amplifier stands behind the radio */
  hasAmplifier: boolean;
  /** it has failed and is replaced: nothing comes out of it */
  amplifierFailed: boolean;
}

/** Outputs of something that stands behind the radio are listed. */
export const behindRadioIn = (input: PlanInput): boolean => input.pairs.some((p) => p.unitKind !== 'radio');

export const factorySystemOf = (input: PlanInput): FactorySystem => ({
  input,
  hasAmplifier: behindRadioIn(input) || input.clues.amplifierFound === 'yes',
  amplifierFailed: behindRadioIn(input) && input.brief.shape === 'replace-amplifier',
});
