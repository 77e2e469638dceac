import type { Creating, Reading, ReadingFields } from '@ulpen/core';
import type { Command } from './command.ts';
import { recordReadings, touchedBy } from './reading-views.ts';

interface Input {
  jobId: string;
  readings: Creating<ReadingFields>[];
}

/** Readings taken at the bench or pasted: all of them, or none. */
export const addReadings: Command<Input, Reading[]> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId, readings }) => ({ method: 'POST', path: `/jobs/${jobId}/readings`, body: { readings } }),
  answered: recordReadings,
  touches: ({ readings }) => touchedBy(readings),
};
