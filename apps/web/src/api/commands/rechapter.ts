import { type Chapter, CHAPTER_WORD, type Job } from '@ulpen/core';
import { bound, type Command } from './command.ts';

/** Kinds of records, as the API names them. */
export type RecordKind = 'readings' | 'captures' | 'recordings' | 'checks';

interface Input {
  jobId: string;
  kind: RecordKind;
  id: string;
  chapter: Chapter;
  from: Chapter;
}

/** A record that was taken in another chapter than it tells of. */
export const rechapter: Command<Input, Job> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId, kind, id, chapter }) => ({
    method: 'POST',
    path: `/jobs/${jobId}/chapters`,
    body: { chapter, [kind]: [id] },
  }),
  touches: () => ['job', 'harness', 'measurements'],
  undo: (input) => ({
    text: `Kept as taken ${CHAPTER_WORD[input.chapter]}.`,
    back: bound(rechapter, { ...input, chapter: input.from, from: input.chapter }),
  }),
};
