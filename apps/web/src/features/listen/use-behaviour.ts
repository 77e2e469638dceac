import { useMemo } from 'react';
import { behaviourOfJob, type JobBehaviour, type JobView } from '@ulpen/core';
import { usePreferences } from '../../api/shop-queries.ts';

/** What the job's captures, recordings and checks tell beyond the bands; worked out anew when the job changes. */
export function useBehaviour(job: JobView): JobBehaviour {
  const practice = usePreferences().data?.practice;
  return useMemo(() => behaviourOfJob(job, practice), [job, practice]);
}
