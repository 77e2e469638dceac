import { Injectable } from '@nestjs/common';
import { type Preferences, type PreferencesFields, START_PREFERENCES } from '@ulpen/core';
import type { Knex } from 'knex';
import { ProblemError } from '../problems/problem-error.ts';

@Injectable()
export class ShopRepository {
  async preferences(db: Knex): Promise<Preferences> {
    const row = await db('preferences').first();
    return row
      ? { ...START_PREFERENCES, ...row.choices, version: row.version }
      : { ...START_PREFERENCES, version: 1 };
  }

  async change(db: Knex, version: number, fields: PreferencesFields): Promise<Preferences> {
    const current = await this.preferences(db);
    if (current.version !== version) throw ProblemError.stale('set of preferences', current);
    const row = { id: 1, choices: JSON.stringify(fields), version: version + 1 };
    await db('preferences').insert(row).onConflict('id').merge();
    return { ...fields, version: version + 1 };
  }
}
