import type { JobList, JobView } from '@ulpen/core';
import {
  keepPreviousData,
  useInfiniteQuery,
  useMutation,
  useQuery,
  useQueryClient,
} from '@tanstack/react-query';
import { useNotices } from '../ui/notices-store.ts';
import { api, ApiProblem } from './client.ts';

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

/** One job with everything on its screens. */
export function useJob(jobId: string) {
  return useQuery({ queryKey: ['job', jobId], queryFn: () => api.get<JobView>(`/jobs/${jobId}`) });
}

/**
 * A change to a job: afterwards the job and the list are fetched anew. A refusal that the screen does not show itself
 * becomes a notice.
 */
export function useJobChange<Input, Result>(
  jobId: string | null,
  change: (input: Input) => Promise<Result>,
  showsOwnErrors = false,
) {
  const queries = useQueryClient();
  const tell = useNotices((s) => s.tell);
  return useMutation({
    mutationFn: change,
    onSuccess: async () => {
      void queries.invalidateQueries({ queryKey: ['jobs'] });
      if (jobId) await queries.invalidateQueries({ queryKey: ['job', jobId] });
    },
    onError: (error) => {
      if (showsOwnErrors) return;
      tell({
        tone: 'wrong',
        text: error instanceof ApiProblem ? error.message : 'That did not work. Try again.',
      });
    },
  });
}
