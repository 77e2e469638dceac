import type { Capture } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  jobId: string;
  captureId: string;
  because: string;
}

/** A capture counts because a person says so and why; the pin of another one on its output ends. */
export const pinCapture: Command<Input, Capture> = {
  job: ({ jobId }) => jobId,
  request: ({ captureId, because }) => ({
    method: 'POST',
    path: `/captures/${captureId}/pin`,
    body: { because },
  }),
  touches: () => ['job'],
};
