import { useDeferredValue, useMemo } from 'react';
import {
  contradictions,
  type Contradiction,
  type HarnessView,
  type HarnessWorkings,
  type JobOutline,
  mapHarness,
  type NextTest,
  nextTests,
  type Observation,
} from '@ulpen/core';
import { workingsOf } from '../../api/harness.ts';
import { useFindStore } from './find-store.ts';
import type { Selection } from './selection.ts';

/** What the whole record says, worked out anew whenever a reading, a sheet or a plug changes. */
export function useMap(view: HarnessView, job: JobOutline): HarnessWorkings {
  return useMemo(() => workingsOf(view, job), [view, job]);
}

/** What does not fit, a moment after the map itself is drawn. */
export function useContradictions(workings: HarnessWorkings): Contradiction[] {
  const drawn = useDeferredValue(workings);
  return useMemo(() => contradictions(drawn), [drawn]);
}

/** The most telling next tests; as new as the map, since a key acts on the first. */
export function useNextTests(workings: HarnessWorkings): NextTest[] {
  const conditions = useFindStore((s) => s.conditions);
  return useMemo(() => nextTests(workings, conditions, 3), [workings, conditions]);
}

/** What the map would be with the value that is just being typed; null while there is none. */
export function usePreview(
  workings: HarnessWorkings,
  typed: Observation | null,
  at: Selection,
): HarnessWorkings | null {
  const conditions = useFindStore((s) => s.conditions);
  const observation = useDeferredValue(typed);
  return useMemo(() => {
    if (!observation || !at.first) return null;
    const reading = { id: 'typed', cavityId: at.first, otherCavityId: at.second, observation, conditions };
    return mapHarness({ ...workings.input, readings: [...workings.input.readings, reading] });
  }, [workings, observation, at.first, at.second, conditions]);
}
