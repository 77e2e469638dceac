import { randomUUID } from 'node:crypto';
import {
  EVENT_KINDS,
  type Intake,
  type Job,
  type JobEvent,
  type JobView,
  type Pair,
  type Problem,
  type Reading,
  START_INTAKE,
  type Unit,
} from '@ulpen/core';
import { describe, expect, it } from 'vitest';
import { dc, findBench } from './find-bench.ts';
import { lowPass, PAIR, TARGET } from './running-app.ts';

const bench = findBench();
const send = <T>(method: string, path: string, body?: unknown, headers: Record<string, string> = {}) =>
  bench.app.call<T>(method, `/api/v1${path}`, body, headers);
const command = (id = randomUUID()) => ({ 'ulpen-command': id });
const events = async (query = '') =>
  (await send<JobEvent[]>('GET', `/jobs/${bench.job.id}/events${query}`)).body;
const revision = async () => (await bench.app.view(bench.job.id)).revision;

describe('a command', () => {
  const unit = { kind: 'radio', name: 'Radio', location: '' };
  it('sent again is done once and gets its answer again, word for word', async () => {
    const by = command();
    const first = await send<Unit>('POST', `/jobs/${bench.job.id}/units`, unit, by);
    const before = await revision();
    const again = await send<Unit>('POST', `/jobs/${bench.job.id}/units`, unit, by);
    expect([again.status, again.body]).toEqual([201, first.body]);
    expect(await revision()).toBe(before);
    expect((await bench.app.view(bench.job.id)).units).toHaveLength(2);
    expect((await events()).filter((e) => e.did === 'unit.add')).toHaveLength(2);
  });

  it('with another body, or for another thing, is refused, and nothing is done', async () => {
    const by = command();
    await send('POST', `/jobs/${bench.job.id}/units`, unit, by);
    for (const [path, body] of [
      [`/jobs/${bench.job.id}/units`, { ...unit, name: 'Other' }],
      [`/jobs/${bench.job.id}/targets`, TARGET],
    ] as const) {
      const { status, body: said } = await send<Problem>('POST', path, body, by);
      expect([status, said.title]).toEqual([409, 'Another command has this id']);
    }
    expect((await bench.app.view(bench.job.id)).targets).toEqual([]);
    expect((await bench.app.view(bench.job.id)).units).toHaveLength(2);
  });

  it('sent by two at one time is done once', async () => {
    const by = command();
    const answers = await Promise.all(
      Array.from({ length: 6 }, () => send<Unit>('POST', `/jobs/${bench.job.id}/units`, unit, by)),
    );
    expect(new Set(answers.map((a) => a.body.id)).size).toBe(1);
    expect(answers.every((a) => a.status === 201)).toBe(true);
    const made = command();
    const jobs = await Promise.all(
      Array.from({ length: 6 }, () =>
        send<Job>('POST', '/jobs', { car: 'Once', year: null, system: '', place: '', wish: '' }, made),
      ),
    );
    expect(new Set(jobs.map((a) => a.body.id)).size).toBe(1);
  });

  it('that was refused is looked at anew: nothing was done, so nothing is remembered', async () => {
    const by = command();
    const path = `/units/${bench.unit.id}/pairs`;
    const cavity = (await bench.plug()).cavities[0].id;
    const body = { ...PAIR, ends: [{ sign: 'plus', cavityId: cavity }] };
    const { body: first } = await send<Pair>('POST', path, body);
    expect((await send('POST', path, body, by)).status).toBe(400);
    await send('DELETE', `/pairs/${first.id}`);
    expect((await send('POST', path, body, by)).status).toBe(201);
  });

  it('that removed its job is still answered', async () => {
    await send('POST', `/jobs/${bench.job.id}/units`, unit, command());
    const by = command();
    expect((await send('DELETE', `/jobs/${bench.job.id}`, undefined, by)).status).toBe(204);
    expect((await send('DELETE', `/jobs/${bench.job.id}`, undefined, by)).status).toBe(204);
    expect((await send('DELETE', `/jobs/${bench.job.id}`, undefined, command())).status).toBe(404);
    // Nothing that was told of it stays behind.
    const told = await bench.app.db('commands').whereNotNull('answer').pluck('answer');
    expect(told.filter((answer) => answer.includes(bench.job.id))).toEqual([]);
  });

  it('with a file knows the file and what was said of it', async () => {
    const pair = await bench.app.pair(bench.unit.id);
    const upload = (text: string, step: number, headers: Record<string, string>) => {
      const form = new FormData();
      form.append(
        'fields',
        JSON.stringify({
          levelKind: 'flat',
          levelUnit: 'dB',
          phaseReference: 'none',
          volumeStep: step,
          load: 'speaker',
          note: '',
          columns: {},
        }),
      );
      form.append('file', new Blob([text]), 'x.txt');
      return send<{ id: string }>('POST', `/pairs/${pair.id}/captures`, form, headers);
    };
    const by = command();
    const [text, other] = [lowPass(300), lowPass(500)];
    const first = await upload(text, 18, by);
    expect((await upload(text, 18, by)).body.id).toBe(first.body.id);
    expect((await upload(text, 19, by)).status).toBe(409);
    expect((await upload(other, 18, by)).status).toBe(409);
    expect((await bench.app.view(bench.job.id)).units[0].pairs[0].captures).toHaveLength(1);
  });

  it('has a UUID, and makes rows with the ids that its maker chose', async () => {
    const wrong = await send<Problem>('POST', `/jobs/${bench.job.id}/units`, unit, { 'ulpen-command': 'x' });
    expect(wrong.body.errors).toEqual([{ field: 'header ulpen-command', message: 'an id is a UUID' }]);
    const id = randomUUID();
    expect((await send<Unit>('POST', `/jobs/${bench.job.id}/units`, { ...unit, id })).body.id).toBe(id);
    expect((await send<Problem>('POST', `/jobs/${bench.job.id}/units`, { ...unit, id })).status).toBe(409);
    const plug = await bench.plug();
    const readingId = randomUUID();
    const taken = await bench.take({ ...dc(plug.cavities[0].id, 12), id: readingId });
    expect(taken.body[0].id).toBe(readingId);
  });
});

