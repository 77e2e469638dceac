import { afterAll, beforeAll, expect, it } from 'vitest';
import { runHostile } from '../../../tools/hostile-run.mjs';
import { runningApp, type RunningApp } from './running-app.ts';

let app: RunningApp;
beforeAll(async () => {
  app = await runningApp();
});
afterAll(() => app.stop());

it('of a thousand hostile requests every one is answered in words, and nothing is half saved', async () => {
  const { faults, sent, statuses } = await runHostile({
    origin: app.origin,
    count: 1000,
    seed: 7,
    hangMs: 30_000,
  });
  expect(faults.slice(0, 10)).toEqual([]);
  expect(Object.keys(sent)).toHaveLength(13);
  expect(statuses['400']).toBeGreaterThan(300);
}, 240_000);
