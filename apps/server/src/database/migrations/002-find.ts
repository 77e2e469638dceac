import type { Knex } from 'knex';

function word(
  table: Knex.CreateTableBuilder,
  name: string,
  words: readonly string[],
  known = name,
): Knex.ColumnBuilder {
  return table.text(name).checkIn([...words], `${known}_known`);
}

const identity = (knex: Knex, t: Knex.CreateTableBuilder) =>
  t.uuid('id').primary().defaultTo(knex.raw('gen_random_uuid()'));
const belongsTo = (t: Knex.CreateTableBuilder, name: string, parent: string) =>
  t.uuid(name).notNullable().references('id').inTable(parent).onDelete('CASCADE').index();

const UNIT_KINDS = { before: "'radio', 'amplifier'", now: "'radio', 'amplifier', 'subwoofer', 'module'" };
const unitKinds = (knex: Knex, kinds: string) =>
  knex.raw(
    `alter table units drop constraint kind_known, add constraint kind_known check (kind in (${kinds}))`,
  );

/** Connectors, cavities, readings, sheets, photos, intake and simulated cars. */
export async function up(knex: Knex): Promise<void> {
  await unitKinds(knex, UNIT_KINDS.now);
  await knex.schema.createTable('intakes', (t) => {
    t.uuid('job_id').primary().references('id').inTable('jobs').onDelete('CASCADE');
    t.text('trim').notNullable();
    t.specificType('option_codes', 'text[]').notNullable();
    word(t, 'drive', ['unknown', 'combustion', 'hybrid', 'electric']).notNullable();
    t.specificType('tools', 'text[]').notNullable();
    t.specificType('zeroed', 'text[]').notNullable();
    t.jsonb('clues').notNullable();
    t.jsonb('walk_ins').notNullable();
    t.integer('version').notNullable().defaultTo(1);
  });
  await knex.schema.createTable('connectors', (t) => {
    identity(knex, t);
    belongsTo(t, 'unit_id', 'units');
    t.text('name').notNullable();
    t.jsonb('rows').notNullable();
    word(t, 'view', ['wire', 'mating']).notNullable();
    word(t, 'corner', ['top-left', 'top-right', 'bottom-left', 'bottom-right']).notNullable();
    word(t, 'along', ['rows', 'columns']).notNullable();
    t.boolean('turning').notNullable();
    word(t, 'latch', ['top', 'bottom', 'left', 'right', 'none']).notNullable();
    word(t, 'keying', ['none', 'left', 'centre', 'right', 'both']).notNullable();
    t.specificType('shell', 'char(2)');
    word(t, 'sleeve', ['none', 'yellow', 'orange']).notNullable();
    word(t, 'confirmed', ['no', 'audio', 'restraint']).notNullable();
    t.text('note').notNullable();
    t.integer('position').notNullable();
    t.integer('version').notNullable().defaultTo(1);
    t.unique(['unit_id', 'name']);
  });
  await knex.schema.createTable('cavities', (t) => {
    identity(knex, t);
    belongsTo(t, 'connector_id', 'connectors');
    t.integer('number').notNullable().checkBetween([1, 120], 'cavity_number_range');
    t.boolean('empty').notNullable();
    t.unique(['connector_id', 'number']);
  });
  await knex.schema.createTable('photos', (t) => {
    identity(knex, t);
    belongsTo(t, 'connector_id', 'connectors');
    t.text('file_name').notNullable();
    word(t, 'media_type', ['image/jpeg', 'image/png', 'image/webp']).notNullable();
    t.integer('bytes').notNullable();
    t.binary('content').notNullable();
    t.timestamp('taken_at').notNullable().defaultTo(knex.fn.now());
  });
  await knex.schema.createTable('readings', (t) => {
    identity(knex, t);
    t.bigIncrements('place', { primaryKey: false });
    t.uuid('job_id').notNullable().references('id').inTable('jobs').onDelete('CASCADE');
    belongsTo(t, 'cavity_id', 'cavities');
    t.uuid('other_cavity_id').references('id').inTable('cavities').onDelete('CASCADE').index();
    word(t, 'kind', ['dc', 'ac', 'ohms', 'tone', 'cone', 'seen', 'note'], 'reading_kind').notNullable();
    t.jsonb('observation').notNullable();
    t.jsonb('conditions').notNullable();
    t.text('entered').notNullable();
    t.boolean('confirmed').notNullable();
    t.boolean('simulated').notNullable();
    t.timestamp('taken_at').notNullable().defaultTo(knex.fn.now());
    t.timestamp('withdrawn_at');
    t.check('cavity_id <> other_cavity_id', [], 'two_different_cavities');
    t.index(['job_id', 'place']);
  });
  await knex.schema.createTable('sheets', (t) => {
    identity(knex, t);
    belongsTo(t, 'job_id', 'jobs');
    t.text('name').notNullable();
    t.text('source').notNullable();
    t.text('chosen_variant');
    t.timestamp('taken_at').notNullable().defaultTo(knex.fn.now());
    t.integer('position').notNullable();
    t.integer('version').notNullable().defaultTo(1);
  });
  await knex.schema.createTable('claims', (t) => {
    identity(knex, t);
    belongsTo(t, 'sheet_id', 'sheets');
    belongsTo(t, 'cavity_id', 'cavities');
    t.text('variant').notNullable();
    t.text('role');
    t.jsonb('channel');
    word(t, 'sign', ['plus', 'minus']);
    t.text('wire');
    t.text('text').notNullable();
    t.integer('position').notNullable();
  });
  await knex.schema.createTable('simulations', (t) => {
    t.uuid('job_id').primary().references('id').inTable('jobs').onDelete('CASCADE');
    t.integer('seed').notNullable();
    t.integer('connectors');
    t.text('sheet');
    t.integer('reversed_pairs');
    t.double('slip_rate').notNullable();
    t.integer('taken').notNullable().defaultTo(0);
    t.integer('slips').notNullable().defaultTo(0);
    t.boolean('revealed').notNullable().defaultTo(false);
  });
}

export async function down(knex: Knex): Promise<void> {
  for (const table of [
    'simulations',
    'claims',
    'sheets',
    'readings',
    'photos',
    'cavities',
    'connectors',
    'intakes',
  ])
    await knex.schema.dropTable(table);
  await unitKinds(knex, UNIT_KINDS.before);
}
