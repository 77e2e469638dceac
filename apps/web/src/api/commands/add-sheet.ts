import type { Creating, Sheet, SheetFields } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  jobId: string;
  fields: Creating<SheetFields>;
}

/** What a pin table claims. */
export const addSheet: Command<Input, Sheet> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId, fields }) => ({ method: 'POST', path: `/jobs/${jobId}/sheets`, body: fields }),
  touches: () => ['job', 'harness'],
};
