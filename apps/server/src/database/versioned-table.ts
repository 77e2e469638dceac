import type { Knex } from 'knex';
import { ProblemError } from '../problems/problem-error.ts';
import { found, fromRow, toRow } from './rows.ts';

/**
 * Reading and writing of rows that carry a version: a change names the version that it was made on, and is refused
 * with the current state when somebody else was faster. What is retired is not there until it is brought back.
 */
export class VersionedTable<Row extends { id: string; version: number }> {
  /** @param what the thing's name in messages: `target` */
  constructor(
    private readonly table: string,
    private readonly what: string,
  ) {}

  async get(db: Knex, id: string): Promise<Row> {
    return fromRow<Row>(found(await db(this.table).where({ id, retired_at: null }).first(), this.what));
  }

  async insert(db: Knex, values: object): Promise<Row> {
    const [row] = await db(this.table).insert(toRow(values)).returning('*');
    return fromRow<Row>(row);
  }

  /** Appends after the last one of the same parent. */
  async append(db: Knex, parent: Partial<Row> & object, values: object): Promise<Row> {
    const position = db(this.table).where(toRow(parent)).select(db.raw('coalesce(max(position), 0) + 1'));
    const [row] = await db(this.table)
      .insert({ ...toRow({ ...parent, ...values }), position })
      .returning('*');
    return fromRow<Row>(row);
  }

  async update(db: Knex, id: string, version: number, values: object): Promise<Row> {
    const [row] = await db(this.table)
      .where({ id, version, retired_at: null })
      .update({ ...toRow(values), version: version + 1 })
      .returning('*');
    if (row) return fromRow<Row>(row);
    throw ProblemError.stale(this.what, await this.get(db, id));
  }

  /** Kept in the record, not shown, and can be brought back. */
  async retire(db: Knex, id: string): Promise<void> {
    const count = await db(this.table).where({ id, retired_at: null }).update({ retired_at: db.fn.now() });
    if (count === 0) throw ProblemError.notFound(this.what);
  }

  /** Brings it back; what is there already stays as it is. */
  async restore(db: Knex, id: string): Promise<void> {
    const count = await db(this.table).where({ id }).update({ retired_at: null });
    if (count === 0) throw ProblemError.notFound(this.what);
  }
}

/** How many rows a parent has, retired ones among them, since they stay in the record. */
export async function countOf(db: Knex, table: string, where: object): Promise<number> {
  const [{ count }] = (await db(table).where(where).count()) as [{ count: string }];
  return Number(count);
}
