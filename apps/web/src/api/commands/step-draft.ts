import type { Draft } from '@ulpen/core';
import type { Command } from './command.ts';
import { withDraft } from './draft-in-view.ts';

interface Input {
  jobId: string;
  by: 'undo' | 'redo';
  draft: Pick<Draft, 'strategy' | 'version'>;
}

/** The last change of a draft taken back, or done again. */
export const stepDraft: Command<Input, Draft> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId, by, draft: { strategy, version } }) => ({
    method: 'POST',
    path: `/jobs/${jobId}/draft/${by}`,
    body: { strategy, version },
  }),
  answered: (views, draft) => views.job((job) => withDraft(job, draft)),
  touches: () => [],
};
