import type { Knex } from 'knex';

/** Who writes where nobody signs in. */
const THE_BENCH = '00000000-0000-4000-8000-00000000be0c';

/** What is written once and stays: by whom it was written and when, by the writer's own clock and by the server's. */
const RECORDS = [
  'readings',
  'claims',
  'sheets',
  'captures',
  'recordings',
  'checks',
  'decisions',
  'plans',
  'targets',
  'devices',
  'photos',
] as const;
/** When a record was taken, where its table tells that already. */
const TAKEN: Partial<Record<(typeof RECORDS)[number], string>> = {
  readings: 'taken_at',
  sheets: 'taken_at',
  captures: 'imported_at',
  recordings: 'taken_at',
  checks: 'taken_at',
  decisions: 'taken_at',
  plans: 'created_at',
  photos: 'taken_at',
};
const RETIRABLE = [
  'units',
  'connectors',
  'cavities',
  'pairs',
  'targets',
  'sheets',
  'plans',
  'devices',
  'photos',
];

/** Nothing that a record stands on goes with something else; only a whole job is erased, table by table. */
const STANDS_ON: readonly (readonly [table: string, column: string, parent: string])[] = [
  ['units', 'job_id', 'jobs'],
  ['connectors', 'unit_id', 'units'],
  ['cavities', 'connector_id', 'connectors'],
  ['photos', 'connector_id', 'connectors'],
  ['pairs', 'unit_id', 'units'],
  ['captures', 'pair_id', 'pairs'],
  ['captures', 'recording_id', 'recordings'],
  ['recordings', 'job_id', 'jobs'],
  ['recordings', 'first_pair_id', 'pairs'],
  ['recordings', 'second_pair_id', 'pairs'],
  ['readings', 'job_id', 'jobs'],
  ['readings', 'cavity_id', 'cavities'],
  ['readings', 'other_cavity_id', 'cavities'],
  ['sheets', 'job_id', 'jobs'],
  ['claims', 'sheet_id', 'sheets'],
  ['claims', 'cavity_id', 'cavities'],
  ['checks', 'job_id', 'jobs'],
  ['checks', 'pair_id', 'pairs'],
  ['targets', 'job_id', 'jobs'],
  ['targets', 'amplifier_id', 'devices'],
  ['decisions', 'job_id', 'jobs'],
  ['decisions', 'target_id', 'targets'],
  ['decisions', 'pair_id', 'pairs'],
  ['plans', 'job_id', 'jobs'],
  ['plan_taps', 'plan_id', 'plans'],
  ['intakes', 'job_id', 'jobs'],
  ['briefs', 'job_id', 'jobs'],
  ['simulations', 'job_id', 'jobs'],
];

async function dropForeignKey(knex: Knex, table: string, column: string): Promise<void> {
  const { rows } = await knex.raw<{ rows: { name: string }[] }>(
    `select c.conname as name from pg_constraint c
     join pg_attribute a on a.attrelid = c.conrelid and a.attnum = c.conkey[1]
     where c.contype = 'f' and c.conrelid = ?::regclass and a.attname = ? and cardinality(c.conkey) = 1`,
    [table, column],
  );
  for (const { name } of rows) await knex.raw('alter table ?? drop constraint ??', [table, name]);
}

async function foreignKey(
  knex: Knex,
  [table, column, parent]: (typeof STANDS_ON)[number],
  on = '',
): Promise<void> {
  await dropForeignKey(knex, table, column);
  const name = `${table}_${column}_foreign`;
  await knex.raw(`alter table ?? add constraint ?? foreign key (??) references ?? (id) ${on}`, [
    table,
    name,
    column,
    parent,
  ]);
}

/** The second migration was once another one: a single walk-in check, not a list. */
async function oneShapeOfIntakes(knex: Knex): Promise<void> {
  if (!(await knex.schema.hasColumn('intakes', 'walk_in'))) return;
  await knex.raw(`alter table intakes add column walk_ins jsonb not null default '[]'`);
  await knex.raw(
    `update intakes set walk_ins = jsonb_build_array(walk_in) where walk_in is not null and jsonb_typeof(walk_in) = 'object'`,
  );
  await knex.raw('alter table intakes drop column walk_in, alter column walk_ins drop default');
}

/** What readings learned of their conditions while the second migration was the newest. */
async function oneShapeOfConditions(knex: Knex): Promise<void> {
  await knex.raw(
    `update readings set conditions = '{"moment": "steady", "zeroed": []}'::jsonb || conditions where not jsonb_exists_all(conditions, array['moment', 'zeroed'])`,
  );
}

/** The first migration was once another one: its taps could not be deleted together with their job. */
async function oneShapeOfTaps(knex: Knex): Promise<void> {
  for (const [column, parent] of [
    ['target_id', 'targets'],
    ['pair_id', 'pairs'],
    ['capture_id', 'captures'],
  ])
    await foreignKey(knex, ['plan_taps', column, parent]);
}

