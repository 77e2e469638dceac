// One row read over HTTP: our route against a bare Fastify that reads the same row, and one that reads nothing.
import { spawn } from 'node:child_process';
import { Agent, request } from 'node:http';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { ROOT } from './setup.mjs';
import { median } from './bench-times.mjs';

const CONNECTIONS = 10;
const ROUND_MS = 2500;
const ROUNDS = 5;

/** Requests a second over ten connections that are never idle. */
async function load(url) {
  const agent = new Agent({ keepAlive: true, maxSockets: CONNECTIONS });
  let done = 0;
  let over = false;
  const get = () =>
    new Promise((resolve, reject) => {
      request(url, { agent }, (response) => {
        if (response.statusCode !== 200) reject(new Error(`${url}: ${response.statusCode}`));
        response.resume().on('end', resolve);
      })
        .on('error', reject)
        .end();
    });
  const worker = async () => {
    while (!over) {
      await get();
      done++;
    }
  };
  const began = performance.now();
  const workers = Array.from({ length: CONNECTIONS }, worker);
  setTimeout(() => (over = true), ROUND_MS);
  await Promise.all(workers);
  agent.destroy();
  return (1000 * done) / (performance.now() - began);
}

/**
 * @param address of the running application
 * @returns rows for the table: requests a second, and ours as part of the bare ones
 */
export async function oneRow(address, databaseUrl) {
  const [{ id: jobId }] = (await (await fetch(`${address}api/v1/jobs?limit=1`)).json()).jobs;
  const job = await (await fetch(`${address}api/v1/jobs/${jobId}`)).json();
  const target = job.targets[0].id;
  const bare = spawn(process.execPath, [fileURLToPath(import.meta.url)], {
    cwd: ROOT,
    env: { ...process.env, ULPEN_DATABASE_URL: databaseUrl },
    stdio: ['pipe', 'pipe', 'inherit'],
  });
  const origin = await new Promise((resolve) => bare.stdout.once('data', (d) => resolve(String(d).trim())));
  const urls = {
    ours: `${address}api/v1/targets/${target}`,
    row: `${origin}/row/${target}`,
    nothing: `${origin}/nothing`,
  };
  const rates = { ours: [], row: [], nothing: [] };
  for (const name of Object.keys(urls)) await load(urls[name]);
  // By turns, so that what the machine does besides falls on all alike.
  for (let i = 0; i < ROUNDS; i++)
    for (const name of Object.keys(urls)) rates[name].push(await load(urls[name]));
  bare.kill();
  const of = (name) => median(rates[name]);
  const part = (name) => median(rates.ours.map((r, i) => r / rates[name][i])).toFixed(2);
  return [
    [`one row over HTTP, ten connections`, `${of('ours').toFixed(0)} /s`, '', ''],
    [`the same from a bare Fastify that reads the row`, `${of('row').toFixed(0)} /s`, '', ''],
    [`a bare Fastify that reads nothing`, `${of('nothing').toFixed(0)} /s`, '', ''],
    ['ours as part of the bare one that reads the row', part('row'), '', '>= 0.35'],
    ['ours as part of the bare one that reads nothing', part('nothing'), '', ''],
  ];
}

// As its own process: the bare server.
if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const need = createRequire(join(ROOT, 'apps/server/package.json'));
  const { default: pg } = await import(need.resolve('pg'));
  const pool = new pg.Pool({ connectionString: process.env.ULPEN_DATABASE_URL, max: 8 });
  const app = need('fastify')();
  app.get('/row/:id', async (asked) => {
    const { rows } = await pool.query('select * from targets where id = $1', [asked.params.id]);
    return rows[0];
  });
  app.get('/nothing', async () => ({ id: 1, name: 'nothing' }));
  console.log(await app.listen({ port: 0, host: '127.0.0.1' }));
  process.stdin.resume().on('end', () => process.exit());
}
