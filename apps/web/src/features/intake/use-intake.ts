import type { Intake, JobView } from '@ulpen/core';
import { useSavedAtOnce } from './use-saved-at-once.ts';

/** The intake, saved on every change. */
export function useIntake(job: JobView) {
  const { draft, change } = useSavedAtOnce<Intake>(job.id, 'intake', job.intake);
  return { intake: draft, change };
}
