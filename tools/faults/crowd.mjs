// A shop full of people: how long each waits for what, and whether one person's heavy work holds up the others.
import { spawn } from 'node:child_process';
import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { randomOf } from '../hostile-values.mjs';
import { CAPTURE, CONDITIONS, must, PLUG } from '../samples.mjs';
import { ROOT } from '../setup.mjs';

/** What people at the bench ask for, and how often of a hundred. */
const MIXTURE = [
  ['reading', 40],
  ['plugs', 20],
  ['view', 15],
  ['list', 15],
  ['plans', 8],
  ['measurement', 2],
];
const THINKING_MS = 3000;

const ACTS = {
  reading: (origin, { job, cavities }, random) =>
    must(origin, 'POST', `/jobs/${job}/readings`, {
      readings: [
        {
          cavityId: cavities[Math.floor(random() * cavities.length)],
          otherCavityId: null,
          observation: { kind: 'dc', volts: Math.round(140 * random()) / 10, word: null },
          conditions: CONDITIONS,
          entered: '',
          confirmed: true,
        },
      ],
    }),
  plugs: (origin, { job }) => must(origin, 'GET', `/jobs/${job}/harness`),
  view: (origin, { job }) => must(origin, 'GET', `/jobs/${job}`),
  list: (origin) => must(origin, 'GET', '/jobs?limit=40'),
  plans: (origin, { job }) => must(origin, 'GET', `/jobs/${job}/proposals`),
  measurement: (origin, { pairs }, random) => {
    const rows = Array.from(
      { length: 200 },
      (_, i) => `${(20 * 1000 ** (i / 199)).toFixed(2)}\t${-6 * random()}`,
    );
    const form = new FormData();
    form.append('fields', JSON.stringify(CAPTURE));
    form.append('file', new Blob([rows.join('\n')]), 'm.txt');
    return must(origin, 'POST', `/pairs/${pairs[Math.floor(random() * pairs.length)]}/captures`, form);
  },
};

/** A job for everybody: copies of the demo jobs, each with a plug that takes readings. */
async function benches(origin, people) {
  const folder = join(ROOT, 'demo/jobs');
  const files = await Promise.all((await readdir(folder)).sort().map((name) => readFile(join(folder, name))));
  const all = [];
  for (let n = 0; n < people; n++) {
    const form = new FormData();
    form.append('file', new Blob([files[n % files.length]]), 'job.json');
    const { id } = await must(origin, 'POST', '/job-files', form);
    const { units } = await must(origin, 'GET', `/jobs/${id}`);
    const plug = await must(origin, 'POST', `/units/${units[0].id}/connectors`, { ...PLUG, name: 'C9' });
    all.push({
      job: id,
      cavities: plug.cavities.map((v) => v.id),
      pairs: units.flatMap((u) => u.pairs.map((p) => p.id)),
    });
  }
  return all;
}

const share = (list, part) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * part))];

/** @returns waits by kind of request, in ms, and whatever failed */
export async function runCrowd({ shop, people, seconds, seed = 1 }) {
  const origin = shop.origin();
  const at = await benches(origin, people);
  // Once round, so that workers are up and plans compiled, as on any morning after nine.
  for (const bench of at.slice(0, 4))
    for (const [name] of MIXTURE) await ACTS[name](origin, bench, randomOf(seed));
  await shop.longestStall();
  const end = Date.now() + 1000 * seconds;
  const waits = {};
  const failed = [];
  const person = async (n) => {
    const random = randomOf(seed + n);
    await sleep(random() * THINKING_MS);
    while (Date.now() < end) {
      let left = random() * 100;
      const [name] = MIXTURE.find(([, part]) => (left -= part) < 0);
      const began = performance.now();
      try {
        await ACTS[name](origin, at[n], random);
        (waits[name] ??= []).push(performance.now() - began);
      } catch (error) {
        failed.push(`${name}: ${error.message.slice(0, 200)}`);
      }
      await sleep(-Math.log(1 - random()) * THINKING_MS);
    }
  };
  await Promise.all(Array.from({ length: people }, (_, n) => person(n)));
  const rows = MIXTURE.map(([name]) => ({
    name,
    asked: waits[name]?.length ?? 0,
    p50: share(waits[name] ?? [NaN], 0.5),
    p99: share(waits[name] ?? [NaN], 0.99),
    longest: Math.max(...(waits[name] ?? [NaN])),
  }));
  return { people, seconds, rows, failed, stall: await shop.longestStall() };
}

/** What one person at the bench waits for a row while `work` goes on. */
async function waitsDuring(origin, work) {
  const { jobs } = await must(origin, 'GET', '/jobs?limit=1');
  let over = false;
  const waits = [];
  const watching = (async () => {
    while (!over) {
      const began = performance.now();
      await must(origin, 'GET', `/jobs?limit=1&q=${encodeURIComponent(jobs[0].car)}`);
      waits.push(performance.now() - began);
      await sleep(10);
    }
  })();
  await work();
  over = true;
  await watching;
  return {
    asked: waits.length,
    p50: share(waits, 0.5),
    p99: share(waits, 0.99),
    longest: Math.max(...waits),
  };
}

/** Work of another process, so that what it costs to ask is not counted with the answers. @returns statuses seen */
function heavyWork(kind, given) {
  const child = spawn(
    process.execPath,
    [fileURLToPath(new URL('./heavy-work.mjs', import.meta.url)), kind, JSON.stringify(given)],
    { stdio: ['ignore', 'pipe', 'inherit'] },
  );
  let text = '';
  child.stdout.on('data', (more) => (text += more));
  return new Promise((resolve, reject) =>
    child.once('close', (code) =>
      code === 0 ? resolve(JSON.parse(text)) : reject(new Error(`${kind} ended with ${code}`)),
    ),
  );
}

/** Two hundred comparisons whose people have gone away, and eight large files at once: what the others wait. */
export async function runHeavy({ shop, comparisons = 200, files = 8, fileMb = 24 }) {
  const origin = shop.origin();
  const at = await benches(origin, 8);
  await must(origin, 'GET', `/jobs/${at[0].job}/proposals`);
  await shop.longestStall();
  const jobs = at.map((bench) => bench.job);
  const abandoned = await waitsDuring(origin, () => heavyWork('abandon', { origin, jobs, comparisons }));
  let statuses;
  const large = await waitsDuring(origin, async () => {
    statuses = await heavyWork('upload', { origin, pair: at[0].pairs[0], files, fileMb });
  });
  return { abandoned, large, statuses, stall: await shop.longestStall() };
}
