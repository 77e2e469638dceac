import type { Knex } from 'knex';

const CHAPTER = `text not null default 'before' check (chapter in ('before', 'during', 'after', 'later'))`;
const RECORDS = ['captures', 'recordings', 'checks'];

const READING = ['id', 'cavity_id', 'other_cavity_id', 'observation', 'conditions', 'entered'];
const TOLD = [...READING, 'confirmed', 'simulated', 'chapter', 'taken_at', 'withdrawn_at'];

/** Names of chosen models, as JSON, with their places for ids; they are looked up by these names from then on. */
const MODELS = (boxes: string) => `(select coalesce(jsonb_agg(
    case when jsonb_typeof(box) = 'string' then jsonb_build_object('deviceId', null, 'device', box) else box end order by n
  ), '[]'::jsonb) from jsonb_array_elements(${boxes}) with ordinality as b(box, n))`;
const NAMES = (boxes: string) => `(select coalesce(jsonb_agg(box -> 'device' order by n), '[]'::jsonb)
  from jsonb_array_elements(${boxes}) with ordinality as b(box, n))`;

async function setBoxes(knex: Knex, anew: (boxes: string) => string): Promise<void> {
  await knex.raw(`update plans set proposal = jsonb_set(proposal, '{changes,boxes}', ${anew(`proposal #> '{changes,boxes}'`)})
    where jsonb_array_length(coalesce(proposal #> '{changes,boxes}', '[]'::jsonb)) > 0`);
  await knex.raw(`update drafts set states = (
    select jsonb_agg(case when jsonb_array_length(coalesce(state #> '{changes,boxes}', '[]'::jsonb)) > 0
      then jsonb_set(state, '{changes,boxes}', ${anew(`state #> '{changes,boxes}'`)}) else state end order by n)
    from jsonb_array_elements(states) with ordinality as s(state, n))
    where jsonb_array_length(states) > 0`);
}

const REASONS = `(select coalesce(jsonb_agg(
    case when jsonb_typeof(reason) = 'string'
      then jsonb_build_object('rule', 'kept-before', 'text', reason, 'subjects', '[]'::jsonb, 'figures', '[]'::jsonb)
      else reason end order by n
  ), '[]'::jsonb) from jsonb_array_elements(proposal -> 'reasons') with ordinality as r(reason, n))`;
const WORDS = `(select coalesce(jsonb_agg(reason -> 'text' order by n), '[]'::jsonb)
  from jsonb_array_elements(proposal -> 'reasons') with ordinality as r(reason, n))`;

const setReasons = (knex: Knex, anew: string) =>
  knex.raw(`update plans set proposal = jsonb_set(proposal, '{reasons}', ${anew})
    where jsonb_array_length(coalesce(proposal -> 'reasons', '[]'::jsonb)) > 0`);

/**
 * What was measured belongs to a chapter of the work. All there is was measured before it, and so is what comes until
 * the job is said to be further. A model that a person chose is named by its id, and a reason says what it speaks of.
 */
export async function up(knex: Knex): Promise<void> {
  for (const table of ['jobs', ...RECORDS])
    await knex.raw(`alter table ${table} add column chapter ${CHAPTER}`);
  await knex.raw('alter table readings drop column told');
  await knex.raw('drop function told_reading');
  await knex.raw(`alter table readings add column chapter ${CHAPTER}`);
  await knex.raw(`
    create function told_reading(
      id uuid, cavity_id uuid, other_cavity_id uuid, observation jsonb, conditions jsonb, entered text,
      confirmed boolean, simulated boolean, chapter text, taken_at timestamptz, withdrawn_at timestamptz
    ) returns text language sql immutable parallel safe as $$
      select json_build_object(
        'id', id, 'cavityId', cavity_id, 'otherCavityId', other_cavity_id, 'observation', observation,
        'conditions', conditions, 'entered', entered, 'confirmed', confirmed, 'simulated', simulated,
        'chapter', chapter, 'takenAt', told_moment(taken_at), 'withdrawnAt', told_moment(withdrawn_at)
      )::text
    $$`);
  await knex.raw(
    `alter table readings add column told text not null generated always as (told_reading(${TOLD.join(', ')})) stored`,
  );
  await setBoxes(knex, MODELS);
  await setReasons(knex, REASONS);
}

export async function down(knex: Knex): Promise<void> {
  await setReasons(knex, WORDS);
  await setBoxes(knex, NAMES);
  await knex.raw('alter table readings drop column told');
  await knex.raw('drop function told_reading');
  for (const table of ['jobs', 'readings', ...RECORDS])
    await knex.raw(`alter table ${table} drop column chapter`);
  await knex.raw(`
    create function told_reading(
      id uuid, cavity_id uuid, other_cavity_id uuid, observation jsonb, conditions jsonb, entered text,
      confirmed boolean, simulated boolean, taken_at timestamptz, withdrawn_at timestamptz
    ) returns text language sql immutable parallel safe as $$
      select json_build_object(
        'id', id, 'cavityId', cavity_id, 'otherCavityId', other_cavity_id, 'observation', observation,
        'conditions', conditions, 'entered', entered, 'confirmed', confirmed, 'simulated', simulated,
        'takenAt', told_moment(taken_at), 'withdrawnAt', told_moment(withdrawn_at)
      )::text
    $$`);
  const before = TOLD.filter((c) => c !== 'chapter').join(', ');
  await knex.raw(
    `alter table readings add column told text not null generated always as (told_reading(${before})) stored`,
  );
}
