import { type Chapter, CHAPTER_WORD, type Job } from '@ulpen/core';
import { bound, type Command } from './command.ts';

interface Input {
  jobId: string;
  version: number;
  chapter: Chapter;
  /** what it was */
  from: Chapter;
}

/** The work goes on: what is measured from now on belongs to another chapter. */
export const setChapter: Command<Input, Job> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId, version, chapter }) => ({
    method: 'PUT',
    path: `/jobs/${jobId}/chapter`,
    body: { version, chapter },
  }),
  answered: (views, job) => views.job((view) => ({ ...view, ...job })),
  touches: () => ['job', 'list'],
  undo: ({ jobId, chapter, from }, { version }) => ({
    text: `From now on, readings are kept as taken ${CHAPTER_WORD[chapter]}.`,
    back: bound(setChapter, { jobId, version, chapter: from, from: chapter }),
  }),
};