describe('what happened to a job', () => {
  it('is a stream: what, on what, by whom, when, and how it is undone', async () => {
    const plug = await bench.plug();
    const { body: taken } = await bench.take<Reading[]>(
      dc(plug.cavities[0].id, 12),
      dc(plug.cavities[1].id, 3),
    );
    const clock = { 'ulpen-device-time': '2026-01-02T03:04:05.000Z' };
    await send('POST', `/readings/${taken[0].id}/withdraw`, undefined, clock);
    const pair = await bench.app.pair(bench.unit.id);
    await send('DELETE', `/pairs/${pair.id}`);
    const list = await events();
    expect(list.map((e) => [e.did, e.subjects.length, e.name])).toEqual([
      ['output.remove', 1, 'Front left woofer'],
      ['output.add', 1, 'Front left woofer'],
      ['reading.withdraw', 1, 'C1·1 0'],
      ['reading.add', 2, 'C1·1 0'],
      ['connector.add', 1, 'C1'],
      ['unit.add', 1, 'Amplifier'],
      ['job.add', 1, ''],
    ]);
    expect(list.map((e) => e.revision)).toEqual([6, 5, 4, 3, 2, 1, 0]);
    expect(list.every((e) => e.by === 'the bench')).toBe(true);
    expect(list[2].deviceAt).toBe(clock['ulpen-device-time']);
    expect(Math.abs(Date.parse(list[2].serverAt) - Date.now())).toBeLessThan(60_000);
    // The undo of what is still removed or withdrawn; once it is done it is not offered again.
    expect(list.map((e) => e.undo).filter(Boolean)).toEqual([
      `/pairs/${pair.id}/restore`,
      `/readings/${taken[0].id}/restore`,
    ]);
    for (const { undo } of list) if (undo) expect((await send('POST', undo)).status).toBe(201);
    expect((await events()).map((e) => e.undo).filter(Boolean)).toEqual([]);
    expect((await events('?limit=2')).map((e) => e.did)).toEqual(['reading.restore', 'output.restore']);
    const [, , third] = await events();
    expect((await events(`?limit=1&before=${third.id + 1}`))[0]).toEqual(third);
  });

  it('cannot be rewritten, and holds only kinds that are known', async () => {
    const [{ id }] = await events();
    await expect(bench.app.db('job_events').where({ id }).update({ did: 'job.change' })).rejects.toThrow(
      'job_events only grows',
    );
    expect(new Set(EVENT_KINDS).size).toBe(EVENT_KINDS.length);
    expect((await events()).every((e) => EVENT_KINDS.includes(e.did))).toBe(true);
  });

  it('is nothing when a write was refused', async () => {
    const before = await events();
    expect((await send('POST', `/units/${bench.unit.id}/pairs`, { ...PAIR, side: 'up' })).status).toBe(400);
    expect(
      (await send('PUT', `/units/${bench.unit.id}`, { kind: 'radio', name: 'R', location: '', version: 9 }))
        .status,
    ).toBe(409);
    expect(await events()).toEqual(before);
  });
});

