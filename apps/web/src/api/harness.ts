import { useMemo } from 'react';
import { replaceEqualDeep, useQuery } from '@tanstack/react-query';
import {
  type HarnessInput,
  type HarnessReading,
  type HarnessView,
  type HarnessWorkings,
  harnessInputOf,
  type JobOutline,
  mapDifferences,
  type MapDifference,
  mapHarness,
  restated,
} from '@ulpen/core';
import { api } from './client.ts';

export function useHarness(jobId: string) {
  return useQuery({
    queryKey: ['harness', jobId],
    queryFn: () => api.get<HarnessView>(`/jobs/${jobId}/harness`),
  });
}

const equal = <T>(a: T, b: T): boolean => replaceEqualDeep(a, b) === a;

const says = ({ cavityId, otherCavityId, observation, conditions }: HarnessReading) => ({
  cavityId,
  otherCavityId,
  observation,
  conditions,
});

/** Whether two records come to the same map. */
const mapsTheSame = (a: HarnessInput, b: HarnessInput): boolean =>
  a.readings.length === b.readings.length &&
  a.readings.every((r, n) => r === b.readings[n] || equal(says(r), says(b.readings[n]))) &&
  equal(a.connectors, b.connectors) &&
  equal(a.sheets, b.sheets) &&
  equal(a.tools, b.tools);

let lately: readonly HarnessWorkings[] = [];

/**
 * The map of a record. One that was worked out lately is taken again: a value is mapped while it is typed, then as it is
 * recorded, then as the server has answered.
 */
export function mapOf(input: HarnessInput): HarnessWorkings {
  const like = lately.find((w) => mapsTheSame(w.input, input));
  const workings = like ? restated(like, input) : mapHarness(input);
  lately = [workings, ...lately.filter((w) => w !== like)].slice(0, 4);
  return workings;
}

const known = new WeakMap<HarnessView, { tools: string; workings: HarnessWorkings }>();

/** What the whole record says: worked out once for each state of it, wherever it is shown. */
export function workingsOf(view: HarnessView, { intake: { tools } }: JobOutline): HarnessWorkings {
  const before = known.get(view);
  const under = tools.join();
  if (before?.tools === under) return before.workings;
  const workings = mapOf(harnessInputOf(view, tools));
  known.set(view, { tools: under, workings });
  return workings;
}

/** The map where a job has plugs; null until it is there. */
export function useWorkings(job: JobOutline): HarnessWorkings | null {
  const { data } = useHarness(job.id);
  return useMemo(() => (data && data.connectors.length > 0 ? workingsOf(data, job) : null), [data, job]);
}

const NONE: MapDifference[] = [];

/** Where the map says something else than the job's outputs. */
export function useMapDifferences(job: JobOutline): MapDifference[] {
  const workings = useWorkings(job);
  return useMemo(() => {
    if (!workings) return NONE;
    const radios = new Set(job.units.filter((u) => u.kind === 'radio').map((u) => u.id));
    return mapDifferences(
      job.units.flatMap((u) => u.pairs),
      workings,
      radios,
    );
  }, [workings, job]);
}
