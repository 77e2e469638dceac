import { Injectable } from '@nestjs/common';
import type { Target, TargetFields } from '@ulpen/core';
import type { Knex } from 'knex';
import { assertRoom } from '../database/limits.ts';
import { found, fromRow, fromRowWithRetired } from '../database/rows.ts';
import { VersionedTable } from '../database/versioned-table.ts';
import { assertNoPlanStandsOn } from '../plans/standing-plans.ts';
import { ProblemError } from '../problems/problem-error.ts';

@Injectable()
export class TargetsRepository {
  private readonly table = new VersionedTable<Target>('targets', 'target');

  async get(db: Knex, id: string): Promise<Target> {
    const row = found(await targets(db).where({ 't.id': id, 't.retired_at': null }).first(), 'target');
    return fromRow<Target>(row);
  }

  /** An amplifier that the library has no more is shown as open. */
  async ofJob(db: Knex, jobId: string): Promise<Target[]> {
    return (await this.record(db, jobId)).flatMap(({ retiredAt, ...target }) => (retiredAt ? [] : [target]));
  }

  /** Retired ones among them. */
  async record(db: Knex, jobId: string): Promise<(Target & { retiredAt: string | null })[]> {
    const rows = await targets(db).where('t.job_id', jobId).orderBy('t.position');
    return rows.map((row) => fromRowWithRetired<Target>(row));
  }

  async add(
    db: Knex,
    jobId: string,
    fields: TargetFields & { version?: number; retiredAt?: string | null },
  ): Promise<Target> {
    await assertRoom(db, 'targetsOfJob', { table: 'targets', where: { job_id: jobId } });
    await assertAmplifier(db, fields.amplifierId);
    return this.table.append(db, { jobId }, fields);
  }

  async change(db: Knex, id: string, version: number, fields: TargetFields): Promise<Target> {
    await assertAmplifier(db, fields.amplifierId);
    return this.table.update(db, id, version, fields);
  }

  async remove(db: Knex, id: string): Promise<void> {
    await assertNoPlanStandsOn(db, { 't.id': id });
    await this.table.retire(db, id);
  }

  async restore(db: Knex, id: string): Promise<Target> {
    await this.table.restore(db, id);
    return this.table.get(db, id);
  }
}

const targets = (db: Knex) =>
  db('targets as t')
    .leftJoin('devices as d', 'd.id', 't.amplifier_id')
    .select('t.*', db.raw('case when d.retired_at is null then t.amplifier_id end as amplifier_id'));

async function assertAmplifier(db: Knex, amplifierId: string | null): Promise<void> {
  if (amplifierId === null) return;
  const device = await db('devices').where({ id: amplifierId, retired_at: null }).first('kind');
  if (device?.kind !== 'amplifier')
    throw ProblemError.invalid([{ field: 'amplifierId', message: 'is no amplifier of the library' }]);
}
