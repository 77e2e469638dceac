import type { Target, TargetFields } from '@ulpen/core';
import type { Command } from './command.ts';
import { put } from './view-changes.ts';

interface Input {
  jobId: string;
  targetId: string;
  fields: TargetFields & { version: number };
}

export const changeTarget: Command<Input, Target> = {
  job: ({ jobId }) => jobId,
  request: ({ targetId, fields }) => ({ method: 'PUT', path: `/targets/${targetId}`, body: fields }),
  answered: (views, target) => views.job((job) => ({ ...job, targets: put(job.targets, target) })),
  touches: () => ['job'],
};
