import type { Capture } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  jobId: string;
  pairId: string;
  file: File;
  /** CaptureFields without the file's name, and how its columns were understood */
  fields: object;
}

/** A file of columns, as a measurement of an output. */
export const addCapture: Command<Input, Capture> = {
  job: ({ jobId }) => jobId,
  request: ({ pairId, file, fields }) => ({
    method: 'POST',
    path: `/pairs/${pairId}/captures`,
    file,
    fields,
  }),
  touches: () => ['job', 'measurements'],
};
