import type { Reading } from '@ulpen/core';
import { bound, type Command } from './command.ts';
import { recordReadings, touchedBy } from './reading-views.ts';
import { restoreReading } from './restore-reading.ts';

interface Input {
  jobId: string;
  reading: Reading;
}

/** A mistake counts no more, and stays in the record. */
export const withdrawReading: Command<Input, Reading> = {
  job: ({ jobId }) => jobId,
  request: ({ reading }) => ({ method: 'POST', path: `/readings/${reading.id}/withdraw` }),
  atOnce: (views, { reading }) =>
    recordReadings(views, [{ ...reading, withdrawnAt: new Date().toISOString() }]),
  answered: (views, reading) => recordReadings(views, [reading]),
  touches: ({ reading }) => touchedBy([reading]),
  undo: ({ jobId }, reading) => ({
    text: `Withdrawn: ${reading.entered || 'the last reading'}. It stays in the record.`,
    back: bound(restoreReading, { jobId, reading }),
  }),
};
