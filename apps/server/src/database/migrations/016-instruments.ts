import type { Knex } from 'knex';
import { ACTOR_COLUMNS } from './helpers.ts';

const RECORDS = ['readings', 'checks', 'captures', 'recordings'];
const TOLD = ['id', 'cavity_id', 'other_cavity_id', 'observation', 'conditions', 'entered', 'confirmed'];
const TOLD_SINCE = ['simulated', 'chapter', 'taken_at', 'withdrawn_at'];

const toldReading = (parameter: string, member: string) => `
    create function told_reading(
      id uuid, cavity_id uuid, other_cavity_id uuid, observation jsonb, conditions jsonb, entered text,
      confirmed boolean, ${parameter} simulated boolean, chapter text, taken_at timestamptz, withdrawn_at timestamptz
    ) returns text language sql immutable parallel safe as $$
      select json_build_object(
        'id', id, 'cavityId', cavity_id, 'otherCavityId', other_cavity_id, 'observation', observation,
        'conditions', conditions, 'entered', entered, 'confirmed', confirmed, ${member} 'simulated', simulated,
        'chapter', chapter, 'takenAt', told_moment(taken_at), 'withdrawnAt', told_moment(withdrawn_at)
      )::text
    $$`;

async function tellAnew(
  knex: Knex,
  parameter: string,
  member: string,
  columns: readonly string[],
): Promise<void> {
  await knex.raw(toldReading(parameter, member));
  await knex.raw(
    `alter table readings add column told text not null generated always as (told_reading(${columns.join(', ')})) stored`,
  );
}

async function tellNot(knex: Knex): Promise<void> {
  await knex.raw('alter table readings drop column told');
  await knex.raw('drop function told_reading');
}

/** The shop's instruments, and beside everything that was measured what it was measured with. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table instruments (
      id uuid primary key default gen_random_uuid(),
      kind text not null check (kind in ('meter', 'reducer', 'input')),
      name text not null,
      note text not null,
      checked_at timestamptz,
      bad jsonb,
      version integer not null default 1,
      retired_at timestamptz,
      position bigserial,
      ${ACTOR_COLUMNS.join(',\n      ')}
    )`);
  await tellNot(knex);
  for (const table of RECORDS) {
    await knex.raw(`alter table ${table} add column made_with jsonb not null default '[]'`);
    await knex.raw(
      `create index ${table}_made_with on ${table} using gin (made_with jsonb_path_ops) where made_with <> '[]'`,
    );
  }
  await tellAnew(knex, 'made_with jsonb,', `'madeWith', made_with,`, [...TOLD, 'made_with', ...TOLD_SINCE]);
}

export async function down(knex: Knex): Promise<void> {
  await tellNot(knex);
  for (const table of RECORDS) await knex.raw(`alter table ${table} drop column made_with`);
  await tellAnew(knex, '', '', [...TOLD, ...TOLD_SINCE]);
  await knex.schema.dropTable('instruments');
}
