import { setMaxListeners } from 'node:events';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Problem } from '@ulpen/core';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { ComputePool } from '../src/compute/compute-pool.ts';
import { ProblemError } from '../src/problems/problem-error.ts';
import { lowPass, runningApp, type RunningApp } from './running-app.ts';

let app: RunningApp;
let folder: string;
/** A file that takes a worker a while to read and is no job file. */
let slow: string;
beforeAll(async () => {
  app = await runningApp();
  folder = await mkdtemp(join(tmpdir(), 'ulpen-bounded-'));
  slow = join(folder, 'slow');
  await writeFile(slow, `[${'{"a":[1,2,3]},'.repeat(100_000)}0]`);
});
afterAll(async () => {
  await app.stop();
  await rm(folder, { recursive: true });
});

describe('the pool', () => {
  it('runs what is asked equally at one time once', async () => {
    const pool = new ComputePool();
    const given = vi.fn(async () => slow);
    const runs = await Promise.all(
      Array.from({ length: 20 }, () => pool.run('readJobFile', given, { shared: 'the same' })),
    );
    expect(given).toHaveBeenCalledTimes(1);
    expect(new Set(runs).size).toBe(1);
    expect(runs[0]).toHaveProperty('problems');
    await pool.run('readJobFile', given, { shared: 'the same' });
    expect(given).toHaveBeenCalledTimes(2);
    await pool.onApplicationShutdown();
  });

  it('stops what nobody waits for any more, and only that', async () => {
    const pool = new ComputePool();
    const leaving = new AbortController();
    const ask = (signal?: AbortSignal, shared?: string) => pool.run('readJobFile', slow, { signal, shared });
    const [alone, together, kept] = [
      ask(leaving.signal),
      ask(leaving.signal, 'shared'),
      ask(undefined, 'shared'),
    ];
    leaving.abort(new Error('gone'));
    await expect(alone).rejects.toThrow();
    await expect(together).rejects.toThrow('gone');
    expect(await kept).toHaveProperty('problems');

    const all = new AbortController();
    setMaxListeners(100, all.signal);
    const abandoned = Array.from({ length: 25 }, (_, i) => ask(all.signal, `job ${i}`));
    all.abort(new Error('gone'));
    expect((await Promise.allSettled(abandoned)).map((r) => r.status)).toEqual(
      Array.from({ length: 25 }, () => 'rejected'),
    );
    await vi.waitFor(() => expect(pool.busy).toBe(0));
    await expect(ask(all.signal)).rejects.toThrow('gone');
    await pool.onApplicationShutdown();
  });

  it('refuses what no longer fits into its queue, saying when to come again; the other queue goes on', async () => {
    const many = Promise.allSettled(Array.from({ length: 60 }, () => app.pool.run('readJobFile', slow)));
    const form = new FormData();
    form.append('file', new Blob(['{}']), 'job.json');
    const refused = await app.call<Problem>('POST', '/api/v1/job-files', form);
    expect([refused.status, refused.type]).toEqual([429, 'application/problem+json']);
    expect(Number(refused.headers.get('retry-after'))).toBeGreaterThan(0);
    const job = await app.job();
    expect((await app.call('GET', `/api/v1/jobs/${job.id}/proposals`)).status).toBe(200);

    const outcomes = await many;
    const turnedAway = outcomes.filter((o) => o.status === 'rejected').map((o) => o.reason as unknown);
    expect(turnedAway.length).toBeGreaterThan(0);
    expect(turnedAway.length).toBeLessThan(60 - 32);
    expect(turnedAway.every((e) => e instanceof ProblemError && e.problem.status === 429)).toBe(true);
    const again = new FormData();
    again.append('file', new Blob(['{}']), 'job.json');
    expect((await app.call('POST', '/api/v1/job-files', again)).status).toBe(400);
  });
});

describe('those who go away', () => {
  it('take their comparisons with them; everybody else is answered', async () => {
    const jobs = await Promise.all(
      Array.from({ length: 40 }, async () => {
        const job = await app.job();
        const unit = await app.unit(job.id);
        const pair = await app.pair(unit.id);
        await app.capture(pair.id, lowPass(200));
        await app.target(job.id);
        return job.id;
      }),
    );
    const leaving = new AbortController();
    setMaxListeners(1000, leaving.signal);
    const left = Array.from({ length: 200 }, (_, i) =>
      fetch(`${app.origin}/api/v1/jobs/${jobs[i % 40]}/proposals`, { signal: leaving.signal }),
    );
    // All have been sent when one has come back.
    await Promise.race(left);
    leaving.abort();
    const outcomes = await Promise.allSettled(left);
    expect(outcomes.filter((o) => o.status === 'rejected').length).toBeGreaterThan(100);
    for (const o of outcomes) if (o.status === 'fulfilled') expect([200, 429]).toContain(o.value.status);
    await vi.waitFor(() => expect(app.pool.busy).toBe(0), { timeout: 20_000 });
    expect((await app.call('GET', `/api/v1/jobs/${jobs[0]}/proposals`)).status).toBe(200);
  });
});
