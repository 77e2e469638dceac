import type { Intake, JobOutline } from '@ulpen/core';
import { changeIntake } from '../../api/commands/change-intake.ts';
import { useSavedAtOnce } from '../../api/use-saved-at-once.ts';

/** The intake, saved on every change. */
export function useIntake(job: JobOutline) {
  const { draft, change } = useSavedAtOnce<Intake>(job.id, changeIntake, job.intake);
  return { intake: draft, change };
}
