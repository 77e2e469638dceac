import type { Capture } from '@ulpen/core';
import { bound, type Command } from './command.ts';
import { pinCapture } from './pin-capture.ts';

interface Input {
  jobId: string;
  captureId: string;
  /** the reason of the pin that ends, so that it can be set again */
  because: string;
}

/** The capture nearest to the reference conditions counts again. */
export const unpinCapture: Command<Input, Capture> = {
  job: ({ jobId }) => jobId,
  request: ({ captureId }) => ({ method: 'POST', path: `/captures/${captureId}/unpin` }),
  touches: () => ['job'],
  undo: (input) => ({
    text: 'Unpinned. The capture nearest to the reference conditions counts again.',
    back: bound(pinCapture, input),
  }),
};
