import type { Chapter, Reading, ReadingFields } from '@ulpen/core';
import type { Command } from './command.ts';
import { recordReadings, touchedBy } from './reading-views.ts';

interface Input {
  jobId: string;
  /** of the job, as the page knows it */
  chapter: Chapter;
  readings: (ReadingFields & { id: string })[];
}

/** Readings taken at the bench or pasted: all of them, or none. The map is drawn with them at once. */
export const addReadings: Command<Input, Reading[]> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId, readings }) => ({ method: 'POST', path: `/jobs/${jobId}/readings`, body: { readings } }),
  atOnce: (views, { readings, chapter }) => {
    const takenAt = new Date().toISOString();
    recordReadings(
      views,
      readings.map((r) => ({ ...r, simulated: false, chapter, takenAt, withdrawnAt: null })),
    );
  },
  answered: recordReadings,
  touches: ({ readings }) => touchedBy(readings),
};
