import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { NestFastifyApplication } from '@nestjs/platform-fastify';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readConfig } from '../src/config/config.ts';
import { createApp } from '../src/create-app.ts';
import { connect } from '../src/database/knex.ts';
import { migrate } from '../src/database/migrate.ts';
import { configFor, freshDatabase } from './running-app.ts';

let folder: string;
let app: NestFastifyApplication;
let port: number;
let drop: () => Promise<void>;

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'ulpen-page-'));
  await writeFile(join(folder, 'index.html'), '<!doctype html><title>the page</title>');
  await writeFile(join(folder, 'index-abc.js'), 'export {}');
  const database = await freshDatabase();
  drop = database.drop;
  const knex = connect(database.url);
  await migrate(knex);
  await knex.destroy();
  app = await createApp(configFor(database.url, { webFolder: folder }));
  await app.listen(0, '127.0.0.1');
  port = Number(new URL(await app.getUrl()).port);
});
afterAll(async () => {
  await app.close();
  await drop();
  await rm(folder, { recursive: true });
});

/** A request with any Host header, which `fetch` would not send. */
function get(
  path: string,
  headers: Record<string, string> = {},
): Promise<{ status: number; headers: Record<string, unknown>; body: string }> {
  return new Promise((resolve, reject) => {
    request({ host: '127.0.0.1', port, path, headers }, (response) => {
      let body = '';
      response.on('data', (d) => (body += d));
      response.on('end', () =>
        resolve({ status: response.statusCode ?? 0, headers: response.headers, body }),
      );
    })
      .on('error', reject)
      .end();
  });
}

describe('the page', () => {
  it.each(['/', '/index.html', '/jobs/1234/plan?way=sum', '/somewhere/else'])(
    'comes at %s, never from an old cache',
    async (path) => {
      const { status, headers, body } = await get(path);
      expect([status, body]).toEqual([200, expect.stringContaining('the page')]);
      expect(headers['cache-control']).toBe('no-cache');
    },
  );
  it('lets files with a hash in their name be kept', async () => {
    const { status, headers } = await get('/index-abc.js');
    expect([status, headers['cache-control']]).toEqual([200, expect.stringContaining('immutable')]);
    expect(headers['content-type']).toContain('javascript');
  });
  it.each(['/api/v1/nothing', '/missing.js', '/api/nothing'])('is not sent in place of %s', async (path) => {
    const { status, headers } = await get(path);
    expect([status, headers['content-type']]).toEqual([
      404,
      expect.stringContaining('application/problem+json'),
    ]);
  });
  it.each(['/../package.json', '/..%2f..%2fetc/passwd', '/%2e%2e/%2e%2e/etc/passwd'])(
    'never leaves its folder: %s',
    async (path) => {
      expect((await get(path)).body).not.toMatch(/root:|"name"/);
    },
  );
  it('answers under loopback names only', async () => {
    for (const host of [`127.0.0.1:${port}`, `localhost:${port}`, '[::1]'])
      expect((await get('/api/v1/health', { host })).status).toBe(200);
    for (const host of ['evil.example', 'localhost.evil.example', '127.0.0.1.evil.example']) {
      expect([host, (await get('/api/v1/health', { host })).status]).toEqual([
        host,
        expect.toSatisfy((s: number) => s === 403 || s === 400),
      ]);
    }
  });
  it('takes fonts and styles from itself alone, whichever page asks', async () => {
    const { headers } = await get('/');
    const rules = new Map(
      String(headers['content-security-policy'])
        .split(';')
        .map((rule) => rule.trim().split(' '))
        .map(([name, ...sources]) => [name, sources.join(' ')]),
    );
    for (const name of ['default-src', 'font-src', 'style-src']) expect(rules.get(name)).toBe("'self'");
    expect(headers['x-content-type-options']).toBe('nosniff');
  });
});

describe('readConfig', () => {
  const database = { ULPEN_DATABASE_URL: 'postgres://u:p@127.0.0.1:1/x' };
  it('binds to loopback unless told otherwise', () => {
    expect(readConfig(database)).toEqual({
      databaseUrl: database.ULPEN_DATABASE_URL,
      host: '127.0.0.1',
      port: 4310,
      names: [],
      webFolder: null,
      logLevel: 'info',
      logFolder: null,
      connections: 8,
      bodySeconds: 120,
      withParent: false,
    });
    expect(readConfig({ ...database, ULPEN_PORT: '0', ULPEN_WEB: '/x', ULPEN_LOG: 'silent' })).toMatchObject({
      port: 0,
      webFolder: '/x',
      logLevel: 'silent',
    });
  });
  it.each([
    [{}, 'ULPEN_DATABASE_URL'],
    [{ ULPEN_DATABASE_URL: 'mysql://x' }, 'must be a postgres:// address'],
    [{ ...database, ULPEN_PORT: '70000' }, 'ULPEN_PORT'],
    [{ ...database, ULPEN_LOG: 'loud' }, 'ULPEN_LOG'],
  ])('refuses %j, naming the variable', (environment, words) =>
    expect(() => readConfig(environment)).toThrow(words),
  );
});
