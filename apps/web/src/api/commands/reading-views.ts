import { type HarnessView, type Reading } from '@ulpen/core';
import type { Touched, Views } from './command.ts';

/** Puts readings into the record that the page holds, without fetching all of it again. */
export const recordReadings = (views: Views, changed: readonly Reading[]): void =>
  views.harness((view): HarnessView => {
    const known = new Map(changed.map((r) => [r.id, r]));
    const kept = view.readings.map((r) => known.get(r.id) ?? r);
    const fresh = changed.filter((r) => !view.readings.some((v) => v.id === r.id));
    return { ...view, readings: [...kept, ...fresh] };
  });

/** Of the job a reading changes how far Find is; the colour of a wire is shown wherever its output is. */
export const touchedBy = (readings: readonly Pick<Reading, 'observation'>[]): Touched[] =>
  readings.some((r) => r.observation.kind === 'seen') ? ['job'] : ['find'];
