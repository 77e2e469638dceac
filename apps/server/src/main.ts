import { readConfig } from './config/config.ts';
import { createApp } from './create-app.ts';
import { connect } from './database/knex.ts';
import { assertFits } from './database/migrate.ts';

const config = readConfig(process.env);
const knex = connect(config.databaseUrl, { connections: 1 });
await assertFits(knex);
await knex.destroy();
const app = await createApp(config);
await app.listen(config.port, config.host);
const address = app.getHttpServer().address();
const port = typeof address === 'object' && address ? address.port : config.port;
// Whoever started the server waits for this line.
process.stdout.write(`listening http://${config.host === '::1' ? '[::1]' : config.host}:${port}/\n`);
