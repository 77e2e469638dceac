import type { Brief } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  jobId: string;
  fields: Brief;
}

/** What the owner wants, and must keep. */
export const changeBrief: Command<Input, Brief> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId, fields }) => ({ method: 'PUT', path: `/jobs/${jobId}/brief`, body: fields }),
  atOnce: (views, { fields }) => views.job((job) => ({ ...job, brief: fields })),
  answered: (views, brief) => views.job((job) => ({ ...job, brief })),
  touches: () => ['job'],
};
