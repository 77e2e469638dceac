import { randomUUID } from 'node:crypto';
import { analyseResponse, START_BRIEF, START_CONDITIONS, START_INTAKE } from '@ulpen/core';
import type { Knex } from 'knex';
import { packNumbers } from '../src/database/rows.ts';

const JSON_OF = (value: unknown) => JSON.stringify(value);
const AT = new Date('2026-11-02T09:05:00Z');
const RESPONSE = { frequencyHz: [100, 200, 400, 800], levelDb: [0, 0, -1, -3] };

/** An output as it was named until cavities had ids. */
interface OldPair {
  suffix: string;
  plug: string;
  plus?: number | null;
  minus?: number | null;
  wires?: [string | null, string | null];
  polarity?: ['normal' | 'reversed', 'measured' | 'claimed' | 'assumed'];
  unit?: 'amplifier' | 'radio';
  retired?: boolean;
}

/** Every way in which text named a place: right, in other letters, of another unit, nowhere, and twice. */
export const OLD_PAIRS: readonly OldPair[] = [
  {
    suffix: 'right',
    plug: 'C1',
    plus: 1,
    minus: 2,
    wires: ['BN/WH', 'BN'],
    polarity: ['normal', 'measured'],
  },
  { suffix: 'small letters', plug: ' c1 ', plus: 3, minus: null, wires: ['RD', null] },
  {
    suffix: 'no such plug',
    plug: 'X9',
    plus: 1,
    minus: 2,
    wires: ['GN', 'GY'],
    polarity: ['reversed', 'claimed'],
  },
  { suffix: 'beyond the plug', plug: 'C1', plus: 7, minus: 40 },
  { suffix: 'an empty cavity', plug: 'C1', plus: 8, minus: 7 },
  { suffix: 'once', plug: 'C1', plus: 5, minus: 6 },
  { suffix: 'twice', plug: 'c1', plus: 6, minus: 4, wires: ['WH', null] },
  { suffix: 'of the other unit', plug: 'R1', plus: 1, minus: 2, wires: ['BK', 'VT'] },
  { suffix: 'unplaced', plug: '', wires: ['OG', null], polarity: ['reversed', 'assumed'] },
  { suffix: 'coil 1', plug: '' },
  { suffix: 'coil 2', plug: '' },
  { suffix: 'line', plug: 'R1', plus: 3, minus: 4, unit: 'radio' },
  { suffix: 'removed', plug: 'C1', plus: 1, minus: 2, retired: true },
];

/** Columns that a table has now, of those that are given. */
async function insert(knex: Knex, table: string, row: Record<string, unknown>): Promise<string> {
  const columns = await knex(table).columnInfo();
  const own = Object.fromEntries(Object.entries(row).filter(([name]) => name in columns));
  const [made] = await knex(table).insert(own).returning('*');
  return made.id as string;
}

/**
 * One job with something of everything that the database of an earlier version could hold, as that version wrote it.
 *
 * @returns id of the job
 */
