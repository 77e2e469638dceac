import { randomUUID } from 'node:crypto';
import type { Problem } from '@ulpen/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { runningApp, type RunningApp } from './running-app.ts';

/** A route as the application describes itself: whatever is added is refused here too. */
interface Route {
  method: string;
  path: string;
  /** statuses that it says it answers with */
  says: string[];
  takes: 'json' | 'form' | 'nothing';
  query: boolean;
}
interface Operation {
  responses: object;
  parameters?: { in: string }[];
  requestBody?: { content: object };
}

let app: RunningApp;
let routes: Route[];
let before: string;
const state = async () => JSON.stringify((await app.call('GET', '/api/v1/jobs?limit=1000')).body);
beforeAll(async () => {
  app = await runningApp();
  await app.pair((await app.unit((await app.job()).id)).id);
  before = await state();
  const { body } = await app.call<{ paths: Record<string, Record<string, Operation>> }>(
    'GET',
    '/api/docs-json',
  );
  routes = Object.entries(body.paths).flatMap(([path, operations]) =>
    Object.entries(operations).map(([method, { responses, parameters = [], requestBody }]) => ({
      method: method.toUpperCase(),
      path,
      says: Object.keys(responses),
      takes: !requestBody
        ? ('nothing' as const)
        : 'application/json' in requestBody.content
          ? ('json' as const)
          : ('form' as const),
      query: parameters.some((p) => p.in === 'query'),
    })),
  );
});
afterAll(() => app.stop());

const at = ({ path }: Route, id: string) => path.replaceAll(/\{\w+\}/g, id);
const withId = (r: Route) => r.path.includes('{');

/** What every refusal has in common: a problem with words, and nothing of how the program is made. */
async function refused(
  route: Route,
  id: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<{ status: number; problem: Problem }> {
  const answer = await app.call<Problem>(route.method, at(route, id), body, headers);
  const name = `${route.method} ${route.path}`;
  expect([name, answer.type]).toEqual([name, 'application/problem+json']);
  expect(answer.body.status, name).toBe(answer.status);
  expect(answer.body.detail, name).toMatch(/.{10,}/s);
  expect(JSON.stringify(answer.body), name).not.toMatch(
    / {4}at |\.[jt]s:|select |insert |knex|node_modules/i,
  );
  expect(route.says, name).toContain(String(answer.status));
  return { status: answer.status, problem: answer.body };
}

describe('every route', () => {
  it('says that there is no such thing, for an id that nobody has', async () => {
    const named = routes.filter((r) => withId(r) && r.takes === 'nothing');
    expect(named.length).toBeGreaterThan(40);
    for (const route of named) {
      const { status } = await refused(route, randomUUID());
      expect([route.path, status]).toEqual([route.path, 404]);
    }
  });

  it('takes no id that is none', async () => {
    for (const route of routes.filter(withId)) {
      const body = route.takes === 'json' ? {} : undefined;
      const { status } = await refused(route, 'x%27;--', body);
      expect([route.path, [400, 404, 415].includes(status)]).toEqual([route.path, true]);
    }
  });

  it('names the field of a body that it does not take', async () => {
    const asked = routes.filter((r) => r.takes === 'json');
    expect(asked.length).toBeGreaterThan(20);
    for (const route of asked)
      for (const body of [[], { nobody: 'knows this' }, 'null', '"text"', '{"a":']) {
        const headers = { 'content-type': 'application/json' };
        const { status, problem } = await refused(route, randomUUID(), body, headers);
        expect([route.path, status]).toEqual([route.path, 400]);
        if (body !== '{"a":')
          expect([route.path, problem.errors?.every((e) => e.message.length > 4)]).toEqual([
            route.path,
            true,
          ]);
      }
  });

  it('takes a form only where files come, and with a file', async () => {
    for (const route of routes.filter((r) => r.takes === 'form')) {
      const { status } = await refused(route, randomUUID(), new FormData());
      expect([route.path, [400, 404].includes(status)]).toEqual([route.path, true]);
    }
    for (const route of routes.filter((r) => r.takes === 'json')) {
      const { status } = await refused(route, randomUUID(), 'a=b', {
        'content-type': 'application/x-www-form-urlencoded',
      });
      expect([route.path, [400, 415].includes(status)]).toEqual([route.path, true]);
    }
  });

  it('has changed nothing by all that', async () => {
    expect(await state()).toBe(before);
  });
});
