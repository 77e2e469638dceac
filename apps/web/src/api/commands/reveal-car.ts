import type { SimulationScore } from '@ulpen/core';
import type { Command } from './command.ts';

/** The truth about a simulated car; from here on it is no secret. */
export const revealCar: Command<{ jobId: string }, SimulationScore> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId }) => ({ method: 'POST', path: `/jobs/${jobId}/simulation/reveal` }),
  touches: () => ['harness'],
};
