import { type Connector, type HarnessView, type Job, type Reading, readJobFileBytes } from '@ulpen/core';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { dc, findBench, ohms, PLUG } from './find-bench.ts';
import type { Answer } from './running-app.ts';

const bench = findBench();
let plug: Connector;
beforeEach(async () => {
  plug = await bench.plug();
});

type Act = () => Promise<Answer<unknown>>;
const call = (method: string, path: string, body?: unknown) =>
  bench.app.call<unknown>(method, `/api/v1${path}`, body);

/** Of the plug's cavity 7, which a smaller shape lacks; ohms, which a lock forbids. */
const reading: Act = () =>
  call('POST', `/jobs/${bench.job.id}/readings`, {
    readings: [ohms(plug.cavities[6].id, plug.cavities[5].id, 3.7)],
  });
const smaller: Act = () =>
  call('PUT', `/connectors/${plug.id}`, {
    ...PLUG,
    rows: [{ cavities: 4, indent: 0 }],
    empty: [],
    version: 1,
  });
const locked: Act = () =>
  call('PUT', `/connectors/${plug.id}`, { ...PLUG, confirmed: 'restraint', version: 1 });
const retired: Act = () => call('DELETE', `/connectors/${plug.id}`);
const erased: Act = () => call('DELETE', `/jobs/${bench.job.id}`);

const waiting = async () => {
  const [{ n }] = await bench.app
    .db('pg_stat_activity')
    .whereRaw(`datname = current_database() and wait_event_type = 'Lock'`)
    .count('* as n');
  return Number(n);
};

/** Two requests that meet inside: both have begun and wait for the job, and go on in the order given. */
async function meet(first: Act, second: Act): Promise<Answer<unknown>[]> {
  const holder = await bench.app.db.transaction();
  await holder('jobs').where({ id: bench.job.id }).forUpdate().first('id');
  const answers: Promise<Answer<unknown>>[] = [];
  for (const [n, act] of [first, second].entries()) {
    answers.push(act());
    await vi.waitFor(async () => expect(await waiting()).toBe(n + 1), { timeout: 10_000, interval: 5 });
  }
  await holder.commit();
  return Promise.all(answers);
}

const kept = () => bench.app.db('readings').where({ job_id: bench.job.id });

