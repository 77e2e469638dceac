import { randomUUID } from 'node:crypto';
import {
  type Comparison,
  type Job,
  type JobFields,
  type JobView,
  type Pair,
  type PairFields,
  type PlanFingerprint,
  readJobFileBytes,
  type Target,
  type TargetFields,
  type Unit,
  USUAL_SPEAKER,
} from '@ulpen/core';
import knex from 'knex';
import type { Config } from '../src/config/config.ts';
import { ComputePool } from '../src/compute/compute-pool.ts';
import { createApp } from '../src/create-app.ts';
import { connect } from '../src/database/knex.ts';
import { migrate } from '../src/database/migrate.ts';

/** What the list of proposals answers. */
export type Seen = Comparison & Pick<PlanFingerprint, 'fingerprint'>;

export interface Answer<T> {
  status: number;
  type: string;
  headers: Headers;
  body: T;
}

const cluster = () => {
  const url = process.env['ULPEN_TEST_DATABASE_URL'];
  if (!url) throw new Error('ULPEN_TEST_DATABASE_URL is missing: run npm test, which starts a database.');
  return url;
};

/** A database of its own on the test cluster. */
export async function freshDatabase(): Promise<{ url: string; drop: () => Promise<void> }> {
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  const admin = knex({ client: 'pg', connection: cluster() });
  await admin.raw(`create database ${name}`);
  const url = new URL(cluster());
  url.pathname = `/${name}`;
  // As the application has it: no administrator, and nothing but its schema.
  const owner = knex({ client: 'pg', connection: url.href });
  await owner.raw(`revoke all on database ${name} from public; grant connect on database ${name} to ulpen_app;
    alter schema public owner to ulpen_app`);
  await owner.destroy();
  url.username = 'ulpen_app';
  return {
    url: url.href,
    drop: async () => {
      await admin.raw(`drop database ${name} with (force)`);
      await admin.destroy();
    },
  };
}

/** A quiet server on loopback. */
export const configFor = (databaseUrl: string, more: Partial<Config> = {}): Config => ({
  databaseUrl,
  host: '127.0.0.1',
  port: 0,
  names: [],
  webFolder: null,
  logLevel: 'silent',
  logFolder: null,
  connections: 8,
  bodySeconds: 120,
  withParent: false,
  ...more,
});

/**
 * The real application on a real port and a database of its own.
 *
 * @param given a database that is there already; whoever made it drops it
 */
export async function runningApp(config: Partial<Config> = {}, given?: { url: string }) {
  const database = given ? { ...given, drop: async () => {} } : await freshDatabase();
  const db = connect(database.url);
  await migrate(db);
  const app = await createApp(configFor(database.url, config));
  await app.listen(0, '127.0.0.1');
  const origin = (await app.getUrl()).replace('[::1]', '127.0.0.1');

  async function call<T>(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answer<T>> {
    const raw = body instanceof FormData || typeof body === 'string' || body === undefined;
    const response = await fetch(`${origin}${path}`, {
      method,
      body: raw ? (body as FormData | string | undefined) : JSON.stringify(body),
      headers: raw ? headers : { 'content-type': 'application/json', ...headers },
    });
    const text = await response.text();
    const type = response.headers.get('content-type')?.split(';')[0] ?? '';
    return {
      status: response.status,
      type,
      headers: response.headers,
      body: (type.includes('json') && text !== '' ? JSON.parse(text) : text) as T,
    };
  }

  const must = async <T>(answer: Promise<Answer<T>>): Promise<T> => {
    const { status, body } = await answer;
    if (status >= 300) throw new Error(`${status}: ${JSON.stringify(body)}`);
    return body;
  };

  return {
    origin,
    databaseUrl: database.url,
    db,
    pool: app.get(ComputePool),
    call,
    job: (fields: Partial<JobFields> = {}) =>
      must(
        call<Job>('POST', '/api/v1/jobs', {
          car: 'Test car',
          year: 2024,
          system: '',
          place: '',
          wish: '',
          ...fields,
        }),
      ),
    unit: (jobId: string) =>
      must(
        call<Unit>('POST', `/api/v1/jobs/${jobId}/units`, {
          kind: 'amplifier',
          name: 'Amplifier',
          location: '',
        }),
      ),
    pair: (unitId: string, fields: Partial<PairFields> = {}) =>
      must(call<Pair>('POST', `/api/v1/units/${unitId}/pairs`, { ...PAIR, ...fields })),
    target: (jobId: string, fields: Partial<TargetFields> = {}) =>
      must(call<Target>('POST', `/api/v1/jobs/${jobId}/targets`, { ...TARGET, ...fields })),
    view: (jobId: string) => must(call<JobView>('GET', `/api/v1/jobs/${jobId}`)),
    /** `fields` first, then the file, as the page sends it */
    capture: <T>(
      pairId: string,
      content: string | Uint8Array<ArrayBuffer> | Blob,
      fields: object = {},
      name = 'measured.txt',
    ) => {
      const form = new FormData();
      form.append('fields', JSON.stringify({ ...CAPTURE, ...fields }));
      form.append('file', new Blob([content]), name);
      return call<T>('POST', `/api/v1/pairs/${pairId}/captures`, form);
    },
    /** The job's file as it is downloaded, and what is in it. */
    fileOf: async (jobId: string) => {
      const response = await fetch(`${origin}/api/v1/jobs/${jobId}/file`);
      const bytes = new Uint8Array(await response.arrayBuffer());
      if (!response.ok) throw new Error(`${response.status}: ${new TextDecoder().decode(bytes)}`);
      const read = readJobFileBytes(bytes);
      if ('problems' in read) throw new Error(JSON.stringify(read.problems));
      return { bytes, file: read.file, headers: response.headers };
    },
    jobFile: <T>(content: string | Uint8Array<ArrayBuffer>) => {
      const form = new FormData();
      form.append('file', new Blob([content]), 'job.json');
      return call<T>('POST', '/api/v1/job-files', form);
    },
    stop: async () => {
      await app.close();
      await db.destroy();
      await database.drop();
    },
  };
}

export type RunningApp = Awaited<ReturnType<typeof runningApp>>;

export const PAIR: PairFields = {
  side: 'left',
  axle: 'front',
  way: 'woofer',
  suffix: '',
  ends: [],
  placeText: '',
  stage: 'unknown',
  statedPolarity: 'unknown',
};
export const TARGET: TargetFields = {
  name: 'Front set',
  layout: 'stereo',
  axle: 'front',
  lowHz: 80,
  highHz: 18_000,
  speakerLevelInput: false,
  assumed: false,
  speaker: USUAL_SPEAKER,
  amplifierId: null,
};
export const CAPTURE = {
  levelKind: 'flat',
  levelUnit: 'dB',
  phaseReference: 'none',
  volumeStep: 18,
  load: 'speaker',
  note: '',
  columns: {},
};
export const NOWHERE = '00000000-0000-4000-8000-000000000000';

/** Columns of a low-pass or any other level over frequency. */
export function columns(level: (hz: number) => number, points = 200): string {
  return Array.from({ length: points }, (_, i) => {
    const hz = 20 * 1000 ** (i / (points - 1));
    return `${hz.toFixed(6)}\t${level(hz).toFixed(3)}`;
  }).join('\n');
}
export const lowPass = (cornerHz: number) => columns((f) => -10 * Math.log10(1 + (f / cornerHz) ** 8));
