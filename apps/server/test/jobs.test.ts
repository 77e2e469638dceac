import type { Job, JobList, Problem, Unit } from '@ulpen/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { lowPass, NOWHERE, runningApp, type RunningApp } from './running-app.ts';

let app: RunningApp;
beforeAll(async () => {
  app = await runningApp();
});
afterAll(() => app.stop());

describe('jobs', () => {
  it('are made, read, changed and deleted with all that hangs on them', async () => {
    const job = await app.job({ car: 'Halvard Roamer' });
    expect(job).toMatchObject({ car: 'Halvard Roamer', version: 1 });
    const unit = await app.unit(job.id);
    const pair = await app.pair(unit.id);
    await app.capture(pair.id, lowPass(300));
    await app.target(job.id);
    const changed = await app.call<Job>('PUT', `/api/v1/jobs/${job.id}`, {
      car: 'Halvard Roamer 2',
      year: null,
      system: 's',
      place: 'p',
      wish: 'w',
      version: 1,
    });
    expect(changed.body).toMatchObject({ car: 'Halvard Roamer 2', year: null, version: 2 });
    expect(new Date(changed.body.updatedAt).getTime()).toBeGreaterThanOrEqual(
      new Date(job.updatedAt).getTime(),
    );
    expect(await app.view(job.id)).toMatchObject({
      car: 'Halvard Roamer 2',
      units: [{ pairs: [{ captures: [{ volumeStep: 18 }] }] }],
      targets: [{ name: 'Front set' }],
    });

    expect((await app.call('DELETE', `/api/v1/jobs/${job.id}`)).status).toBe(204);
    expect((await app.call('GET', `/api/v1/jobs/${job.id}`)).status).toBe(404);
    for (const table of ['units', 'pairs', 'captures', 'targets'])
      expect(await app.db(table).count('* as n')).toEqual([{ n: 0 }]);
  });

  it('refuse a stale change and show what is there now', async () => {
    const job = await app.job();
    const body = { car: 'First', year: null, system: '', place: '', wish: '', version: 1 };
    expect((await app.call('PUT', `/api/v1/jobs/${job.id}`, body)).status).toBe(200);
    const second = await app.call<Problem>('PUT', `/api/v1/jobs/${job.id}`, { ...body, car: 'Second' });
    expect(second.status).toBe(409);
    expect(second.type).toBe('application/problem+json');
    expect(second.body.current).toMatchObject({ id: job.id, car: 'First', version: 2 });
    expect((await app.view(job.id)).car).toBe('First');
  });

  it.each([
    ['no body', undefined, ''],
    ['no car', { car: '', year: null, system: '', place: '', wish: '' }, 'car'],
    ['a year in words', { car: 'x', year: 'new', system: '', place: '', wish: '' }, 'year'],
    ['a list', [], ''],
  ])('refuse %s, naming the field', async (_, body, field) => {
    const answer = await app.call<Problem>('POST', '/api/v1/jobs', body, {
      'content-type': 'application/json',
    });
    expect(answer.status).toBe(400);
    expect(answer.body.errors?.[0].field).toBe(field);
    expect(JSON.stringify(answer.body)).not.toMatch(/\bat .*\.[tj]s/);
  });

  it('refuse text that is no JSON, another type, and a body beyond the limit', async () => {
    const json = { 'content-type': 'application/json' };
    expect((await app.call('POST', '/api/v1/jobs', '{"car":', json)).status).toBe(400);
    expect((await app.call('POST', '/api/v1/jobs', 'car=x', { 'content-type': 'text/csv' })).status).toBe(
      415,
    );
    expect(
      (await app.call<Problem>('POST', '/api/v1/jobs', JSON.stringify({ car: 'x'.repeat(2_000_000) }), json))
        .status,
    ).toBe(413);
  });

  it.each([NOWHERE, 'nonsense', '1 or 1=1', '%27'])('answer 404 for the id %s', async (id) => {
    for (const [method, path] of [
      ['GET', `/api/v1/jobs/${id}`],
      ['DELETE', `/api/v1/jobs/${id}`],
      ['GET', `/api/v1/jobs/${id}/file`],
      ['GET', `/api/v1/jobs/${id}/proposals`],
      ['GET', `/api/v1/captures/${id}`],
      ['GET', `/api/v1/captures/${id}/response`],
      ['POST', `/api/v1/captures/${id}/withdraw`],
      ['GET', `/api/v1/targets/${id}`],
      ['GET', `/api/v1/plans/${id}`],
      ['DELETE', `/api/v1/plans/${id}`],
      ['DELETE', `/api/v1/units/${id}`],
      ['DELETE', `/api/v1/pairs/${id}`],
    ]) {
      const answer = await app.call<Problem>(method, path);
      expect([path, answer.status]).toEqual([path, 404]);
      expect(answer.body.title).toBe('Not found');
    }
  });
});

