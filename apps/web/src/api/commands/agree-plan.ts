import type { Plan } from '@ulpen/core';
import type { Command } from './command.ts';
import { put } from './view-changes.ts';

interface Input {
  jobId: string;
  planId: string;
  agreed: boolean;
}

/** The plan that is to be built, or none. */
export const agreePlan: Command<Input, Plan> = {
  job: ({ jobId }) => jobId,
  request: ({ planId, agreed }) => ({
    method: agreed ? 'POST' : 'DELETE',
    path: `/plans/${planId}/agreement`,
  }),
  answered: (views, plan) => views.job((job) => ({ ...job, plans: put(job.plans, plan) })),
  touches: () => ['job'],
};
