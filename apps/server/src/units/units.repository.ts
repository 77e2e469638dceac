import { Inject, Injectable } from '@nestjs/common';
import type { Unit, UnitFields } from '@ulpen/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/knex.ts';
import { found, fromRow } from '../database/rows.ts';
import { VersionedTable } from '../database/versioned-table.ts';

@Injectable()
export class UnitsRepository {
  private readonly table: VersionedTable<Unit>;

  constructor(@Inject(KNEX) private readonly knex: Knex) {
    this.table = new VersionedTable<Unit>(knex, 'units', 'unit');
  }

  async ofJob(jobId: string): Promise<Unit[]> {
    const rows = await this.knex('units').where({ job_id: jobId }).orderBy('position');
    return rows.map((row) => fromRow<Unit>(row));
  }

  async add(jobId: string, fields: UnitFields, trx: Knex = this.knex): Promise<Unit> {
    found(await trx('jobs').where({ id: jobId }).first('id'), 'job');
    return this.table.append({ jobId }, fields, trx);
  }

  change(id: string, version: number, fields: UnitFields): Promise<Unit> {
    return this.table.update(id, version, fields);
  }

  remove(id: string): Promise<void> {
    return this.table.remove(id);
  }
}
