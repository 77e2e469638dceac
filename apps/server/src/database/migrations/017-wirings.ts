import type { Knex } from 'knex';
import { ACTOR_COLUMNS } from './helpers.ts';

/** How each job's conductors are joined, how long they are and what is made already. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table wirings (
      job_id uuid primary key references jobs (id),
      choices jsonb not null,
      version integer not null,
      ${ACTOR_COLUMNS.join(',\n      ')}
    )`);
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('wirings');
}
