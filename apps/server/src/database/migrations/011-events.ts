import type { Knex } from 'knex';
import { ACTOR_COLUMNS } from './helpers.ts';

/** What people make and change, where the table did not tell yet by whom. */
const MADE = ['jobs', 'units', 'connectors', 'pairs', 'intakes', 'briefs', 'simulations'] as const;

/** What happened to each job, as a stream that only grows; and commands, so that one sent twice is done once. */
export async function up(knex: Knex): Promise<void> {
  for (const table of MADE) {
    const [actor, device, server] = ACTOR_COLUMNS;
    await knex.raw(`alter table ?? add column ${actor}, add column ${device}, add column ${server}`, [table]);
    // What was there before was not written now.
    await knex.raw('update ?? set server_at = null', [table]);
  }
  await knex.raw(`
    create table commands (
      id uuid primary key,
      asks char(64) not null,
      answer text,
      ${ACTOR_COLUMNS.join(', ')}
    )`);
  await knex.raw('create index commands_by_age on commands (server_at)');
  await knex.raw(`
    create table job_events (
      id bigint generated always as identity primary key,
      job_id uuid not null references jobs (id),
      revision bigint not null,
      did text not null,
      subjects uuid[] not null,
      command_id uuid,
      ${ACTOR_COLUMNS.join(', ')}
    )`);
  await knex.raw('create index job_events_of_job on job_events (job_id, id)');
  // The stream only grows: what is on it stays as it was written, until its whole job is erased.
  await knex.raw(`
    create function keep_job_event() returns trigger language plpgsql as $$
      begin raise exception 'job_events only grows' using errcode = '23514'; end
    $$`);
  await knex.raw(
    'create trigger job_events_stay before update on job_events execute function keep_job_event()',
  );
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table job_events, commands');
  await knex.raw('drop function keep_job_event');
  for (const table of MADE)
    await knex.raw('alter table ?? drop column actor_id, drop column device_at, drop column server_at', [
      table,
    ]);
}
