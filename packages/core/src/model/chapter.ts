import { z } from 'zod';

/** How far the work on a car is: before anything was changed, while it is changed, once it is done, on a later visit. */
export const CHAPTERS = ['before', 'during', 'after', 'later'] as const;
export const chapterSchema = z.enum(CHAPTERS);
export type Chapter = z.infer<typeof chapterSchema>;

export const CHAPTER_WORD: Record<Chapter, string> = {
  before: 'before the work',
  during: 'during the work',
  after: 'after the work',
  later: 'on a later visit',
};

/** What decides whether something that was measured counts. */
export interface Taken {
  withdrawnAt: string | null;
  /** where the work stood when it was taken */
  chapter: Chapter;
}

/**
 * Whether a reading, capture, recording or check tells of the factory system. Map, profiles and plans stand on these
 * alone: what is measured on a car that is being changed tells of the changed car.
 */
export const tellsOfFactory = ({ withdrawnAt, chapter }: Taken): boolean =>
  withdrawnAt === null && chapter === 'before';

const someIds = z.array(z.uuid('an id is a UUID')).max(500, 'at most 500 at once').default([]);

/** Records that were put into the wrong chapter; what was heard in a recording goes with it. */
export const rechapteringSchema = z
  .object({
    chapter: chapterSchema,
    readings: someIds,
    captures: someIds,
    recordings: someIds,
    checks: someIds,
  })
  .refine((r) => r.readings.length + r.captures.length + r.recordings.length + r.checks.length > 0, {
    error: 'at least one reading, capture, recording or check',
  })
  .meta({ id: 'Rechaptering' });
export type Rechaptering = z.infer<typeof rechapteringSchema>;
