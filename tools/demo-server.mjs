// A server with the demo shop on a throwaway database, for the tools that look at Ulpen from outside.
import { join } from 'node:path';
import { installPostgres, startDatabase } from './database.mjs';
import { build, installModules, prepareDatabase, ROOT, startServer, step, stopServer } from './setup.mjs';

/**
 * Runs `work` against a freshly filled server, then stops everything.
 * @param name folder of the throwaway cluster, so that tools do not meet
 */
export async function withDemoServer(name, work) {
  await step('PostgreSQL', installPostgres);
  await step('Packages', installModules);
  await step('Build', build);
  const database = await startDatabase({ name, throwaway: true });
  let server = null;
  try {
    const env = { ULPEN_DATABASE_URL: database.url, ULPEN_PORT: '0' };
    await prepareDatabase(env, 'migrate');
    await prepareDatabase(env, 'load', join(ROOT, 'demo/jobs'));
    server = await startServer(env);
    await work({ address: server.address, databaseUrl: database.url, pid: server.child.pid });
  } finally {
    if (server) await stopServer(server.child);
    await database.stop();
  }
}
