import { useMemo } from 'react';
import { behaviourOfJob, type JobBehaviour, type JobView } from '@ulpen/core';

/** What the job's captures, recordings and checks tell beyond the bands; worked out anew when the job changes. */
export function useBehaviour(job: JobView): JobBehaviour {
  return useMemo(() => behaviourOfJob(job), [job]);
}
