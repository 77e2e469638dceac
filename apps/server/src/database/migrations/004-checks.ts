import type { Knex } from 'knex';

const UNKNOWN = JSON.stringify({
  engine: 'unknown',
  doors: 'unknown',
  supplyVolts: null,
  signalDb: null,
  playedIn: 'unknown',
});

export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('captures', (t) => {
    t.jsonb('situation').notNullable().defaultTo(UNKNOWN);
    t.double('silence_db');
  });
  await knex.schema.alterTable('recordings', (t) => {
    t.jsonb('situation').notNullable().defaultTo(UNKNOWN);
    t.double('skew').notNullable().defaultTo(0);
    t.double('own_distortion').checkBetween([0, 1], 'own_distortion_ratio');
  });
  await knex.schema.createTable('checks', (t) => {
    t.uuid('id').primary().defaultTo(knex.raw('gen_random_uuid()'));
    t.uuid('job_id').notNullable().references('id').inTable('jobs').onDelete('CASCADE').index();
    t.uuid('pair_id').references('id').inTable('pairs').onDelete('CASCADE').index();
    t.jsonb('body').notNullable();
    t.text('note').notNullable();
    t.timestamp('taken_at').notNullable().defaultTo(knex.fn.now());
    t.timestamp('withdrawn_at');
    t.bigIncrements('position', { primaryKey: false });
    t.check("(pair_id is null) = (body->>'kind' = 'meter-tone')", [], 'check_has_its_output');
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('checks');
  await knex.schema.alterTable('recordings', (t) => {
    t.dropColumn('situation');
    t.dropColumn('skew');
    t.dropColumn('own_distortion');
  });
  await knex.schema.alterTable('captures', (t) => {
    t.dropColumn('situation');
    t.dropColumn('silence_db');
  });
}
