import type { Chapter } from '@ulpen/core';

/** As a choice, and at the head of a job. */
export const CHAPTER_TITLE: Record<Chapter, string> = {
  before: 'Before the work',
  during: 'During the work',
  after: 'After the work',
  later: 'Later visit',
};
