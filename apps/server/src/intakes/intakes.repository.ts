import { isDeepStrictEqual } from 'node:util';
import { Inject, Injectable } from '@nestjs/common';
import { type Intake, type IntakeFields, START_INTAKE } from '@ulpen/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/knex.ts';
import { found, fromRow, toRow } from '../database/rows.ts';
import { ProblemError } from '../problems/problem-error.ts';

@Injectable()
export class IntakesRepository {
  constructor(@Inject(KNEX) private readonly knex: Knex) {}

  /** A job that nobody has taken in yet starts from the usual. */
  async ofJob(jobId: string, trx: Knex = this.knex): Promise<Intake> {
    const row = await trx('intakes').where({ job_id: jobId }).first();
    if (!row) return { ...START_INTAKE, version: 1 };
    const { jobId: _, ...intake } = fromRow<Intake & { jobId: string }>(row);
    return intake;
  }

  change(jobId: string, version: number, fields: IntakeFields): Promise<Intake> {
    return this.knex.transaction(async (trx) => {
      found(await trx('jobs').where({ id: jobId }).forUpdate().first('id'), 'job');
      const current = await this.ofJob(jobId, trx);
      if (current.version !== version) throw ProblemError.stale('intake', current);
      if (!isDeepStrictEqual(current.walkIns, fields.walkIns.slice(0, current.walkIns.length)))
        throw ProblemError.invalid([
          { field: 'walkIns', message: 'a signed check stays as it is; sign another one' },
        ]);
      await this.put(jobId, { ...fields, version: version + 1 }, trx);
      return this.ofJob(jobId, trx);
    });
  }

  async put(jobId: string, intake: Intake, trx: Knex): Promise<void> {
    const row = {
      ...toRow(intake),
      job_id: jobId,
      clues: JSON.stringify(intake.clues),
      walk_ins: JSON.stringify(intake.walkIns),
    };
    await trx('intakes').insert(row).onConflict('job_id').merge();
  }
}
