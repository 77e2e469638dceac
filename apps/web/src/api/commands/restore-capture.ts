import type { Capture } from '@ulpen/core';
import type { Command } from './command.ts';
import { withCapture } from './view-changes.ts';

interface Input {
  jobId: string;
  captureId: string;
}

/** It counts again. */
export const restoreCapture: Command<Input, Capture> = {
  job: ({ jobId }) => jobId,
  request: ({ captureId }) => ({ method: 'POST', path: `/captures/${captureId}/restore` }),
  atOnce: (views, { captureId }) =>
    views.job((job) => withCapture(job, captureId, (c) => ({ ...c, withdrawnAt: null }))),
  touches: () => ['job'],
};
