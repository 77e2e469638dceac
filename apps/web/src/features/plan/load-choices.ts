import { type Feed, type FinishedCar, isUnused, type Proposal } from '@ulpen/core';

export interface LoadChoice {
  pairId: string;
  load: Feed['loads'][number];
  /** nothing taps it, so that no inputs can be its load, and its speaker is gone */
  unused: boolean;
}

/**
 * Outputs whose load is a matter of choice: those that are tapped, and those whose speaker is replaced.
 *
 * @param car not there yet: the tapped ones alone
 */
export function choicesOf({ feeds }: Pick<Proposal, 'feeds'>, car: FinishedCar | undefined): LoadChoice[] {
  const tapped = feeds.flatMap((f) =>
    // A plan that was kept before loads were planned has none.
    f.loads.length === 0 ? [] : f.taps.map((t, i) => ({ pairId: t.pairId, load: f.loads[i], unused: false })),
  );
  const unused = (car?.outputs ?? [])
    .filter(isUnused)
    .map(({ pairId, drives: { resistor } }): LoadChoice => ({
      pairId,
      load: resistor ? { kind: 'resistor', ...resistor } : { kind: 'none', ohm: null, watts: null },
      unused: true,
    }));
  const all = [...tapped, ...unused];
  return all.filter((t, i) => all.findIndex((o) => o.pairId === t.pairId) === i);
}
