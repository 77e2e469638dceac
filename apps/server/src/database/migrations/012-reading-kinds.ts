import type { Knex } from 'knex';

/** Which kinds of reading there are is known where they are described; what comes in is held against that alone. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw('alter table readings drop constraint reading_kind_known');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(
    `alter table readings add constraint reading_kind_known
      check (kind in ('dc', 'ac', 'ohms', 'tone', 'cone', 'seen', 'note'))`,
  );
}
