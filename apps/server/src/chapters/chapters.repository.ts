import { Injectable } from '@nestjs/common';
import type { Chapter, Rechaptering } from '@ulpen/core';
import type { Knex } from 'knex';
import { ProblemError } from '../problems/problem-error.ts';

type Kind = Exclude<keyof Rechaptering, 'chapter'>;

/** Ids among some that are records of a job. */
const OF_JOB: Record<Kind, string> = {
  readings: 'select id from readings where job_id = ? and id = any(?)',
  captures: `select c.id from captures c join pairs p on p.id = c.pair_id join units u on u.id = p.unit_id
    where u.job_id = ? and c.id = any(?)`,
  recordings: 'select id from recordings where job_id = ? and id = any(?)',
  checks: 'select id from checks where job_id = ? and id = any(?)',
};
const WORD: Record<Kind, string> = {
  readings: 'reading',
  captures: 'capture',
  recordings: 'recording',
  checks: 'check',
};
const KINDS = Object.keys(OF_JOB) as Kind[];

@Injectable()
export class ChaptersRepository {
  /** All of them or none. @throws ProblemError (400) at every one that is no record of the job */
  async move(db: Knex, jobId: string, { chapter, ...records }: Rechaptering): Promise<void> {
    for (const kind of KINDS) await this.assertOwn(db, jobId, kind, records[kind]);
    for (const kind of KINDS) await put(db, kind, 'id', records[kind], chapter);
    // What was heard belongs to the recording it was heard in, whichever of the two was named.
    const heard = db('captures').whereIn('id', records.captures).whereNotNull('recording_id');
    const recordings = [...records.recordings, ...(await heard.pluck<string[]>('recording_id'))];
    await put(db, 'recordings', 'id', recordings, chapter);
    await put(db, 'captures', 'recording_id', recordings, chapter);
  }

  private async assertOwn(db: Knex, jobId: string, kind: Kind, ids: readonly string[]): Promise<void> {
    const { rows } = await db.raw<{ rows: { id: string }[] }>(OF_JOB[kind], [jobId, [...ids]]);
    const own = new Set(rows.map((r) => r.id));
    const strangers = ids.flatMap((id, n) => (own.has(id.toLowerCase()) ? [] : [n]));
    if (strangers.length > 0)
      throw ProblemError.invalid(
        strangers
          .slice(0, 20)
          .map((n) => ({ field: `${kind}.${n}`, message: `is no ${WORD[kind]} of this job` })),
      );
  }
}

async function put(
  db: Knex,
  table: Kind,
  column: 'id' | 'recording_id',
  ids: readonly string[],
  chapter: Chapter,
): Promise<void> {
  if (ids.length > 0)
    await db(table)
      .whereIn(column, [...ids])
      .update({ chapter });
}
