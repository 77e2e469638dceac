import type { Knex } from 'knex';
import { ACTOR_COLUMNS } from './helpers.ts';

const OLD_KINDS = ['passive-converter', 'converter', 'processor', 'data-interface', 'amplifier'];
const KINDS = [
  ...OLD_KINDS,
  ...['bass-restorer', 'line-filter', 'isolator', 'level-control', 'load-module', 'passive-crossover'],
  ...['remote-delay', 'breaker', 'harness-half'],
];

/**
 * Every kept plan becomes the first revision of one of its own. What it was worked out from is from now on one number
 * that the server makes; of older plans it is not known, so they are worked out again when they are opened.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`alter table plans
    add column series_id uuid,
    add column revision integer not null default 1 check (revision > 0),
    add column agreed_at timestamptz,
    add column fingerprint char(64),
    drop column basis`);
  await knex.raw('update plans set series_id = id');
  await knex.raw('alter table plans alter column series_id set not null');
  await knex.raw('alter table plans add constraint plan_revision_once unique (series_id, revision)');
  await knex.raw(
    `create unique index one_agreed_plan on plans (job_id) where agreed_at is not null and retired_at is null`,
  );
  await knex.raw(`alter table intakes
    add column nominal_volts text not null default '12' check (nominal_volts in ('12', '24'))`);
  // Of older decisions only their words are known.
  await knex.raw(`alter table decisions
    add column subjects jsonb,
    add column figures jsonb not null default '[]'`);
  await knex.raw(`alter table devices
    drop constraint device_kind_known,
    add constraint device_kind_known check (kind in (${KINDS.map((k) => `'${k}'`).join(', ')}))`);
  await knex.raw(`create table drafts (
    job_id uuid not null references jobs (id),
    strategy text not null,
    states jsonb not null,
    at integer not null check (at >= 0),
    version integer not null default 1,
    ${ACTOR_COLUMNS.join(',\n    ')},
    primary key (job_id, strategy))`);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table drafts');
  await knex.raw('alter table intakes drop column nominal_volts');
  await knex('devices').whereNotIn('kind', OLD_KINDS).delete();
  await knex.raw(`alter table devices
    drop constraint device_kind_known,
    add constraint device_kind_known check (kind in (${OLD_KINDS.map((k) => `'${k}'`).join(', ')}))`);
  await knex.raw('alter table decisions drop column subjects, drop column figures');
  await knex.raw('drop index one_agreed_plan');
  await knex.raw(`alter table plans
    add column basis jsonb not null default '{"captures": [], "targets": []}',
    drop column series_id, drop column revision, drop column agreed_at, drop column fingerprint`);
  await knex.raw('alter table plans alter column basis drop default');
}
