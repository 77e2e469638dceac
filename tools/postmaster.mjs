// PostgreSQL's first process, known by the folder it works in: never by a number in a file alone, which another
// program may have by now.
import { execFile, spawn } from 'node:child_process';
import { createReadStream, existsSync } from 'node:fs';
import { chown, mkdir, open, readdir, readFile, readlink, realpath, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { text } from 'node:stream/consumers';
import { setTimeout as sleep } from 'node:timers/promises';
import { promisify } from 'node:util';
import { run, StepError } from './setup.mjs';

export const IS_ROOT = process.getuid?.() === 0;
const BINARIES = '/usr/lib/postgresql';
const LOCK = 'postmaster.pid';
const START_SECONDS = 60;
/** What it says before its own log file is open. */
const FIRST_WORDS = 'postgresql-start.log';
const MOST_OF_A_LOG = 64 * 1024;

/** Versions of the server that are installed, newest first. */
async function versions() {
  if (!existsSync(BINARIES)) return [];
  return (await readdir(BINARIES))
    .filter((v) => existsSync(join(BINARIES, v, 'bin/initdb')))
    .sort((a, b) => Number(b) - Number(a));
}

/** @param version that a cluster was made by; without it the newest. @returns null when it is not installed */
export async function binaryFolder(version) {
  const found = (await versions()).find((v) => version === undefined || v === version);
  return found ? join(BINARIES, found, 'bin') : null;
}

/** PostgreSQL refuses to run as root; then its programs run as Debian's postgres user. */
async function serverUser() {
  if (!IS_ROOT) return {};
  const id = async (what) => Number(await run('id', [what, 'postgres']));
  return { uid: await id('-u'), gid: await id('-g') };
}

export async function giveToServer(...paths) {
  if (!IS_ROOT) return;
  const { uid, gid } = await serverUser();
  for (const path of paths) await chown(path, uid, gid);
}

/** Runs one of PostgreSQL's programs to its end. */
export async function runTool(command, args, options = {}) {
  return run(join(await binaryFolder(), command), args, { cwd: '/', ...(await serverUser()), ...options });
}

/** Runs SQL as the cluster's administrator. */
export async function runSql({ port, password }, database, sql) {
  const where = ['-h', '127.0.0.1', '-p', String(port), '-U', 'ulpen', '-d', database];
  const ran = promisify(execFile)(
    join(await binaryFolder(), 'psql'),
    ['-X', '-q', '-A', '-t', '-v', 'ON_ERROR_STOP=1', ...where, '-c', sql],
    { env: { ...process.env, PGPASSWORD: password, PGCONNECT_TIMEOUT: '10' } },
  );
  const { stdout } = await ran.catch((e) => {
    throw new StepError(`The database does not take its settings: ${e.stderr || e.message}`);
  });
  return stdout.trim();
}

/** Whether the process is one of PostgreSQL's that works in the folder, as all of a server's do. */
async function worksIn(pid, data) {
  const folder = await realpath(data).catch(() => data);
  if ((await readlink(`/proc/${pid}/cwd`).catch(() => null)) !== folder) return false;
  const program = await readFile(`/proc/${pid}/cmdline`, 'latin1').catch(() => '');
  return /(?:^|\/)postgres\b/.test(program);
}

/** Processes of the folder's server, down to the last one. */
async function processesIn(data) {
  const found = [];
  for (const name of await readdir('/proc'))
    if (/^\d+$/.test(name) && (await worksIn(Number(name), data))) found.push(Number(name));
  return found;
}

/**
 * @returns the postmaster of this folder; null when none runs, whatever its lock file says
 */
export async function postmasterOf(data) {
  const lines = (await readFile(join(data, LOCK), 'utf8').catch(() => '')).split('\n');
  const pid = Number(lines[0]);
  if (!Number.isInteger(pid) || pid <= 1 || !(await worksIn(pid, data))) return null;
  return { pid, port: Number(lines[3]), ready: lines[7]?.trim() === 'ready' };
}

/** Starts the folder's server and waits until it takes connections. */
export async function startPostmaster(data, settings, log, { until } = {}) {
  const version = (await readFile(join(data, 'PG_VERSION'), 'utf8')).trim();
  const binaries = await binaryFolder(version);
  if (!binaries)
    throw new StepError(
      `The database in ${data} was made by PostgreSQL ${version}, which is not installed (${(await versions()).join(', ') || 'none'} is). Install postgresql-${version}; nothing was changed.`,
    );
  await clearStaleLock(data);
  await mkdir(log.folder, { recursive: true });
  await giveToServer(log.folder);
  const before = await logSizes(log.folder);
  const first = await open(join(log.folder, FIRST_WORDS), 'w');
  before[FIRST_WORDS] = 0;
  const args = Object.entries(settings).flatMap(([name, value]) => ['-c', `${name}=${value}`]);
  const child = spawn(join(binaries, 'postgres'), ['-D', data, ...args], {
    // In a group of its own: Ctrl-C reaches this program first, and the order of stopping is ours.
    detached: true,
    cwd: '/',
    stdio: ['ignore', first.fd, first.fd],
    ...(await serverUser()),
  });
  await first.close();
  child.unref();
  let ended = null;
  child.once('error', (e) => (ended = e.message));
  child.once('exit', (code, signal) => (ended = `it ended with ${signal ?? `code ${code}`}`));
  for (const last = Date.now() + START_SECONDS * 1000; ; await sleep(50)) {
    if (until?.aborted) {
      // Fast shutdown; its own child is known without asking the folder, which it may not have taken yet.
      child.kill('SIGINT');
      while (ended === null) await sleep(50);
      throw new StepError('Stopped while the database was starting.');
    }
    if (ended !== null) throw await doesNotStart(data, log.folder, before, ended);
    const running = await postmasterOf(data);
    if (running?.ready) return running;
    if (Date.now() > last)
      throw await doesNotStart(data, log.folder, before, `not ready after ${START_SECONDS} s`);
  }
}

/** How much stands in PostgreSQL's logs, by file. */
async function logSizes(folder) {
  const sizes = {};
  for (const name of await readdir(folder))
    if (name.startsWith('postgresql')) sizes[name] = (await stat(join(folder, name))).size;
  return sizes;
}

/** What was written since `before`, the newest of it. A file that was begun anew counts from its first line. */
async function writtenSince(before, folder) {
  const texts = [];
  for (const [name, size] of Object.entries(await logSizes(folder))) {
    const known = before[name] ?? 0;
    const from = Math.max(size < known ? 0 : known, size - MOST_OF_A_LOG);
    if (size > from) texts.push(await text(createReadStream(join(folder, name), { start: from })));
  }
  return texts.join('\n');
}

async function doesNotStart(data, folder, before, why) {
  const said = (await writtenSince(before, folder))
    .split('\n')
    .filter((line) => /FATAL|PANIC|ERROR|HINT|DETAIL/.test(line))
    .slice(-8);
  return new StepError(
    `The database in ${data} does not start: ${why}. PostgreSQL says:\n  ${said.join('\n  ')}\n` +
      `Nothing was changed. If its disk is full, free some space and start again. If its files are damaged, copy that folder away first; job files (.ulpen.zip) and the dumps of .ulpen/dumps can be put back into a new one (npm run restore). All its messages: ${folder}`,
  );
}

/** A lock file outlives a power cut, and its number may belong to another program by now; PostgreSQL would refuse. */
async function clearStaleLock(data) {
  if (!existsSync(join(data, LOCK))) return;
  for (let tries = 0; tries < 100; tries++, await sleep(100)) {
    const left = await processesIn(data);
    if (left.length === 0) {
      await rm(join(data, LOCK), { force: true });
      return;
    }
  }
  throw new StepError(
    `Some processes of PostgreSQL still work in ${data} (${(await processesIn(data)).join(', ')}). End them, then start again.`,
  );
}

/** Stops the folder's server and waits; a process that is not its own is never signalled. */
export async function stopPostmaster(data, { atOnce = false } = {}) {
  const steps = atOnce
    ? [['SIGQUIT', 10]]
    : [
        ['SIGINT', 30],
        ['SIGQUIT', 10],
      ];
  for (const [signal, seconds] of steps) {
    const running = await postmasterOf(data);
    if (!running) break;
    process.kill(running.pid, signal);
    for (const last = Date.now() + seconds * 1000; Date.now() < last; await sleep(50))
      if (!(await worksIn(running.pid, data))) break;
  }
  for (let tries = 0; tries < 100 && (await processesIn(data)).length > 0; tries++) await sleep(50);
}
