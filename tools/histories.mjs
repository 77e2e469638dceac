// npm run histories [-- COUNT]: what npm test tries with 80 generated histories of jobs, with as many as are asked for.
import { installPostgres, startDatabase } from './database.mjs';
import { giveUp, run } from './setup.mjs';

const [count = '1000'] = process.argv.slice(2);
try {
  await installPostgres();
  const database = await startDatabase({ name: 'histories-postgres', throwaway: true });
  try {
    await run('npx', ['--no-install', 'vitest', 'run', '--project', 'server', 'histories'], {
      show: true,
      env: {
        ...process.env,
        ULPEN_HISTORIES: count,
        ULPEN_TEST_DATABASE_URL: database.address('postgres'),
      },
    });
  } finally {
    await database.stop();
  }
} catch (error) {
  giveUp(error);
}
