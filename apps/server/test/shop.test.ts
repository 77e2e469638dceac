import type { Brief, Job, LibraryDevice, Preferences, Problem, Target } from '@ulpen/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { NOWHERE, runningApp, type RunningApp } from './running-app.ts';

let app: RunningApp;
beforeAll(async () => {
  app = await runningApp();
});
afterAll(() => app.stop());

describe('brief, preferences and library', () => {
  it('a brief is kept with the job; two tabs meet in a 409', async () => {
    const job = await app.job();
    const { brief } = await app.view(job.id);
    const path = `/api/v1/jobs/${job.id}/brief`;
    const change = { ...brief, shape: 'subwoofer', keep: ['chimes', 'no-cut-wires'], hours: 6 };
    const { status, body } = await app.call<Brief>('PUT', path, change);
    expect([status, body.version, body.keep]).toEqual([200, 2, ['chimes', 'no-cut-wires']]);
    expect((await app.view(job.id)).brief).toEqual(body);
    expect((await app.call<Problem>('PUT', path, change)).status).toBe(409);
    const wrong = await app.call<Problem>('PUT', path, { ...body, hours: 0 });
    expect([wrong.status, wrong.body.errors?.[0].field]).toEqual([400, 'hours']);
    expect((await app.call('PUT', `/api/v1/jobs/${NOWHERE}/brief`, brief)).status).toBe(404);
  });

  it('a job that is begun with a wish has its channels, whose figures are assumed until somebody saves them', async () => {
    const begin = (fields: object) =>
      app.call<Job & Problem>('POST', '/api/v1/jobs', {
        ...{ car: 'Orlek Van', year: null, system: '', place: '', wish: '' },
        ...fields,
      });
    const { body: job } = await begin({ shape: 'four-and-subwoofer' });
    const { brief, targets } = await app.view(job.id);
    expect([brief.shape, targets.map((t) => [t.name, t.assumed])]).toEqual([
      'four-and-subwoofer',
      [
        ['Front set', true],
        ['Rear pair', true],
        ['Subwoofer', true],
      ],
    ]);
    const { id, jobId: _, ...seen } = targets[0];
    const saved = await app.call<Target>('PUT', `/api/v1/targets/${id}`, { ...seen, assumed: false });
    expect([saved.status, saved.body.assumed]).toEqual([200, false]);
    expect((await app.view((await begin({})).body.id)).targets).toEqual([]);
    const wrong = await begin({ shape: 'everything' });
    expect([wrong.status, wrong.body.errors?.[0].field]).toEqual([400, 'shape']);
  });

  it('the shop’s preferences have one copy', async () => {
    const path = '/api/v1/shop/preferences';
    const { body } = await app.call<Preferences>('GET', path);
    const changed = await app.call<Preferences>('PUT', path, { ...body, first: 'flattest' });
    expect(changed.body).toEqual({ ...body, first: 'flattest', version: body.version + 1 });
    expect((await app.call<Problem>('PUT', path, body)).status).toBe(409);
    const wrong = async (part: object) => {
      const answer = await app.call<Problem>('PUT', path, { ...changed.body, ...part });
      return [answer.status, answer.body.errors?.map((e) => `${e.field}: ${e.message}`)];
    };
    const { practice, conditionSets } = changed.body;
    expect(await wrong({ practice: { ...practice, cleanPercent: 40 } })).toEqual([
      400,
      ['practice.cleanPercent: up to 10 %'],
    ]);
    const twice = [conditionSets[0], { ...conditionSets[1], name: conditionSets[0].name.toUpperCase() }];
    expect(await wrong({ conditionSets: twice })).toEqual([
      400,
      ['conditionSets: two sets have the same name'],
    ]);
    expect(await wrong({ conditionSets: [] })).toEqual([400, ['conditionSets: one set at least']]);
    await app.call('PUT', path, { ...changed.body, first: 'fewest-parts' });
  });

  it('devices come in together, by name; a target’s amplifier may go from the library without it', async () => {
    const amplifier = {
      name: 'Test 2.50',
      kind: 'amplifier',
      priceClass: 1,
      lineInput: { minVolts: 0.3, maxVolts: 4 },
      amplifier: { channels: 2, wattsAt4: 50, minOhm: 4 },
    };
    const converter = { name: 'Test box', kind: 'converter', priceClass: 1 };
    const { status, body } = await app.call<LibraryDevice[]>('POST', '/api/v1/devices', [
      amplifier,
      converter,
    ]);
    expect([status, body.map((d) => d.name)]).toEqual([201, ['Test 2.50', 'Test box']]);
    expect(body[0].amplifier).toMatchObject({ efficiency: 0.8, wattsBridged: null });
    // The same name again replaces it; half a list is never taken in.
    const again = await app.call<LibraryDevice[]>('POST', '/api/v1/devices', [
      { ...converter, priceClass: 2 },
    ]);
    expect(again.body[0]).toMatchObject({ id: body[1].id, priceClass: 2, version: 2 });
    const half = await app.call<Problem>('POST', '/api/v1/devices', [
      { ...converter, name: 'Other' },
      { ...amplifier, amplifier: null },
    ]);
    expect([half.status, half.body.errors?.[0].field]).toEqual([400, '1.amplifier']);
    expect((await app.call<LibraryDevice[]>('GET', '/api/v1/devices')).body.map((d) => d.name)).not.toContain(
      'Other',
    );
    const table = await app.call<string>('GET', '/api/v1/devices/table');
    expect(table.type).toBe('text/csv');
    expect(table.body).toContain('Test 2.50,amplifier');

    const job = await app.job();
    const target = await app.target(job.id, { amplifierId: body[0].id });
    const file = (await app.fileOf(job.id)).file;
    const copy = await app.jobFile<{ id: string }>(JSON.stringify(file));
    expect((await app.view(copy.body.id)).targets[0].amplifierId).toBe(body[0].id);
    const renamed = { ...body[0], name: 'Test box' };
    expect(
      (await app.call<Problem>('PUT', `/api/v1/devices/${body[0].id}`, renamed)).body.errors?.[0].field,
    ).toBe('name');
    expect((await app.call('DELETE', `/api/v1/devices/${body[0].id}`)).status).toBe(204);
    expect((await app.call<Target>('GET', `/api/v1/targets/${target.id}`)).body.amplifierId).toBeNull();
  });
});
