import type { Job, JobFields } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  jobId: string;
  fields: JobFields & { version: number };
}

/** The car, its system and the wish. */
export const changeJob: Command<Input, Job> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId, fields }) => ({ method: 'PUT', path: `/jobs/${jobId}`, body: fields }),
  answered: (views, job) => views.job((view) => ({ ...view, ...job })),
  touches: () => ['job'],
};
