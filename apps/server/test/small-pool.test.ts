import { DEMO_DEVICES } from '@ulpen/core/carsim';
import { type Connector, START_BRIEF, START_INTAKE, START_PREFERENCES } from '@ulpen/core';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { dc, PLUG } from './find-bench.ts';
import { acceptOne } from './planned-job.ts';
import { lowPass, PAIR, runningApp, type RunningApp, TARGET } from './running-app.ts';

let app: RunningApp;
beforeAll(async () => {
  app = await runningApp({ connections: 2 });
});
afterAll(() => app.stop());

it('sixteen writers of every resource finish on two connections', async () => {
  const writer = async (n: number) => {
    const job = await app.job();
    const unit = await app.unit(job.id);
    const pair = await app.pair(unit.id);
    const target = await app.target(job.id);
    const at = `/api/v1/jobs/${job.id}`;
    const plug = (await app.call<Connector>('POST', `/api/v1/units/${unit.id}/connectors`, PLUG)).body;
    const statuses = [
      await app.call('POST', `${at}/readings`, { readings: [dc(plug.cavities[0].id, 12)] }),
      await app.call('PUT', `/api/v1/connectors/${plug.id}`, { ...PLUG, version: 1 }),
      await app.call('PUT', `/api/v1/pairs/${pair.id}`, { ...PAIR, suffix: 'x', version: 1 }),
      await app.call('PUT', `/api/v1/targets/${target.id}`, { ...TARGET, version: 1 }),
      await app.call('PUT', `${at}/brief`, { ...START_BRIEF, version: 1 }),
      await app.call('PUT', `${at}/intake`, { ...START_INTAKE, version: 1 }),
      await app.call('POST', `${at}/checks`, [
        { pairId: null, body: { kind: 'meter-tone', hz: 100, volts: 1 }, note: '' },
      ]),
      await acceptOne(app, job.id),
      await app.call('POST', `${at}/sheets`, {
        name: 'S',
        source: '',
        chosenVariant: null,
        claims: [
          {
            cavityId: plug.cavities[0].id,
            variant: '',
            role: 'ground',
            channel: null,
            sign: null,
            wire: null,
            text: '',
          },
        ],
      }),
      await app.capture(pair.id, lowPass(300 + n)),
      // Opposite orders: two imports of devices must not wait for each other.
      await app.call('POST', '/api/v1/devices', n % 2 ? DEMO_DEVICES : [...DEMO_DEVICES].reverse()),
      await app.call('POST', `${at}/outputs-found`),
      await app.call('GET', `${at}/harness`),
      await app.call('DELETE', `/api/v1/connectors/${plug.id}`),
    ].map((a) => a.status);
    const preferences = await app.call<{ version: number }>('GET', '/api/v1/shop/preferences');
    const shop = await app.call('PUT', '/api/v1/shop/preferences', {
      ...START_PREFERENCES,
      version: preferences.body.version,
    });
    expect([200, 409]).toContain(shop.status);
    const { bytes } = await app.fileOf(job.id);
    expect((await app.jobFile(bytes)).status).toBe(201);
    expect((await app.call('DELETE', at)).status).toBe(204);
    return statuses;
  };
  const all = await Promise.all(Array.from({ length: 16 }, (_, n) => writer(n)));
  for (const statuses of all)
    expect(statuses).toEqual([201, 200, 200, 200, 200, 200, 201, 201, 201, 201, 201, 201, 200, 204]);
});
