import type { RecordingRecord } from '@ulpen/core';
import { bound, type Command } from './command.ts';
import { restoreRecording } from './restore-recording.ts';

interface Input {
  jobId: string;
  recordingId: string;
}

/** It counts no more, and stays in the record. */
export const withdrawRecording: Command<Input, RecordingRecord> = {
  job: ({ jobId }) => jobId,
  request: ({ recordingId }) => ({ method: 'POST', path: `/recordings/${recordingId}/withdraw` }),
  atOnce: (views, { recordingId }) =>
    views.job((job) => ({
      ...job,
      recordings: job.recordings.map((x) =>
        x.id === recordingId ? { ...x, withdrawnAt: new Date().toISOString() } : x,
      ),
    })),
  touches: () => ['job'],
  undo: (input) => ({
    text: 'Recording withdrawn, with the captures that it gave.',
    back: bound(restoreRecording, input),
  }),
};
