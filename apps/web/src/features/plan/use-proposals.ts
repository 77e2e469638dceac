import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { type JobView, planBasisOf, planInputOf } from '@ulpen/core';
import { coreWorker } from '../../workers/core-worker.ts';

/** Every way in for the job as it is, worked out in the worker; made anew when what it stands on changes. */
export function useProposals(job: JobView) {
  return useQuery({
    queryKey: ['proposals', job.id, planBasisOf(job)],
    queryFn: () => coreWorker().propose(planInputOf(job)),
    enabled: job.targets.length > 0,
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  });
}
