// Generated requests of every kind, from a seed: what a careless program, an odd file or somebody with bad intent may send.
import { brokenForm, columns, damaged, goodForm, pick, spoil, VALUES } from './hostile-values.mjs';

/**
 * One request of some kind.
 *
 * @param known good bodies and ids of what is there: `{ jobId, unitId, pairId, ... , bodies, jobFile, zip, wav }`
 * @returns `{ kind, method, path, body, headers, creates }`: `creates` when a 201 makes a job
 */
export function hostileCase(random, known) {
  const json = { 'content-type': 'application/json' };
  const kinds = [
    () => {
      const [method, path, body] = pick(known.writes, random);
      return {
        kind: 'fields',
        method,
        path,
        body: JSON.stringify(spoil(body, random)),
        headers: json,
        creates: /\/(?:jobs|practice-jobs)$/.test(path),
      };
    },
    () => {
      const [method, path, body] = pick(known.writes, random);
      const text = JSON.stringify(body);
      const raw = pick(
        [
          () => text.slice(0, Math.floor(random() * text.length)),
          () => '['.repeat(1 + Math.floor(100_000 * random())),
          () => '{"a":'.repeat(1000),
          () => `\ufeff${text}`,
          () => text.replace('"', "'"),
          () => Uint8Array.from({ length: 200 }, () => Math.floor(256 * random())),
          () => 'null',
          () => '"text"',
          () => '',
          () => `${text}${text}`,
          () => `{"__proto__":{"x":1},${text.slice(1)}`,
        ],
        random,
      )();
      const type = pick(
        ['application/json', 'application/json; charset=utf-7', 'text/plain', 'x', 'application/xml'],
        random,
      );
      return {
        kind: 'raw bodies',
        method,
        path,
        body: raw,
        headers: { 'content-type': type },
        creates: /\/(?:jobs|practice-jobs)$/.test(path),
      };
    },
    () => {
      const id = pick(
        [...VALUES.filter((v) => typeof v === 'string' && v && v.isWellFormed()), known.pairId, known.jobId],
        random,
      );
      const [method, path] = pick(known.addresses, random);
      return {
        kind: 'addresses',
        method,
        path: path.replace(':id', encodeURIComponent(id).slice(0, 3000)),
        headers: {},
      };
    },
    () => {
      const value = () =>
        encodeURIComponent(
          String(
            pick(
              VALUES.filter((v) => typeof v !== 'string' || v.isWellFormed()),
              random,
            ),
          ).slice(0, 500),
        );
      return {
        kind: 'queries',
        method: 'GET',
        path: `/jobs?q=${value()}&limit=${value()}&offset=${value()}&${value()}=1`,
        headers: {},
      };
    },
    () => {
      const [path, fields, file] = pick(known.uploads, random);
      const { body, type } = brokenForm(fields, file, random);
      return { kind: 'forms', method: 'POST', path, body, headers: { 'content-type': type } };
    },
    () => {
      const [path, fields] = pick(
        known.uploads.filter(([p]) => !p.endsWith('/job-files')),
        random,
      );
      return {
        kind: 'fields of forms',
        method: 'POST',
        path,
        body: goodForm(spoil(fields, random), columns(random)),
        headers: {},
      };
    },
    () => ({
      kind: 'columns',
      method: 'POST',
      path: `/pairs/${known.pairId}/captures`,
      body: goodForm(known.captureFields, columns(random)),
      headers: {},
    }),
    () => ({
      kind: 'recordings',
      method: 'POST',
      path: `/jobs/${known.jobId}/recordings`,
      body: goodForm(known.recordingFields, damaged(known.wav, random)),
      headers: {},
    }),
    () => ({
      kind: 'job files',
      method: 'POST',
      path: '/job-files',
      body: goodForm(null, JSON.stringify(spoil(known.jobFile, random))),
      headers: {},
      creates: true,
    }),
    () => ({
      kind: 'zips',
      method: 'POST',
      path: '/job-files',
      body: goodForm(null, damaged(known.zip, random)),
      headers: {},
      creates: true,
    }),
    () => ({
      kind: 'photos',
      method: 'POST',
      path: `/connectors/${known.connectorId}/photos`,
      body: goodForm(null, damaged(known.photo, random)),
      headers: {},
    }),
    () => ({
      kind: 'devices',
      method: 'POST',
      path: '/devices',
      body: JSON.stringify(spoil(known.devices, random)),
      headers: json,
    }),
    () => {
      const [method, path, body] = pick(known.writes, random);
      const headers = { ...json };
      const name = pick(
        [
          'ulpen-device-time',
          'origin',
          'sec-fetch-site',
          'accept-encoding',
          'content-length-x',
          'if-match',
          'range',
        ],
        random,
      );
      headers[name] = pick(
        ['cross-site', 'x'.repeat(2000), '2026-99-99', 'gzip;q=9e9,*', 'null', '%00', 'bytes=-1'],
        random,
      );
      return {
        kind: 'headers',
        method: pick([method, 'OPTIONS', 'PATCH', 'HEAD'], random),
        path,
        body,
        headers,
        creates: true,
      };
    },
  ];
  const made = pick(kinds, random)();
  const bodiless = made.method === 'GET' || made.method === 'HEAD';
  const body =
    made.body !== null && typeof made.body === 'object' && made.body.constructor === Object
      ? JSON.stringify(made.body)
      : made.body;
  return { creates: false, ...made, body: bodiless ? undefined : body };
}
