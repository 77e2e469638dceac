import type { Unit, UnitFields } from '@ulpen/core';
import type { Command } from './command.ts';
import { put } from './view-changes.ts';

interface Input {
  jobId: string;
  id: string;
  fields: UnitFields;
}

export const addUnit: Command<Input, Unit> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId, id, fields }) => ({
    method: 'POST',
    path: `/jobs/${jobId}/units`,
    body: { ...fields, id },
  }),
  atOnce: (views, { jobId, id, fields }) =>
    views.job((job) => ({ ...job, units: put(job.units, { ...fields, id, jobId, version: 1, pairs: [] }) })),
  touches: () => ['job'],
};
