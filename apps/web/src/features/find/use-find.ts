import { useDeferredValue, useMemo } from 'react';
import {
  type Conditions,
  contradictions,
  type Contradiction,
  type HarnessInput,
  type HarnessView,
  type HarnessWorkings,
  type JobOutline,
  type NextTest,
  nextTests,
  type Observation,
} from '@ulpen/core';
import { mapOf, workingsOf } from '../../api/harness.ts';
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
  conditions: Conditions,
): HarnessWorkings | null {
  // Value, place and record wait together: with one of them ahead, a map would be drawn that nobody asked for.
  const input = useDeferredValue(
    useMemo((): HarnessInput | null => {
      if (!typed || !at.first) return null;
      const reading = {
        id: 'typed',
        cavityId: at.first,
        otherCavityId: at.second,
        observation: typed,
        conditions,
      };
      return { ...workings.input, readings: [...workings.input.readings, reading] };
    }, [workings, typed, at.first, at.second, conditions]),
  );
  const preview = useMemo(() => input && mapOf(input), [input]);
  return typed && preview;
}
