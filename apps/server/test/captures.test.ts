import { createHash } from 'node:crypto';
import {
  ANALYSIS_VERSION,
  type Capture,
  type JobList,
  livePin,
  type Problem,
  type Response,
  START_INTAKE,
  START_REFERENCE,
} from '@ulpen/core';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { createApp } from '../src/create-app.ts';
import { columns, configFor, lowPass, NOWHERE, runningApp, type RunningApp } from './running-app.ts';

let app: RunningApp;
let pairId: string;
beforeAll(async () => {
  app = await runningApp();
});
afterAll(() => app.stop());
beforeEach(async () => {
  pairId = (await app.pair((await app.unit((await app.job()).id)).id)).id;
});
const stored = async () => Number((await app.db('captures').where({ pair_id: pairId }).count('* as n'))[0].n);

describe('taking a measurement in', () => {
  it('reads, judges and keeps it, with its conditions and its repairs', async () => {
    const text = `* bay 2\nFreq(Hz);Level(dB)\n0;-90\n${lowPass(300).replaceAll('\t', ';').replaceAll('.', ',')}\n`;
    const { status, body } = await app.capture<Capture>(
      pairId,
      text,
      { volumeStep: 22, load: 'resistor', note: 'doors shut' },
      'woofer.csv',
    );
    expect(status).toBe(201);
    expect(body).toMatchObject({
      pairId,
      fileName: 'woofer.csv',
      volumeStep: 22,
      load: 'resistor',
      note: 'doors shut',
      points: 200,
      withdrawnAt: null,
      repairs: ['One row at 0 Hz left out.'],
      sha256: createHash('sha256').update(text).digest('hex'),
      analysis: { bandClass: 'low-pass', version: ANALYSIS_VERSION, model: { lowPass: { order: 4 } } },
    });
    const { body: response } = await app.call<Response>('GET', `/api/v1/captures/${body.id}/response`);
    expect(response.frequencyHz).toHaveLength(200);
    expect(response.levelDb.at(-1)).toBeCloseTo(-10 * Math.log10(1 + (20_000 / 300) ** 8), 2);
    expect((await app.call<Capture>('GET', `/api/v1/captures/${body.id}`)).body).toEqual(body);
  });

  it('keeps every number as it was', async () => {
    const text = '20.123456789\t-3.1415926535\t12.5\n33.3333333333\t0.1\t-170\n1e4\t-77.7\t3\n';
    const fields = { phaseReference: 'source', columns: { roles: ['frequency', 'level', 'phase'] } };
    const { body } = await app.capture<Capture>(pairId, text, fields);
    expect((await app.call<Response>('GET', `/api/v1/captures/${body.id}/response`)).body).toEqual({
      frequencyHz: [20.123456789, 33.3333333333, 10_000],
      levelDb: [-3.1415926535, 0.1, -77.7],
      phaseDeg: [12.5, -170, 3],
    });
  });

  it('tilts only as it is told', async () => {
    const pink = columns((f) => -10 * Math.log10(f));
    const plain = await app.capture<Capture>(pairId, pink);
    const told = await app.capture<Capture>(pairId, pink, { levelKind: 'narrow-band-pink' });
    expect([plain.body.analysis.bandClass === 'full-range', told.body.analysis.bandClass]).toEqual([
      false,
      'full-range',
    ]);
  });

  it('reads the columns as the person corrected them', async () => {
    const text = columns((f) => (f > 1000 ? -60 : 0))
      .split('\n')
      .map((l) => `${l.split('\t')[0]}\t7\t${l.split('\t')[1]}`)
      .join('\n');
    const { body } = await app.capture<Capture>(pairId, text, {
      columns: { roles: ['frequency', 'ignored', 'level'] },
    });
    expect(body.analysis.bandClass).toBe('low-pass');
  });

  it('takes the largest file that is allowed: 300,000 rows', async () => {
    const { status, body } = await app.capture<Capture>(
      pairId,
      columns((f) => -Math.log2(f), 300_000),
    );
    expect([status, body.points]).toEqual([201, 300_000]);
  });
});

