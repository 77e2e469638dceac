import { Injectable } from '@nestjs/common';
import type { Unit, UnitFields } from '@ulpen/core';
import type { Knex } from 'knex';
import { assertRoom } from '../database/limits.ts';
import { fromRow, fromRowWithRetired } from '../database/rows.ts';
import { VersionedTable } from '../database/versioned-table.ts';
import { assertUnitEndsFree } from '../pairs/output-ends.ts';
import { assertNoPlanStandsOn } from '../plans/standing-plans.ts';

@Injectable()
export class UnitsRepository {
  private readonly table = new VersionedTable<Unit>('units', 'unit');

  async ofJob(db: Knex, jobId: string): Promise<Unit[]> {
    const rows = await db('units').where({ job_id: jobId, retired_at: null }).orderBy('position');
    return rows.map((row) => fromRow<Unit>(row));
  }

  /** Retired ones among them. */
  async record(db: Knex, jobId: string): Promise<(Unit & { retiredAt: string | null })[]> {
    const rows = await db('units').where({ job_id: jobId }).orderBy('position');
    return rows.map((row) => fromRowWithRetired<Unit>(row));
  }

  async add(
    db: Knex,
    jobId: string,
    fields: UnitFields & { version?: number; retiredAt?: string | null },
  ): Promise<Unit> {
    await assertRoom(db, 'unitsOfJob', { table: 'units', where: { job_id: jobId } });
    return this.table.append(db, { jobId }, fields);
  }

  change(db: Knex, id: string, version: number, fields: UnitFields): Promise<Unit> {
    return this.table.update(db, id, version, fields);
  }

  async remove(db: Knex, id: string): Promise<void> {
    await this.table.get(db, id);
    await assertNoPlanStandsOn(db, { 'p.unit_id': id });
    await this.table.retire(db, id);
  }

  async restore(db: Knex, jobId: string, id: string): Promise<Unit> {
    await this.table.restore(db, id);
    await assertUnitEndsFree(db, jobId, id);
    return this.table.get(db, id);
  }
}
