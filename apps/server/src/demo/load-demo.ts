import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { NestFactory } from '@nestjs/core';
import { readDevices, readJobFileText } from '@ulpen/core';
import 'reflect-metadata';
import { AppModule } from '../app.module.ts';
import { readConfig } from '../config/config.ts';
import { createLogger } from '../config/logger.ts';
import { connect, KNEX } from '../database/knex.ts';
import { migrate } from '../database/migrate.ts';
import { DevicesRepository } from '../devices/devices.repository.ts';
import { JobFilesService } from '../job-files/job-files.service.ts';

/** Loads the demo shop's job files once; a database that has had them (or was started empty) is left alone. */
const MARK = 'demo-shop';

const config = readConfig(process.env);
const [folder] = process.argv.slice(2);
const knex = connect(config.databaseUrl);
await migrate(knex);
const marked = await knex('marks').where({ name: MARK }).first();
await knex.destroy();
if (!marked) {
  const app = await NestFactory.createApplicationContext(AppModule.at(config.databaseUrl), {
    logger: createLogger('warn'),
  });
  const names = folder
    ? (await readdir(folder))
        .filter((n) => n.endsWith('.ulpen.json'))
        .sort()
        .reverse()
    : [];
  // The library first, so that targets find their amplifiers.
  if (folder) {
    const { devices, faults } = readDevices(await readFile(join(folder, '..', 'devices.csv'), 'utf8'));
    if (faults.length > 0) throw new Error(`devices.csv: ${faults[0].message}`);
    await app.get(DevicesRepository).addAll(devices);
  }
  for (const name of names) {
    const read = readJobFileText(await readFile(join(folder, name), 'utf8'));
    if ('problems' in read) throw new Error(`${name}: ${read.problems[0].message}`);
    await app.get(JobFilesService).read(read.file);
  }
  await app.get(KNEX)('marks').insert({ name: MARK });
  await app.close();
}
