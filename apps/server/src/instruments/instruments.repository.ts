import { Injectable } from '@nestjs/common';
import {
  type Creating,
  type ShopInstrument,
  type InstrumentFields,
  LIMITS,
  limitWords,
  type MadeWith,
} from '@ulpen/core';
import type { Knex } from 'knex';
import { fromRow } from '../database/rows.ts';
import { countOf, VersionedTable } from '../database/versioned-table.ts';
import { ProblemError } from '../problems/problem-error.ts';

const toRow = ({ bad, ...fields }: Creating<InstrumentFields>) => ({
  ...fields,
  bad: bad && JSON.stringify(bad),
});

@Injectable()
export class InstrumentsRepository {
  private readonly table = new VersionedTable<ShopInstrument>('instruments', 'instrument');

  async all(db: Knex): Promise<ShopInstrument[]> {
    const rows = await db('instruments').where({ retired_at: null }).orderBy('position');
    return rows.map((row) => fromRow<ShopInstrument>(row));
  }

  get(db: Knex, id: string): Promise<ShopInstrument> {
    return this.table.get(db, id);
  }

  async add(db: Knex, fields: Creating<InstrumentFields>): Promise<ShopInstrument> {
    if ((await countOf(db, 'instruments', { retired_at: null })) >= LIMITS.instrumentsOfShop.most)
      throw ProblemError.invalid([{ field: 'name', message: limitWords('instrumentsOfShop') }]);
    return this.table.insert(db, toRow(fields));
  }

  change(db: Knex, id: string, version: number, fields: InstrumentFields): Promise<ShopInstrument> {
    return this.table.update(db, id, version, toRow(fields));
  }

  remove(db: Knex, id: string): Promise<void> {
    return this.table.retire(db, id);
  }

  async restore(db: Knex, id: string): Promise<ShopInstrument> {
    await this.table.restore(db, id);
    return this.get(db, id);
  }

  /**
   * What something was measured with, by the ids that were sent: name and last check are the shop's own word. One that
   * was removed meanwhile was in somebody's hand all the same.
   *
   * @throws ProblemError (400) where the shop has no such instrument
   */
  async named(db: Knex, sent: MadeWith | undefined, field = 'madeWith'): Promise<MadeWith> {
    if (!sent || sent.length === 0) return [];
    const rows = await db('instruments').whereIn(
      'id',
      sent.map((s) => s.id),
    );
    const known = new Map(rows.map((row) => [row.id as string, fromRow<ShopInstrument>(row)]));
    return sent.map(({ id }) => {
      const found = known.get(id);
      if (!found) throw ProblemError.invalid([{ field, message: 'is no instrument of this shop' }]);
      return { id, kind: found.kind, name: found.name, checkedAt: found.checkedAt };
    });
  }
}
