import { Injectable } from '@nestjs/common';
import { START_WIRING, type WiringChoices, type WiringFields } from '@ulpen/core';
import type { Knex } from 'knex';
import { ProblemError } from '../problems/problem-error.ts';

@Injectable()
export class WiringsRepository {
  /** A job that nobody has wired yet is joined as the shop does. */
  async ofJob(db: Knex, jobId: string): Promise<WiringChoices> {
    const row = await db('wirings').where({ job_id: jobId }).first();
    return row ? { ...START_WIRING, ...row.choices, version: row.version } : { ...START_WIRING, version: 1 };
  }

  async change(db: Knex, jobId: string, version: number, fields: WiringFields): Promise<WiringChoices> {
    const current = await this.ofJob(db, jobId);
    if (current.version !== version) throw ProblemError.stale('wiring', current);
    const changed = { ...fields, version: version + 1 };
    await this.put(db, jobId, changed);
    return changed;
  }

  async put(db: Knex, jobId: string, { version, ...choices }: WiringChoices): Promise<void> {
    const row = { job_id: jobId, choices: JSON.stringify(choices), version };
    await db('wirings').insert(row).onConflict('job_id').merge();
  }
}
