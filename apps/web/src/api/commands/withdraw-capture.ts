import type { Capture } from '@ulpen/core';
import { bound, type Command } from './command.ts';
import { restoreCapture } from './restore-capture.ts';
import { withCapture } from './view-changes.ts';

interface Input {
  jobId: string;
  captureId: string;
}

/** It counts no more, and stays in the record. */
export const withdrawCapture: Command<Input, Capture> = {
  job: ({ jobId }) => jobId,
  request: ({ captureId }) => ({ method: 'POST', path: `/captures/${captureId}/withdraw` }),
  atOnce: (views, { captureId }) =>
    views.job((job) => withCapture(job, captureId, (c) => ({ ...c, withdrawnAt: new Date().toISOString() }))),
  touches: () => ['job'],
  undo: (input) => ({
    text: 'Capture withdrawn; it stays in the record.',
    back: bound(restoreCapture, input),
  }),
};
