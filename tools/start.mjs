// npm start: from a fresh clone to a running Ulpen. Ctrl-C stops everything cleanly.
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { installPostgres, startDatabase } from './database.mjs';
import {
  build,
  checkNode,
  giveUp,
  installModules,
  ROOT,
  run,
  startServer,
  step,
  StepError,
  stopServer,
} from './setup.mjs';

const empty = process.argv.includes('--empty');
const dev = process.argv.includes('--dev');
const port = Number(process.env.ULPEN_PORT ?? 4310);
const unknown = process.argv.slice(2).filter((a) => a !== '--empty' && a !== '--dev');

let database = null;
let server = null;
let page = null;
let stopping = false;

async function stop(reason) {
  if (stopping) return;
  stopping = true;
  console.log(`\n${reason}`);
  if (page && page.exitCode === null) page.kill('SIGTERM');
  if (server) await stopServer(server.child);
  if (database) await database.stop();
  console.log('Stopped. Everything is saved; npm start goes on from here.');
}

function assertPortFree() {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', () =>
      reject(
        new StepError(
          `Port ${port} is in use: Ulpen may be running already at http://127.0.0.1:${port}/. Otherwise choose another port:  ULPEN_PORT=4320 npm start`,
        ),
      ),
    );
    probe.listen(port, '127.0.0.1', () => probe.close(resolve));
  });
}

try {
  if (unknown.length)
    throw new StepError(`Unknown: ${unknown.join(' ')}. Use  npm start  or  npm start -- --empty`);
  checkNode();
  console.log('Ulpen\n');
  await assertPortFree();
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
    process.on(signal, () => void stop('Stopping ...').then(() => process.exit(0), giveUp));
  await step('PostgreSQL', installPostgres);
  await step('Packages', installModules);
  await step('Build', build);
  await step('Database', async () => {
    database = await startDatabase();
  });
  const env = { ULPEN_DATABASE_URL: database.url, ULPEN_PORT: String(port) };
  await step(empty ? 'Migrations' : 'Migrations, demo shop', () =>
    run(
      process.execPath,
      [join(ROOT, 'apps/server/dist/demo/load-demo.js'), ...(empty ? [] : [join(ROOT, 'demo/jobs')])],
      { env: { ...process.env, ...env } },
    ),
  );
  await step('Server', async () => {
    server = await startServer(env);
  });
  server.child.on('close', () => void stop('The server ended.'));
  if (dev) {
    page = spawn(process.execPath, [join(ROOT, 'node_modules/vite/bin/vite.js')], {
      cwd: join(ROOT, 'apps/web'),
      stdio: 'inherit',
      env: { ...process.env, ULPEN_API: server.address },
    });
    page.on('close', () => void stop('The page server ended.'));
  } else {
    console.log(`\n  Open  ${server.address}\n  API   ${server.address}api/docs\n\n  Ctrl-C stops it.`);
  }
} catch (error) {
  if (!stopping) giveUp(error);
  if (database && !stopping) await stop('Nothing was started.');
}