export async function fillOld(knex: Knex): Promise<string> {
  const has = (table: string) => knex.schema.hasTable(table);
  const jobId = await insert(knex, 'jobs', {
    car: 'Old car',
    year: 2020,
    system: 's',
    place: 'p',
    wish: 'w',
  });
  const unit = (kind: string, position: number) =>
    insert(knex, 'units', { job_id: jobId, kind, name: kind, location: '', position });
  const units = { amplifier: await unit('amplifier', 1), radio: await unit('radio', 2) };
  const cavities = (await has('connectors')) ? await fillFind(knex, jobId, units) : [];
  const text = 'plug' in (await knex('pairs').columnInfo());
  const pairs: string[] = [];
  for (const [n, pair] of OLD_PAIRS.entries()) {
    if (pair.retired && !('retired_at' in (await knex('pairs').columnInfo()))) continue;
    const [polarity, standing] = pair.polarity ?? ['normal', 'assumed'];
    const way = pair.suffix.startsWith('coil') ? 'subwoofer' : 'full';
    const place = {
      plug: pair.plug,
      plus_cavity: pair.plus ?? null,
      minus_cavity: pair.minus ?? null,
      plus_wire: pair.wires?.[0] ?? null,
      minus_wire: pair.wires?.[1] ?? null,
      polarity,
      polarity_standing: standing,
    };
    pairs.push(
      await insert(knex, 'pairs', {
        unit_id: units[pair.unit ?? 'amplifier'],
        side: 'left',
        axle: 'front',
        way,
        suffix: pair.suffix,
        position: n + 1,
        retired_at: pair.retired ? AT : null,
        ...(text && place),
      }),
    );
  }
  const analysis = analyseResponse(RESPONSE);
  const captureId = await insert(knex, 'captures', {
    pair_id: pairs[0],
    file_name: 'old.txt',
    sha256: '0'.repeat(64),
    level_kind: 'flat',
    level_unit: 'dB',
    phase_reference: 'none',
    volume_step: 18,
    load: 'speaker',
    note: '',
    repairs: '[]',
    imported_at: AT,
    points: RESPONSE.frequencyHz.length,
    frequency_hz: packNumbers(RESPONSE.frequencyHz),
    level_db: packNumbers(RESPONSE.levelDb),
    band_class: analysis.bandClass,
    low_hz: analysis.lowHz,
    high_hz: analysis.highHz,
    analysis_version: analysis.version,
    analysis: JSON_OF(analysis),
    pin: JSON_OF({ because: 'as it was', at: AT.toISOString() }),
  });
  const targetId = await insert(knex, 'targets', {
    job_id: jobId,
    name: 'Front',
    layout: 'mono',
    axle: 'front',
    low_hz: 80,
    high_hz: 16_000,
    speaker_level_input: false,
    position: 1,
  });
  await fillPlan(knex, { jobId, pairId: pairs[0], captureId, targetId });
  if (await has('checks'))
    await insert(knex, 'checks', {
      job_id: jobId,
      pair_id: pairs[0],
      body: JSON_OF({ kind: 'silence', engine: 'off', doors: 'closed', volts: 0.01 }),
      note: '',
      taken_at: AT,
    });
  if (await has('decisions'))
    await insert(knex, 'decisions', {
      job_id: jobId,
      kind: 'accepted',
      rule: 'r',
      target_id: targetId,
      pair_id: pairs[0],
      says: 'as it is',
      signed_by: 'Bay 2',
      note: '',
      taken_at: AT,
    });
  if (await has('briefs'))
    await knex('briefs').insert({ job_id: jobId, wanted: JSON_OF(START_BRIEF), version: 1 });
  if (await has('speakers')) {
    const speaker = await insert(knex, 'speakers', { job_id: jobId, way: 'full', position: 1 });
    await knex('speaker_coils').insert({ speaker_id: speaker, position: 0, pair_id: pairs[0] });
  }
  if (await has('pins'))
    await insert(knex, 'pins', { capture_id: captureId, because: 'as it was', taken_at: AT });
  if (cavities.length > 0 && (await has('output_ends')))
    await knex('output_ends').insert({
      output_id: pairs[0],
      sign: 'plus',
      cavity_id: cavities[0],
      position: 0,
    });
  return jobId;
}

