import { type Job, type JobView, pairPlace } from '@ulpen/core';
import { seededRandom } from '@ulpen/core/carsim';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { RestlessHand } from './restless-hand.ts';
import { runningApp, type RunningApp } from './running-app.ts';

/** Histories: `npm run histories` makes more. An action more or less does not matter, that each kind met each other does. */
const SEEDS = Number(process.env['ULPEN_HISTORIES'] ?? 80);
const ACTIONS = 10;
/** Histories that are made side by side. */
const LANES = 4;

let app: RunningApp;
beforeAll(async () => {
  app = await runningApp();
});
afterAll(() => app.stop());

it(
  `whatever was done to a job, its export is imported and exports the same (${SEEDS} histories)`,
  async () => {
    const counts = { retired: 0, plans: 0, cavities: 0 };
    const history = async (seed: number) => {
      const hand = new RestlessHand(app, await app.job({ car: `History ${seed}` }), seededRandom(seed).next);
      await hand.begin();
      for (let n = 0; n < ACTIONS; n++) await hand.act();
      const first = await app.fileOf(hand.job.id);
      const copy = await app.jobFile<Job>(first.bytes);
      expect([seed, copy.status, copy.body]).toEqual([seed, 201, expect.any(Object)]);
      const second = await app.fileOf(copy.body.id);
      expect(second.file).toEqual(first.file);
      // The views agree as well, but for ids and versions of what a view leaves out.
      expect(outline(await app.view(copy.body.id))).toEqual(outline(await app.view(hand.job.id)));
      counts.retired += first.file.units.filter((u) => u.retiredAt).length;
      counts.plans += first.file.plans.length;
      counts.cavities += first.file.units.flatMap((u) =>
        u.connectors.flatMap((c) => c.retiredCavities),
      ).length;
      for (const { id } of [hand.job, copy.body]) await app.call('DELETE', `/api/v1/jobs/${id}`);
    };
    let next = 1;
    const lane = async () => {
      while (next <= SEEDS) await history(next++);
    };
    await Promise.all(Array.from({ length: LANES }, lane));
    // The histories went where it matters.
    for (const count of Object.values(counts)) expect(count).toBeGreaterThan(SEEDS / 40);
    for (const table of [
      'units',
      'cavities',
      'readings',
      'captures',
      'plans',
      'photos',
      'claims',
      'output_ends',
      'speakers',
      'job_events',
    ])
      expect([table, await app.db(table).count('* as n')]).toEqual([table, [{ n: 0 }]]);
  },
  SEEDS * 2_500,
);

/** What a screen shows of a job, without ids. */
const outline = (view: JobView) => ({
  units: view.units.map((u) => [
    u.name,
    u.pairs.map((p) => [pairPlace(p), p.stage, p.captures.map((c) => [c.sha256, c.withdrawnAt, c.pins])]),
  ]),
  speakers: view.speakers.map((s) => s.coils.map((c) => [c.pairId !== null, c.ohm])),
  targets: view.targets.map((t) => t.name),
  plans: view.plans.map((p) => p.name),
  checks: view.checks.length,
  decisions: view.decisions.length,
  recordings: view.recordings.length,
  find: view.find,
});
