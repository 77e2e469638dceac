import { type Job, NO_CHANGES, type Pair, type Problem, type Target, type Unit } from '@ulpen/core';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { CAPTURE, lowPass, PAIR, runningApp, type RunningApp, TARGET } from './running-app.ts';

let app: RunningApp;
let job: Job;
let unit: Unit;
let pair: Pair;
let target: Target;
beforeAll(async () => {
  app = await runningApp();
  job = await app.job();
  unit = await app.unit(job.id);
  pair = await app.pair(unit.id);
  target = await app.target(job.id);
});
afterAll(() => app.stop());

/** What a client could put into one field. */
const anything = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    true,
    '',
    ' ',
    'x'.repeat(3000),
    -1,
    0,
    1.5,
    1e308,
    [],
    {},
    [[]],
    '\u0000',
    "'; drop table jobs;--",
    '2026-13-99',
  ),
  fc.jsonValue(),
);

/** A good body with one or two of its fields spoilt, dropped or added. */
const spoilt = (good: object) =>
  fc
    .tuple(
      fc.constantFrom(...Object.keys(good), 'extra', '__proto__'),
      anything,
      fc.constantFrom('set', 'drop'),
    )
    .map(([field, value, how]) => {
      const body: Record<string, unknown> = { ...good };
      if (how === 'drop') return Object.fromEntries(Object.entries(body).filter(([name]) => name !== field));
      Object.defineProperty(body, field, { value, enumerable: true, configurable: true });
      return body;
    });

/** Refused in words or taken; never a fault of the server, never its inner workings. */
function isAnswered(status: number, body: unknown): void {
  expect(status).toBeLessThan(500);
  if (status < 400) return;
  const problem = body as Problem;
  expect(problem).toMatchObject({ status, title: expect.any(String), detail: expect.stringMatching(/\S/) });
  expect(JSON.stringify(problem)).not.toMatch(/node_modules|\.ts:|\.js:|select |insert into/);
  if (status === 400) expect(problem.errors?.length).toBeGreaterThan(0);
}

describe('any input is answered', () => {
  const jobFields = { car: 'x', year: 2024, system: '', place: '', wish: '' };
  it.each([
    ['a job', () => ['POST', '/api/v1/jobs', jobFields] as const],
    ['a change of a job', () => ['PUT', `/api/v1/jobs/${job.id}`, { ...jobFields, version: 1 }] as const],
    [
      'a unit',
      () => ['POST', `/api/v1/jobs/${job.id}/units`, { kind: 'radio', name: 'R', location: '' }] as const,
    ],
    ['an output', () => ['POST', `/api/v1/units/${unit.id}/pairs`, PAIR] as const],
    ['a change of an output', () => ['PUT', `/api/v1/pairs/${pair.id}`, { ...PAIR, version: 1 }] as const],
    ['a target', () => ['POST', `/api/v1/jobs/${job.id}/targets`, TARGET] as const],
    [
      'a change of a target',
      () => ['PUT', `/api/v1/targets/${target.id}`, { ...TARGET, version: 1 }] as const,
    ],
    [
      'a plan',
      () =>
        [
          'POST',
          `/api/v1/jobs/${job.id}/plans`,
          { name: 'x', strategy: 'convert', changes: NO_CHANGES, fingerprint: 'f'.repeat(64), revises: null },
        ] as const,
    ],
  ])('%s', async (_, request) => {
    const [method, path, good] = request();
    await fc.assert(
      fc.asyncProperty(spoilt(good), async (body) => {
        const answer = await app.call(method, path, JSON.stringify(body), {
          'content-type': 'application/json',
        });
        isAnswered(answer.status, answer.body);
      }),
      { numRuns: 40 },
    );
  });

  it('what is said of a measurement', async () => {
    await fc.assert(
      fc.asyncProperty(spoilt(CAPTURE), async (fields) => {
        const form = new FormData();
        form.append('fields', JSON.stringify(fields));
        form.append('file', new Blob([lowPass(300)]), 'x.txt');
        const answer = await app.call('POST', `/api/v1/pairs/${pair.id}/captures`, form);
        isAnswered(answer.status, answer.body);
      }),
      { numRuns: 25 },
    );
  });

  it('what is in a measurement, and nothing of what was refused is kept', async () => {
    const count = async () => Number((await app.db('captures').count('* as n'))[0].n);
    const line = fc.oneof(
      fc.tuple(fc.double(), fc.double()).map(([f, l]) => `${f}\t${l}`),
      fc
        .tuple(fc.integer({ min: 1, max: 30_000 }), fc.integer({ min: -90, max: 20 }))
        .map(([f, l]) => `${f};${l}`),
      fc.string(),
      fc.constantFrom('# note', '', 'Freq dB', '20,5 -3,1', '1\t2\t3\t4'),
    );
    await fc.assert(
      fc.asyncProperty(fc.array(line, { maxLength: 30 }), async (lines) => {
        const before = await count();
        const answer = await app.capture<Problem>(pair.id, lines.join('\n'));
        isAnswered(answer.status, answer.body);
        expect(await count()).toBe(before + (answer.status === 201 ? 1 : 0));
      }),
      { numRuns: 40 },
    );
  });

  it('a job file with any part of it spoilt, all or nothing', async () => {
    const { file } = await app.fileOf(job.id);
    const count = async () => Number((await app.db('jobs').count('* as n'))[0].n);
    await fc.assert(
      fc.asyncProperty(spoilt(file), async (body) => {
        const before = await count();
        const answer = await app.jobFile<Problem>(JSON.stringify(body));
        isAnswered(answer.status, answer.body);
        expect(await count()).toBe(before + (answer.status === 201 ? 1 : 0));
      }),
      { numRuns: 25 },
    );
  });
});
