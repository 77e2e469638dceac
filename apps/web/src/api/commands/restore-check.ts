import type { Check } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  jobId: string;
  checkId: string;
}

/** It counts again. */
export const restoreCheck: Command<Input, Check> = {
  job: ({ jobId }) => jobId,
  request: ({ checkId }) => ({ method: 'POST', path: `/checks/${checkId}/restore` }),
  atOnce: (views, { checkId }) =>
    views.job((job) => ({
      ...job,
      checks: job.checks.map((x) => (x.id === checkId ? { ...x, withdrawnAt: null } : x)),
    })),
  touches: () => ['job'],
};
