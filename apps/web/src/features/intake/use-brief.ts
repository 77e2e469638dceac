import type { Brief, JobOutline } from '@ulpen/core';
import { changeBrief } from '../../api/commands/change-brief.ts';
import { useSavedAtOnce } from '../../api/use-saved-at-once.ts';

/** What the owner wants, saved on every change. */
export function useBrief(job: JobOutline) {
  const { draft, change } = useSavedAtOnce<Brief>(job.id, changeBrief, job.brief);
  return { brief: draft, change };
}
