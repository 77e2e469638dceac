import { Inject, Injectable } from '@nestjs/common';
import { type DeviceFields, type LibraryDevice, MOST_DEVICES } from '@ulpen/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/knex.ts';
import { found } from '../database/rows.ts';
import { ProblemError } from '../problems/problem-error.ts';

interface Row {
  id: string;
  abilities: DeviceFields;
  version: number;
}

const toDevice = ({ id, abilities, version }: Row): LibraryDevice => ({ ...abilities, id, version });
const toRow = (fields: DeviceFields) => ({
  name: fields.name,
  kind: fields.kind,
  abilities: JSON.stringify(fields),
});

@Injectable()
export class DevicesRepository {
  constructor(@Inject(KNEX) private readonly knex: Knex) {}

  async all(): Promise<LibraryDevice[]> {
    return (await this.knex<Row>('devices').orderBy('position')).map(toDevice);
  }

  async get(id: string, trx: Knex = this.knex): Promise<LibraryDevice> {
    return toDevice(found(await trx<Row>('devices').where({ id }).first(), 'device'));
  }

  /** The id of a name; null where the library has none. */
  async idOf(name: string | null, trx: Knex): Promise<string | null> {
    if (name === null) return null;
    return (await trx<Row & { name: string }>('devices').where({ name }).first('id'))?.id ?? null;
  }

  /**
   * All of them or none; a device of the same name is replaced by what is known better now.
   */
  addAll(devices: readonly DeviceFields[]): Promise<LibraryDevice[]> {
    return this.knex.transaction(async (trx) => {
      const rows = (await trx('devices')
        .insert(devices.map(toRow))
        .onConflict('name')
        .merge({
          kind: trx.raw('excluded.kind'),
          abilities: trx.raw('excluded.abilities'),
          version: trx.raw('devices.version + 1'),
        })
        .returning(['id', 'abilities', 'version'])) as Row[];
      const [{ count }] = (await trx('devices').count()) as [{ count: string }];
      if (Number(count) > MOST_DEVICES)
        throw ProblemError.invalid([{ field: 'devices', message: `at most ${MOST_DEVICES} in the library` }]);
      return rows.map(toDevice);
    });
  }

  async change(id: string, version: number, fields: DeviceFields): Promise<LibraryDevice> {
    const taken = await this.knex('devices').where({ name: fields.name }).whereNot({ id }).first('id');
    if (taken)
      throw ProblemError.invalid([
        { field: 'name', message: 'is the name of another device of the library' },
      ]);
    const [row] = await this.knex('devices')
      .where({ id, version })
      .update({ ...toRow(fields), version: version + 1 })
      .returning(['id', 'abilities', 'version']);
    if (row) return toDevice(row);
    throw ProblemError.stale('device', await this.get(id));
  }

  async remove(id: string): Promise<void> {
    if ((await this.knex('devices').where({ id }).delete()) === 0) throw ProblemError.notFound('device');
  }
}
