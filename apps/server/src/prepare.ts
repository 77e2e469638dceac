import 'reflect-metadata';
import { NestFactory } from '@nestjs/core';
import { AppModule } from './app.module.ts';
import { readConfig } from './config/config.ts';
import { createLogger } from './config/logger.ts';
import { connect } from './database/knex.ts';
import { migrate, schemaState } from './database/migrate.ts';
import { loadDemo } from './demo/load-demo.ts';

// node prepare.js state           how the database stands to this build, as JSON
// node prepare.js migrate         brings it to the newest shape
// node prepare.js load [folder]   loads the demo shop, or marks the database as started empty
const config = readConfig(process.env);
const [command, folder] = process.argv.slice(2);

if (command === 'load') {
  const logger = await createLogger({ logLevel: 'warn', logFolder: null });
  const app = await NestFactory.createApplicationContext(AppModule.at(config.databaseUrl), { logger });
  await loadDemo(app, folder ?? null);
  await app.close();
} else {
  const knex = connect(config.databaseUrl, { connections: 2 });
  if (command === 'migrate') await migrate(knex);
  else process.stdout.write(`${JSON.stringify(await schemaState(knex))}\n`);
  await knex.destroy();
}
