import type { Job } from '@ulpen/core';
import type { Command } from './command.ts';

/** A job file, taken in as a new job. */
export const importJob: Command<{ file: File }, Job> = {
  job: () => null,
  request: ({ file }) => ({ method: 'POST', path: '/job-files', file }),
  touches: () => ['list'],
};
