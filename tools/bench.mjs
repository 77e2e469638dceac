// npm run bench: the times that matter, as a table, kept in docs/benchmarks.md. Compare rows of one run: machines are noisy.
// npm run bench -- --against REV: the same beside the times of another commit, in one run; the page in docs/ stays as it is.
import { existsSync } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { compared, comparisonTable, measuredAt, rowsOf } from './bench-against.mjs';
import { inBrowser } from './bench-browser.mjs';
import { largeJobs } from './bench-large-job.mjs';
import { listenRows, tenMinutesInNode } from './bench-listen.mjs';
import { oneRow } from './bench-one-row.mjs';
import { timed, timedAsync, timesRow } from './bench-times.mjs';
import { withDemoServer } from './demo-server.mjs';
import { giveUp, installPackages, ROOT } from './setup.mjs';

const rows = [];
const row = (what, times, limit) => rows.push(timesRow(what, times, limit));

/** Twelve outputs and four targets, all two- and three-way, so that every target has something to search. */
function largeInput(core, sim) {
  const [carrier] = sim.DEMO_CARS;
  const file = sim.jobFileOfCar(carrier, 0, () => '0'.repeat(64));
  const pairs = file.units[0].pairs.slice(0, 11).map((pair, i) => {
    const response = (pair.captures[0] ?? file.units[0].pairs[7].captures[0]).response;
    const capture = { id: `c${i}`, analysis: core.analyseResponse(response), phaseMeasured: false };
    return { ...pair, id: pair.key, unitId: 'u1', capture, volumeSteps: [18] };
  });
  pairs.push({ ...pairs[7], id: 'p12', side: 'left', axle: 'other' });
  const target = (id, layout, axle, lowHz, highHz) => ({
    id,
    jobId: 'j',
    version: 1,
    name: id,
    layout,
    axle,
    lowHz,
    highHz,
    speakerLevelInput: false,
    speaker: core.USUAL_SPEAKER,
    amplifierId: null,
  });
  const targets = [
    target('t1', 'stereo', 'front', 60, 18_000),
    target('t2', 'stereo', 'rear', 100, 16_000),
    target('t3', 'mono', 'other', 30, 90),
    target('t4', 'mono', 'front', 150, 16_000),
  ];
  return core.planInput({ pairs, targets, devices: sim.demoLibrary() });
}

async function inCore() {
  const core = await import('@ulpen/core');
  const sim = await import('@ulpen/core/carsim');
  const { Piscina } = await import('piscina');
  const outputs = Array.from({ length: 40 }, (_, i) => {
    const { chain } = sim.variedOutput(i, i % 2 ? 'clean' : 'equalised');
    return sim.measureChain(chain, { seed: i, points: 1000, floorDb: -40, scatterDb: 0.4 });
  });
  row(
    'class and edges, 1,000 points',
    timed(200, (i) => core.quickAnalysis(outputs[i % 40])),
    '< 5 ms',
  );
  const pool = new Piscina({
    filename: createRequire(import.meta.url).resolve('@ulpen/core/worker'),
    minThreads: 1,
    maxThreads: 1,
  });
  await pool.run({ response: outputs[0] }, { name: 'analyseCapture' });
  row(
    'full filter fit, 1,000 points, in a worker thread of Node',
    await timedAsync(120, (i) => pool.run({ response: outputs[i % 40] }, { name: 'analyseCapture' })),
    '< 150 ms',
  );
  const input = largeInput(core, sim);
  await pool.run(input, { name: 'searchOutputs' });
  row(
    'search: outputs, polarity and trim for 4 targets from 12 outputs, in a worker thread of Node',
    await timedAsync(30, () => pool.run(input, { name: 'searchOutputs' })),
    '< 300 ms',
  );
  row(
    'every way in worked out and compared, 4 targets from 12 outputs, in a worker thread of Node',
    await timedAsync(20, () => pool.run(input, { name: 'comparePlans' })),
    '< 400 ms',
  );
  await pool.destroy();
  findRows(core, sim);
  listenRows(core, sim, { row, timed });
  rows.push(await tenMinutesInNode());
}

