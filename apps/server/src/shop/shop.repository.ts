import { Inject, Injectable } from '@nestjs/common';
import { type Preferences, type PreferencesFields, START_PREFERENCES } from '@ulpen/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/knex.ts';
import { ProblemError } from '../problems/problem-error.ts';

@Injectable()
export class ShopRepository {
  constructor(@Inject(KNEX) private readonly knex: Knex) {}

  async preferences(trx: Knex = this.knex): Promise<Preferences> {
    const row = await trx('preferences').first();
    return row ? { ...row.choices, version: row.version } : { ...START_PREFERENCES, version: 1 };
  }

  change(version: number, fields: PreferencesFields): Promise<Preferences> {
    return this.knex.transaction(async (trx) => {
      await trx('preferences')
        .insert({ id: 1, choices: JSON.stringify(START_PREFERENCES), version: 1 })
        .onConflict('id')
        .ignore();
      const changed = await trx('preferences')
        .where({ id: 1, version })
        .update({ choices: JSON.stringify(fields), version: version + 1 });
      const current = await this.preferences(trx);
      if (changed === 0) throw ProblemError.stale('set of preferences', current);
      return current;
    });
  }
}
