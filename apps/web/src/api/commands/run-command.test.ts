import { viewOfCar, DEMO_CARS } from '@ulpen/core/carsim';
import type { Capture, HarnessView, JobView, Reading } from '@ulpen/core';
import { QueryClient, QueryObserver } from '@tanstack/react-query';
import { beforeEach, describe, expect, it } from 'vitest';
import { json, pageServer, refuse } from '../../../test/page-server.ts';
import { api, ApiProblem } from '../client.ts';
import { addReadings } from './add-readings.ts';
import { addTarget } from './add-target.ts';
import { runBound, runCommand } from './run-command.ts';
import { withdrawCapture } from './withdraw-capture.ts';
import { withdrawReading } from './withdraw-reading.ts';

const server = pageServer();

let queries: QueryClient;
const jobId = 'j1';
const job = () => queries.getQueryData<JobView>(['job', jobId])!;
const capture = () => job().units[0].pairs[0].captures[0];
beforeEach(() => {
  queries = new QueryClient();
  queries.setQueryData(['job', jobId], { ...viewOfCar(DEMO_CARS[1]), revision: 7 });
});
const { writes } = server;

describe('a command', () => {
  it('shows what it changes before the server has answered', async () => {
    let seen: string | null = 'not asked';
    server.answer = (_, response) => {
      seen = capture().withdrawnAt;
      json(response, { ...capture(), withdrawnAt: '2026-11-02T09:00:00.000Z' }, 8, 201);
    };
    await runCommand(queries, withdrawCapture, { jobId, captureId: capture().id });
    expect(seen).toMatch(/^\d{4}-/);
    expect(writes()).toMatchObject([{ method: 'POST', path: `/captures/${capture().id}/withdraw` }]);
  });

  it('shows it before anything else can happen, where nothing is on its way that would put it back', async () => {
    server.answer = (_, response) => json(response, capture(), 8, 201);
    const asked = runCommand(queries, withdrawCapture, { jobId, captureId: capture().id });
    expect(capture().withdrawnAt).toMatch(/^\d{4}-/);
    await asked;
  });

  it('is not put back by a view that was on its way', async () => {
    const old = job();
    server.answer = ({ method }, response) =>
      method === 'POST'
        ? json(response, { ...capture(), withdrawnAt: '2026-11-02T09:00:00.000Z' }, 8, 201)
        : json(response, old, 7);
    const late = queries
      .fetchQuery({ queryKey: ['job', jobId], queryFn: () => api.get(`/jobs/${jobId}`) })
      .catch(() => null);
    await runCommand(queries, withdrawCapture, { jobId, captureId: capture().id });
    await late;
    expect(capture().withdrawnAt).not.toBeNull();
  });

  describe('while the plugs are on their way', () => {
    const plugs = (name: string) => ({ connectors: [{ name }], sheets: [], readings: [], simulation: null });
    /** Answers the first question for the plugs when it is let go, and any later one at once. */
    const asking = () => {
      const held: (() => void)[] = [];
      server.answer = ({ method, path }, response) => {
        if (method === 'POST') json(response, capture(), 8, 201);
        else if (!path.endsWith('/harness')) json(response, [], 8);
        else if (held.length > 0) json(response, plugs('asked again'), 8);
        else held.push(() => json(response, plugs('first'), 7));
      };
      const observer = new QueryObserver(queries, {
        queryKey: ['harness', jobId],
        queryFn: () => api.get<HarnessView>(`/jobs/${jobId}/harness`),
      });
      const stop = observer.subscribe(() => {});
      return { held, stop, shown: () => observer.getCurrentResult().data?.connectors[0].name };
    };

    it('waits for them where they have not come at all', async () => {
      const { held, stop, shown } = asking();
      await expect.poll(() => held).toHaveLength(1);
      await runCommand(queries, withdrawCapture, { jobId, captureId: capture().id });
      held[0]();
      await expect.poll(shown).toBe('first');
      stop();
    });

    it('asks again for those that it cut short', async () => {
      queries.setQueryData(['harness', jobId], plugs('known'));
      const { held, stop, shown } = asking();
      await expect.poll(() => held).toHaveLength(1);
      await runCommand(queries, withdrawCapture, { jobId, captureId: capture().id });
      held[0]();
      await expect.poll(shown).toBe('asked again');
      stop();
    });
  });

  it('leaves measurements that are on their way alone', async () => {
    server.answer = ({ method }, response) =>
      method === 'POST'
        ? json(response, { ...capture(), withdrawnAt: '2026-11-02T09:00:00.000Z' }, 8, 201)
        : setTimeout(() => json(response, { revision: 7 }, 8), 50);
    const measurements = queries.fetchQuery({
      queryKey: ['measurements', jobId],
      queryFn: () => api.get(`/jobs/${jobId}/measurements`),
    });
    await runCommand(queries, withdrawCapture, { jobId, captureId: capture().id });
    expect(await measurements).toEqual({ revision: 7 });
  });

  it('takes everything back when the server refuses', async () => {
    const before = job();
    server.answer = (_, response) => refuse(response, 409);
    const asked = runCommand(queries, withdrawCapture, { jobId, captureId: capture().id });
    await expect(asked).rejects.toThrow('not so');
    expect(job()).toEqual(before);
  });

  it('goes out under one id, and once more under the same one when the connection breaks', async () => {
    server.answer = (_, response) => {
      if (writes().length === 1) response.destroy();
      else json(response, capture(), 8, 201);
    };
    await runCommand(queries, withdrawCapture, { jobId, captureId: capture().id });
    const [first, second] = writes();
    expect(first.command).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
    expect(second).toEqual(first);
    await runCommand(queries, withdrawCapture, { jobId, captureId: capture().id });
    expect(writes()[2].command).not.toBe(first.command);
  });

  it('says so when nobody answers at all', async () => {
    server.answer = (_, response) => response.destroy();
    const asked = runCommand(queries, withdrawCapture, { jobId, captureId: capture().id });
    await expect(asked).rejects.toBeInstanceOf(ApiProblem);
    expect(writes()).toHaveLength(2);
    expect(capture().withdrawnAt).toBeNull();
  });

  it('waits for the one before it to the same job, whatever became of that', async () => {
    let open = 0;
    let most = 0;
    server.answer = ({ path }, response) => {
      most = Math.max(most, ++open);
      setImmediate(() => {
        open--;
        if (path.includes('/targets') && server.got.length === 1) refuse(response, 400);
        else json(response, { id: 'x' }, 8, 201);
      });
    };
    const { layout, axle, lowHz, highHz, speakerLevelInput, speaker, amplifierId, assumed } =
      job().targets[0];
    const rest = { layout, axle, lowHz, highHz, speakerLevelInput, speaker, amplifierId, assumed };
    const all = ['one', 'two', 'three'].map((name, n) =>
      runCommand(queries, addTarget, { jobId, id: `t${n + 10}`, fields: { ...rest, name } }),
    );
    await Promise.allSettled(all);
    expect(writes().map((g) => (JSON.parse(g.body) as { name: string }).name)).toEqual([
      'one',
      'two',
      'three',
    ]);
    expect(most).toBe(1);
  });

  it('is undone by the command that it names, wherever its screen has gone', async () => {
    server.answer = (_, response) => json(response, capture(), 8, 201);
    const input = { jobId, captureId: capture().id };
    const result: Capture = await runCommand(queries, withdrawCapture, input);
    await runBound(queries, withdrawCapture.undo!(input, result)!.back);
    expect(writes().map((g) => g.path)).toEqual([
      `/captures/${capture().id}/withdraw`,
      `/captures/${capture().id}/restore`,
    ]);
    expect(capture().withdrawnAt).toBeNull();
  });
});