describe('a reading that meets', () => {
  it('a smaller shape: the reading holds its cavity, or is refused', async () => {
    expect((await meet(reading, smaller)).map((a) => a.status)).toEqual([201, 400]);
    expect(await kept()).toHaveLength(1);
  });
  it('a smaller shape that was first: refused, and nothing half', async () => {
    expect((await meet(smaller, reading)).map((a) => a.status)).toEqual([200, 400]);
    expect(await kept()).toHaveLength(0);
  });
  it('a restraint lock: kept, and withdrawn by the lock', async () => {
    expect((await meet(reading, locked)).map((a) => a.status)).toEqual([201, 200]);
    expect(await kept()).toMatchObject([{ withdrawn_at: expect.any(Date) }]);
  });
  it('a restraint lock that was first: refused', async () => {
    expect((await meet(locked, reading)).map((a) => a.status)).toEqual([200, 400]);
    expect(await kept()).toHaveLength(0);
  });
  it('the removal of its plug: kept out of sight, and back with it', async () => {
    expect((await meet(reading, retired)).map((a) => a.status)).toEqual([201, 204]);
    expect(await kept()).toHaveLength(1);
    await call('POST', `/connectors/${plug.id}/restore`);
    expect((await bench.harness()).readings).toHaveLength(1);
  });
  it('the removal of its plug that was first: refused', async () => {
    expect((await meet(retired, reading)).map((a) => a.status)).toEqual([204, 400]);
    expect(await kept()).toHaveLength(0);
  });
  it('the deletion of its job, either way: nothing half', async () => {
    expect((await meet(reading, erased)).map((a) => a.status)).toEqual([201, 204]);
    expect(await kept()).toHaveLength(0);
  });
  it('the deletion of its job that was first: there is no such job', async () => {
    expect((await meet(erased, reading)).map((a) => a.status)).toEqual([204, 404]);
    expect(await bench.app.db('cavities').whereIn('id', [plug.cavities[6].id])).toEqual([]);
  });

  it('an export: the file holds one state, whatever is written while it is made', async () => {
    await bench.take(dc(plug.cavities[0].id, 12.4));
    // Sheets are read after the readings; decisions, plans and photos after the sheets.
    const holder = await bench.app.db.transaction();
    await holder.raw('lock table sheets in access exclusive mode');
    const exported = bench.app.fileOf(bench.job.id);
    await vi.waitFor(async () => expect(await waiting()).toBe(1), { timeout: 10_000, interval: 5 });
    expect((await reading()).status).toBe(201);
    expect((await smallCheck()).status).toBe(201);
    await holder.commit();
    const { file } = await exported;
    expect([file.readings.length, file.checks.length]).toEqual([1, 0]);
    expect((await bench.app.fileOf(bench.job.id)).file).toMatchObject({ readings: [{}, {}], checks: [{}] });
  });

  it('an import of its own job: the copy is whole, and the reading stays with the original', async () => {
    const { bytes } = await bench.app.fileOf(bench.job.id);
    const holder = await bench.app.db.transaction();
    await holder.raw('lock table readings in access exclusive mode');
    const copied = bench.app.jobFile<Job>(bytes);
    const taken = reading();
    await vi.waitFor(async () => expect(await waiting()).toBe(2), { timeout: 10_000, interval: 5 });
    await holder.commit();
    expect([(await copied).status, (await taken).status]).toEqual([201, 201]);
    const copy = await call('GET', `/jobs/${(await copied).body.id}/harness`);
    expect(copy.body as HarnessView).toMatchObject({ readings: [], connectors: [{ name: 'C1' }] });
    expect(await kept()).toHaveLength(1);
  });

  const smallCheck = () =>
    call('POST', `/jobs/${bench.job.id}/checks`, [
      { pairId: null, body: { kind: 'meter-tone', hz: 100, volts: 1 }, note: '' },
    ]);
});

describe('one writer after the other', () => {
  it('of twenty changes of one output one wins, nineteen see what is there now', async () => {
    const pair = await bench.app.pair(bench.unit.id);
    const answers = await Promise.all(
      Array.from({ length: 20 }, (_, n) =>
        call('PUT', `/pairs/${pair.id}`, { ...pair, suffix: `try ${n}`, version: 1 }),
      ),
    );
    expect(answers.map((a) => a.status).sort()).toEqual([200, ...Array.from({ length: 19 }, () => 409)]);
    const won = answers.find((a) => a.status === 200)!.body;
    for (const { status, body } of answers) if (status === 409) expect(body).toMatchObject({ current: won });
  });

  it('every write raises the revision of its job, and of no other', async () => {
    const other = await bench.app.job();
    const before = (await bench.app.view(bench.job.id)).revision;
    const { body } = (await reading()) as Answer<Reading[]>;
    await call('POST', `/readings/${body[0].id}/withdraw`);
    expect((await bench.app.view(bench.job.id)).revision).toBe(before + 2);
    expect((await bench.app.view(other.id)).revision).toBe(0);
  });

  it('a refused write raises nothing', async () => {
    const before = (await bench.app.view(bench.job.id)).revision;
    expect((await call('POST', `/jobs/${bench.job.id}/readings`, { readings: [] })).status).toBe(400);
    expect((await call('DELETE', `/jobs/${bench.job.id}/nothing`)).status).toBe(404);
    expect((await bench.app.view(bench.job.id)).revision).toBe(before);
  });

  it('a file that is exported twice is the same to the byte', async () => {
    await reading();
    const [a, b] = [await bench.app.fileOf(bench.job.id), await bench.app.fileOf(bench.job.id)];
    expect(a.bytes).toEqual(b.bytes);
    expect(readJobFileBytes(a.bytes)).toHaveProperty('file');
  });
});
