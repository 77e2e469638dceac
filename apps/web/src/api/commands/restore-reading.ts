import type { Reading } from '@ulpen/core';
import type { Command } from './command.ts';
import { recordReadings, touchedBy } from './reading-views.ts';

interface Input {
  jobId: string;
  reading: Reading;
}

/** It counts again. */
export const restoreReading: Command<Input, Reading> = {
  job: ({ jobId }) => jobId,
  request: ({ reading }) => ({ method: 'POST', path: `/readings/${reading.id}/restore` }),
  atOnce: (views, { reading }) => recordReadings(views, [{ ...reading, withdrawnAt: null }]),
  answered: (views, reading) => recordReadings(views, [reading]),
  touches: ({ reading }) => touchedBy([reading]),
};
