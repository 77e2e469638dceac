import { readConfig } from './config/config.ts';
import { createApp } from './create-app.ts';
import { forgetOldCommands } from './database/commands.ts';
import { connect } from './database/knex.ts';
import { assertFits } from './database/migrate.ts';
import { orSayWhy } from './say-why.ts';

await orSayWhy(async () => {
  const config = readConfig(process.env);
  const knex = connect(config.databaseUrl, { connections: 1 });
  await assertFits(knex);
  await forgetOldCommands(knex);
  await knex.destroy();
  const app = await createApp(config);
  await app.listen(config.port, config.host);
  if (config.withParent) process.stdin.resume().once('end', () => process.kill(process.pid, 'SIGTERM'));
  const address = app.getHttpServer().address();
  const port = typeof address === 'object' && address ? address.port : config.port;
  // Whoever started the server waits for this line.
  process.stdout.write(`listening http://${config.host === '::1' ? '[::1]' : config.host}:${port}/\n`);
});
