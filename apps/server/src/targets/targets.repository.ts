import { Inject, Injectable } from '@nestjs/common';
import type { Target, TargetFields } from '@ulpen/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/knex.ts';
import { found, fromRow } from '../database/rows.ts';
import { VersionedTable } from '../database/versioned-table.ts';

@Injectable()
export class TargetsRepository {
  private readonly table: VersionedTable<Target>;

  constructor(@Inject(KNEX) private readonly knex: Knex) {
    this.table = new VersionedTable<Target>(knex, 'targets', 'target');
  }

  get(id: string): Promise<Target> {
    return this.table.get(id);
  }

  async ofJob(jobId: string): Promise<Target[]> {
    const rows = await this.knex('targets').where({ job_id: jobId }).orderBy('position');
    return rows.map((row) => fromRow<Target>(row));
  }

  async add(jobId: string, fields: TargetFields, trx: Knex = this.knex): Promise<Target> {
    found(await trx('jobs').where({ id: jobId }).first('id'), 'job');
    return this.table.append({ jobId }, fields, trx);
  }

  change(id: string, version: number, fields: TargetFields): Promise<Target> {
    return this.table.update(id, version, fields);
  }

  remove(id: string): Promise<void> {
    return this.table.remove(id);
  }
}