describe('a reading', () => {
  const reading = (kind: 'dc' | 'seen', id = 'r1') =>
    ({
      id,
      cavityId: 'k1:1',
      otherCavityId: null,
      withdrawnAt: null,
      observation: { kind },
    }) as unknown as Reading;
  const harness = () => queries.getQueryData<HarnessView>(['harness', jobId])!;
  beforeEach(() => {
    queries.setQueryData(['harness', jobId], { connectors: [], sheets: [], readings: [], simulation: null });
  });

  it('moves itself and how far Find is, and not the job again', async () => {
    const find = { connectors: 3, wires: 40, untouched: 12 };
    server.answer = ({ method, path }, response) =>
      method === 'POST'
        ? json(response, [reading('dc')], 8, 201)
        : json(response, path.endsWith('/find') ? find : {}, 8);
    await runCommand(queries, addReadings, { jobId, chapter: 'before', readings: [reading('dc')] });
    expect(harness().readings).toEqual([reading('dc')]);
    expect(job().revision).toBe(8);
    await expect.poll(() => job().find).toEqual(find);
    expect(server.got.map((g) => `${g.method} ${g.path}`)).toEqual([
      `POST /jobs/${jobId}/readings`,
      `GET /jobs/${jobId}/find`,
    ]);
    expect(queries.getQueryState(['job', jobId])!.isInvalidated).toBe(false);
    const bytes =
      server.got.reduce((n, g) => n + g.body.length, 0) + JSON.stringify([[reading('dc')], find]).length;
    expect(bytes).toBeLessThan(4000);
  });

  it('does not take another write for its own: the job is asked for anew', async () => {
    server.answer = ({ method }, response) =>
      method === 'POST' ? json(response, [reading('dc')], 9, 201) : json(response, {}, 9);
    await runCommand(queries, addReadings, { jobId, chapter: 'before', readings: [reading('dc')] });
    expect(job().revision).toBe(7);
    await expect.poll(() => server.got).toHaveLength(2);
  });

  it('shows how far Find is by the last answer asked for, whichever comes first', async () => {
    const late: (() => void)[] = [];
    server.answer = ({ method }, response) => {
      if (method === 'POST') json(response, [reading('dc')], 8, 201);
      else if (late.length === 0) late.push(() => json(response, { untouched: 12 }, 8));
      else json(response, { untouched: 11 }, 9);
    };
    for (const id of ['r1', 'r2'])
      await runCommand(queries, addReadings, { jobId, chapter: 'before', readings: [reading('dc', id)] });
    await expect.poll(() => job().find).toEqual({ untouched: 11 });
    late[0]();
    server.answer = (_, response) => json(response, [reading('dc', 'r3')], 10, 201);
    await runCommand(queries, addReadings, { jobId, chapter: 'before', readings: [reading('seen', 'r3')] });
    expect(job().find).toEqual({ untouched: 11 });
  });

  it('waits behind one that is refused, and both are shown as the server has them', async () => {
    let stored: Reading[] = [];
    let refuseFirst = () => {};
    server.answer = ({ method, path, body }, response) => {
      if (method === 'GET')
        return json(response, path.endsWith('/find') ? {} : { ...harness(), readings: stored }, 8);
      const [sent] = (JSON.parse(body) as { readings: Reading[] }).readings;
      if (sent.id === 'r1') return void (refuseFirst = () => refuse(response, 409));
      stored = [sent];
      return json(response, stored, 8, 201);
    };
    const both = Promise.allSettled(
      ['r1', 'r2'].map((id) =>
        runCommand(queries, addReadings, { jobId, chapter: 'before', readings: [reading('dc', id)] }),
      ),
    );
    await expect.poll(() => server.got).toHaveLength(1);
    expect(harness().readings.map((r) => r.id)).toEqual(['r1', 'r2']);
    refuseFirst();
    expect((await both).map((b) => b.status)).toEqual(['rejected', 'fulfilled']);
    expect(harness().readings.map((r) => r.id)).toEqual(['r2']);
    await expect.poll(() => server.got).toHaveLength(3);
  });

  it('that tells a colour changes what outputs show', async () => {
    server.answer = (_, response) => json(response, [reading('seen')], 8, 201);
    await runCommand(queries, addReadings, { jobId, chapter: 'before', readings: [reading('seen')] });
    expect(queries.getQueryState(['job', jobId])!.isInvalidated).toBe(true);
    expect(server.got.map((g) => g.method)).toEqual(['POST']);
  });

  it('that is withdrawn is marked at once, and told with its undo', async () => {
    queries.setQueryData(['harness', jobId], { ...harness(), readings: [reading('dc')] });
    server.answer = (_, response) => {
      expect(harness().readings[0].withdrawnAt).not.toBeNull();
      json(response, { ...reading('dc'), entered: '12.6', withdrawnAt: '2026-11-02T09:00:00.000Z' }, 8, 201);
    };
    const input = { jobId, reading: reading('dc') };
    const result = await runCommand(queries, withdrawReading, input);
    expect(withdrawReading.undo!(input, result)!.text).toBe('Withdrawn: 12.6. It stays in the record.');
    expect(harness().readings[0].withdrawnAt).toBe('2026-11-02T09:00:00.000Z');
  });
});
