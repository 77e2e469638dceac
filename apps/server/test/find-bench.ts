import {
  type Connector,
  type ConnectorFields,
  type HarnessView,
  type Job,
  type Problem,
  type Reading,
  type ReadingFields,
  START_CONDITIONS,
  type Unit,
} from '@ulpen/core';
import { afterAll, beforeAll, beforeEach } from 'vitest';
import { runningApp, type RunningApp } from './running-app.ts';

/** What a test of Find begins with. */
export const PLUG: ConnectorFields = {
  name: 'C1',
  rows: [
    { cavities: 4, indent: 0 },
    { cavities: 4, indent: 0.5 },
  ],
  view: 'wire',
  corner: 'top-left',
  along: 'rows',
  turning: false,
  latch: 'top',
  keying: 'none',
  shell: 'BK',
  sleeve: 'none',
  confirmed: 'audio',
  empty: [8],
  note: '',
};
export const ohms = (a: string, b: string | null, value: number): ReadingFields => ({
  cavityId: a,
  otherCavityId: b,
  observation: { kind: 'ohms', ohms: value, word: null },
  conditions: START_CONDITIONS,
  entered: String(value),
  confirmed: false,
});
export const dc = (a: string, volts: number, part: Partial<ReadingFields> = {}): ReadingFields => ({
  ...ohms(a, null, 0),
  observation: { kind: 'dc', volts, word: null },
  ...part,
});

/** The application with a job and a unit of its own for every test, and what Find's tests ask of it. */
export function findBench() {
  let app: RunningApp;
  let job: Job;
  let unit: Unit;
  beforeAll(async () => {
    app = await runningApp();
  });
  afterAll(() => app.stop());
  beforeEach(async () => {
    job = await app.job();
    unit = await app.unit(job.id);
  });
  const plug = async (part: Partial<ConnectorFields> = {}) =>
    (await app.call<Connector>('POST', `/api/v1/units/${unit.id}/connectors`, { ...PLUG, ...part })).body;
  const take = <T = Reading[]>(...readings: object[]) =>
    app.call<T>('POST', `/api/v1/jobs/${job.id}/readings`, { readings });
  const harness = async () => (await app.call<HarnessView>('GET', `/api/v1/jobs/${job.id}/harness`)).body;
  const fault = async (answer: Promise<{ status: number; body: unknown }>) => {
    const { status, body } = await answer;
    const { errors } = body as Problem;
    return `${status} ${errors?.[0]?.field}: ${errors?.[0]?.message}`;
  };
  /** Goes on with another job and its first unit. */
  const goTo = async (other: Job) => {
    job = other;
    [unit] = (await app.view(job.id)).units;
  };
  return {
    goTo,
    plug,
    take,
    harness,
    fault,
    get app() {
      return app;
    },
    get job() {
      return job;
    },
    get unit() {
      return unit;
    },
  };
}
