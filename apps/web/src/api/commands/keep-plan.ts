import type { Creating, Plan, PlanFields } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  jobId: string;
  fields: Creating<PlanFields>;
}

/** A plan as it is now, with what it stands on. */
export const keepPlan: Command<Input, Plan> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId, fields }) => ({ method: 'POST', path: `/jobs/${jobId}/plans`, body: fields }),
  answered: (views, plan) => views.job((job) => ({ ...job, plans: [plan, ...job.plans] })),
  touches: () => ['job'],
};
