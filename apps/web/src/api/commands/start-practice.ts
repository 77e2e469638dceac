import type { Job, SimulationFields } from '@ulpen/core';
import type { Command } from './command.ts';

/** A simulated car to learn on, as a new job. */
export const startPractice: Command<SimulationFields, Job> = {
  job: () => null,
  request: (fields) => ({ method: 'POST', path: '/practice-jobs', body: fields }),
  touches: () => ['list'],
};
