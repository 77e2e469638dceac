import { useEffect, useMemo } from 'react';
import {
  holdsAll,
  type JobList,
  type JobMeasurements,
  type JobOutline,
  type JobView,
  jobViewOf,
} from '@ulpen/core';
import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { api } from './client.ts';

const PAGE = 40;

/** The job list, page by page. */
export function useJobs(search: string) {
  return useInfiniteQuery({
    queryKey: ['jobs', search],
    queryFn: ({ pageParam }) =>
      api.get<JobList>(
        `/jobs?${new URLSearchParams({ q: search, limit: String(PAGE), offset: String(pageParam) })}`,
      ),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => {
      const shown = pages.reduce((n, p) => n + p.jobs.length, 0);
      return shown < last.total ? shown : undefined;
    },
    placeholderData: keepPreviousData,
  });
}

/** A job without what was measured on it; fetched again only when it has gone on since. */
export const useJob = (jobId: string) => useNewer<JobOutline>('job', jobId, 'outline');

/** What was measured on a job's outputs. */
export const useMeasurements = (jobId: string) =>
  useNewer<JobMeasurements>('measurements', jobId, 'measurements');

function useNewer<T extends { revision: number }>(name: string, jobId: string, part: string) {
  const key = [name, jobId];
  return useQuery({
    queryKey: key,
    queryFn: ({ client }) => api.newer<T>(`/jobs/${jobId}/${part}`, client.getQueryData<T>(key)),
  });
}

/**
 * A job with what was measured on it; null until that is there. What its outline names and the page lacks, since somebody
 * measured meanwhile, is left out for the moment that it is asked for.
 */
export function useMeasuredJob(outline: JobOutline): JobView | null {
  const { data, refetch } = useMeasurements(outline.id);
  useEffect(() => {
    if (data && !holdsAll(outline, data)) void refetch();
  }, [outline, data, refetch]);
  return useMemo(() => (data ? jobViewOf(outline, data) : null), [outline, data]);
}
