import { Inject, Injectable } from '@nestjs/common';
import { START_BRIEF, type Brief, type BriefFields } from '@ulpen/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/knex.ts';
import { found } from '../database/rows.ts';
import { ProblemError } from '../problems/problem-error.ts';

@Injectable()
export class BriefsRepository {
  constructor(@Inject(KNEX) private readonly knex: Knex) {}

  /** A job that nobody has asked the owner about starts from the usual. */
  async ofJob(jobId: string, trx: Knex = this.knex): Promise<Brief> {
    const row = await trx('briefs').where({ job_id: jobId }).first();
    return row ? { ...row.wanted, version: row.version } : { ...START_BRIEF, version: 1 };
  }

  change(jobId: string, version: number, fields: BriefFields): Promise<Brief> {
    return this.knex.transaction(async (trx) => {
      found(await trx('jobs').where({ id: jobId }).forUpdate().first('id'), 'job');
      const current = await this.ofJob(jobId, trx);
      if (current.version !== version) throw ProblemError.stale('brief', current);
      await this.put(jobId, { ...fields, version: version + 1 }, trx);
      return this.ofJob(jobId, trx);
    });
  }

  async put(jobId: string, { version, ...wanted }: Brief, trx: Knex): Promise<void> {
    const row = { job_id: jobId, wanted: JSON.stringify(wanted), version };
    await trx('briefs').insert(row).onConflict('job_id').merge();
  }
}
