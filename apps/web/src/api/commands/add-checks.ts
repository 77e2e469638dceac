import type { Check, CheckFields, Creating } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  jobId: string;
  checks: Creating<CheckFields>[];
}

/** What was read or heard in a guided test. */
export const addChecks: Command<Input, Check[]> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId, checks }) => ({ method: 'POST', path: `/jobs/${jobId}/checks`, body: checks }),
  answered: (views, checks) => views.job((job) => ({ ...job, checks: [...job.checks, ...checks] })),
  touches: () => ['job'],
};
