import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { type Job, START_REFERENCE } from '@ulpen/core';
import { unzipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { assertFits, migrate, schemaState } from '../src/database/migrate.ts';
import { connect } from '../src/database/knex.ts';
import { down as withoutRecord } from '../src/database/migrations/006-record.ts';
import { down as withoutTold } from '../src/database/migrations/007-told-readings.ts';
import { down as withoutReference } from '../src/database/migrations/008-measured-against.ts';
import { freshDatabase, runningApp } from './running-app.ts';

const FOLDER = new URL('../src/database/migrations/', import.meta.url);

/** What landed stays as it is: databases out there were made with it. A new shape is a new migration. */
const LANDED: Record<string, string> = {
  '001-skeleton.ts': '31f1d82df1dddecab26cf1f2c670b7cc9dc6ef7e89621f83db484f301b8548cc',
  '002-find.ts': '7494d142a28e38bc2d85e17e4f9b219d74c19f96526c8f69f6cc611150eb2467',
  '003-recordings.ts': 'a0fbd79e4db79131ddb5368e59ba8d6562045b04348b45613fe3e591fc93efa3',
  '004-checks.ts': 'aac6a72df45baf7e2b108f7ba29a1170e9e5adbd2c36d02c988cbbc2ec2a704f',
  '005-plan.ts': '989e1503050088e91e2d9fdc3f9cf6ec70149fcefaf3380426d354afdb02a0d3',
  '006-record.ts': 'c88d62f2ae0ef457cf77a62a8b70ecbeefa305876c358b087f04d33652f3bc54',
  '007-told-readings.ts': 'a4d8b805ede76abbd9ed65996d084bb0e13c24df98b60edd1c246fd721ca2af5',
  '008-measured-against.ts': '48b20f7aee71c22c6405dc3d5e3711f7559b9d016eb4e56833fc1db4644af4c7',
};

const withKnex = async (work: (knex: ReturnType<typeof connect>) => Promise<void>) => {
  const database = await freshDatabase();
  const knex = connect(database.url);
  try {
    await work(knex);
  } finally {
    await knex.destroy();
    await database.drop();
  }
};

describe('migrations', () => {
  it('are what they were when they landed', () => {
    const hashes = readdirSync(FOLDER).map((name) => [
      name,
      createHash('sha256')
        .update(readFileSync(new URL(name, FOLDER)))
        .digest('hex'),
    ]);
    expect(Object.fromEntries(hashes)).toEqual(LANDED);
  });

  it('bring up a database of either shape that the first two had, with what is in it', () =>
    withKnex(async (knex) => {
      await migrate(knex);
      await withoutReference(knex);
      await withoutTold(knex);
      await withoutRecord(knex);
      await knex('knex_migrations').where('name', '>=', '006').delete();
      // As the second migration was before it became another one.
      await knex.raw('alter table intakes drop column walk_ins, add column walk_in jsonb');
      const jobs = await knex('jobs')
        .insert([1, 2].map((n) => ({ car: `Old ${n}`, system: '', place: '', wish: '' })))
        .returning('id');
      const intake = { trim: '', option_codes: [], drive: 'unknown', tools: [], zeroed: [], clues: '{}' };
      const walkIn = { items: {}, signedBy: 'Bay 2', signedAt: '2026-11-02T09:05:00.000Z' };
      await knex('intakes').insert([
        { ...intake, job_id: jobs[0].id, walk_in: JSON.stringify(walkIn) },
        { ...intake, job_id: jobs[1].id, walk_in: null },
      ]);
      const [unit] = await knex('units')
        .insert({ job_id: jobs[0].id, kind: 'radio', name: 'R', location: '', position: 1 })
        .returning('id');
      const plug = { name: 'C1', rows: '[{"cavities":1,"indent":0}]', view: 'wire', corner: 'top-left' };
      const rest = { along: 'rows', turning: false, latch: 'top', keying: 'none', sleeve: 'none', note: '' };
      const [connector] = await knex('connectors')
        .insert({ unit_id: unit.id, ...plug, ...rest, confirmed: 'audio', position: 1 })
        .returning('id');
      const [cavity] = await knex('cavities')
        .insert({ connector_id: connector.id, number: 1, empty: false })
        .returning('id');
      const taken_at = new Date('2026-11-02T09:00:00Z');
      const reading = { kind: 'note', observation: '{}', entered: '', confirmed: false, simulated: false };
      await knex('readings').insert({
        job_id: jobs[0].id,
        cavity_id: cavity.id,
        ...reading,
        conditions: '{"ignition":"on"}',
        taken_at,
      });
      await knex('photos').insert({
        connector_id: connector.id,
        file_name: 'x',
        media_type: 'image/png',
        bytes: 1,
        content: Buffer.from([1]),
      });

      expect(await schemaState(knex)).toEqual({
        pending: ['006-record', '007-told-readings', '008-measured-against'],
        unknown: [],
        jobs: 2,
        begun: false,
      });
      await expect(assertFits(knex)).rejects.toThrow(
        'older than this build (006-record, 007-told-readings, 008-measured-against are missing)',
      );
      await migrate(knex);
      await assertFits(knex);
      const intakes = await knex('intakes').orderByRaw('walk_ins::text desc').select('walk_ins');
      expect(intakes.map((i) => i.walk_ins)).toEqual([[walkIn], []]);
      expect(await knex('intakes').first('reference')).toEqual({ reference: START_REFERENCE });
      expect(await knex('readings').first('conditions', 'server_at', 'device_at')).toEqual({
        conditions: { ignition: 'on', moment: 'steady', zeroed: [] },
        server_at: taken_at,
        device_at: null,
      });
      expect(await knex('photos').first('job_id')).toEqual({ job_id: jobs[0].id });
    }));

  it('of a newer build are said, and nothing is changed', () =>
    withKnex(async (knex) => {
      await migrate(knex);
      await knex('knex_migrations').insert({ name: '099-later', batch: 9, migration_time: new Date() });
      await expect(assertFits(knex)).rejects.toThrow('made by a newer Ulpen (099-later)');
    }));
});

describe('files of every version that was ever written', () => {
  it('are taken in, and export what they held', async () => {
    const app = await runningApp();
    const fixtures = unzipSync(
      readFileSync(new URL('../../../packages/core/fixtures/job-files.zip', import.meta.url)),
    );
    const names = ['v1-orvane-tessel-coupe', 'v2-one-walk-in-tarnholt-ferry-7', 'v2-tarnholt-ferry-7'];
    for (const name of [...names, 'v3-tarnholt-ferry-7', 'v4-tarnholt-ferry-7', 'v5-tarnholt-ferry-7']) {
      const bytes = new Uint8Array(fixtures[`${name}.json`]);
      const { status, body } = await app.jobFile<Job>(bytes);
      expect([name, status]).toEqual([name, 201]);
      const old = JSON.parse(new TextDecoder().decode(bytes)) as {
        job: object;
        units: { pairs: unknown[] }[];
      };
      const { file } = await app.fileOf(body.id);
      expect(file.job).toEqual(old.job);
      expect(file.units.map((u) => u.pairs.length)).toEqual(old.units.map((u) => u.pairs.length));
      // What came from a file was never heard here.
      const { recordings } = await app.view(body.id);
      expect(recordings.every((r) => r.fromFile)).toBe(true);
      const again = await app.jobFile<Job>((await app.fileOf(body.id)).bytes);
      expect((await app.fileOf(again.body.id)).file).toEqual(file);
    }
    await app.stop();
  }, 240_000);
});
