import type { Knex } from 'knex';

/** What a job's measurements are held against, and captures that somebody decided to count. */
export async function up(knex: Knex): Promise<void> {
  const start = { volumeStep: null, load: null, engine: 'off', doors: 'closed', playedIn: 'both' };
  await knex.schema.alterTable('intakes', (t) => {
    t.jsonb('reference').notNullable().defaultTo(JSON.stringify(start));
  });
  await knex.schema.alterTable('captures', (t) => {
    t.jsonb('pin');
  });
  // Of an output's captures one at the most is pinned.
  await knex.raw(`create unique index captures_pinned on captures (pair_id) where pin is not null`);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop index captures_pinned');
  await knex.schema.alterTable('captures', (t) => t.dropColumn('pin'));
  await knex.schema.alterTable('intakes', (t) => t.dropColumn('reference'));
}
