import { Injectable } from '@nestjs/common';
import { type EndView, type Pair, type PairFields } from '@ulpen/core';
import type { Knex } from 'knex';
import { assertRoom } from '../database/limits.ts';
import { found, fromRow, fromRowWithRetired } from '../database/rows.ts';
import { VersionedTable } from '../database/versioned-table.ts';
import { assertNoPlanStandsOn } from '../plans/standing-plans.ts';
import { ProblemError } from '../problems/problem-error.ts';
import { assertUnitThere } from '../units/unit-there.ts';
import { assertEndsFree, endsOf, placedEnds, writeEnds } from './output-ends.ts';

type Row = Omit<Pair, 'ends'>;

@Injectable()
export class PairsRepository {
  private readonly table = new VersionedTable<Row>('pairs', 'output');

  /** An output in sight: neither it nor its unit is retired. */
  async get(db: Knex, id: string): Promise<Pair> {
    const pair = await this.table.get(db, id);
    await assertUnitThere(db, pair.unitId, 'output');
    return withEnds(db, pair);
  }

  /** Outputs in sight, with their ends in sight and what is known of each. */
  async ofJob(db: Knex, jobId: string): Promise<(Omit<Pair, 'ends'> & { ends: EndView[] })[]> {
    const rows = await db('pairs as p')
      .join('units as u', 'u.id', 'p.unit_id')
      .where({ 'u.job_id': jobId, 'p.retired_at': null, 'u.retired_at': null })
      .orderBy(['u.position', 'p.position'])
      .select('p.*');
    const ends = await placedEnds(db, jobId);
    return rows.map((row) => ({ ...fromRow<Row>(row), ends: ends.get(row.id) ?? [] }));
  }

  /** Retired ones among them. */
  async record(db: Knex, jobId: string): Promise<(Pair & { retiredAt: string | null })[]> {
    const rows = await db('pairs as p')
      .join('units as u', 'u.id', 'p.unit_id')
      .where('u.job_id', jobId)
      .orderBy(['u.position', 'p.position'])
      .select('p.*');
    const ends = await endsOf(
      db,
      rows.map((r) => r.id),
    );
    return rows.map((row) => ({ ...fromRowWithRetired<Row>(row), ends: ends.get(row.id) ?? [] }));
  }

  async add(db: Knex, jobId: string, unitId: string, fields: PairFields): Promise<Pair> {
    await assertEndsFree(db, jobId, fields, null);
    return this.write(db, unitId, fields);
  }

  /** From a job file, whose ends were looked at when it was read: some may lie on plugs that were removed. */
  async write(
    db: Knex,
    unitId: string,
    { ends, ...own }: PairFields & { version?: number; retiredAt?: string | null },
  ): Promise<Pair> {
    await assertRoom(db, 'outputsOfUnit', { table: 'pairs', where: { unit_id: unitId } });
    const row = await this.table.append(db, { unitId }, own);
    await writeEnds(db, row.id, ends);
    return { ...row, ends };
  }

  async change(
    db: Knex,
    jobId: string,
    id: string,
    version: number,
    { ends, ...own }: PairFields,
  ): Promise<Pair> {
    const current = await this.get(db, id);
    // Said before the fields are looked at: they were typed over a state that is gone.
    if (current.version !== version) throw ProblemError.stale('output', current);
    await assertEndsFree(db, jobId, { ...own, ends }, id);
    await writeEnds(db, id, ends);
    return withEnds(db, await this.table.update(db, id, version, own));
  }

  async remove(db: Knex, id: string): Promise<void> {
    await this.get(db, id);
    await assertNoPlanStandsOn(db, { 'p.id': id });
    await this.table.retire(db, id);
  }

  async restore(db: Knex, jobId: string, id: string): Promise<Pair> {
    const row = fromRow<Row>(found(await db('pairs').where({ id }).first(), 'output'));
    await assertUnitThere(db, row.unitId, 'output');
    const pair = await withEnds(db, row);
    await assertEndsFree(db, jobId, pair, id);
    await this.table.restore(db, id);
    return pair;
  }
}

/** With its ends in sight. */
async function withEnds(db: Knex, row: Row): Promise<Pair> {
  const rows = await db('output_ends as e')
    .join('cavities as v', 'v.id', 'e.cavity_id')
    .join('connectors as c', 'c.id', 'v.connector_id')
    .join('units as u', 'u.id', 'c.unit_id')
    .where({ 'e.output_id': row.id, 'v.retired_at': null, 'c.retired_at': null, 'u.retired_at': null })
    .orderBy('e.position')
    .select('e.sign', 'e.cavity_id');
  return { ...row, ends: rows.map(({ sign, cavity_id }) => ({ sign, cavityId: cavity_id })) };
}
