import { Injectable } from '@nestjs/common';
import { START_BRIEF, type Brief, type BriefFields } from '@ulpen/core';
import type { Knex } from 'knex';
import { ProblemError } from '../problems/problem-error.ts';

@Injectable()
export class BriefsRepository {
  /** A job that nobody has asked the owner about starts from the usual. */
  async ofJob(db: Knex, jobId: string): Promise<Brief> {
    const row = await db('briefs').where({ job_id: jobId }).first();
    return row ? { ...START_BRIEF, ...row.wanted, version: row.version } : { ...START_BRIEF, version: 1 };
  }

  async change(db: Knex, jobId: string, version: number, fields: BriefFields): Promise<Brief> {
    const current = await this.ofJob(db, jobId);
    if (current.version !== version) throw ProblemError.stale('brief', current);
    const changed = { ...fields, version: version + 1 };
    await this.put(db, jobId, changed);
    return changed;
  }

  async put(db: Knex, jobId: string, { version, ...wanted }: Brief): Promise<void> {
    const row = { job_id: jobId, wanted: JSON.stringify(wanted), version };
    await db('briefs').insert(row).onConflict('job_id').merge();
  }
}
