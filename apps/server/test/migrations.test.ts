import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { broughtToNow, type Job, type JobFile, pairPlace, START_REFERENCE } from '@ulpen/core';
import { unzipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { assertFits, migrate, MIGRATIONS, schemaState } from '../src/database/migrate.ts';
import { connect } from '../src/database/knex.ts';
import { fillOld, OLD_PAIRS } from './old-database.ts';
import { freshDatabase, runningApp, type RunningApp } from './running-app.ts';

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
  '008-measured-against.ts': 'd0d3b4f4454482d3a08f4161bebfea61fe779e5f3c1ee1102a105951661d0488',
  '009-pins.ts': '12a2aa858919e0bd5a6b265c0c19883c78c73547e19b069694ef676030bbc781',
  '010-output-ends.ts': 'fbb75fd20a771d4f59b37ac0782ef4647365da04c1d5d41a951ebc1e3726bc60',
  '011-events.ts': 'b6e68e3c4fb9c7bb9efe8eaf8de8e4ad11e2e5b8ee769c09099aeff1e0966356',
  '012-reading-kinds.ts': '2dedfd2af3149701b0963d2386e939f0b827411a07abf11e7b7aa02b18136690',
  '013-plan-revisions.ts': '8c1faf894ffe8f05d6cc9fb69dbb2a669e73d59c490efa0400d719443fc4b66f',
  '014-chapters-and-models.ts': '7ce5405de4ea288d1df44ea82d8e96c5f8a49659c564e18e14861bef4da0f698',
  '015-usual-figures.ts': '6f3dfd7b2f0ebe902b9087aed8b216ce7bdc7833944b66348ab0b712a819117f',
  '016-instruments.ts': 'c5648ca40d2df45dc94382a1492454e186b5ab7f0d5612777e6ab55339693314',
  '017-wirings.ts': '3bddec75537ab996fa19f612ebf1933ad65524a65cd71b57b67f73037bc78e8f',
  'helpers.ts': '2b8bb186ebe48750660c71e2eb26f4313a360b266a1f44be1fe85a385262cd67',
};

const NAMES = Object.keys(MIGRATIONS);
const before = (name: string) => NAMES.filter((n) => n < name);

