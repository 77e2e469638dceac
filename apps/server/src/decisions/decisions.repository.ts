import { Inject, Injectable } from '@nestjs/common';
import { type Decision, type DecisionFields, MOST_DECISIONS } from '@ulpen/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/knex.ts';
import { found, fromRow, toRow } from '../database/rows.ts';
import { ProblemError } from '../problems/problem-error.ts';

export type NewDecision = DecisionFields & Partial<Pick<Decision, 'takenAt' | 'withdrawnAt'>>;

@Injectable()
export class DecisionsRepository {
  constructor(@Inject(KNEX) private readonly knex: Knex) {}

  /** All of them or none. */
  addAll(jobId: string, decisions: readonly NewDecision[], outer: Knex = this.knex): Promise<Decision[]> {
    return outer.transaction(async (trx) => {
      found(await trx('jobs').where({ id: jobId }).forUpdate().first('id'), 'job');
      const [{ count }] = (await trx('decisions').where({ job_id: jobId }).count()) as [{ count: string }];
      if (Number(count) + decisions.length > MOST_DECISIONS)
        throw ProblemError.invalid([{ field: 'decisions', message: `at most ${MOST_DECISIONS} a job` }]);
      if (decisions.length === 0) return [];
      await assertTargetsOf(trx, jobId, decisions);
      const rows = await trx('decisions')
        .insert(decisions.map((d) => toRow({ jobId, ...d })))
        .returning('*');
      return rows.map((row) => fromRow<Decision>(row));
    });
  }

  /** Oldest first. */
  async ofJob(jobId: string): Promise<Decision[]> {
    const rows = await this.knex('decisions').where({ job_id: jobId }).orderBy('position');
    return rows.map((row) => fromRow<Decision>(row));
  }

  async setWithdrawn(id: string, withdrawn: boolean): Promise<Decision> {
    const [row] = await this.knex('decisions')
      .where({ id })
      .update({ withdrawn_at: withdrawn ? this.knex.fn.now() : null })
      .returning('*');
    return fromRow<Decision>(found(row, 'decision'));
  }
}

/** What a decision names belongs to its own job. */
async function assertTargetsOf(trx: Knex, jobId: string, decisions: readonly NewDecision[]): Promise<void> {
  const own = new Set((await trx('targets').where({ job_id: jobId }).select('id')).map((t) => t.id));
  const at = decisions.findIndex((d) => d.targetId !== null && !own.has(d.targetId));
  if (at >= 0) throw ProblemError.invalid([{ field: `${at}.targetId`, message: 'is no target of this job' }]);
}
