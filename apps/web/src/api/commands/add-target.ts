import type { Target, TargetFields } from '@ulpen/core';
import type { Command } from './command.ts';
import { put } from './view-changes.ts';

interface Input {
  jobId: string;
  id: string;
  fields: TargetFields;
}

/** A group of new channels. */
export const addTarget: Command<Input, Target> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId, id, fields }) => ({
    method: 'POST',
    path: `/jobs/${jobId}/targets`,
    body: { ...fields, id },
  }),
  atOnce: (views, { jobId, id, fields }) =>
    views.job((job) => ({ ...job, targets: put(job.targets, { ...fields, id, jobId, version: 1 }) })),
  touches: () => ['job'],
};
