import { useMemo } from 'react';
import { useQuery } from '@tanstack/react-query';
import {
  type HarnessView,
  type HarnessWorkings,
  harnessInputOf,
  type JobOutline,
  mapDifferences,
  type MapDifference,
  mapHarness,
} from '@ulpen/core';
import { api } from './client.ts';

export function useHarness(jobId: string) {
  return useQuery({
    queryKey: ['harness', jobId],
    queryFn: () => api.get<HarnessView>(`/jobs/${jobId}/harness`),
  });
}

const known = new WeakMap<HarnessView, { tools: string; workings: HarnessWorkings }>();

/** What the whole record says: worked out once for each state of it, wherever it is shown. */
export function workingsOf(view: HarnessView, { intake: { tools } }: JobOutline): HarnessWorkings {
  const before = known.get(view);
  const under = tools.join();
  if (before?.tools === under) return before.workings;
  const workings = mapHarness(harnessInputOf(view, tools));
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
