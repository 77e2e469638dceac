import type { Job, JobFields } from '@ulpen/core';
import type { Command } from './command.ts';

/** A new job with nothing on it. */
export const addJob: Command<JobFields, Job> = {
  job: () => null,
  request: (fields) => ({ method: 'POST', path: '/jobs', body: fields }),
  touches: () => ['list'],
};
