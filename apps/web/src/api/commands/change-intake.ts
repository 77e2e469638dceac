import type { Intake } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  jobId: string;
  fields: Intake;
}

/** How the car came in, and the conditions it is measured under. */
export const changeIntake: Command<Input, Intake> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId, fields }) => ({ method: 'PUT', path: `/jobs/${jobId}/intake`, body: fields }),
  atOnce: (views, { fields }) => views.job((job) => ({ ...job, intake: fields })),
  answered: (views, intake) => views.job((job) => ({ ...job, intake })),
  touches: () => ['job'],
};
