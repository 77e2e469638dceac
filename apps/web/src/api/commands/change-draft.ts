import type { Draft, DraftChange } from '@ulpen/core';
import type { Command } from './command.ts';
import { withDraft } from './draft-in-view.ts';

interface Input {
  jobId: string;
  change: DraftChange;
}

/** What a person changes of a way in. */
export const changeDraft: Command<Input, Draft> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId, change }) => ({ method: 'PUT', path: `/jobs/${jobId}/draft`, body: change }),
  atOnce: (views, { jobId, change }) =>
    views.job((job) =>
      withDraft(job, { ...change, jobId, version: change.version + 1, canUndo: true, canRedo: false }),
    ),
  answered: (views, draft) => views.job((job) => withDraft(job, draft)),
  touches: () => [],
};
