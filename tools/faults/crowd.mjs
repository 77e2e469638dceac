// A shop full of people: how long each waits for what, and whether one person's heavy work holds up the others.
import { setTimeout as sleep } from 'node:timers/promises';
import { randomOf } from '../hostile-cases.mjs';
import { CAPTURE, CONDITIONS, must } from '../samples.mjs';

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

async function benches(origin) {
  const { jobs } = await must(origin, 'GET', '/jobs?limit=40');
  const all = [];
  for (const { id } of jobs) {
    const { connectors } = await must(origin, 'GET', `/jobs/${id}/harness`);
    const view = await must(origin, 'GET', `/jobs/${id}`);
    const cavities = connectors
      .filter((c) => c.confirmed === 'audio')
      .flatMap((c) => c.cavities.filter((v) => !v.empty).map((v) => v.id));
    const pairs = view.units.flatMap((u) => u.pairs.map((p) => p.id));
    if (cavities.length > 0 && pairs.length > 0) all.push({ job: id, cavities, pairs });
  }
  return all;
}

const share = (list, part) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * part))];

/** @returns waits by kind of request, in ms, and whatever failed */
export async function runCrowd({ shop, people, seconds, seed = 1 }) {
  const origin = shop.origin();
  const at = await benches(origin);
  // Once round, so that workers are up and plans compiled, as on any morning after nine.
  for (const [name] of MIXTURE) await ACTS[name](origin, at[0], randomOf(seed));
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
        await ACTS[name](origin, at[n % at.length], random);
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

/** Two hundred comparisons whose people have gone away, and eight large files at once: what the others wait. */
export async function runHeavy({ shop, comparisons = 200, files = 8, fileMb = 24 }) {
  const origin = shop.origin();
  const at = await benches(origin);
  await must(origin, 'GET', `/jobs/${at[0].job}/proposals`);
  const abandoned = await waitsDuring(origin, async () => {
    const leaving = new AbortController();
    const asked = Array.from({ length: comparisons }, (_, i) =>
      fetch(`${origin}/api/v1/jobs/${at[i % at.length].job}/proposals`, { signal: leaving.signal }).catch(
        () => null,
      ),
    );
    await sleep(100);
    leaving.abort();
    await Promise.all(asked);
    await sleep(1500);
  });
  const digits = new Blob(['7'.repeat(fileMb * 1024 * 1024)]);
  const statuses = {};
  const large = await waitsDuring(origin, () =>
    Promise.all(
      Array.from({ length: files }, async (_, i) => {
        const form = new FormData();
        form.append('fields', JSON.stringify(CAPTURE));
        form.append('file', digits, `large-${i}.txt`);
        const path = i % 2 ? '/job-files' : `/pairs/${at[0].pairs[0]}/captures`;
        if (i % 2) form.delete('fields');
        const { status } = await fetch(`${origin}/api/v1${path}`, { method: 'POST', body: form });
        statuses[status] = (statuses[status] ?? 0) + 1;
      }),
    ),
  );
  return { abandoned, large, statuses, stall: await shop.longestStall() };
}