describe('what cannot be taken in', () => {
  const row = (i: number) => `${20 + i}\t-${i}`;
  const rows = (n: number) => Array.from({ length: n }, (_, i) => row(i));
  it.each([
    ['an empty file', '', /The file is empty/],
    ['binary', new Uint8Array([82, 73, 70, 70, 0, 0, 1, 2, 3]), /Line 1: This is not text/],
    ['a picture', new Uint8Array([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10]), /Line 1: This is not text/],
    ['one column', '1\n2\n3\n', /Line 1: There is only one column/],
    [
      'NaN all over',
      rows(30)
        .map((r) => r.replace(/\t.*/, '\tNaN'))
        .join('\n'),
      /Line 1: There is no finite number here, nor in 29 other/,
    ],
    [
      'a negative frequency',
      [...rows(5), '-50\t0', ...rows(5)].join('\n'),
      /Line 6: The frequency is -50 Hz/,
    ],
    ['several curves', [...rows(9), ...rows(9)].join('\n'), /several curves/],
    ['a word in the middle', [...rows(80), '100\toops'].join('\n'), /Line 81: "oops" is not a number/],
    [
      '2 million lines',
      columns(() => 0, 2).concat('\n', '500 0\n'.repeat(2_000_000)),
      /Line 300,?001: There are more than 300,000 rows/,
    ],
  ])('%s: refused with line and reason, nothing kept', async (_, content, words) => {
    const { status, type, body } = await app.capture<Problem>(pairId, content);
    expect([status, type]).toEqual([400, 'application/problem+json']);
    expect(body.errors).toEqual([{ field: 'file', message: expect.stringMatching(words) }]);
    expect(await stored()).toBe(0);
  });

  it('a file beyond 32 MiB: 413, nothing kept, and the server goes on', async () => {
    const line = `# ${'x'.repeat(1021)}\n`;
    const { status, body } = await app.capture<Problem>(
      pairId,
      new Blob([`${lowPass(300)}\n`, ...Array.from({ length: 33 }, () => line.repeat(1024))]),
    );
    expect([status, body.detail]).toEqual([413, 'At most 32 MiB in one file of columns.']);
    expect(await stored()).toBe(0);
    expect((await app.capture(pairId, lowPass(300))).status).toBe(201);
  });

  it.each([
    ['an unknown load', { load: 'toaster' }, 'load'],
    ['a volume step out of range', { volumeStep: 300 }, 'volumeStep'],
    ['an unknown separator', { columns: { separator: 'pipe' } }, 'columns.separator'],
    ['phase that the file does not have', { phaseReference: 'source' }, 'phaseReference'],
  ])('%s: the field is named', async (_, fields, field) => {
    const { status, body } = await app.capture<Problem>(pairId, lowPass(300), fields);
    expect([status, body.errors?.[0].field]).toEqual([400, field]);
    expect(await stored()).toBe(0);
  });

  it('a form without its parts, in the wrong order, or no form at all', async () => {
    const path = `/api/v1/pairs/${pairId}/captures`;
    const only = new FormData();
    only.append('file', new Blob(['20 1']), 'x.txt');
    expect((await app.call<Problem>('POST', path, only)).body.errors?.[0].field).toBe('fields');
    const none = new FormData();
    none.append('fields', '{}');
    expect((await app.call<Problem>('POST', path, none)).body.errors?.[0].field).toBe('file');
    const broken = new FormData();
    broken.append('fields', '{');
    broken.append('file', new Blob(['20 1']), 'x.txt');
    expect((await app.call<Problem>('POST', path, broken)).body.detail).toContain('is not JSON');
    expect([400, 406, 415]).toContain((await app.call('POST', path, { a: 1 })).status);
    expect(await stored()).toBe(0);
  });

  it('an output that is not there', async () => {
    expect((await app.capture(NOWHERE, lowPass(300))).status).toBe(404);
  });
});

describe('withdrawing', () => {
  it('takes a capture out of force and keeps it in the record; restoring undoes it', async () => {
    const { body: old } = await app.capture<Capture>(pairId, lowPass(300));
    const { body: wrong } = await app.capture<Capture>(pairId, lowPass(9000));
    const withdrawn = await app.call<Capture>('POST', `/api/v1/captures/${wrong.id}/withdraw`);
    expect(withdrawn.body.withdrawnAt).not.toBeNull();
    const [pair] = await app
      .db('pairs')
      .where({ 'pairs.id': pairId })
      .join('units', 'units.id', 'pairs.unit_id')
      .select('job_id');
    const seen = (await app.view(pair.job_id)).units[0].pairs[0].captures;
    expect(seen.map((c) => [c.id, c.withdrawnAt === null])).toEqual([
      [wrong.id, false],
      [old.id, true],
    ]);
    expect(
      (await app.call<Capture>('POST', `/api/v1/captures/${wrong.id}/restore`)).body.withdrawnAt,
    ).toBeNull();
  });
});

