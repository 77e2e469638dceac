import { readConfig } from './config/config.ts';
import { connect } from './database/knex.ts';
import { migrate, schemaState } from './database/migrate.ts';
import { orSayWhy } from './say-why.ts';

// node prepare.js state           how the database stands to this build, as JSON
// node prepare.js migrate         brings it to the newest shape
// node prepare.js load [folder]   loads the demo shop, or marks the database as started empty
await orSayWhy(async () => {
  const { databaseUrl } = readConfig(process.env);
  const [command, folder] = process.argv.slice(2);
  if (command === 'load') {
    // The whole application, which the other two do without.
    const { loadDemoInto } = await import('./demo/load-demo.ts');
    await loadDemoInto(databaseUrl, folder ?? null);
    return;
  }
  const knex = connect(databaseUrl, { connections: 2 });
  if (command === 'migrate') await migrate(knex);
  else process.stdout.write(`${JSON.stringify(await schemaState(knex))}\n`);
  await knex.destroy();
});
