import type { Job, NewJobFields } from '@ulpen/core';
import type { Command } from './command.ts';

/** A new job, with the channels of its wish. */
export const addJob: Command<NewJobFields, Job> = {
  job: () => null,
  request: (fields) => ({ method: 'POST', path: '/jobs', body: fields }),
  touches: () => ['list'],
};