describe('a newer core', () => {
  it('judges stored captures anew when the server starts', async () => {
    const { body } = await app.capture<Capture>(pairId, lowPass(300));
    await app
      .db('captures')
      .where({ id: body.id })
      .update({ analysis_version: 0, band_class: 'unclear', high_hz: null });
    const second = await createApp(configFor(app.databaseUrl));
    await second.init();
    await second.close();
    const row = await app
      .db('captures')
      .where({ id: body.id })
      .first('analysis_version', 'band_class', 'high_hz');
    expect(row).toMatchObject({
      analysis_version: ANALYSIS_VERSION,
      band_class: 'low-pass',
      high_hz: body.analysis.highHz,
    });
  });
});

describe('which measurement counts', () => {
  const band = async () => (await app.call<JobList>('GET', '/api/v1/jobs?limit=1')).body.jobs[0];
  const at = async (volumeStep: number, cornerHz: number, more: object = {}) =>
    (await app.capture<Capture>(pairId, lowPass(cornerHz), { volumeStep, load: 'speaker', ...more })).body;

  it('stays when a bass test and one without a load follow; a pin with a reason takes its place', async () => {
    const first = await at(18, 300);
    await at(30, 90);
    const unloaded = await at(18, 2000, { load: 'none' });
    const [low, open] = [first, unloaded].map((c) => c.analysis.highHz);
    expect(await band()).toMatchObject({ measured: 1, bands: [{ highHz: low }] });

    const pin = (id: string, because: string) =>
      app.call<Capture & Problem>('POST', `/api/v1/captures/${id}/pin`, { because });
    expect((await pin(unloaded.id, ' ')).body.errors).toMatchObject([{ field: 'because' }]);
    const { status, body } = await pin(unloaded.id, 'the speaker is gone for good');
    expect([status, body.pins.map((p) => p.because)]).toEqual([201, ['the speaker is gone for good']]);
    expect(await band()).toMatchObject({ bands: [{ highHz: open }] });
    // One at the most: another one that is pinned is the only one then.
    await pin(first.id, 'measured again by hand');
    const job = await app.view((await band()).id);
    const captures = job.units[0].pairs[0].captures;
    expect(captures.map((c) => livePin(c)?.because ?? null)).toEqual([null, null, 'measured again by hand']);
    await app.call('POST', `/api/v1/captures/${first.id}/unpin`);
    expect(await band()).toMatchObject({ bands: [{ highHz: low }] });
    // Who decided what, and why, stays in the record.
    const { body: after } = await app.call<Capture>('GET', `/api/v1/captures/${unloaded.id}`);
    expect(after.pins).toEqual([
      {
        because: 'the speaker is gone for good',
        takenAt: expect.any(String),
        withdrawnAt: expect.any(String),
      },
    ]);
    await app.call('POST', `/api/v1/captures/${unloaded.id}/withdraw`);
    expect(await pin(unloaded.id, 'again')).toMatchObject({ status: 409, body: { title: 'Withdrawn' } });
  });

  it('follows the reference of the job; one with the engine running counts for none that is off', async () => {
    const idling = { engine: 'idle', doors: 'closed', supplyVolts: null, signalDb: null, playedIn: 'both' };
    const { analysis } = await at(18, 300, { situation: idling });
    expect(await band()).toMatchObject({ measured: 0, bands: [{ measured: false, highHz: null }] });
    const { id } = await band();
    const reference = { ...START_REFERENCE, engine: 'idle' };
    const put = (fields: object) =>
      app.call<Problem>('PUT', `/api/v1/jobs/${id}/intake`, { ...START_INTAKE, version: 1, ...fields });
    expect((await put({ reference: { ...reference, volumeStep: 2.5 } })).body.errors).toMatchObject([
      { field: 'reference.volumeStep', message: 'a volume step is a whole number' },
    ]);
    expect((await put({ reference })).status).toBe(200);
    expect(await band()).toMatchObject({ measured: 1, bands: [{ highHz: analysis.highHz }] });
  });
});
