import { Injectable } from '@nestjs/common';
import { type Pair, type PairFields, pairName } from '@ulpen/core';
import type { Knex } from 'knex';
import { assertRoom } from '../database/limits.ts';
import { found, fromRow, fromRowWithRetired } from '../database/rows.ts';
import { VersionedTable } from '../database/versioned-table.ts';
import { assertNoPlanStandsOn } from '../plans/standing-plans.ts';
import { ProblemError } from '../problems/problem-error.ts';
import { assertUnitThere } from '../units/unit-there.ts';

@Injectable()
export class PairsRepository {
  private readonly table = new VersionedTable<Pair>('pairs', 'output');

  /** An output in sight: neither it nor its unit is retired. */
  async get(db: Knex, id: string): Promise<Pair> {
    const pair = await this.table.get(db, id);
    await assertUnitThere(db, pair.unitId, 'output');
    return pair;
  }

  async ofJob(db: Knex, jobId: string): Promise<Pair[]> {
    const rows = await db('pairs as p')
      .join('units as u', 'u.id', 'p.unit_id')
      .where({ 'u.job_id': jobId, 'p.retired_at': null, 'u.retired_at': null })
      .orderBy(['u.position', 'p.position'])
      .select('p.*');
    return rows.map((row) => fromRow<Pair>(row));
  }

  /** Retired ones among them. */
  async record(db: Knex, jobId: string): Promise<(Pair & { retiredAt: string | null })[]> {
    const rows = await db('pairs as p')
      .join('units as u', 'u.id', 'p.unit_id')
      .where('u.job_id', jobId)
      .orderBy(['u.position', 'p.position'])
      .select('p.*');
    return rows.map((row) => fromRowWithRetired<Pair>(row));
  }

  async add(
    db: Knex,
    unitId: string,
    fields: PairFields & { version?: number; retiredAt?: string | null },
  ): Promise<Pair> {
    await assertRoom(db, 'outputsOfUnit', { table: 'pairs', where: { unit_id: unitId } });
    if (!fields.retiredAt) await this.assertCavitiesFree(db, unitId, fields, null);
    return this.table.append(db, { unitId }, fields);
  }

  async change(db: Knex, id: string, version: number, fields: PairFields): Promise<Pair> {
    const current = await this.get(db, id);
    // Said before the fields are looked at: they were typed over a state that is gone.
    if (current.version !== version) throw ProblemError.stale('output', current);
    await this.assertCavitiesFree(db, current.unitId, fields, id);
    return this.table.update(db, id, version, fields);
  }

  async remove(db: Knex, id: string): Promise<void> {
    await this.get(db, id);
    await assertNoPlanStandsOn(db, { 'p.id': id });
    await this.table.retire(db, id);
  }

  async restore(db: Knex, id: string): Promise<Pair> {
    const pair = fromRow<Pair>(found(await db('pairs').where({ id }).first(), 'output'));
    await assertUnitThere(db, pair.unitId, 'output');
    await this.assertCavitiesFree(db, pair.unitId, pair, id);
    await this.table.restore(db, id);
    return pair;
  }

  /** A cavity of a plug holds one wire, so two pairs never share one. */
  private async assertCavitiesFree(
    db: Knex,
    unitId: string,
    fields: PairFields,
    except: string | null,
  ): Promise<void> {
    const wanted = [fields.plusCavity, fields.minusCavity].filter((c) => c !== null);
    if (fields.plug === '' || wanted.length === 0) return;
    const query = db('pairs')
      .where({ unit_id: unitId, plug: fields.plug, retired_at: null })
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
