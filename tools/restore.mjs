// npm run restore -- FILE: the database as a dump holds it. What is there now is written to another dump before.
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { installPostgres, startDatabase } from './database.mjs';
import { holdAlone } from './only-one.mjs';
import { DATA, giveUp, step, StepError } from './setup.mjs';

const [file, ...more] = process.argv.slice(2);
let database = null;
try {
  if (!file || more.length > 0 || !existsSync(file))
    throw new StepError('Name one dump:  npm run restore -- .ulpen/dumps/FILE.dump');
  await holdAlone(
    `start ${DATA}`,
    (holder) => `Ulpen is running from this folder: ${holder}. Stop it with Ctrl-C first.`,
  );
  await step('PostgreSQL', installPostgres);
  await step('Database', async () => {
    database = await startDatabase();
  });
  await step('What is there now', () => database.dump(join(DATA, 'dumps'), 'before-restore'));
  await step('Restore', () => database.restore(file));
  console.log('\nDone. npm start goes on from here.');
} catch (error) {
  giveUp(error);
} finally {
  await database?.stop();
}