/** Two plugs, what was read and claimed of one, and how the car came in. */
async function fillFind(
  knex: Knex,
  jobId: string,
  units: Record<'amplifier' | 'radio', string>,
): Promise<string[]> {
  const { walkIns, clues, trim, drive } = START_INTAKE;
  await insert(knex, 'intakes', {
    job_id: jobId,
    trim,
    option_codes: [],
    drive,
    tools: ['meter'],
    zeroed: [],
    clues: JSON_OF(clues),
    walk_ins: JSON_OF(walkIns),
  });
  const plug = async (unit_id: string, name: string) => {
    const id = await insert(knex, 'connectors', {
      unit_id,
      name,
      rows: JSON_OF([{ cavities: 8, indent: 0 }]),
      view: 'wire',
      corner: 'top-left',
      along: 'rows',
      turning: false,
      latch: 'top',
      keying: 'none',
      shell: 'BK',
      sleeve: 'none',
      confirmed: 'audio',
      note: '',
      position: 1,
    });
    const own: string[] = [];
    for (let number = 1; number <= 8; number++)
      own.push(await insert(knex, 'cavities', { connector_id: id, number, empty: number === 8 }));
    return { id, own };
  };
  const c1 = await plug(units.amplifier, 'C1');
  await plug(units.radio, 'R1');
  await insert(knex, 'readings', {
    job_id: jobId,
    cavity_id: c1.own[0],
    kind: 'seen',
    observation: JSON_OF({
      kind: 'seen',
      wire: 'BN/WH',
      size: null,
      twisted: null,
      origin: null,
      unsure: false,
    }),
    conditions: JSON_OF(START_CONDITIONS),
    entered: 'bn/wh',
    confirmed: false,
    simulated: false,
    taken_at: AT,
  });
  const sheet = await insert(knex, 'sheets', {
    job_id: jobId,
    name: 'Sheet',
    source: '',
    position: 1,
    taken_at: AT,
  });
  await insert(knex, 'claims', {
    sheet_id: sheet,
    cavity_id: c1.own[1],
    variant: '',
    wire: 'BN',
    text: '',
    position: 0,
  });
  await insert(knex, 'photos', {
    connector_id: c1.id,
    job_id: jobId,
    file_name: 'x.png',
    media_type: 'image/png',
    bytes: 26,
    content: Buffer.from('89504e470d0a1a0a0000000d494844520000000100000001 0806'.replace(' ', ''), 'hex'),
    taken_at: AT,
  });
  return c1.own;
}

interface PlanRows {
  jobId: string;
  pairId: string;
  captureId: string;
  targetId: string;
}

const CHANGES = { setup: {}, feeds: [], loads: [], inserts: [] };

async function fillPlan(knex: Knex, { jobId, pairId, captureId, targetId }: PlanRows): Promise<void> {
  const tap = { pairId, captureId, inverted: false, gainDb: 0 };
  const feed = { targetId, side: 'mono', device: 'converter', taps: [tap], correction: [], boostDb: 0 };
  const shown = { need: { lowHz: 80, highHz: 16_000 }, levelDb: [0, -3], span: null, phase: 'measured' };
  const sums = { withinDb: 1, covers: true, missing: [] };
  const early = (await knex.schema.hasTable('devices')) ? 'convert' : 'single';
  const drafted = await knex.schema.hasTable('drafts');
  // Chosen by name, and reasons in words alone, until a model had an id and a reason said what it speaks of.
  const named = 'chapter' in (await knex('jobs').columnInfo());
  const boxes = [named ? { deviceId: null, device: 'Merlin S8' } : 'Merlin S8'];
  const reason = 'One output each, nothing to join.';
  const proposal = {
    strategy: early,
    title: 'One output each',
    device: 'converter',
    covers: true,
    withinDb: 1,
    feeds: [{ ...feed, ...shown, ...sums }],
    reasons: !drafted
      ? []
      : [named ? { rule: 'kept-before', text: reason, subjects: [], figures: [] } : reason],
    remarks: [],
    ...(drafted && { changes: { ...CHANGES, boxes } }),
  };
  if (drafted) {
    const states = [
      { changes: { ...CHANGES, boxes: [] }, planId: null },
      { changes: { ...CHANGES, boxes }, planId: null },
    ];
    await knex('drafts').insert({ job_id: jobId, strategy: early, states: JSON_OF(states), at: 1 });
  }
  const planId = await insert(knex, 'plans', {
    job_id: jobId,
    series_id: randomUUID(),
    name: 'Kept',
    strategy: early,
    created_at: AT,
    basis: JSON_OF({
      captures: [{ id: captureId, pairVersion: 1 }],
      targets: [{ id: targetId, version: 1 }],
    }),
    proposal: JSON_OF(proposal),
  });
  await insert(knex, 'plan_taps', {
    plan_id: planId,
    target_id: targetId,
    pair_id: pairId,
    capture_id: captureId,
    side: 'mono',
    inverted: false,
    gain_db: 0,
  });
}
