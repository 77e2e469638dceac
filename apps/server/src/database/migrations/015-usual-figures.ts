import type { Knex } from 'knex';

/** New channels whose figures are the usual ones say so until somebody has looked at them. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('targets', (t) => {
    t.boolean('assumed').notNullable().defaultTo(false);
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('targets', (t) => {
    t.dropColumn('assumed');
  });
}
