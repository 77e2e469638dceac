import type { Knex } from 'knex';
import { ACTOR_COLUMNS } from './helpers.ts';

const SHEET = 'Colours noted at outputs';

/** Where the text of an output leads: to cavities of the one drawn plug of that name, on its own unit first. */
const CANDIDATES = `
  create table candidates as
  select p.id as output_id, u.job_id, p.retired_at is null and u.retired_at is null as live,
    vp.id as plus_id, vm.id as minus_id, p.plus_wire, p.minus_wire, p.position
  from pairs p
  join units u on u.id = p.unit_id
  join lateral (
    select c.id, c.unit_id = p.unit_id as own, count(*) over () as n
    from connectors c join units o on o.id = c.unit_id
    where o.job_id = u.job_id and o.retired_at is null and c.retired_at is null
      and lower(c.name) = lower(btrim(p.plug))
    order by own desc limit 1
  ) k on k.own or k.n = 1
  left join cavities vp
    on vp.connector_id = k.id and vp.number = p.plus_cavity and vp.retired_at is null and not vp.empty
  left join cavities vm
    on vm.connector_id = k.id and vm.number = p.minus_cavity and vm.retired_at is null and not vm.empty
  where num_nonnulls(p.plus_cavity, p.minus_cavity) > 0
    and (p.plus_cavity is null or vp.id is not null) and (p.minus_cavity is null or vm.id is not null)`;

/** Of outputs in sight that name one cavity none is believed: somebody must choose. */
const CROWDED = `
  create table crowded as
  select distinct unnest(array_agg(output_id)) as output_id
  from (
    select output_id, plus_id as cavity_id from candidates where live and plus_id is not null
    union all select output_id, minus_id from candidates where live and minus_id is not null
  ) named
  group by cavity_id having count(*) > 1`;

/** Colours that were typed and not seen become a sheet's claims. */
const COLOURS = `
  create table colours as
  select c.job_id, e.cavity_id, e.sign, e.wire,
    row_number() over (partition by c.job_id order by c.position, c.output_id, e.sign desc) as position
  from candidates c
  join output_ends x on x.output_id = c.output_id
  cross join lateral (values (c.plus_id, 'plus', c.plus_wire), (c.minus_id, 'minus', c.minus_wire)) as e (cavity_id, sign, wire)
  where c.live and x.cavity_id = e.cavity_id and e.wire is not null and e.wire is distinct from (
    select r.observation->>'wire' from readings r
    where r.cavity_id = e.cavity_id and r.withdrawn_at is null and r.kind = 'seen'
      and r.observation->>'wire' is not null and not coalesce((r.observation->>'unsure')::boolean, false)
    order by r.place desc limit 1
  )`;

