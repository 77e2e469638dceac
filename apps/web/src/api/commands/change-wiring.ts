import type { WiringChoices } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  jobId: string;
  fields: WiringChoices;
}

/** How conductors are joined, how long they are, what is made. */
export const changeWiring: Command<Input, WiringChoices> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId, fields }) => ({ method: 'PUT', path: `/jobs/${jobId}/wiring`, body: fields }),
  atOnce: (views, { fields }) => views.job((job) => ({ ...job, wiring: fields })),
  answered: (views, wiring) => views.job((job) => ({ ...job, wiring })),
  touches: () => ['job'],
};
