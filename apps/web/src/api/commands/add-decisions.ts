import type { Decision, Signing } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  jobId: string;
  signing: Signing;
}

/** Assumptions accepted by name, and losses that the owner agrees to. */
export const addDecisions: Command<Input, Decision[]> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId, signing }) => ({ method: 'POST', path: `/jobs/${jobId}/decisions`, body: signing }),
  answered: (views, decisions) =>
    views.job((job) => ({ ...job, decisions: [...job.decisions, ...decisions] })),
  touches: () => ['job'],
};