/** Outputs name cavities by id; what was only text stays text. Factory speakers and their coils are rows. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table output_ends (
      output_id uuid not null references pairs (id),
      sign text not null check (sign in ('plus', 'minus')),
      cavity_id uuid not null references cavities (id),
      position integer not null,
      primary key (output_id, cavity_id)
    )`);
  await knex.raw('create index output_ends_of_cavity on output_ends (cavity_id)');
  await knex.raw(`
    alter table pairs
      add column place_text text not null default '',
      add column stage text not null default 'unknown' check (stage in ('unknown', 'bridge', 'single-ended', 'line')),
      add column stated_polarity text not null default 'unknown'
        check (stated_polarity in ('unknown', 'normal', 'reversed'))`);
  await knex.raw(CANDIDATES);
  await knex.raw(CROWDED);
  await knex.raw(`
    insert into output_ends (output_id, sign, cavity_id, position)
    select c.output_id, e.sign, e.cavity_id, e.position
    from candidates c cross join lateral (values ('plus', c.plus_id, 0), ('minus', c.minus_id, 1)) as e (sign, cavity_id, position)
    where e.cavity_id is not null and c.output_id not in (select output_id from crowded)`);
  await knex.raw(COLOURS);
  await knex.raw(
    `insert into sheets (job_id, name, source, taken_at, position)
     select c.job_id, '${SHEET}', 'typed before outputs named cavities', (select j.created_at from jobs j where j.id = c.job_id), (
       select coalesce(max(s.position), 0) + 1 from sheets s where s.job_id = c.job_id
     ) from colours c group by job_id`,
  );
  await knex.raw(
    `insert into claims (sheet_id, cavity_id, variant, sign, wire, text, position)
     select s.id, c.cavity_id, '', c.sign, c.wire, '', c.position
     from colours c join sheets s on s.job_id = c.job_id and s.name = '${SHEET}'`,
  );
  await knex.raw(`
    update pairs p set
      stated_polarity = case when polarity_standing = 'assumed' and polarity = 'normal' then 'unknown' else polarity end,
      place_text = case when exists (select 1 from output_ends e where e.output_id = p.id) then '' else
        left(concat_ws(', ',
          nullif(concat_ws(' · ', nullif(btrim(plug), ''), nullif(concat_ws('/', plus_cavity, minus_cavity), '')), ''),
          nullif(concat_ws(' and ', plus_wire, minus_wire), ''),
          case when p.id in (select output_id from crowded) then 'named by two outputs' end
        ), 80) end`);
  await knex.raw(`
    alter table pairs drop column plug, drop column plus_cavity, drop column minus_cavity, drop column plus_wire,
      drop column minus_wire, drop column polarity, drop column polarity_standing`);

  await knex.raw(`
    create table speakers (
      id uuid primary key default gen_random_uuid(),
      job_id uuid not null references jobs (id),
      way text not null check (way in ('full', 'woofer', 'midrange', 'tweeter', 'subwoofer')),
      position integer not null,
      version integer not null default 1,
      retired_at timestamptz,
      ${ACTOR_COLUMNS.join(', ')}
    )`);
  await knex.raw('create index speakers_job_id_index on speakers (job_id)');
  await knex.raw(`
    create table speaker_coils (
      speaker_id uuid not null references speakers (id),
      position integer not null,
      pair_id uuid references pairs (id),
      ohm double precision check (ohm > 0),
      primary key (speaker_id, position)
    )`);
  await knex.raw('create index speaker_coils_of_pair on speaker_coils (pair_id)');
  // One speaker for each output that drives one; outputs labelled coil 1 and coil 2 drive one speaker together. A radio's
  // outputs drive speakers only where no amplifier is listed.
  await knex.raw(`
    create table drivers as
    select p.id as pair_id, u.job_id, p.way, p.suffix, p.position, u.position as unit_position,
      case when p.suffix ~* '^coil [1-4]$' then concat_ws(' ', u.id, p.side, p.axle, p.way) else p.id::text end as speaker
    from pairs p join units u on u.id = p.unit_id
    where p.retired_at is null and u.retired_at is null and (u.kind <> 'radio' or not exists (
      select 1 from units a where a.job_id = u.job_id and a.retired_at is null and a.kind <> 'radio'
    ))`);
  await knex.raw(`
    create table driven as
    select gen_random_uuid() as id, job_id, speaker, min(way) as way,
      row_number() over (partition by job_id order by min(unit_position), min(position)) as position
    from drivers group by job_id, speaker`);
  await knex.raw(
    'insert into speakers (id, job_id, way, position) select id, job_id, way, position from driven',
  );
  await knex.raw(`
    insert into speaker_coils (speaker_id, position, pair_id)
    select n.id, row_number() over (partition by n.id order by d.suffix, d.position) - 1, d.pair_id
    from drivers d join driven n on n.job_id = d.job_id and n.speaker = d.speaker`);
  await knex.raw('drop table candidates, crowded, colours, drivers, driven');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table speaker_coils, speakers');
  await knex.raw(`
    alter table pairs add column plug text not null default '', add column plus_cavity integer,
      add column minus_cavity integer, add column plus_wire text, add column minus_wire text,
      add column polarity text not null default 'normal', add column polarity_standing text not null default 'assumed'`);
  await knex.raw(`
    update pairs p set plug = c.name, plus_cavity = v.number
    from output_ends e join cavities v on v.id = e.cavity_id join connectors c on c.id = v.connector_id
    where e.output_id = p.id and e.sign = 'plus'`);
  await knex.raw(`
    update pairs p set plug = c.name, minus_cavity = v.number
    from output_ends e join cavities v on v.id = e.cavity_id join connectors c on c.id = v.connector_id
    where e.output_id = p.id and e.sign = 'minus'`);
  await knex.raw(`
    update pairs set plug = case when plug = '' then left(place_text, 20) else plug end,
      polarity = case when stated_polarity = 'reversed' then 'reversed' else 'normal' end,
      polarity_standing = case when stated_polarity = 'unknown' then 'assumed' else 'claimed' end`);
  await knex.raw('alter table pairs drop column place_text, drop column stage, drop column stated_polarity');
  await knex.raw('drop table output_ends');
}
