import { type FinishedCar, type FinishedOutput, isUnused } from '@ulpen/core';

export interface LoadChoice {
  output: FinishedOutput;
  /** nothing taps it, so that no inputs can be its load, and its speaker is gone */
  unused: boolean;
}

/**
 * Outputs whose load is a matter of choice: those that are tapped, and those whose speaker is replaced.
 *
 * @param car not there yet: none
 */
export const choicesOf = (car: Pick<FinishedCar, 'outputs'> | null): LoadChoice[] =>
  (car?.outputs ?? [])
    .filter((o) => !o.line && o.plays && (o.drives.inputs.length > 0 || isUnused(o)))
    .map((output) => ({ output, unused: isUnused(output) }));