const withKnex = async (work: (knex: ReturnType<typeof connect>, url: string) => Promise<void>) => {
  const database = await freshDatabase();
  const knex = connect(database.url);
  try {
    await work(knex, database.url);
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
      await migrate(knex, before('006-record'));
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
        pending: NAMES.slice(5),
        unknown: [],
        jobs: 2,
        begun: false,
      });
      await expect(assertFits(knex)).rejects.toThrow(
        `older than this build (${NAMES.slice(5).join(', ')} are missing)`,
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

describe('rows in place', () => {
  /** The application's own view of a database of an earlier version, brought up. */
  const broughtUp = (from: string, look: (app: RunningApp, jobId: string) => Promise<void>) =>
    withKnex(async (knex, url) => {
      await migrate(knex, before(from));
      const jobId = await fillOld(knex);
      await migrate(knex);
      const app = await runningApp({}, { url });
      try {
        await look(app, jobId);
      } finally {
        await app.stop();
      }
    });

  it.each(NAMES.slice(1))('of the version before %s come through, and work', (name) =>
    broughtUp(name, async (app, jobId) => {
      const view = await app.view(jobId);
      const pairs = view.units.flatMap((u) => u.pairs);
      expect(pairs.map((p) => p.suffix)).toEqual(
        [...OLD_PAIRS.filter((p) => !p.unit), ...OLD_PAIRS.filter((p) => p.unit)]
          .filter((p) => !p.retired)
          .map((p) => p.suffix),
      );
      expect(pairs[0].captures).toMatchObject([{ fileName: 'old.txt', volumeStep: 18, withdrawnAt: null }]);
      // Pinned since a capture could be, and by whatever table.
      const pins = name > '008-measured-against' ? [{ because: 'as it was', withdrawnAt: null }] : [];
      expect(pairs[0].captures[0].pins).toMatchObject(pins);
      expect(view.targets).toMatchObject([{ name: 'Front', assumed: false }]);
      // The first revision of a plan of its own; what it was worked out from was noted otherwise.
      const [plan] = view.plans;
      expect(plan).toMatchObject({ name: 'Kept', revision: 1, agreedAt: null, fingerprint: null });
      const before13 = name <= '013-plan-revisions';
      expect([plan.seriesId === plan.id, plan.proposal.strategy]).toEqual([before13, 'convert']);
      // A model that was chosen by its name is still chosen, until it is chosen anew by its id.
      const named = [{ deviceId: null, device: 'Merlin S8' }];
      const chosen = [plan.proposal, ...view.drafts].map(({ changes }) => changes.boxes);
      expect(chosen).toEqual(before13 ? [[]] : [named, named]);
      // What it did not know is as usual.
      const coils = [plan.proposal, ...view.drafts].map(({ changes }) => changes.coils);
      expect(coils).toEqual(chosen.map(() => []));
      expect(view.brief.sensing).toBe('usual');
      // What was said in words alone is still said.
      const told = plan.proposal.reasons.map((r) => [r.rule, r.text]);
      expect(told).toEqual(before13 ? [] : [['kept-before', 'One output each, nothing to join.']]);
      // Those of outputs, where the version knew none: a line has none, and two coils are one speaker's.
      expect(view.speakers.length).toBe(name <= '010-output-ends' ? pairs.length - 2 : 1);
      // A write of today stands beside them, and the whole goes through a file.
      expect((await app.pair(view.units[0].id)).version).toBe(1);
      const { bytes, file } = await app.fileOf(jobId);
      const again = await app.jobFile<Job>(bytes);
      expect(again.status).toBe(201);
      expect((await app.fileOf(again.body.id)).file).toEqual(file);
    }),
  );

  it('outputs as text become ends where the text leads to cavities, and stay text where it does not', () =>
    broughtUp('010-output-ends', async (app, jobId) => {
      const view = await app.view(jobId);
      const told = view.units.flatMap((u) =>
        u.pairs.map((p) => [p.suffix, p.ends.length, pairPlace(p), p.statedPolarity]),
      );
      expect(told).toEqual([
        ['right', 2, 'C1 · 1/2', 'normal'],
        ['small letters', 1, 'C1 · 3', 'unknown'],
        ['no such plug', 0, 'X9 · 1/2, GN and GY', 'reversed'],
        ['beyond the plug', 0, 'C1 · 7/40', 'unknown'],
        ['an empty cavity', 0, 'C1 · 8/7', 'unknown'],
        ['once', 0, 'C1 · 5/6, named by two outputs', 'unknown'],
        ['twice', 0, 'c1 · 6/4, WH, named by two outputs', 'unknown'],
        ['of the other unit', 2, 'R1 · 1/2', 'unknown'],
        ['unplaced', 0, 'OG', 'reversed'],
        ['coil 1', 0, '', 'unknown'],
        ['coil 2', 0, '', 'unknown'],
        ['line', 2, 'R1 · 3/4', 'unknown'],
      ]);
      const coils = view.speakers.find((s) => s.way === 'subwoofer')!.coils.map((c) => c.pairId);
      const outputs = view.units.flatMap((u) => u.pairs);
      expect(coils.map((id) => outputs.find((o) => o.id === id)!.suffix)).toEqual(['coil 1', 'coil 2']);
      // Colours that were typed are claims; one that was seen as well is not claimed again.
      const { file } = await app.fileOf(jobId);
      expect(file.sheets[1]).toMatchObject({ name: 'Colours noted at outputs' });
      expect(file.sheets[1].claims.map((c) => [c.cavityId, c.sign, c.wire])).toEqual([
        ['k1:2', 'minus', 'BN'],
        ['k1:3', 'plus', 'RD'],
        ['k2:1', 'plus', 'BK'],
        ['k2:2', 'minus', 'VT'],
      ]);
      // A file of that time comes to the same.
      expect(broughtToNow(asWrittenThen(file), 7)).toEqual(file);
    }));

  /** The file that a program of that time would have written of the same job. */
  const asWrittenThen = ({ speakers: _, ...file }: JobFile): object => ({
    ...file,
    version: 7,
    sheets: file.sheets.slice(0, 1),
    units: file.units.map((unit) => ({
      ...unit,
      pairs: unit.pairs.map(({ ends: __, placeText: ___, stage: ____, statedPolarity: _____, ...pair }) => {
        const { plug, plus, minus, wires, polarity } = OLD_PAIRS.find((o) => o.suffix === pair.suffix)!;
        return {
          ...pair,
          plug,
          plusCavity: plus ?? null,
          minusCavity: minus ?? null,
          plusWire: wires?.[0] ?? null,
          minusWire: wires?.[1] ?? null,
          polarity: polarity?.[0] ?? 'normal',
          polarityStanding: polarity?.[1] ?? 'assumed',
        };
      }),
    })),
  });

  it('go back and come again, and twice is once', () =>
    withKnex(async (knex) => {
      await migrate(knex);
      await migrate(knex);
      await fillOld(knex);
      for (const { down } of Object.values(MIGRATIONS).reverse()) await down!(knex);
      expect(await knex.schema.hasTable('jobs')).toBe(false);
      await knex('knex_migrations').delete();
      await migrate(knex);
      await assertFits(knex);
    }));
});

describe('files of every version that was ever written', () => {
  it('are taken in, and export what they held', async () => {
    const app = await runningApp();
    const fixtures = unzipSync(
      readFileSync(new URL('../../../packages/core/fixtures/job-files.zip', import.meta.url)),
    );
    const names = ['v1-orvane-tessel-coupe', 'v2-one-walk-in-tarnholt-ferry-7', 'v2-tarnholt-ferry-7'];
    for (const name of [
      ...names,
      'v3-tarnholt-ferry-7',
      'v4-tarnholt-ferry-7',
      'v5-tarnholt-ferry-7',
      'v7-tarnholt-ferry-7',
      'v8-orvane-tessel-coupe',
      'v9-tarnholt-ferry-7',
    ]) {
      const bytes = new Uint8Array(fixtures[`${name}.json`]);
      const { status, body } = await app.jobFile<Job>(bytes);
      expect([name, status]).toEqual([name, 201]);
      const old = JSON.parse(new TextDecoder().decode(bytes)) as {
        job: object;
        units: { pairs: unknown[] }[];
      };
      const { file } = await app.fileOf(body.id);
      expect(file.job).toEqual({ chapter: 'before', ...old.job });
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
