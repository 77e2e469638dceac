import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { INestApplicationContext } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import { readDevices } from '@ulpen/core';
import { AppModule } from '../app.module.ts';
import { ComputePool } from '../compute/compute-pool.ts';
import { createLogger } from '../config/logger.ts';
import { THE_BENCH } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { DevicesRepository } from '../devices/devices.repository.ts';
import { JobFileReader } from '../job-files/job-file-reader.ts';

/** A database that has had the demo shop, or was started empty. */
const MARK = 'demo-shop';

/** {@link loadDemo} by an application of its own. */
export async function loadDemoInto(databaseUrl: string, folder: string | null): Promise<void> {
  const logger = await createLogger({ logLevel: 'warn', logFolder: null });
  const app = await NestFactory.createApplicationContext(AppModule.at(databaseUrl), { logger });
  await loadDemo(app, folder);
  await app.close();
}

/**
 * Loads the demo shop's library and job files once; a database that is marked is left alone. Mark and data come in one
 * transaction, which holds the mark: an interrupted load leaves nothing, and of two at once one waits.
 *
 * @param folder of the job files; null marks the database as started empty
 */
export async function loadDemo(app: INestApplicationContext, folder: string | null): Promise<void> {
  const db = app.get(Database);
  if (await db.read((knex) => knex('marks').where({ name: MARK }).first())) return;
  const files = folder ? await filesOf(app.get(ComputePool), folder) : [];
  const devices = folder ? await devicesOf(folder) : [];
  await db.inShop(THE_BENCH, async (trx) => {
    const mine = await trx('marks').insert({ name: MARK }).onConflict('name').ignore().returning('name');
    if (mine.length === 0) return;
    // The library first, so that targets find their amplifiers.
    if (devices.length > 0) await app.get(DevicesRepository).addAll(trx, devices);
    for (const file of files) await app.get(JobFileReader).read(trx, file);
  });
}

async function filesOf(pool: ComputePool, folder: string) {
  const names = (await readdir(folder)).filter((n) => n.endsWith('.ulpen.json')).sort();
  const files = [];
  for (const name of names.reverse()) {
    const read = await pool.run('readJobFile', join(folder, name));
    if ('problems' in read)
      throw new Error(`${name}: ${read.problems[0].field}: ${read.problems[0].message}`);
    files.push(read.file);
  }
  return files;
}

async function devicesOf(folder: string) {
  const { devices, faults } = readDevices(await readFile(join(folder, '..', 'devices.csv'), 'utf8'));
  if (faults.length > 0) throw new Error(`devices.csv: ${faults[0].message}`);
  return devices;
}
