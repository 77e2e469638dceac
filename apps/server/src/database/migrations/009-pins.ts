import type { Knex } from 'knex';
import { ACTOR_COLUMNS } from './helpers.ts';

/** Who decided when and why that a capture counts: a record that only grows, where there was one decision or none. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table pins (
      id uuid primary key default gen_random_uuid(),
      capture_id uuid not null references captures (id),
      because text not null,
      taken_at timestamptz not null default now(),
      withdrawn_at timestamptz,
      position bigserial,
      ${ACTOR_COLUMNS.join(', ')}
    )`);
  await knex.raw('create index pins_of_capture on pins (capture_id)');
  await knex.raw(`
    insert into pins (capture_id, because, taken_at, server_at)
    select id, pin->>'because', (pin->>'at')::timestamptz, (pin->>'at')::timestamptz from captures where pin is not null`);
  await knex.raw('drop index captures_pinned');
  await knex.raw('alter table captures drop column pin');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table captures add column pin jsonb');
  await knex.raw(`
    update captures c set pin = jsonb_build_object('because', n.because, 'at', n.taken_at)
    from pins n where n.capture_id = c.id and n.withdrawn_at is null`);
  await knex.raw('create unique index captures_pinned on captures (pair_id) where pin is not null');
  await knex.raw('drop table pins');
}
