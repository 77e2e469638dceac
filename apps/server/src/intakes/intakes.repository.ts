import { isDeepStrictEqual } from 'node:util';
import { Injectable } from '@nestjs/common';
import { type Intake, type IntakeFields, START_INTAKE } from '@ulpen/core';
import type { Knex } from 'knex';
import { fromRow, toRow } from '../database/rows.ts';
import { ProblemError } from '../problems/problem-error.ts';

@Injectable()
export class IntakesRepository {
  /** A job that nobody has taken in yet starts from the usual. */
  async ofJob(db: Knex, jobId: string): Promise<Intake> {
    const row = await db('intakes').where({ job_id: jobId }).first();
    if (!row) return { ...START_INTAKE, version: 1 };
    const { jobId: _, ...intake } = fromRow<Intake & { jobId: string }>(row);
    return intake;
  }

  async change(db: Knex, jobId: string, version: number, fields: IntakeFields): Promise<Intake> {
    const current = await this.ofJob(db, jobId);
    if (current.version !== version) throw ProblemError.stale('intake', current);
    if (!isDeepStrictEqual(current.walkIns, fields.walkIns.slice(0, current.walkIns.length)))
      throw ProblemError.invalid([
        { field: 'walkIns', message: 'a signed check stays as it is; sign another one' },
      ]);
    // A signature carries the server's time, whatever the clock of the signer's device says.
    const signedAt = new Date().toISOString();
    const walkIns = fields.walkIns.map((w, n) => (n < current.walkIns.length ? w : { ...w, signedAt }));
    await this.put(db, jobId, { ...fields, walkIns, version: version + 1 });
    return this.ofJob(db, jobId);
  }

  async put(db: Knex, jobId: string, intake: Intake): Promise<void> {
    const row = {
      ...toRow(intake),
      job_id: jobId,
      clues: JSON.stringify(intake.clues),
      reference: JSON.stringify(intake.reference),
      walk_ins: JSON.stringify(intake.walkIns),
    };
    await db('intakes').insert(row).onConflict('job_id').merge();
  }
}
