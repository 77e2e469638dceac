import type { Draft, JobOutline } from '@ulpen/core';

/** A job with one of its drafts as it is now; an answer that was overtaken by a later change is not shown. */
export const withDraft = (job: JobOutline, draft: Draft): JobOutline => {
  const others = job.drafts.filter((d) => d.strategy !== draft.strategy);
  const known = job.drafts.find((d) => d.strategy === draft.strategy);
  return known && known.version > draft.version ? job : { ...job, drafts: [...others, draft] };
};
