import { Inject, Injectable } from '@nestjs/common';
import { type Check, type CheckFields, MOST_CHECKS } from '@ulpen/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/knex.ts';
import { found, fromRow, toRow } from '../database/rows.ts';
import { ProblemError } from '../problems/problem-error.ts';

export type NewCheck = CheckFields & Partial<Pick<Check, 'takenAt' | 'withdrawnAt'>>;

@Injectable()
export class ChecksRepository {
  constructor(@Inject(KNEX) private readonly knex: Knex) {}

  /** All of them or none. */
  addAll(jobId: string, checks: readonly NewCheck[], outer: Knex = this.knex): Promise<Check[]> {
    return outer.transaction(async (trx) => {
      found(await trx('jobs').where({ id: jobId }).forUpdate().first('id'), 'job');
      const [{ count }] = (await trx('checks').where({ job_id: jobId }).count()) as [{ count: string }];
      if (Number(count) + checks.length > MOST_CHECKS)
        throw ProblemError.invalid([{ field: 'checks', message: `at most ${MOST_CHECKS} checks a job` }]);
      if (checks.length === 0) return [];
      const rows = await trx('checks')
        .insert(checks.map((c) => toRow({ jobId, ...c })))
        .returning('*');
      return rows.map((row) => fromRow<Check>(row));
    });
  }

  /** Oldest first. */
  async ofJob(jobId: string): Promise<Check[]> {
    const rows = await this.knex('checks').where({ job_id: jobId }).orderBy('position');
    return rows.map((row) => fromRow<Check>(row));
  }

  async setWithdrawn(id: string, withdrawn: boolean): Promise<Check> {
    const [row] = await this.knex('checks')
      .where({ id })
      .update({ withdrawn_at: withdrawn ? this.knex.fn.now() : null })
      .returning('*');
    return fromRow<Check>(found(row, 'check'));
  }
}
