import { Injectable } from '@nestjs/common';
import { type Cavity, type Connector, type ConnectorFields, type Photo } from '@ulpen/core';
import type { Knex } from 'knex';
import { assertRoom } from '../database/limits.ts';
import { found, fromRow, fromRowWithRetired } from '../database/rows.ts';
import { VersionedTable } from '../database/versioned-table.ts';
import { PHOTO_COLUMNS } from '../photos/photos.repository.ts';
import { ProblemError } from '../problems/problem-error.ts';
import { withdrawLocked } from '../readings/locked-readings.ts';
import { assertUnitThere } from '../units/unit-there.ts';
import { writeCavities } from './cavities.ts';

type Row = Omit<Connector, 'cavities' | 'photos' | 'empty'>;
/** With what was retired: for the record that a job file keeps. */
export type ConnectorRecord = Connector & { retiredAt: string | null; retired: Cavity[] };

@Injectable()
export class ConnectorsRepository {
  private readonly table = new VersionedTable<Row>('connectors', 'connector');

  /** All connectors in sight of a job in the order of its units. */
  async ofJob(db: Knex, jobId: string): Promise<Connector[]> {
    const rows = await db('connectors as c')
      .join('units as u', 'u.id', 'c.unit_id')
      .where({ 'u.job_id': jobId, 'c.retired_at': null, 'u.retired_at': null })
      .orderBy(['u.position', 'c.position'])
      .select('c.*');
    return (await this.withContents(db, rows)).map(
      ({ retired: _, retiredAt: __, ...connector }) => connector,
    );
  }

  /** Retired ones among them. */
  async record(db: Knex, jobId: string): Promise<ConnectorRecord[]> {
    const rows = await db('connectors as c')
      .join('units as u', 'u.id', 'c.unit_id')
      .where('u.job_id', jobId)
      .orderBy(['u.position', 'c.position'])
      .select('c.*');
    return this.withContents(db, rows);
  }

  async get(db: Knex, id: string): Promise<Connector> {
    const row = found(await db('connectors').where({ id, retired_at: null }).first(), 'connector');
    await assertUnitThere(db, row.unit_id, 'plug');
    const [{ retired: _, retiredAt: __, ...connector }] = await this.withContents(db, [row]);
    return connector;
  }

  /** @param more what a job file says beyond a plug's fields */
  async add(
    db: Knex,
    unitId: string,
    fields: ConnectorFields,
    more: { version?: number; retiredAt?: string | null; retiredCavities?: readonly number[] } = {},
  ): Promise<ConnectorRecord> {
    await assertRoom(db, 'connectorsOfUnit', { table: 'connectors', where: { unit_id: unitId } });
    if (!more.retiredAt) await assertNameFree(db, unitId, fields.name, null);
    const { retiredCavities = [], ...own } = more;
    const { id } = await this.table.append(db, { unitId }, { ...columns(fields), ...own });
    await writeCavities(db, id, fields, retiredCavities);
    const row = await db('connectors').where({ id }).first();
    return (await this.withContents(db, [row]))[0];
  }

  async change(db: Knex, id: string, version: number, fields: ConnectorFields): Promise<Connector> {
    const current = await this.get(db, id);
    if (current.version !== version) throw ProblemError.stale('connector', current);
    await assertNameFree(db, current.unitId, fields.name, id);
    await this.table.update(db, id, version, columns(fields));
    await writeCavities(db, id, fields);
    await withdrawLocked(db, id, fields);
    return this.get(db, id);
  }

  async remove(db: Knex, id: string): Promise<void> {
    await this.get(db, id);
    await this.table.retire(db, id);
  }

  async restore(db: Knex, id: string): Promise<Connector> {
    const row = found(await db('connectors').where({ id }).first(), 'connector');
    await assertUnitThere(db, row.unit_id, 'plug');
    await assertNameFree(db, row.unit_id, row.name, id);
    await this.table.restore(db, id);
    return this.get(db, id);
  }

  private async withContents(db: Knex, rows: Record<string, unknown>[]): Promise<ConnectorRecord[]> {
    const ids = rows.map((r) => r['id'] as string);
    const cavities = grouped(await db('cavities').whereIn('connector_id', ids).orderBy('number'));
    const photos = grouped(
      await db('photos')
        .whereIn('connector_id', ids)
        .andWhere({ retired_at: null })
        .orderBy(['taken_at', 'position'])
        .select([...PHOTO_COLUMNS, 'connector_id']),
    );
    return rows.map((row) => {
      const id = row['id'] as string;
      const all = cavities.get(id) ?? [];
      const own = all.filter((c) => c['retired_at'] === null);
      const asCavity = (c: Record<string, unknown>) =>
        ({ id: c['id'], number: c['number'], empty: c['empty'] }) as Cavity;
      return {
        ...fromRowWithRetired<Row>(row),
        empty: own.filter((c) => c['empty']).map((c) => c['number'] as number),
        cavities: own.map(asCavity),
        retired: all.filter((c) => c['retired_at'] !== null).map(asCavity),
        photos: (photos.get(id) ?? []).map(({ connector_id: _, ...photo }) => fromRow<Photo>(photo)),
      };
    });
  }
}

function grouped(rows: Record<string, unknown>[]): Map<string, Record<string, unknown>[]> {
  const groups = new Map<string, Record<string, unknown>[]>();
  for (const row of rows) {
    const id = row['connector_id'] as string;
    const group = groups.get(id);
    if (group) group.push(row);
    else groups.set(id, [row]);
  }
  return groups;
}

const columns = ({ empty: _, rows, ...fields }: ConnectorFields) => ({
  ...fields,
  rows: JSON.stringify(rows),
});

async function assertNameFree(db: Knex, unitId: string, name: string, except: string | null): Promise<void> {
  const query = db('connectors')
    .where({ unit_id: unitId, retired_at: null })
    .whereRaw('lower(name) = lower(?)', [name]);
  if (except) query.andWhereNot({ id: except });
  if (await query.first('id'))
    throw ProblemError.invalid([{ field: 'name', message: `this unit has a plug ${name} already` }]);
}
