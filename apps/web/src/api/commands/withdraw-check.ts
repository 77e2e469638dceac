import type { Check } from '@ulpen/core';
import { bound, type Command } from './command.ts';
import { restoreCheck } from './restore-check.ts';

interface Input {
  jobId: string;
  checkId: string;
}

/** It counts no more, and stays in the record. */
export const withdrawCheck: Command<Input, Check> = {
  job: ({ jobId }) => jobId,
  request: ({ checkId }) => ({ method: 'POST', path: `/checks/${checkId}/withdraw` }),
  atOnce: (views, { checkId }) =>
    views.job((job) => ({
      ...job,
      checks: job.checks.map((x) => (x.id === checkId ? { ...x, withdrawnAt: new Date().toISOString() } : x)),
    })),
  touches: () => ['job'],
  undo: (input) => ({ text: 'Withdrawn; it stays in the record.', back: bound(restoreCheck, input) }),
};