describe('revisions', () => {
  it('come with every write, and a view is sent only when it is newer', async () => {
    const write = await send<Unit>('POST', `/jobs/${bench.job.id}/units`, {
      kind: 'radio',
      name: 'R',
      location: '',
    });
    const now = Number(write.headers.get('ulpen-revision'));
    expect(now).toBe(await revision());
    const path = `/jobs/${bench.job.id}`;
    for (const view of ['', '/outline', '/measurements', '/harness'].map((part) => path + part)) {
      const same = await send<string>('GET', `${view}?ifNewerThan=${now}`);
      expect([same.status, same.body]).toEqual([204, '']);
      const newer = await send<JobView>('GET', `${view}?ifNewerThan=${now - 1}`);
      expect([newer.status, newer.headers.get('ulpen-revision')]).toEqual([200, String(now)]);
      const unknown = await send<Problem>('GET', `${view}?ifNewerThan=${now + 5}`);
      expect([unknown.status, unknown.body.detail]).toEqual([
        409,
        `This job is at revision ${now}; ${now + 5} was never written here. Ask without a revision.`,
      ]);
      expect((await send('GET', `${view}?ifNewerThan=x`)).status).toBe(400);
    }
  });

  it('move a job to the top of the list with any write to it', async () => {
    await bench.app.job({ car: 'Later' });
    const top = async () => (await send<{ jobs: Job[] }>('GET', '/jobs?limit=1')).body.jobs[0].car;
    expect(await top()).toBe('Later');
    await send('POST', `/jobs/${bench.job.id}/targets`, TARGET);
    expect(await top()).toBe('Test car');
  });
});

it('a signature carries the server’s time, whatever the signer’s clock says', async () => {
  const items = Object.fromEntries(
    ['warning-lights', 'speakers', 'chimes', 'parking', 'telephone', 'damage', 'earlier-work'].map((i) => [
      i,
      { state: 'good', note: '' },
    ]),
  );
  const walkIn = { items, signedBy: 'Bay 2', signedAt: '1999-01-01T00:00:00.000Z' };
  const { body } = await send<Intake>('PUT', `/jobs/${bench.job.id}/intake`, {
    ...START_INTAKE,
    walkIns: [walkIn],
    version: 1,
  });
  expect(Date.now() - Date.parse(body.walkIns[0].signedAt)).toBeLessThan(60_000);
  // Signed once, it stays as it was signed.
  const next = await send<Intake>('PUT', `/jobs/${bench.job.id}/intake`, { ...body, trim: 'S' });
  expect(next.body.walkIns).toEqual(body.walkIns);
});
