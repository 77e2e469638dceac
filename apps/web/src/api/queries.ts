import type { JobList, JobView } from '@ulpen/core';
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

/** One job with everything on its screens; fetched again only when it has gone on since. */
export function useJob(jobId: string) {
  const key = ['job', jobId];
  return useQuery({
    queryKey: key,
    queryFn: ({ client }) => api.newer<JobView>(`/jobs/${jobId}`, client.getQueryData<JobView>(key)),
  });
}