describe('the job list', () => {
  it('finds all words in any field, counts, and pages', async () => {
    await app.db('job_events').delete();
    await app.db('jobs').delete();
    for (let i = 0; i < 7; i++)
      await app.job({ car: `Vennaby ${i}`, year: 2020 + i, place: i % 2 ? 'North door' : 'South door' });
    const list = async (query: string) => (await app.call<JobList>('GET', `/api/v1/jobs?${query}`)).body;
    expect((await list('')).total).toBe(7);
    expect((await list('q=vennaby%20south%20DOOR')).total).toBe(4);
    expect((await list('q=2023')).jobs.map((j) => j.car)).toEqual(['Vennaby 3']);
    expect((await list('q=%25')).total).toBe(0);
    expect((await list("q=';drop table jobs;--")).total).toBe(0);
    const pages = [await list('limit=4'), await list('limit=4&offset=4')];
    expect(pages.map((p) => p.jobs.length)).toEqual([4, 3]);
    expect(new Set(pages.flatMap((p) => p.jobs.map((j) => j.id))).size).toBe(7);
  });

  it('shows the bands of the captures in force', async () => {
    const job = await app.job({ car: 'Bands' });
    const unit = await app.unit(job.id);
    const [one, two] = [await app.pair(unit.id), await app.pair(unit.id, { way: 'tweeter' })];
    await app.capture(one.id, lowPass(300));
    const { body } = await app.call<JobList>('GET', '/api/v1/jobs?q=Bands');
    expect(body.jobs[0]).toMatchObject({ outputs: 2, measured: 1, targets: 0, plans: 0 });
    expect(body.jobs[0].bands.map((b) => b.measured)).toEqual([true, false]);
    expect(body.jobs[0].bands[0].highHz! / (300 * 1.147)).toBeCloseTo(1, 1);
    expect(two.way).toBe('tweeter');
  });

  it.each(['limit=0', 'limit=5000', 'offset=-1', 'limit=many', `q=${'x'.repeat(200)}`])(
    'refuses %s',
    async (query) => {
      expect((await app.call('GET', `/api/v1/jobs?${query}`)).status).toBe(400);
    },
  );
});

describe('units', () => {
  it('keep their order, change by version, and are not added to a job that is not there', async () => {
    const job = await app.job();
    const units = [await app.unit(job.id), await app.unit(job.id)];
    const body = { kind: 'radio', name: 'Radio', location: 'dashboard', version: 1 };
    expect((await app.call<Unit>('PUT', `/api/v1/units/${units[0].id}`, body)).body).toMatchObject({
      name: 'Radio',
      version: 2,
    });
    expect((await app.call('PUT', `/api/v1/units/${units[0].id}`, body)).status).toBe(409);
    expect((await app.view(job.id)).units.map((u) => u.id)).toEqual(units.map((u) => u.id));
    expect(
      (await app.call('POST', `/api/v1/jobs/${NOWHERE}/units`, { kind: 'radio', name: 'R', location: '' }))
        .status,
    ).toBe(404);
    expect(
      (
        await app.call<Problem>('POST', `/api/v1/jobs/${job.id}/units`, {
          kind: 'toaster',
          name: 'R',
          location: '',
        })
      ).body.errors?.[0].field,
    ).toBe('kind');
  });
});
