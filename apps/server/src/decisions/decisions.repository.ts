import { Injectable } from '@nestjs/common';
import type { Decision, DecisionFields } from '@ulpen/core';
import type { Knex } from 'knex';
import { assertRoom } from '../database/limits.ts';
import { fromRow, toRow } from '../database/rows.ts';
import { setWithdrawn } from '../database/withdraw.ts';

export type NewDecision = DecisionFields & Partial<Pick<Decision, 'takenAt' | 'withdrawnAt'>>;

@Injectable()
export class DecisionsRepository {
  /** All of them or none. */
  async addAll(db: Knex, jobId: string, decisions: readonly NewDecision[]): Promise<Decision[]> {
    await assertRoom(db, 'decisionsOfJob', {
      table: 'decisions',
      where: { job_id: jobId },
      adding: decisions.length,
      field: 'decisions',
    });
    if (decisions.length === 0) return [];
    const rows = await db('decisions')
      .insert(
        decisions.map(({ subjects, figures, ...d }) => ({
          ...toRow({ jobId, ...d }),
          subjects: subjects && JSON.stringify(subjects),
          figures: JSON.stringify(figures),
        })),
      )
      .returning('*');
    return rows.map((row) => fromRow<Decision>(row));
  }

  /** Oldest first; `all` with those about retired outputs and targets. */
  async ofJob(db: Knex, jobId: string, { all = false } = {}): Promise<Decision[]> {
    const query = db('decisions as d').where('d.job_id', jobId).orderBy('d.position').select('d.*');
    if (!all)
      query
        .leftJoin('targets as t', 't.id', 'd.target_id')
        .leftJoin('pairs as p', 'p.id', 'd.pair_id')
        .leftJoin('units as u', 'u.id', 'p.unit_id')
        .where({ 't.retired_at': null, 'p.retired_at': null, 'u.retired_at': null });
    return (await query).map((row) => fromRow<Decision>(row));
  }

  async setWithdrawn(db: Knex, id: string, withdrawn: boolean): Promise<Decision> {
    return fromRow<Decision>(await setWithdrawn(db, 'decisions', { id, withdrawn, what: 'decision' }));
  }
}
