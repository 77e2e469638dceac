import type { Creating, Decision, DecisionFields } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  jobId: string;
  decisions: Creating<DecisionFields>[];
}

/** Assumptions accepted by name, and losses that the owner agrees to. */
export const addDecisions: Command<Input, Decision[]> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId, decisions }) => ({ method: 'POST', path: `/jobs/${jobId}/decisions`, body: decisions }),
  answered: (views, decisions) =>
    views.job((job) => ({ ...job, decisions: [...job.decisions, ...decisions] })),
  touches: () => ['job'],
};
