import {
  type Connector,
  type LibraryDevice,
  type Photo,
  type Removed,
  type Sheet,
  START_BRIEF,
  type Target,
} from '@ulpen/core';
import { DEMO_DEVICES } from '@ulpen/core/carsim';
import { describe, expect, it } from 'vitest';
import { dc, findBench, PLUG } from './find-bench.ts';
import { acceptOne } from './planned-job.ts';
import { lowPass, PAIR, TARGET } from './running-app.ts';

const bench = findBench();
const call = <T>(method: string, path: string, body?: unknown, headers = {}) =>
  bench.app.call<T>(method, `/api/v1${path}`, body, headers);
const removed = async () => (await call<Removed[]>('GET', `/jobs/${bench.job.id}/removed`)).body;
const png = Uint8Array.from([
  0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52, 0, 0, 0, 1, 0, 0, 0, 1,
  8, 6,
]);

describe('what is recorded stays when something else goes', () => {
  it('a unit, a plug and an output that nothing was recorded of yet: Undo brings back the same', async () => {
    const unit = await bench.app.unit(bench.job.id);
    const pair = await bench.app.pair(unit.id);
    const plug = await bench.plug();
    for (const [path, name] of [
      [`/pairs/${pair.id}`, 'Front left woofer'],
      [`/connectors/${plug.id}`, plug.name],
      [`/units/${unit.id}`, unit.name],
    ]) {
      expect((await call('DELETE', path)).status).toBe(204);
      expect((await removed())[0]).toMatchObject({ name, restore: `${path}/restore` });
      expect((await call<{ id: string }>('POST', `${path}/restore`)).body.id).toBe(path.split('/')[2]);
      expect(await removed()).toEqual([]);
    }
  });
  it('decisions about a channel that was removed', async () => {
    const target = await bench.app.target(bench.job.id);
    for (const side of ['left', 'right'] as const) await bench.app.pair(bench.unit.id, { side, way: 'full' });
    const { about, body } = await acceptOne(bench.app, bench.job.id);
    const [signed] = body;
    expect((await call('DELETE', `/targets/${target.id}`)).status).toBe(204);
    expect((await bench.app.view(bench.job.id)).decisions).toEqual([]);
    expect((await bench.app.fileOf(bench.job.id)).file.decisions).toMatchObject([{ says: about.text }]);
    expect(await removed()).toMatchObject([{ kind: 'target', name: 'Front set' }]);
    expect((await call<Target>('POST', (await removed())[0].restore)).body).toMatchObject(TARGET);
    expect((await bench.app.view(bench.job.id)).decisions).toEqual([signed]);
    expect((await call('GET', `/targets/${target.id}`)).status).toBe(200);
  });

  it('captures, recordings and checks of an output, and the output itself', async () => {
    const [plus] = (await bench.plug()).cavities;
    const at = { ends: [{ sign: 'plus' as const, cavityId: plus.id }] };
    const pair = await bench.app.pair(bench.unit.id, at);
    const bare = await bench.app.pair(bench.unit.id);
    expect((await bench.app.capture(pair.id, lowPass(300))).status).toBe(201);
    for (const { id } of [pair, bare]) expect((await call('DELETE', `/pairs/${id}`)).status).toBe(204);
    expect((await bench.app.view(bench.job.id)).units[0].pairs).toEqual([]);
    expect((await removed()).map((r) => r.restore)).toContain(`/pairs/${pair.id}/restore`);
    expect((await bench.app.capture(pair.id, lowPass(300))).status).toBe(404);
    // Its cavities are free meanwhile; taken by another one, it cannot come back.
    const next = await bench.app.pair(bench.unit.id, at);
    expect((await call('POST', `/pairs/${pair.id}/restore`)).body).toMatchObject({
      errors: [{ field: 'ends.0.cavityId' }],
    });
    await call('DELETE', `/pairs/${next.id}`);
    expect((await call('POST', `/pairs/${pair.id}/restore`)).status).toBe(201);
    expect((await bench.app.view(bench.job.id)).units[0].pairs).toMatchObject([{ captures: [{}] }]);
  });

  it('a unit with all its plugs, readings and outputs', async () => {
    const plug = await bench.plug();
    await bench.take(dc(plug.cavities[0].id, 12));
    const pair = await bench.app.pair(bench.unit.id);
    expect((await call('DELETE', `/units/${bench.unit.id}`)).status).toBe(204);
    expect(await bench.harness()).toMatchObject({ connectors: [], readings: [] });
    for (const [method, path, body] of [
      ['PUT', `/pairs/${pair.id}`, { ...PAIR, version: 1 }],
      ['PUT', `/connectors/${plug.id}`, { ...PLUG, version: 1 }],
      ['POST', `/units/${bench.unit.id}/pairs`, PAIR],
    ] as const)
      expect([path, (await call<object>(method, path, body)).body]).toMatchObject([
        path,
        { status: 409, detail: expect.stringContaining('Bring Amplifier back first') },
      ]);
    expect((await call('POST', `/units/${bench.unit.id}/restore`)).status).toBe(201);
    expect(await bench.harness()).toMatchObject({ connectors: [{ name: 'C1' }], readings: [{}] });
  });

  it('withdrawn readings and claims of cavities that a smaller plug lacks', async () => {
    const plug = await bench.plug();
    const last = plug.cavities[6].id;
    const { body } = await bench.take(dc(last, 12));
    await call('POST', `/readings/${body[0].id}/withdraw`);
    const small = { ...PLUG, rows: [{ cavities: 4, indent: 0 }], empty: [] };
    const changed = await call<Connector>('PUT', `/connectors/${plug.id}`, { ...small, version: 1 });
    expect(changed.body.cavities).toHaveLength(4);
    expect((await bench.harness()).readings).toEqual([]);
    expect((await bench.app.fileOf(bench.job.id)).file).toMatchObject({
      units: [{ connectors: [{ retiredCavities: [7] }] }],
      readings: [{ cavityId: 'k1:7' }],
    });
    expect((await call<object>('POST', `/readings/${body[0].id}/restore`)).body).toMatchObject({
      errors: [{ field: 'cavityId', message: 'is no cavity of this job' }],
    });
    const again = await call<Connector>('PUT', `/connectors/${plug.id}`, { ...PLUG, version: 2 });
    expect(again.body.cavities[6].id).toBe(last);
    expect((await call('POST', `/readings/${body[0].id}/restore`)).status).toBe(201);
  });

  it('what a sheet said before its rows were changed', async () => {
    const plug = await bench.plug();
    const claim = (n: number) => ({
      cavityId: plug.cavities[n].id,
      variant: '',
      role: 'ground' as const,
      channel: null,
      sign: null,
      wire: null,
      text: `row ${n}`,
    });
    const sheet = { name: 'S', source: '', chosenVariant: null, claims: [claim(0), claim(1)] };
    const { id } = (await call<Sheet>('POST', `/jobs/${bench.job.id}/sheets`, sheet)).body;
    // Another variant is chosen: the same rows stay the same rows.
    await call('PUT', `/sheets/${id}`, { ...sheet, chosenVariant: 'A', version: 1 });
    expect((await bench.app.fileOf(bench.job.id)).file.sheets).toHaveLength(1);
    const changed = await call<Sheet>('PUT', `/sheets/${id}`, { ...sheet, claims: [claim(2)], version: 2 });
    expect(changed.body).toMatchObject({ version: 3, claims: [{ text: 'row 2' }] });
    expect((await bench.harness()).sheets).toHaveLength(1);
    const { sheets } = (await bench.app.fileOf(bench.job.id)).file;
    expect(sheets.map((s) => s.claims.map((c) => c.text))).toEqual([['row 2'], ['row 0', 'row 1']]);
    expect((await removed()).map((r) => r.kind)).toEqual(['sheet']);
  });

  it('a device that jobs name; its name is free, and it does not come back under a taken one', async () => {
    const amplifier = DEMO_DEVICES.find((d) => d.kind === 'amplifier')!;
    const [device] = (await call<LibraryDevice[]>('POST', '/devices', [amplifier])).body;
    const target = await bench.app.target(bench.job.id, { amplifierId: device.id });
    await call('DELETE', `/devices/${device.id}`);
    expect((await call<Target>('GET', `/targets/${target.id}`)).body.amplifierId).toBeNull();
    const [again] = (await call<LibraryDevice[]>('POST', '/devices', [amplifier])).body;
    expect(again.id).not.toBe(device.id);
    expect((await call('POST', `/devices/${device.id}/restore`)).status).toBe(400);
    await call('DELETE', `/devices/${again.id}`);
    expect((await call('POST', `/devices/${device.id}/restore`)).status).toBe(201);
    expect((await call<Target>('GET', `/targets/${target.id}`)).body.amplifierId).toBe(device.id);
  });

  it('photos of plugs, outputs, places and the job', async () => {
    const plug = await bench.plug();
    const pair = await bench.app.pair(bench.unit.id);
    const photo = (on: object) => {
      const form = new FormData();
      form.append('fields', JSON.stringify({ on }));
      form.append('file', new Blob([png]), 'x.png');
      return call<Photo>('POST', `/jobs/${bench.job.id}/photos`, form);
    };
    const all = [
      { kind: 'connector', connectorId: plug.id },
      { kind: 'pair', pairId: pair.id },
      { kind: 'place', place: 'under the seat' },
      { kind: 'job' },
    ];
    for (const on of all) expect((await photo(on)).body).toMatchObject({ on, mediaType: 'image/png' });
    expect((await photo({ kind: 'pair', pairId: plug.id })).body).toMatchObject({
      errors: [{ field: 'pairId', message: 'is no output of this job' }],
    });
    const list = (await call<Photo[]>('GET', `/jobs/${bench.job.id}/photos`)).body;
    expect(list.map((p) => p.fileName)).toHaveLength(4);
    await call('DELETE', `/photos/${list[0].id}`);
    expect((await call('GET', `/photos/${list[0].id}`)).status).toBe(404);
    const { file, bytes } = await bench.app.fileOf(bench.job.id);
    expect(file.photos.map((p) => [p.on.kind, p.retiredAt !== null])).toEqual([
      ['connector', true],
      ['pair', false],
      ['place', false],
      ['job', false],
    ]);
    const copy = await bench.app.jobFile<{ id: string }>(bytes);
    expect((await bench.app.fileOf(copy.body.id)).file).toEqual(file);
  });
});

