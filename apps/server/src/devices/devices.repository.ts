import { Injectable } from '@nestjs/common';
import { type DeviceFields, deviceFieldsSchema, LIMITS, type LibraryDevice, limitWords } from '@ulpen/core';
import type { Knex } from 'knex';
import { found } from '../database/rows.ts';
import { countOf } from '../database/versioned-table.ts';
import { ProblemError } from '../problems/problem-error.ts';

interface Row {
  id: string;
  abilities: DeviceFields;
  version: number;
}

const COLUMNS = ['id', 'abilities', 'version'];
/** What an entry does not state, because it was written before that could be stated, is as usual. */
const toDevice = ({ id, abilities, version }: Row): LibraryDevice => ({
  ...deviceFieldsSchema.parse(abilities),
  id,
  version,
});
const toRow = (fields: DeviceFields) => ({
  name: fields.name,
  kind: fields.kind,
  abilities: JSON.stringify(fields),
});

@Injectable()
export class DevicesRepository {
  async all(db: Knex): Promise<LibraryDevice[]> {
    return (await db('devices').where({ retired_at: null }).orderBy('position').select(COLUMNS)).map(
      toDevice,
    );
  }

  async get(db: Knex, id: string): Promise<LibraryDevice> {
    return toDevice(found(await db('devices').where({ id, retired_at: null }).first(COLUMNS), 'device'));
  }

  /** The ids of some amplifiers' names; what the library has not is not there. */
  async amplifiersNamed(db: Knex, names: readonly string[]): Promise<Map<string, string>> {
    const rows = await db('devices')
      .where({ kind: 'amplifier', retired_at: null })
      .whereIn('name', [...names])
      .select('id', 'name');
    return new Map(rows.map((row) => [row.name, row.id]));
  }

  /** All of them or none; a device of the same name is replaced by what is known better now. */
  async addAll(db: Knex, devices: readonly DeviceFields[]): Promise<LibraryDevice[]> {
    const rows = (await db('devices')
      .insert(devices.map(toRow))
      .onConflict(db.raw('(name) where retired_at is null'))
      .merge({
        kind: db.raw('excluded.kind'),
        abilities: db.raw('excluded.abilities'),
        version: db.raw('devices.version + 1'),
      })
      .returning(COLUMNS)) as Row[];
    if ((await countOf(db, 'devices', { retired_at: null })) > LIMITS.devicesOfLibrary.most)
      throw ProblemError.invalid([{ field: 'devices', message: limitWords('devicesOfLibrary') }]);
    return rows.map(toDevice);
  }

  async change(db: Knex, id: string, version: number, fields: DeviceFields): Promise<LibraryDevice> {
    const current = await this.get(db, id);
    if (current.version !== version) throw ProblemError.stale('device', current);
    await assertNameFree(db, fields.name, id);
    const [row] = await db('devices')
      .where({ id })
      .update({ ...toRow(fields), version: version + 1 })
      .returning(COLUMNS);
    return toDevice(row);
  }

  async remove(db: Knex, id: string): Promise<void> {
    await this.get(db, id);
    await db('devices').where({ id }).update({ retired_at: db.fn.now() });
  }

  async restore(db: Knex, id: string): Promise<LibraryDevice> {
    const row = found(await db('devices').where({ id }).first('name'), 'device');
    await assertNameFree(db, row.name, id);
    await db('devices').where({ id }).update({ retired_at: null });
    return this.get(db, id);
  }
}

async function assertNameFree(db: Knex, name: string, except: string): Promise<void> {
  if (await db('devices').where({ name, retired_at: null }).whereNot({ id: except }).first('id'))
    throw ProblemError.invalid([{ field: 'name', message: 'is the name of another device of the library' }]);
}
