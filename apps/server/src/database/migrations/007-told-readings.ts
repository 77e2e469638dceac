import type { Knex } from 'knex';

/**
 * Every reading also as the JSON that the API tells of it, kept by the database itself: a job's thousands of readings
 * are then joined as text, and never read and written again one by one.
 */
export async function up(knex: Knex): Promise<void> {
  // Immutable as a generated column needs it: the time zone and the format are fixed here.
  await knex.raw(`
    create function told_moment(at timestamptz) returns text language sql immutable parallel safe as $$
      select to_char(at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')
    $$`);
  await knex.raw(`
    create function told_reading(
      id uuid, cavity_id uuid, other_cavity_id uuid, observation jsonb, conditions jsonb, entered text,
      confirmed boolean, simulated boolean, taken_at timestamptz, withdrawn_at timestamptz
    ) returns text language sql immutable parallel safe as $$
      select json_build_object(
        'id', id, 'cavityId', cavity_id, 'otherCavityId', other_cavity_id, 'observation', observation,
        'conditions', conditions, 'entered', entered, 'confirmed', confirmed, 'simulated', simulated,
        'takenAt', told_moment(taken_at), 'withdrawnAt', told_moment(withdrawn_at)
      )::text
    $$`);
  await knex.raw(`
    alter table readings add column told text not null generated always as (
      told_reading(id, cavity_id, other_cavity_id, observation, conditions, entered, confirmed, simulated, taken_at,
        withdrawn_at)
    ) stored`);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table readings drop column told');
  await knex.raw('drop function told_reading');
  await knex.raw('drop function told_moment');
}
