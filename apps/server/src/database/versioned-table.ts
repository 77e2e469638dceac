import type { Knex } from 'knex';
import { ProblemError } from '../problems/problem-error.ts';
import { found, fromRow, toRow } from './rows.ts';

/**
 * Reading and writing of rows that carry a version: a change names the version that it was made on, and is refused
 * with the current state when somebody else was faster.
 */
export class VersionedTable<Row extends { id: string; version: number }> {
  /** @param what the thing's name in messages: `target` */
  constructor(
    private readonly knex: Knex,
    private readonly table: string,
    private readonly what: string,
  ) {}

  async get(id: string): Promise<Row> {
    return fromRow<Row>(found(await this.knex(this.table).where({ id }).first(), this.what));
  }

  async insert(values: object, trx: Knex = this.knex): Promise<Row> {
    const [row] = await trx(this.table).insert(toRow(values)).returning('*');
    return fromRow<Row>(row);
  }

  /** Appends after the last one of the same parent. */
  async append(parent: Partial<Row> & object, values: object, trx: Knex = this.knex): Promise<Row> {
    const position = trx(this.table).where(toRow(parent)).select(trx.raw('coalesce(max(position), 0) + 1'));
    const [row] = await trx(this.table)
      .insert({ ...toRow({ ...parent, ...values }), position })
      .returning('*');
    return fromRow<Row>(row);
  }

  async update(id: string, version: number, values: object, trx: Knex = this.knex): Promise<Row> {
    const [row] = await trx(this.table)
      .where({ id, version })
      .update({ ...toRow(values), version: version + 1 })
      .returning('*');
    if (row) return fromRow<Row>(row);
    throw ProblemError.stale(this.what, await this.get(id));
  }

  async remove(id: string): Promise<void> {
    const count = await this.knex(this.table).where({ id }).delete();
    if (count === 0) throw ProblemError.notFound(this.what);
  }
}
