import { execFile } from 'node:child_process';
import { writeFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { Validator } from '@seriousme/openapi-schema-validator';
import openapiTS, { astToString } from 'openapi-typescript';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { runningApp, type RunningApp } from './running-app.ts';

interface Operation {
  operationId: string;
  responses: Record<string, { content?: Record<string, { schema?: object }> }>;
  parameters?: { in: string }[];
  requestBody?: object;
}
interface ApiDocument {
  openapi: string;
  paths: Record<string, Record<string, Operation>>;
  components: { schemas: Record<string, { properties?: object }> };
}

interface WholeJob {
  driveWholeJob: (origin: string) => Promise<{ proposals: number; view: unknown; gone: unknown }>;
}

let app: RunningApp;
let document: ApiDocument;
beforeAll(async () => {
  app = await runningApp();
  document = (await app.call<ApiDocument>('GET', '/api/docs-json')).body;
});
afterAll(() => app.stop());

describe('the description of the API', () => {
  it('is OpenAPI 3.1 to an independent validator', async () => {
    expect(document.openapi).toBe('3.1.0');
    const { valid, errors } = await new Validator().validate(JSON.parse(JSON.stringify(document)));
    expect(errors ?? []).toEqual([]);
    expect(valid).toBe(true);
  });

  it('is made from the schemas that requests are checked with, and can be read as a page', async () => {
    expect(document.components.schemas['Target']).toMatchObject({ properties: { lowHz: { minimum: 10 } } });
    expect((await app.call<string>('GET', '/api/docs')).body).toContain('swagger-ui');
  });

  it('names what every operation gives, and every way it refuses', () => {
    for (const [path, operations] of Object.entries(document.paths))
      for (const [method, { responses, parameters = [], requestBody }] of Object.entries(operations)) {
        const named = Object.keys(responses);
        const must = ['403', '500', '503'];
        if (path.includes('{id}')) must.push('404');
        if (requestBody || parameters.some((p) => p.in === 'query')) must.push('400');
        expect(named, `${method} ${path}`).toEqual(expect.arrayContaining(must));
        expect(
          named.filter((status) => status.startsWith('2')),
          `${method} ${path}`,
        ).toHaveLength(1);
        for (const status of named.filter((s) => s >= '400'))
          expect(responses[status].content, `${method} ${path} ${status}`).toMatchObject({
            'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } },
          });
      }
  });

  it('makes a client that compiles, and drives one whole job', async () => {
    const folder = fileURLToPath(new URL('./client', import.meta.url));
    const types = await openapiTS(JSON.stringify(document));
    await writeFile(`${folder}/api.ts`, astToString(types));
    const tsc = fileURLToPath(new URL('../../../node_modules/typescript/bin/tsc', import.meta.url));
    const { stdout } = await promisify(execFile)(process.execPath, [tsc, '-p', folder]).catch(
      (e: { stdout: string }) => e,
    );
    expect(stdout).toBe('');
    // By a path that the type check of this folder does not follow: the types it needs were made just now.
    const { driveWholeJob } = (await import(`${folder}/whole-job.ts`)) as WholeJob;
    const { proposals, view, gone } = await driveWholeJob(app.origin);
    expect(proposals).toBeGreaterThan(0);
    expect(view).toMatchObject({ car: 'Client car', plans: [{ name: 'As the client would' }] });
    expect(gone).toMatchObject({ status: 404, title: expect.any(String) });
  }, 180_000);
});
