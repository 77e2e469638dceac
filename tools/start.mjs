// npm start: from a fresh clone to a running Ulpen. Ctrl-C stops everything cleanly, whatever is under way.
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { join, relative } from 'node:path';
import { installPostgres, startDatabase } from './database.mjs';
import { holdAlone } from './only-one.mjs';
import {
  build,
  checkNode,
  DATA,
  endCommands,
  giveUp,
  installModules,
  prepareDatabase,
  ROOT,
  startServer,
  step,
  StepError,
  stopServer,
} from './setup.mjs';

const OPTIONS = ['--empty', '--dev'];
const empty = process.argv.includes('--empty');
const dev = process.argv.includes('--dev');
const port = Number(process.env.ULPEN_PORT ?? 4310);
const logs = join(DATA, 'logs');

const ending = new AbortController();
let alone = null;
let database = null;
let server = null;
let page = null;
let started = Promise.resolve();

async function stop(reason, code = 0) {
  if (ending.signal.aborted) return;
  console.log(`\n${reason}`);
  ending.abort();
  endCommands();
  await started.catch(() => {});
  if (page && page.exitCode === null) page.kill('SIGTERM');
  if (server) await stopServer(server.child);
  if (database) await database.stop();
  if (database) console.log('Stopped. Everything is saved; npm start goes on from here.');
  process.exit(code);
}

function assertPortFree() {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', () =>
      reject(
        new StepError(
          `Port ${port} is in use by another program. Choose another port:  ULPEN_PORT=4320 npm start`,
        ),
      ),
    );
    probe.listen(port, '127.0.0.1', () => probe.close(resolve));
  });
}

/** A step of the start; none begins after Ctrl-C. */
const next = (title, work) => {
  ending.signal.throwIfAborted();
  return step(title, work);
};

/** Brings the database to this build's shape; what people made is written to a file before. */
async function migrate(env) {
  const state = JSON.parse(await prepareDatabase(env, 'state'));
  if (state.unknown.length > 0)
    throw new StepError(
      `The database was made by a newer Ulpen (${state.unknown.join(', ')}). Nothing was changed. Bring this folder up to date (git pull), then start again.`,
    );
  let dump = null;
  if (state.pending.length > 0 && state.jobs > 0)
    dump = await database.dump(join(DATA, 'dumps'), `before-${state.pending[0]}`);
  try {
    if (state.pending.length > 0) await prepareDatabase(env, 'migrate');
    if (!state.begun) await prepareDatabase(env, 'load', ...(empty ? [] : [join(ROOT, 'demo/jobs')]));
  } catch (error) {
    throw new StepError(
      `The database could not be brought up to date. It is as it was before${dump ? `; it was also written to ${dump}` : ''}.\n${error.message}`,
    );
  }
  return dump ? `done, as it was before: ${dump}` : 'done';
}

async function start() {
  await assertPortFree();
  await next('PostgreSQL', installPostgres);
  await next('Packages', installModules);
  await next('Build', build);
  await next('Database', async () => {
    database = await startDatabase({ until: ending.signal });
  });
  const env = { ULPEN_DATABASE_URL: database.url, ULPEN_PORT: String(port), ULPEN_LOG_FOLDER: logs };
  await next(empty ? 'Migrations' : 'Migrations, demo shop', () => migrate(env));
  await next('Server', async () => {
    server = await startServer(env);
  });
  server.child.on('close', () => void stop(`The server stopped. See ${relative(process.cwd(), logs)}.`, 1));
  database.watch((words) => console.log(`\n${words}`));
  if (dev) {
    page = spawn(process.execPath, [join(ROOT, 'node_modules/vite/bin/vite.js')], {
      cwd: join(ROOT, 'apps/web'),
      stdio: 'inherit',
      env: { ...process.env, ULPEN_API: server.address },
    });
    page.on('close', () => void stop('The page server stopped.', 1));
  }
  alone.say(`${server.address}, process ${process.pid}`);
  if (!dev)
    console.log(
      `\n  Open  ${server.address}\n  API   ${server.address}api/docs\n  Logs  ${relative(process.cwd(), logs)}, ${relative(process.cwd(), database.logs)}\n\n  Ctrl-C stops it.`,
    );
}

try {
  const unknown = process.argv.slice(2).filter((a) => !OPTIONS.includes(a));
  if (unknown.length > 0)
    throw new StepError(`Unknown: ${unknown.join(' ')}. Use  npm start  or  npm start -- --empty`);
  checkNode();
  console.log('Ulpen\n');
  alone = await holdAlone(
    `start ${DATA}`,
    (holder) => `Ulpen is already running from this folder: ${holder}. Stop that one with Ctrl-C first.`,
  );
  alone.say(`starting up, process ${process.pid}`);
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
    process.on(signal, () => void stop('Stopping ...').catch(giveUp));
  started = start();
  await started;
} catch (error) {
  if (!ending.signal.aborted) {
    giveUp(error);
    await stop('Nothing was started.', 1);
  }
}
