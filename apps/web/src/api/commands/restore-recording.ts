import type { RecordingRecord } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  jobId: string;
  recordingId: string;
}

/** It counts again. */
export const restoreRecording: Command<Input, RecordingRecord> = {
  job: ({ jobId }) => jobId,
  request: ({ recordingId }) => ({ method: 'POST', path: `/recordings/${recordingId}/restore` }),
  atOnce: (views, { recordingId }) =>
    views.job((job) => ({
      ...job,
      recordings: job.recordings.map((x) => (x.id === recordingId ? { ...x, withdrawnAt: null } : x)),
    })),
  touches: () => ['job'],
};
