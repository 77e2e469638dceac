import { type Job, type Problem, START_WIRING, type WiringChoices } from '@ulpen/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { NOWHERE, runningApp, type RunningApp } from './running-app.ts';

let app: RunningApp;
beforeAll(async () => (app = await runningApp()));
afterAll(() => app.stop());

describe('how a job is wired', () => {
  it('is kept with the job; of two tabs the later one meets a 409 with what is there', async () => {
    const job = await app.job();
    const path = `/api/v1/jobs/${job.id}/wiring`;
    expect((await app.view(job.id)).wiring).toEqual({ ...START_WIRING, version: 1 });
    const change = {
      ...START_WIRING,
      school: { tap: 'displacement-tap' },
      lengths: { 'line|device:a|device:b|1': { lengthM: 4.5, measured: true } },
      done: ['speaker|x|y|from'],
      version: 1,
    };
    const { status, body } = await app.call<WiringChoices>('PUT', path, change);
    expect([status, body.version]).toEqual([200, 2]);
    expect((await app.view(job.id)).wiring).toEqual(body);
    const late = await app.call<Problem>('PUT', path, change);
    expect([late.status, late.body.current]).toEqual([409, body]);
    expect((await app.call('PUT', `/api/v1/jobs/${NOWHERE}/wiring`, change)).status).toBe(404);
    const events = await app.call<object>('GET', `/api/v1/jobs/${job.id}/events`);
    expect(JSON.stringify(events.body)).toContain('wiring.change');
  });

  it.each([
    ['a cable longer than the car', { lengths: { w: { lengthM: 15.1, measured: false } } }, 'up to 15 m'],
    ['no length', { lengths: { w: { lengthM: 0, measured: false } } }, 'more than 0'],
    ['a joint that nobody makes', { joints: { j: 'glued' } }, 'joints'],
    ['a body that is none', { body: 'submarine' }, 'body'],
    ['a zone that no car has', { zones: { battery: 'roof-rack' } }, 'zones'],
    ['a colour that is no letters', { colours: { w: 'pinkish' } }, 'colours'],
    ['a place that is none', { school: { roof: 'butt' } }, 'school'],
  ])('%s is refused, and says why', async (_, part, says) => {
    const job = await app.job();
    const { status, body } = await app.call<Problem>('PUT', `/api/v1/jobs/${job.id}/wiring`, {
      ...START_WIRING,
      version: 1,
      ...part,
    });
    expect(status).toBe(400);
    expect(JSON.stringify(body)).toContain(says);
    expect((await app.view(job.id)).wiring).toEqual({ ...START_WIRING, version: 1 });
  });

  it('travels in the job’s file: what it names there is named by its new ids here', async () => {
    const job = await app.job();
    const pair = await app.pair((await app.unit(job.id)).id);
    const name = (id: string) => `speaker|output:${id}:plus:unit|device:amplifier:x`;
    const strange = `speaker|output:${NOWHERE}:plus:unit`;
    await app.call('PUT', `/api/v1/jobs/${job.id}/wiring`, {
      ...START_WIRING,
      joints: { [`${name(pair.id)}|from`]: 'harness-pair' },
      done: [`${name(pair.id)}|from`, strange],
      colours: { [name(pair.id)]: 'PK' },
      body: 'pickup',
      zones: { [`unit:${pair.id}`]: 'bed' },
      version: 1,
    });
    const { bytes } = await app.fileOf(job.id);
    const copy = await app.view((await app.jobFile<Job>(bytes)).body.id);
    const [other] = copy.units.flatMap((u) => u.pairs);
    expect(other.id).not.toBe(pair.id);
    expect(copy.wiring).toMatchObject({
      joints: { [`${name(other.id)}|from`]: 'harness-pair' },
      done: [`${name(other.id)}|from`, strange],
      colours: { [name(other.id)]: 'PK' },
      body: 'pickup',
      zones: { [`unit:${other.id}`]: 'bed' },
    });
  });
});
