import { spawnSync } from 'node:child_process';
import { startDatabase } from './database.mjs';
const db = await startDatabase({ name: 'test-postgres', throwaway: true });
const r = spawnSync('npx', ['vitest', 'run', '--project', 'server', ...process.argv.slice(2)], { stdio: 'inherit', env: { ...process.env, ULPEN_TEST_DATABASE_URL: db.address('postgres') } });
await db.stop(); process.exit(r.status);