export async function up(knex: Knex): Promise<void> {
  await oneShapeOfIntakes(knex);
  await oneShapeOfConditions(knex);
  await oneShapeOfTaps(knex);
  await knex.schema.createTable('actors', (t) => {
    t.uuid('id').primary().defaultTo(knex.raw('gen_random_uuid()'));
    t.text('name').notNullable().unique();
  });
  await knex('actors').insert({ id: THE_BENCH, name: 'the bench' });
  await knex.schema.createTable('shop', (t) => {
    // One row, for one shop; raised by every write to library or choices, and locked by it.
    t.integer('id').primary().checkBetween([1, 1], 'only_one_shop');
    t.bigInteger('revision').notNullable().defaultTo(0);
  });
  await knex('shop').insert({ id: 1 });
  await knex.raw('alter table jobs add column revision bigint not null default 0');

  await knex.schema.alterTable('photos', (t) => {
    t.uuid('job_id');
    t.uuid('pair_id').references('id').inTable('pairs').index();
    t.text('place');
    t.setNullable('connector_id');
  });
  await knex.raw(
    `update photos p set job_id = u.job_id from connectors c join units u on u.id = c.unit_id where c.id = p.connector_id`,
  );
  await knex.raw(
    `alter table photos alter column job_id set not null, add foreign key (job_id) references jobs (id),
     add constraint photo_shows_one_thing check (num_nonnulls(connector_id, pair_id, place) <= 1)`,
  );
  await knex.raw('create index photos_job_id_index on photos (job_id)');

  for (const key of STANDS_ON) await foreignKey(knex, key);
  for (const table of RETIRABLE) await knex.raw('alter table ?? add column retired_at timestamptz', [table]);
  for (const table of RECORDS) {
    await knex.raw(
      `alter table ??
       add column actor_id uuid not null references actors (id)
         default coalesce(nullif(current_setting('ulpen.actor', true), '')::uuid, '${THE_BENCH}'),
       add column device_at timestamptz,
       add column server_at timestamptz`,
      [table],
    );
    const taken = TAKEN[table];
    if (taken) await knex.raw('update ?? set server_at = ??', [table, taken]);
    await knex.raw(
      `alter table ??
       alter column device_at set default nullif(current_setting('ulpen.device_at', true), '')::timestamptz,
       alter column server_at set default now()`,
      [table],
    );
  }
  // Those of one moment keep the order in which they came.
  for (const table of ['captures', 'recordings', 'plans', 'photos'])
    await knex.raw('alter table ?? add column position bigserial', [table]);
  await knex.raw('drop index if exists captures_in_force');
  await knex.raw(`
    create index captures_in_force on captures (pair_id, imported_at desc, position desc) include (low_hz, high_hz)
    where withdrawn_at is null`);
  await knex.raw('alter table recordings add column from_file boolean not null default false');

  await knex.raw('alter table connectors drop constraint if exists connectors_unit_id_name_unique');
  await knex.raw(
    'create unique index connectors_live_name on connectors (unit_id, lower(name)) where retired_at is null',
  );
  await knex.raw('alter table devices drop constraint if exists devices_name_unique');
  await knex.raw('create unique index devices_live_name on devices (name) where retired_at is null');
}

export async function down(knex: Knex): Promise<void> {
  // What was retired was deleted before there was retiring.
  await knex.raw('alter table devices drop column retired_at cascade');
  await knex.raw('alter table connectors drop column retired_at cascade');
  await knex.raw('alter table devices add constraint devices_name_unique unique (name)');
  await knex.raw(
    'alter table connectors add constraint connectors_unit_id_name_unique unique (unit_id, name)',
  );
  await knex.raw('alter table recordings drop column from_file');
  for (const table of ['captures', 'recordings', 'plans', 'photos'])
    await knex.raw('alter table ?? drop column position', [table]);
  await knex.raw(`
    create index captures_in_force on captures (pair_id, imported_at desc, id) include (low_hz, high_hz)
    where withdrawn_at is null`);
  for (const table of RETIRABLE) await knex.raw('alter table ?? drop column if exists retired_at', [table]);
  for (const table of RECORDS)
    await knex.raw('alter table ?? drop column actor_id, drop column device_at, drop column server_at', [
      table,
    ]);
  await knex('photos').whereNull('connector_id').delete();
  await knex.raw(
    'alter table photos drop constraint photo_shows_one_thing, drop column job_id, drop column pair_id, drop column place, alter column connector_id set not null',
  );
  for (const key of STANDS_ON) await foreignKey(knex, key, 'on delete cascade');
  await knex.raw('alter table jobs drop column revision');
  await knex.schema.dropTable('shop');
  await knex.schema.dropTable('actors');
}