/** A plug of 60 wires with 2,000 readings on it: four cars' worth, taken several times over. */
function findRows(core, sim) {
  const wiring = sim.variedWiring({ seed: 11, connectors: 4 });
  const small = sim.harnessOf(wiring, []);
  const shift = (id, by) => String(Number(id) + by);
  const copies = [0, 1000, 2000].map((by) => ({ by, seed: 1 + by }));
  const connectors = copies.flatMap(({ by }) =>
    small.connectors.map((c) => ({
      ...c,
      id: `${c.id}-${by}`,
      cavities: c.cavities.map((v) => ({ ...v, id: shift(v.id, by) })),
    })),
  );
  let left = 60;
  const plugs = connectors.map((c) => {
    const cavities = c.cavities.slice(0, left);
    left -= cavities.length;
    return { ...c, cavities };
  });
  const known = new Set(plugs.flatMap((c) => c.cavities.map((v) => v.id)));
  const readings = [];
  for (let round = 0; readings.length < 2000; round++) {
    for (const { by, seed } of copies) {
      const taken = sim.inOrder(
        wiring,
        new sim.SimulatedHand(wiring, { seed: seed + 7 * round, slipRate: 0.02 }),
      );
      for (const r of taken) {
        const cavityId = shift(r.cavityId, by);
        const otherCavityId = r.otherCavityId === null ? null : shift(r.otherCavityId, by);
        if (known.has(cavityId) && (otherCavityId === null || known.has(otherCavityId)))
          readings.push({ ...r, id: `r${readings.length}`, cavityId, otherCavityId });
      }
    }
  }
  const input = { ...small, connectors: plugs, readings: readings.slice(0, 2000) };
  let extra = 0;
  const typed = () => ({
    ...input,
    readings: [...input.readings, { ...readings[extra], id: `t${extra++}` }],
  });
  timed(10, () => core.mapHarness(typed()));
  row(
    `Find: ${known.size} cavities, 2,000 readings, map after one more reading`,
    timed(60, () => core.mapHarness(typed())),
    '< 50 ms',
  );
  const workings = core.mapHarness(input);
  row(
    'Find: what does not fit and the next test, on the same',
    timed(40, () => {
      core.contradictions(workings);
      core.nextTests(workings, core.START_CONDITIONS);
    }),
    '',
  );
}

/** A thousand jobs, each a copy of a demo job with its outputs and captures. */
async function fill(databaseUrl) {
  const { default: knex } = await import('knex');
  const db = knex({ client: 'pg', connection: databaseUrl });
  const copy = async (table, parent, parents) => {
    const { rows: columns } = await db.raw(
      `select column_name from information_schema.columns where table_name = ? and column_name not in ('id', ?)`,
      [table, parent],
    );
    const names = columns.map((c) => c.column_name).join(', ');
    await db.raw(`alter table ${table} add column copy_of uuid`);
    await db.raw(
      `insert into ${table} (${parent}, copy_of, ${names}) select m.id, t.id, ${names
        .split(', ')
        .map((n) => `t.${n}`)
        .join(', ')} from ${table} t join ${parents} m on m.copy_of = t.${parent}`,
    );
  };
  await db.raw('alter table jobs add column copy_of uuid');
  await db.raw(
    `insert into jobs (car, year, system, place, wish, copy_of) select car || ' ' || n, year, system, place, wish, id from jobs cross join generate_series(1, 249) n`,
  );
  await copy('units', 'job_id', 'jobs');
  await copy('pairs', 'unit_id', 'units');
  await copy('captures', 'pair_id', 'pairs');
  await copy('targets', 'job_id', 'jobs');
  for (const table of ['jobs', 'units', 'pairs', 'captures', 'targets'])
    await db.raw(`alter table ${table} drop column copy_of`);
  await db.raw('vacuum analyze');
  const [{ count }] = await db('jobs').count('* as count');
  await db.destroy();
  return Number(count);
}

async function inServer(address, databaseUrl) {
  const count = await fill(databaseUrl);
  const get = async (path) => {
    const response = await fetch(`${address}api/v1/${path}`);
    if (!response.ok) throw new Error(`${path}: ${response.status}`);
    await response.text();
  };
  await get('jobs?limit=40');
  row(
    `job list, first page of ${count.toLocaleString('en')} jobs, over HTTP`,
    await timedAsync(40, () => get('jobs?limit=40')),
    '< 300 ms',
  );
  row(
    `job list, all ${count.toLocaleString('en')} jobs at once, over HTTP`,
    await timedAsync(10, () => get('jobs?limit=1000')),
    '< 300 ms',
  );
}

const against = process.argv.includes('--against')
  ? process.argv[process.argv.indexOf('--against') + 1]
  : null;
try {
  const theirs = against === null ? null : await measuredAt(against);
  if (!existsSync('/usr/bin/chromium')) await installPackages(['chromium']);
  await withDemoServer('bench-postgres', async ({ address, databaseUrl }) => {
    await inCore();
    rows.push(...(await oneRow(address, databaseUrl)));
    rows.push(...(await inBrowser(address)));
    await inServer(address, databaseUrl);
    rows.push(...(await largeJobs(address)));
  });
  const table = [
    '| What | Median | 95 % | Wanted |',
    '|---|---|---|---|',
    ...rows.map((r) => `| ${r.join(' | ')} |`),
  ].join('\n');
  console.log(`\n${table}`);
  if (theirs !== null) {
    const rowsNow = compared(theirs, rowsOf(table));
    console.log(`\n${comparisonTable(against, rowsNow)}`);
    const slower = rowsNow.filter((r) => r.slower).length;
    console.log(`\n${slower === 0 ? 'Nothing is' : `${slower} rows are`} slower than 1.1 times before.`);
  } else
    await writeFile(
      join(ROOT, 'docs/benchmarks.md'),
      `# Times\n\nMade by \`npm run bench\` on a machine with two cores; machines are noisy, so compare rows of one run.\n\n${table}\n`,
    );
} catch (error) {
  giveUp(error);
}
