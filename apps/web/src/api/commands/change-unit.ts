import type { Unit, UnitFields } from '@ulpen/core';
import type { Command } from './command.ts';
import { withUnit } from './view-changes.ts';

interface Input {
  jobId: string;
  unitId: string;
  fields: UnitFields & { version: number };
}

export const changeUnit: Command<Input, Unit> = {
  job: ({ jobId }) => jobId,
  request: ({ unitId, fields }) => ({ method: 'PUT', path: `/units/${unitId}`, body: fields }),
  answered: (views, unit) => views.job((job) => withUnit(job, unit.id, (u) => ({ ...u, ...unit }))),
  touches: () => ['job'],
};
