import { connect } from 'node:net';
import type { Problem } from '@ulpen/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { runningApp, type RunningApp } from './running-app.ts';

let app: RunningApp;
let port: number;
beforeAll(async () => {
  app = await runningApp({ names: ['bench.example'], bodySeconds: 1 });
  port = Number(new URL(app.origin).port);
});
afterAll(() => app.stop());

const JOB = { car: 'Test car', year: 2024, system: '', place: '', wish: '' };

/** Sends bytes as they are, and gives what comes back until the server hangs up or has answered. */
function speak(text: string): Promise<{ status: number; type: string; body: string }> {
  return new Promise((resolve, reject) => {
    let got = '';
    const socket = connect(port, '127.0.0.1', () => socket.write(text));
    const finish = () => {
      socket.destroy();
      const [head, body = ''] = got.split('\r\n\r\n');
      resolve({
        status: Number(/^HTTP\/1\.1 (\d+)/.exec(head)?.[1]),
        type: /^content-type: ([^;\r]+)/im.exec(head)?.[1] ?? '',
        body,
      });
    };
    socket.setEncoding('utf8').on('data', (more) => {
      got += more;
      const length = Number(/content-length: (\d+)/i.exec(got)?.[1] ?? NaN);
      if (got.length >= got.indexOf('\r\n\r\n') + 4 + length) finish();
    });
    socket.on('error', reject).on('close', finish);
  });
}

const head = (first: string, headers: Record<string, string> = {}) =>
  [
    first,
    ...Object.entries({ host: `127.0.0.1:${port}`, ...headers }).map(([k, v]) => `${k}: ${v}`),
    '',
    '',
  ].join('\r\n');

describe('what is no request as it is spoken here', () => {
  it.each([
    ['an address that is too long', () => head(`GET /api/v1/jobs/${'x'.repeat(9000)} HTTP/1.1`), [414]],
    ['headers that are too large', () => head('GET / HTTP/1.1', { x: 'y'.repeat(40_000) }), [431]],
    ['no HTTP at all', () => 'hello\r\n\r\n', [400]],
    ['two lengths', () => head('POST /api/v1/jobs HTTP/1.1', { 'content-length': '1, 2' }), [400]],
    ['a method that is unknown', () => head('BREW /api/v1/jobs HTTP/1.1'), [400]],
    ['an address that cannot be decoded', () => head('GET /api/v1/jobs/%zz HTTP/1.1'), [400, 404]],
    [
      'a body that never ends',
      () =>
        head('POST /api/v1/jobs HTTP/1.1', { 'content-type': 'application/json', 'content-length': '400' }) +
        '{"car": "Te',
      [408],
    ],
  ])('%s is answered in words', async (_, text, statuses) => {
    const { status, type, body } = await speak(text());
    expect(statuses).toContain(status);
    expect(type).toBe('application/problem+json');
    expect(JSON.parse(body)).toMatchObject({ status, title: expect.any(String), detail: expect.any(String) });
    expect((await app.call('GET', '/api/v1/health')).status).toBe(200);
  });

  it('broken JSON is told with its place', async () => {
    const { status, body } = await app.call<Problem>(
      'POST',
      '/api/v1/jobs',
      '{"car": "Test", "year": 20x4}',
      {
        'content-type': 'application/json',
      },
    );
    expect(status).toBe(400);
    expect(body.detail).toMatch(/is not JSON.*position 26/);
  });

  it('JSON that is too deep, too large or aims at prototypes changes nothing', async () => {
    const send = (text: string) =>
      app.call<Problem>('POST', '/api/v1/jobs', text, { 'content-type': 'application/json' });
    expect((await send('['.repeat(200_000))).status).toBe(400);
    expect((await send(`{"car":"${'x'.repeat(300_000)}"}`)).status).toBe(413);
    const { status } = await send(JSON.stringify(JOB).replace('{', '{"__proto__":{"polluted":1},'));
    expect([201, 400]).toContain(status);
    expect(({} as Record<string, unknown>)['polluted']).toBeUndefined();
  });

  it('fields before a file are few and small, and nothing of them is kept', async () => {
    const job = await app.job();
    const unit = await app.unit(job.id);
    const pair = await app.pair(unit.id);
    for (const parts of [
      [['fields', 'x'.repeat(2_000_000)]],
      Array.from({ length: 50 }, (_, i) => [`f${i}`, 'x']),
    ]) {
      const form = new FormData();
      for (const [name, value] of parts) form.append(name, value);
      form.append('file', new Blob(['20 0\n2000 0']), 'm.txt');
      const { status, type } = await app.call('POST', `/api/v1/pairs/${pair.id}/captures`, form);
      expect([status, type]).toEqual([400, 'application/problem+json']);
    }
    expect((await app.view(job.id)).units[0].pairs[0].captures).toEqual([]);
  });
});

describe('another page in the same browser', () => {
  const send = (headers: Record<string, string>, method = 'POST') =>
    speak(
      head(`${method} /api/v1/jobs HTTP/1.1`, {
        'content-type': 'application/json',
        'content-length': method === 'POST' ? String(JSON.stringify(JOB).length) : '0',
        ...headers,
      }) + (method === 'POST' ? JSON.stringify(JOB) : ''),
    );
  it.each<[string, Record<string, string>]>([
    ['another origin', { origin: 'http://evil.example' }],
    ['no origin to speak of', { origin: 'null' }],
    ['another port', { origin: 'http://127.0.0.1:1' }],
    ['cross-site, without Origin', { 'sec-fetch-site': 'cross-site' }],
    ['same-site, another port', { 'sec-fetch-site': 'same-site' }],
    ['a name that only points here', { host: 'evil.example' }],
    ['an unlisted address', { host: '192.0.2.7:4310' }],
  ])('is refused: %s', async (_, headers) => {
    for (const method of ['POST', 'GET'])
      expect(await send(headers, method)).toMatchObject({ status: 403, type: 'application/problem+json' });
  });
  it('is not the own page, nor a program', async () => {
    const own = `http://127.0.0.1:${port}`;
    for (const headers of [
      {} as Record<string, string>,
      { origin: own },
      { origin: own, 'sec-fetch-site': 'same-origin' },
      { host: 'bench.example:4310', origin: 'http://bench.example:4310' },
    ])
      expect((await send(headers)).status).toBe(201);
  });
  it('finds no answer of the API in a cache', async () => {
    for (const path of ['/api/v1/jobs', '/api/v1/health', '/api/v1/nothing', '/api/docs-json'])
      expect((await app.call('GET', path)).headers.get('cache-control')).toBe('no-store');
  });
});

describe('a fault of the program', () => {
  it('is answered with what to do, without its inner workings', async () => {
    await app.db.raw('ALTER TABLE jobs RENAME COLUMN wish TO wish_away');
    const { status, body } = await app.call<Problem>('POST', '/api/v1/jobs', JOB);
    await app.db.raw('ALTER TABLE jobs RENAME COLUMN wish_away TO wish');
    expect(status).toBe(500);
    expect(Object.keys(body).sort()).toEqual(['detail', 'status', 'title', 'type']);
    expect(body.detail).toMatch(/^Nothing was changed\. Try again; if it keeps happening, see .*\.$/);
    expect((await app.call('POST', '/api/v1/jobs', JOB)).status).toBe(201);
  });
});
