import type { Knex } from 'knex';

const THE_BENCH = '00000000-0000-4000-8000-00000000be0c';

/** The conditions that a job's measurements are compared under, and who decided when that a capture counts. */
export async function up(knex: Knex): Promise<void> {
  const start = { volumeStep: null, load: null, engine: 'off', doors: 'closed', playedIn: 'both' };
  await knex.schema.alterTable('intakes', (t) => {
    t.jsonb('reference').notNullable().defaultTo(JSON.stringify(start));
  });
  await knex.raw(`
    create table pins (
      id uuid primary key default gen_random_uuid(),
      capture_id uuid not null references captures (id),
      because text not null,
      taken_at timestamptz not null default now(),
      withdrawn_at timestamptz,
      position bigserial,
      actor_id uuid not null references actors (id)
        default coalesce(nullif(current_setting('ulpen.actor', true), '')::uuid, '${THE_BENCH}'),
      device_at timestamptz default nullif(current_setting('ulpen.device_at', true), '')::timestamptz,
      server_at timestamptz default now()
    )`);
  await knex.raw('create index pins_of_capture on pins (capture_id)');
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('pins');
  await knex.schema.alterTable('intakes', (t) => t.dropColumn('reference'));
}
