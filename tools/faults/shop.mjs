// A running shop for the tools that break things: a database that is safe on disk, and the built server.
import { chmod, mkdtemp, readFile, rm } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { setTimeout as sleep } from 'node:timers/promises';
import { startDatabase } from '../database.mjs';
import { prepareDatabase, ROOT, startServer, stopServer } from '../setup.mjs';

const freePort = () =>
  new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });

/**
 * @param place of the database, where it is not a folder of its own
 * @param demo loads the demo shop
 */
export async function openShop({ place, demo = false } = {}) {
  const folder = await mkdtemp(join(tmpdir(), 'ulpen-faults-'));
  await chmod(folder, 0o755);
  const database = await startDatabase({ place: place ?? join(folder, 'database') });
  database.watch(() => {});
  const port = await freePort();
  const loopFile = join(folder, 'loop');
  const env = { ULPEN_DATABASE_URL: database.url, ULPEN_PORT: String(port), ULPEN_LOOP_FILE: loopFile };
  await prepareDatabase(env, 'migrate');
  await prepareDatabase(env, 'load', ...(demo ? [join(ROOT, 'demo/jobs')] : []));
  const watch = ['--import', fileURLToPath(new URL('./watch-loop.mjs', import.meta.url))];
  let server = await startServer(env, watch);
  return {
    origin: () => `http://127.0.0.1:${port}`,
    data: database.data,
    databaseUrl: database.url,
    killServer: () =>
      new Promise((resolve) => {
        server.child.once('close', resolve);
        server.child.kill('SIGKILL');
      }),
    startServer: async () => {
      server = await startServer(env, watch);
    },
    /** Since it was last asked. */
    longestStall: async () => {
      await rm(loopFile, { force: true });
      server.child.kill('SIGUSR2');
      for (;;) {
        const text = await readFile(loopFile, 'utf8').catch(() => '');
        if (text.endsWith('}')) return JSON.parse(text);
        await sleep(20);
      }
    },
    close: async () => {
      await stopServer(server.child);
      await database.stop();
      await rm(folder, { recursive: true, force: true });
    },
  };
}
