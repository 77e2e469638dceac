import type { Knex } from 'knex';

export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('recordings', (t) => {
    t.uuid('id').primary().defaultTo(knex.raw('gen_random_uuid()'));
    t.uuid('job_id').notNullable().references('id').inTable('jobs').onDelete('CASCADE').index();
    // A recording goes with the output it was made of first; the other output keeps its capture.
    t.uuid('first_pair_id').notNullable().references('id').inTable('pairs').onDelete('CASCADE').index();
    t.uuid('second_pair_id').references('id').inTable('pairs').onDelete('SET NULL').index();
    t.text('file_name').notNullable();
    t.specificType('sha256', 'char(64)').notNullable();
    t.text('played').notNullable().checkIn(['pink', 'white', 'tone', 'silence', 'music'], 'played_known');
    t.integer('volume_step').checkBetween([0, 200], 'recording_volume_step_range');
    t.text('load').notNullable().checkIn(['speaker', 'resistor', 'none', 'unknown'], 'recording_load_known');
    t.text('note').notNullable();
    t.double('volts_at_full_scale').checkPositive('volts_above_zero');
    t.timestamp('taken_at').notNullable().defaultTo(knex.fn.now());
    t.timestamp('withdrawn_at');
    t.jsonb('repairs').notNullable();
    t.jsonb('report').notNullable();
    t.jsonb('between');
    t.check('first_pair_id <> second_pair_id', [], 'two_outputs');
  });
  await knex.schema.alterTable('captures', (t) => {
    t.uuid('recording_id').references('id').inTable('recordings').onDelete('SET NULL').index();
    t.double('noise_tilt_db').notNullable().defaultTo(0);
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('captures', (t) => {
    t.dropColumn('recording_id');
    t.dropColumn('noise_tilt_db');
  });
  await knex.schema.dropTable('recordings');
}
