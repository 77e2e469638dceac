import { Inject, Injectable } from '@nestjs/common';
import { type Pair, type PairFields, pairName } from '@ulpen/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/knex.ts';
import { found, fromRow } from '../database/rows.ts';
import { VersionedTable } from '../database/versioned-table.ts';
import { ProblemError } from '../problems/problem-error.ts';

@Injectable()
export class PairsRepository {
  private readonly table: VersionedTable<Pair>;

  constructor(@Inject(KNEX) private readonly knex: Knex) {
    this.table = new VersionedTable<Pair>(knex, 'pairs', 'output');
  }

  get(id: string): Promise<Pair> {
    return this.table.get(id);
  }

  /** @throws ProblemError (404) when one of them is no output of the job */
  async assertOfJob(jobId: string, ids: readonly string[]): Promise<void> {
    found(await this.knex('jobs').where({ id: jobId }).first('id'), 'job');
    const rows = await this.knex('pairs as p')
      .join('units as u', 'u.id', 'p.unit_id')
      .where('u.job_id', jobId)
      .whereIn('p.id', [...ids])
      .select('p.id');
    if (rows.length < new Set(ids).size) throw ProblemError.notFound('output');
  }

  async ofUnits(unitIds: readonly string[]): Promise<Pair[]> {
    const rows = await this.knex('pairs')
      .whereIn('unit_id', [...unitIds])
      .orderBy('position');
    return rows.map((row) => fromRow<Pair>(row));
  }

  add(unitId: string, fields: PairFields, within?: Knex): Promise<Pair> {
    const write = async (trx: Knex) => {
      found(await trx('units').where({ id: unitId }).forUpdate().first('id'), 'unit');
      await this.assertCavitiesFree(trx, unitId, fields, null);
      return this.table.append({ unitId }, fields, trx);
    };
    return within ? write(within) : this.knex.transaction(write);
  }

  change(id: string, version: number, fields: PairFields): Promise<Pair> {
    return this.knex.transaction(async (trx) => {
      const { unitId } = await this.table.get(id);
      await trx('units').where({ id: unitId }).forUpdate().first('id');
      await this.assertCavitiesFree(trx, unitId, fields, id);
      return this.table.update(id, version, fields, trx);
    });
  }

  remove(id: string): Promise<void> {
    return this.table.remove(id);
  }

  /** A cavity of a plug holds one wire, so two pairs never share one. */
  private async assertCavitiesFree(
    trx: Knex,
    unitId: string,
    fields: PairFields,
    except: string | null,
  ): Promise<void> {
    const wanted = [fields.plusCavity, fields.minusCavity].filter((c) => c !== null);
    if (fields.plug === '' || wanted.length === 0) return;
    const query = trx('pairs')
      .where({ unit_id: unitId, plug: fields.plug })
      .andWhere((either) => either.whereIn('plus_cavity', wanted).orWhereIn('minus_cavity', wanted));
    if (except) query.andWhereNot({ id: except });
    const row = await query.first();
    if (!row) return;
    const other = fromRow<Pair>(row);
    const field = [other.plusCavity, other.minusCavity].includes(fields.plusCavity)
      ? 'plusCavity'
      : 'minusCavity';
    const message = `cavity ${fields[field]} of plug ${fields.plug} already belongs to ${pairName(other)}`;
    throw ProblemError.invalid([{ field, message }]);
  }
}
