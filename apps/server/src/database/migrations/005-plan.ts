import type { Knex } from 'knex';

const USUAL_SPEAKER = JSON.stringify({
  state: 'new',
  way: 'full',
  ohm: 4,
  watts: null,
  ownHighPass: false,
  drivers: 1,
  coils: 1,
});

export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('devices', (t) => {
    t.uuid('id').primary().defaultTo(knex.raw('gen_random_uuid()'));
    t.text('name').notNullable().unique();
    t.text('kind')
      .notNullable()
      .checkIn(
        ['passive-converter', 'converter', 'processor', 'data-interface', 'amplifier'],
        'device_kind_known',
      );
    t.jsonb('abilities').notNullable();
    t.bigIncrements('position', { primaryKey: false });
    t.integer('version').notNullable().defaultTo(1);
  });
  await knex.schema.createTable('preferences', (t) => {
    // One row, for one shop.
    t.integer('id').primary().defaultTo(1).checkBetween([1, 1], 'one_shop');
    t.jsonb('choices').notNullable();
    t.integer('version').notNullable();
  });
  await knex.schema.createTable('briefs', (t) => {
    t.uuid('job_id').primary().references('id').inTable('jobs').onDelete('CASCADE');
    t.jsonb('wanted').notNullable();
    t.integer('version').notNullable();
  });
  await knex.schema.createTable('decisions', (t) => {
    t.uuid('id').primary().defaultTo(knex.raw('gen_random_uuid()'));
    t.uuid('job_id').notNullable().references('id').inTable('jobs').onDelete('CASCADE').index();
    t.text('kind').notNullable().checkIn(['accepted', 'consent'], 'decision_kind_known');
    t.text('rule').notNullable();
    t.uuid('target_id').references('id').inTable('targets').onDelete('CASCADE').index();
    t.uuid('pair_id').references('id').inTable('pairs').onDelete('CASCADE').index();
    t.text('says').notNullable();
    t.text('signed_by').notNullable();
    t.text('note').notNullable();
    t.timestamp('taken_at').notNullable().defaultTo(knex.fn.now());
    t.timestamp('withdrawn_at');
    t.bigIncrements('position', { primaryKey: false });
  });
  await knex.schema.alterTable('targets', (t) => {
    t.jsonb('speaker').notNullable().defaultTo(USUAL_SPEAKER);
    t.uuid('amplifier_id').references('id').inTable('devices').onDelete('SET NULL').index();
  });
  // An output without a capture is planned with an assumed band.
  await knex.raw('alter table plan_taps alter column capture_id drop not null');
  await knex.raw('alter table plans drop constraint strategy_known');
  await knex.raw(`update plans set strategy = 'convert' where strategy = 'single'`);
  await knex.raw(
    `update plans set proposal = jsonb_set(proposal, '{strategy}', '"convert"') where proposal->>'strategy' = 'single'`,
  );
}

export async function down(knex: Knex): Promise<void> {
  await knex('plans').whereNotIn('strategy', ['convert', 'sum', 'processor']).delete();
  await knex.raw(`update plans set strategy = 'single' where strategy = 'convert'`);
  await knex.raw(
    `update plans set proposal = jsonb_set(proposal, '{strategy}', '"single"') where proposal->>'strategy' = 'convert'`,
  );
  await knex.raw(
    `alter table plans add constraint strategy_known check (strategy in ('single', 'sum', 'processor'))`,
  );
  await knex('plan_taps').whereNull('capture_id').delete();
  await knex.raw('alter table plan_taps alter column capture_id set not null');
  await knex.schema.alterTable('targets', (t) => {
    t.dropColumn('speaker');
    t.dropColumn('amplifier_id');
  });
  for (const table of ['decisions', 'briefs', 'preferences', 'devices']) await knex.schema.dropTable(table);
}
