import type { Creating, KeepPlan, Plan } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  jobId: string;
  plan: Creating<KeepPlan>;
}

/** The server works the plan out and keeps it; what it was seen with must still be so. */
export const keepPlan: Command<Input, Plan> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId, plan }) => ({ method: 'POST', path: `/jobs/${jobId}/plans`, body: plan }),
  answered: (views, plan) => views.job((job) => ({ ...job, plans: [plan, ...job.plans] })),
  touches: () => ['job'],
};
