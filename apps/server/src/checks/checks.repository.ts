import { Injectable } from '@nestjs/common';
import type { Check, CheckFields } from '@ulpen/core';
import type { Knex } from 'knex';
import { chapterNow } from '../database/chapter-now.ts';
import { assertRoom } from '../database/limits.ts';
import { fromRow, toRow } from '../database/rows.ts';
import { setWithdrawn } from '../database/withdraw.ts';

export type NewCheck = CheckFields & Partial<Pick<Check, 'takenAt' | 'withdrawnAt' | 'chapter'>>;

@Injectable()
export class ChecksRepository {
  /** All of them or none. */
  async addAll(db: Knex, jobId: string, checks: readonly NewCheck[]): Promise<Check[]> {
    const where = { job_id: jobId };
    await assertRoom(db, 'checksOfJob', { table: 'checks', where, adding: checks.length, field: 'checks' });
    if (checks.length === 0) return [];
    const rows = await db('checks')
      .insert(
        checks.map(({ madeWith = [], ...c }) => ({
          ...toRow({ jobId, chapter: chapterNow(db, jobId), ...c }),
          made_with: JSON.stringify(madeWith),
        })),
      )
      .returning('*');
    return rows.map((row) => fromRow<Check>(row));
  }

  /** Oldest first; `all` with those of retired outputs. */
  async ofJob(db: Knex, jobId: string, { all = false } = {}): Promise<Check[]> {
    const query = db('checks as x').where('x.job_id', jobId).orderBy('x.position').select('x.*');
    if (!all)
      query
        .leftJoin('pairs as p', 'p.id', 'x.pair_id')
        .leftJoin('units as u', 'u.id', 'p.unit_id')
        .where({ 'p.retired_at': null, 'u.retired_at': null });
    return (await query).map((row) => fromRow<Check>(row));
  }

  async setWithdrawn(db: Knex, id: string, withdrawn: boolean): Promise<Check> {
    return fromRow<Check>(await setWithdrawn(db, 'checks', { id, withdrawn, what: 'check' }));
  }
}