describe('who and when', () => {
  it('is on every record: the bench, its own clock, and the server’s', async () => {
    const plug = await bench.plug();
    const deviceTime = '2026-11-28T07:00:00.000Z';
    await call(
      'POST',
      `/jobs/${bench.job.id}/readings`,
      { readings: [dc(plug.cavities[0].id, 12)] },
      { 'content-type': 'application/json', 'ulpen-device-time': deviceTime },
    );
    await bench.take(dc(plug.cavities[0].id, 13));
    const rows = await bench.app
      .db('readings as r')
      .join('actors as a', 'a.id', 'r.actor_id')
      .where('r.job_id', bench.job.id)
      .orderBy('place')
      .select('a.name', 'r.device_at', 'r.server_at', 'r.taken_at');
    expect(rows.map((r) => [r.name, r.device_at?.toISOString() ?? null])).toEqual([
      ['the bench', deviceTime],
      ['the bench', null],
    ]);
    for (const r of rows) expect(r.server_at).toEqual(r.taken_at);
  });

  it('a clock that says nothing sensible is refused with the name of the header', async () => {
    const headers = { 'content-type': 'application/json', 'ulpen-device-time': 'noon' };
    const body = { ...START_BRIEF, version: 1 };
    const answer = await call<object>('PUT', `/jobs/${bench.job.id}/brief`, JSON.stringify(body), headers);
    expect(answer.body).toMatchObject({ status: 400, errors: [{ field: 'header ulpen-device-time' }] });
  });

  it('stands on every table of records', async () => {
    const tables = ['readings', 'claims', 'sheets', 'captures', 'recordings', 'checks', 'decisions'];
    for (const table of [...tables, 'plans', 'targets', 'devices', 'photos'])
      expect([table, Object.keys(await bench.app.db(table).columnInfo())]).toEqual([
        table,
        expect.arrayContaining(['actor_id', 'device_at', 'server_at']),
      ]);
  });

  it('nothing in the database goes by a cascade', async () => {
    const cascades = await bench.app
      .db('information_schema.referential_constraints')
      .whereIn('delete_rule', ['CASCADE', 'SET NULL']);
    expect(cascades.map((c) => c.constraint_name)).toEqual([]);
  });
});
