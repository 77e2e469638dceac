// What every tool here needs: steps that tell how they go, running commands, installing what is missing.
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, readdir, readFile, rm, stat, writeFile } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));
/** Everything that is made on this machine and not kept in git. */
export const STATE = join(ROOT, '.ulpen');
/** What people's work needs: the database, its dumps, the logs. */
export const DATA = process.env.ULPEN_DATA ? resolve(process.env.ULPEN_DATA) : STATE;
const IS_ROOT = process.getuid?.() === 0;

/** A failure that tells the person what to do. */
export class StepError extends Error {}

/** How a step went that began then: its own words, if it has any in one line, and how long it took. */
export function outcome(note, began) {
  const words = typeof note === 'string' && /^.+$/.test(note) ? note : 'done';
  return `${words} (${((Date.now() - began) / 1000).toFixed(1)} s)`;
}

/** Runs one step, saying what it is and how long it took. */
export async function step(title, work) {
  const began = Date.now();
  process.stdout.write(`  ${title} ... `);
  try {
    process.stdout.write(`${outcome(await work(), began)}\n`);
  } catch (error) {
    process.stdout.write('failed\n');
    throw error;
  }
}

/** Prints what went wrong and what to do, then ends with code 1. */
export function giveUp(error) {
  console.error(`\n${error instanceof StepError ? error.message : (error?.stack ?? error)}`);
  process.exitCode = 1;
}

const running = new Set();

/** Ends the commands that are under way, for a program that is told to stop. */
export const endCommands = () => running.forEach((child) => child.kill('SIGTERM'));

/** Runs a command to its end; its output is shown only when it fails, or as it comes with `show`. */
export function run(command, args, { show = false, advice = '', ...options } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd: ROOT,
      stdio: show ? 'inherit' : ['ignore', 'pipe', 'pipe'],
      ...options,
    });
    running.add(child);
    child.once('close', () => running.delete(child));
    let output = '';
    child.stdout?.on('data', (d) => (output += d));
    child.stderr?.on('data', (d) => (output += d));
    child.on('error', (e) =>
      reject(new StepError(`${command} could not be started: ${e.message}\n${advice}`)),
    );
    child.on('close', (code) => {
      if (code === 0) resolve(output);
      else
        reject(
          new StepError(
            `${command} ${args.join(' ')} ended with code ${code}.\n${output.slice(-4000)}\n${advice}`,
          ),
        );
    });
  });
}

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    throw new StepError(`Node.js ${process.versions.node} is too old: install 20.19 or newer.`);
  }
}

/** Installs Debian packages; without the right to, says which command to ask for. */
export async function installPackages(names, extra = {}) {
  const advice = `Install by hand, then start again:  sudo apt-get install ${names.join(' ')}`;
  const sudo = IS_ROOT ? [] : ['sudo', '-n'];
  const apt = (args) => {
    const [command, ...rest] = [...sudo, 'apt-get', ...args];
    return run(command, rest, { advice, env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } });
  };
  await extra.before?.(sudo);
  await apt(['update', '-q']);
  await apt(['install', '-y', '-q', '--no-install-recommends', ...names]);
}

/** `npm ci` when what is installed is not what the lock file says. */
export async function installModules() {
  const mark = join(STATE, 'modules');
  const lock = createHash('sha256')
    .update(await readFile(join(ROOT, 'package-lock.json')))
    .digest('hex');
  const present = existsSync(join(ROOT, 'node_modules', '.package-lock.json'));
  if (present && existsSync(mark) && (await readFile(mark, 'utf8')) === lock) return 'present';
  await run('npm', ['ci', '--no-audit', '--no-fund'], {
    env: { ...process.env, PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' },
    advice: 'Check the network and the npm registry setting, then start again.',
  });
  await mkdir(STATE, { recursive: true });
  await writeFile(mark, lock);
  return 'installed';
}

const OUTPUTS = ['packages/core/dist', 'apps/server/dist', 'apps/web/dist'];
const BUILD_INFO = ['packages/core/tsconfig.build.tsbuildinfo', 'apps/server/tsconfig.build.tsbuildinfo'];

/** Builds core, server and page when a source is newer than the last build, or when the build is not as it was left. */
export async function build() {
  const mark = join(STATE, 'built');
  const sources = await fingerprint(
    ['package-lock.json', 'tsconfig.base.json', 'packages', 'apps'],
    ['dist', 'node_modules'],
  );
  const [madeFrom, made] = existsSync(mark) ? (await readFile(mark, 'utf8')).split(' ') : [];
  const asLeft = made !== undefined && (await fingerprint(OUTPUTS)) === made;
  if (asLeft && madeFrom === sources) return 'up to date';
  // What an incremental build takes for its own earlier work may be damaged, or another version's.
  if (!asLeft)
    for (const path of [...OUTPUTS, ...BUILD_INFO])
      await rm(join(ROOT, path), { recursive: true, force: true });
  await rm(mark, { force: true });
  await run('npm', ['run', 'build'], {
    // Whoever asks for the build may itself be under test or development.
    env: { ...process.env, NODE_ENV: 'production' },
    advice: 'The sources do not build: see above.',
  });
  await mkdir(STATE, { recursive: true });
  await writeFile(mark, `${sources} ${await fingerprint(OUTPUTS)}`);
  return 'built';
}

/** Names, sizes and times of all files in there. */
async function fingerprint(parts, without = []) {
  const hash = createHash('sha256');
  const visit = async (path) => {
    const info = await stat(path).catch(() => null);
    if (!info?.isDirectory()) {
      hash.update(`${path.slice(ROOT.length)} ${info?.size} ${info?.mtimeMs}\n`);
      return;
    }
    for (const name of (await readdir(path)).sort())
      if (!without.includes(name) && !name.endsWith('.tsbuildinfo')) await visit(join(path, name));
  };
  for (const part of parts) await visit(join(ROOT, part));
  return hash.digest('hex');
}

/** Runs the built server's `prepare`: `state`, `migrate` or `load`; gives what it printed. */
export const prepareDatabase = (env, ...args) =>
  run(process.execPath, [join(ROOT, 'apps/server/dist/prepare.js'), ...args], {
    env: { ...process.env, ...env },
  });

/**
 * Starts the built server and waits until it listens.
 * @param node more arguments for Node.js
 */
export function startServer(env, node = []) {
  return new Promise((resolve, reject) => {
    // In a group of its own, so that Ctrl-C reaches this program first and the order of stopping is ours.
    const child = spawn(process.execPath, [...node, join(ROOT, 'apps/server/dist/main.js')], {
      cwd: ROOT,
      detached: true,
      // Its input stays open as long as this program lives; the server ends with it, whatever ends it.
      stdio: ['pipe', 'pipe', 'inherit'],
      env: {
        ...process.env,
        ULPEN_WITH_PARENT: 'yes',
        ULPEN_WEB: join(ROOT, 'apps/web/dist'),
        ULPEN_LOG: 'warn',
        ...env,
      },
    });
    let seen = '';
    child.stdout.on('data', (data) => {
      seen += data;
      const address = /listening (\S+)/.exec(seen);
      if (address) resolve({ child, address: address[1] });
      seen = seen.slice(-2000);
    });
    child.on('close', (code) =>
      reject(new StepError(`The server ended with code ${code} before it listened; see its messages above.`)),
    );
  });
}

/** Asks a started server to finish, and waits for it. */
export function stopServer(child) {
  if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
  return new Promise((resolve) => {
    const last = setTimeout(() => child.kill('SIGKILL'), 8000);
    child.once('close', () => {
      clearTimeout(last);
      resolve();
    });
    child.kill('SIGTERM');
  });
}
