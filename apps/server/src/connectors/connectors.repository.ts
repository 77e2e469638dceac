import { Inject, Injectable } from '@nestjs/common';
import {
  type Cavity,
  cavityCount,
  type Connector,
  type ConnectorFields,
  MOST_CONNECTORS,
  type Photo,
} from '@ulpen/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/knex.ts';
import { found, fromRow } from '../database/rows.ts';
import { VersionedTable } from '../database/versioned-table.ts';
import { ProblemError } from '../problems/problem-error.ts';
import { PHOTO_COLUMNS } from './photos.repository.ts';

type Row = Omit<Connector, 'cavities' | 'photos' | 'empty'>;

@Injectable()
export class ConnectorsRepository {
  private readonly table: VersionedTable<Row>;

  constructor(@Inject(KNEX) private readonly knex: Knex) {
    this.table = new VersionedTable<Row>(knex, 'connectors', 'connector');
  }

  /** All connectors of a job in the order of its units. */
  async ofJob(jobId: string, trx: Knex = this.knex): Promise<Connector[]> {
    const rows = await trx('connectors as c')
      .join('units as u', 'u.id', 'c.unit_id')
      .where('u.job_id', jobId)
      .orderBy(['u.position', 'c.position'])
      .select('c.*');
    return this.withContents(rows, trx);
  }

  async get(id: string, trx: Knex = this.knex): Promise<Connector> {
    const row = found(await trx('connectors').where({ id }).first(), 'connector');
    return (await this.withContents([row], trx))[0];
  }

  add(unitId: string, fields: ConnectorFields, within?: Knex): Promise<Connector> {
    const write = async (trx: Knex) => {
      found(await trx('units').where({ id: unitId }).forUpdate().first('id'), 'unit');
      const [{ count }] = await trx('connectors').where({ unit_id: unitId }).count();
      if (Number(count) >= MOST_CONNECTORS)
        throw ProblemError.invalid([
          { field: '', message: `at most ${MOST_CONNECTORS} connectors on one unit` },
        ]);
      await assertNameFree(trx, unitId, fields.name, null);
      const { id } = await this.table.append({ unitId }, columns(fields), trx);
      await writeCavities(trx, id, fields);
      return this.get(id, trx);
    };
    return within ? write(within) : this.knex.transaction(write);
  }

  change(id: string, version: number, fields: ConnectorFields): Promise<Connector> {
    return this.knex.transaction(async (trx) => {
      const { unitId } = found(
        await trx('connectors').where({ id }).forUpdate().first('unit_id as unitId'),
        'connector',
      );
      await assertNameFree(trx, unitId, fields.name, id);
      await trx('connectors')
        .where({ id, version })
        .update({ version: version + 1 })
        .returning('id')
        .then(async (rows) => {
          if (rows.length === 0) throw ProblemError.stale('connector', await this.get(id, trx));
        });
      await assertNothingLost(trx, id, fields);
      await trx('connectors').where({ id }).update(toColumns(fields));
      await writeCavities(trx, id, fields);
      return this.get(id, trx);
    });
  }

  remove(id: string): Promise<void> {
    return this.table.remove(id);
  }

  private async withContents(rows: Record<string, unknown>[], trx: Knex): Promise<Connector[]> {
    const ids = rows.map((r) => r['id'] as string);
    const [cavities, photos] = await Promise.all([
      trx('cavities').whereIn('connector_id', ids).orderBy('number'),
      trx('photos')
        .whereIn('connector_id', ids)
        .orderBy('taken_at')
        .select([...PHOTO_COLUMNS, 'connector_id']),
    ]);
    return rows.map((row) => {
      const own = cavities.filter((c) => c.connector_id === row['id']);
      return {
        ...fromRow<Row>(row),
        empty: own.filter((c) => c.empty).map((c) => c.number),
        cavities: own.map(({ id, number, empty }): Cavity => ({ id, number, empty })),
        photos: photos
          .filter((p) => p.connector_id === row['id'])
          .map(({ connector_id: _, ...photo }) => fromRow<Photo>(photo)),
      };
    });
  }
}

const columns = ({ empty: _, rows, ...fields }: ConnectorFields) => ({
  ...fields,
  rows: JSON.stringify(rows),
});
const toColumns = columns;

async function assertNameFree(trx: Knex, unitId: string, name: string, except: string | null): Promise<void> {
  const query = trx('connectors').where({ unit_id: unitId }).whereRaw('lower(name) = lower(?)', [name]);
  if (except) query.andWhereNot({ id: except });
  if (await query.first('id'))
    throw ProblemError.invalid([{ field: 'name', message: `this unit has a plug ${name} already` }]);
}

/** Cavities that readings or claims name cannot be taken away or called empty under them. */
async function assertNothingLost(trx: Knex, connectorId: string, fields: ConnectorFields): Promise<void> {
  const count = cavityCount(fields);
  const named = await trx('cavities as v')
    .where('v.connector_id', connectorId)
    .andWhere((gone) => gone.where('v.number', '>', count).orWhereIn('v.number', fields.empty))
    .andWhereRaw(
      `exists (select 1 from readings r where r.withdrawn_at is null and v.id in (r.cavity_id, r.other_cavity_id))`,
    )
    .orderBy('v.number')
    .select('v.number');
  if (named.length === 0) return;
  const numbers = named.map((n) => n.number).join(', ');
  const field = named.some((n) => n.number > count) ? 'rows' : 'empty';
  throw ProblemError.invalid([{ field, message: `cavity ${numbers} has readings; withdraw them first` }]);
}

async function writeCavities(trx: Knex, connectorId: string, fields: ConnectorFields): Promise<void> {
  const count = cavityCount(fields);
  await trx('cavities').where({ connector_id: connectorId }).andWhere('number', '>', count).delete();
  const rows = Array.from({ length: count }, (_, i) => ({
    connector_id: connectorId,
    number: i + 1,
    empty: fields.empty.includes(i + 1),
  }));
  await trx('cavities').insert(rows).onConflict(['connector_id', 'number']).merge(['empty']);
}
