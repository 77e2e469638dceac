import type { TakenRecording } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  jobId: string;
  file: File;
  /** RecordingFields without the file's name */
  fields: object;
}

/** A recording of one output or two, with the captures that it gives. */
export const addRecording: Command<Input, TakenRecording> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId, file, fields }) => ({ method: 'POST', path: `/jobs/${jobId}/recordings`, file, fields }),
  touches: () => ['job', 'measurements'],
};
