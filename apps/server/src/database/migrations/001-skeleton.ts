import type { Knex } from 'knex';

/** A column whose text is one of a few words. */
function word(table: Knex.CreateTableBuilder, name: string, words: readonly string[]): void {
  table
    .text(name)
    .notNullable()
    .checkIn([...words], `${name}_known`);
}

function identity(knex: Knex, table: Knex.CreateTableBuilder): void {
  table.uuid('id').primary().defaultTo(knex.raw('gen_random_uuid()'));
}

function belongsTo(table: Knex.CreateTableBuilder, name: string, parent: string): void {
  table.uuid(name).notNullable().references('id').inTable(parent).onDelete('CASCADE').index();
}

function standsOn(table: Knex.CreateTableBuilder, name: string, parent: string): void {
  table.uuid(name).notNullable().references('id').inTable(parent).deferrable('deferred').index();
}

export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('jobs', (t) => {
    identity(knex, t);
    t.text('car').notNullable();
    t.integer('year');
    t.text('system').notNullable();
    t.text('place').notNullable();
    t.text('wish').notNullable();
    t.integer('version').notNullable().defaultTo(1);
    t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
    t.timestamp('updated_at').notNullable().defaultTo(knex.fn.now()).index();
  });
  await knex.schema.createTable('units', (t) => {
    identity(knex, t);
    belongsTo(t, 'job_id', 'jobs');
    word(t, 'kind', ['radio', 'amplifier']);
    t.text('name').notNullable();
    t.text('location').notNullable();
    t.integer('position').notNullable();
    t.integer('version').notNullable().defaultTo(1);
  });
  await knex.schema.createTable('pairs', (t) => {
    identity(knex, t);
    belongsTo(t, 'unit_id', 'units');
    word(t, 'side', ['left', 'right', 'centre', 'mono']);
    word(t, 'axle', ['front', 'rear', 'other']);
    word(t, 'way', ['full', 'woofer', 'midrange', 'tweeter', 'subwoofer']);
    t.text('suffix').notNullable();
    t.text('plug').notNullable();
    t.integer('plus_cavity').checkBetween([1, 200], 'plus_cavity_range');
    t.integer('minus_cavity').checkBetween([1, 200], 'minus_cavity_range');
    t.text('plus_wire');
    t.text('minus_wire');
    word(t, 'polarity', ['normal', 'reversed']);
    word(t, 'polarity_standing', ['measured', 'claimed', 'assumed']);
    t.integer('position').notNullable();
    t.integer('version').notNullable().defaultTo(1);
    t.check('plus_cavity <> minus_cavity', [], 'two_cavities');
  });
  await knex.schema.createTable('captures', (t) => {
    identity(knex, t);
    belongsTo(t, 'pair_id', 'pairs');
    t.text('file_name').notNullable();
    t.specificType('sha256', 'char(64)').notNullable();
    word(t, 'level_kind', ['flat', 'narrow-band-pink', 'octave-band-white']);
    word(t, 'level_unit', ['dB', 'dBV', 'dBFS']);
    word(t, 'phase_reference', ['source', 'none']);
    t.integer('volume_step').checkBetween([0, 200], 'volume_step_range');
    word(t, 'load', ['speaker', 'resistor', 'none', 'unknown']);
    t.text('note').notNullable();
    t.jsonb('repairs').notNullable();
    t.timestamp('imported_at').notNullable().defaultTo(knex.fn.now());
    t.timestamp('withdrawn_at');
    t.integer('points').notNullable().checkPositive('some_points');
    t.binary('frequency_hz').notNullable();
    t.binary('level_db').notNullable();
    t.binary('phase_deg');
    t.text('band_class').notNullable();
    t.double('low_hz');
    t.double('high_hz');
    t.integer('analysis_version').notNullable();
    t.jsonb('analysis').notNullable();
  });
  // The job list asks for the newest capture of every output: this index alone answers.
  await knex.raw(`
    create index captures_in_force on captures (pair_id, imported_at desc, id) include (low_hz, high_hz)
    where withdrawn_at is null`);
  await knex.schema.createTable('targets', (t) => {
    identity(knex, t);
    belongsTo(t, 'job_id', 'jobs');
    t.text('name').notNullable();
    word(t, 'layout', ['stereo', 'mono']);
    word(t, 'axle', ['front', 'rear', 'other']);
    t.double('low_hz').notNullable().checkPositive('low_above_zero');
    t.double('high_hz').notNullable();
    t.boolean('speaker_level_input').notNullable();
    t.integer('position').notNullable();
    t.integer('version').notNullable().defaultTo(1);
    t.check('high_hz > low_hz', [], 'band_rises');
  });
  await knex.schema.createTable('plans', (t) => {
    identity(knex, t);
    belongsTo(t, 'job_id', 'jobs');
    t.text('name').notNullable();
    word(t, 'strategy', ['single', 'sum', 'processor']);
    t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
    t.jsonb('basis').notNullable();
    t.jsonb('proposal').notNullable();
  });
  // What a kept plan stands on cannot be deleted under it; deleting the whole job takes both away together, so the
  // check waits for the end of the transaction.
  await knex.schema.createTable('plan_taps', (t) => {
    identity(knex, t);
    belongsTo(t, 'plan_id', 'plans');
    standsOn(t, 'target_id', 'targets');
    standsOn(t, 'pair_id', 'pairs');
    standsOn(t, 'capture_id', 'captures');
    word(t, 'side', ['left', 'right', 'mono']);
    t.boolean('inverted').notNullable();
    t.double('gain_db').notNullable();
  });
  await knex.schema.createTable('marks', (t) => {
    t.text('name').primary();
    t.timestamp('made_at').notNullable().defaultTo(knex.fn.now());
  });
}

export async function down(knex: Knex): Promise<void> {
  for (const table of ['marks', 'plan_taps', 'plans', 'targets', 'captures', 'pairs', 'units', 'jobs']) {
    await knex.schema.dropTable(table);
  }
}
