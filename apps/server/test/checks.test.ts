import {
  behaviourOfJob,
  type Check,
  type CheckFields,
  encodePcm,
  type JobView,
  type Problem,
  type TakenRecording,
  wavHeader,
} from '@ulpen/core';
import { seededRandom } from '@ulpen/core/carsim';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { runningApp, type RunningApp } from './running-app.ts';

let app: RunningApp;
let jobId: string;
let woofer: string;
beforeAll(async () => (app = await runningApp()));
afterAll(() => app.stop());
beforeEach(async () => {
  jobId = (await app.job()).id;
  woofer = (await app.pair((await app.unit(jobId)).id, { way: 'woofer' })).id;
});

const level = (volumeStep: number, volts: number): CheckFields => ({
  pairId: woofer,
  body: {
    kind: 'level',
    hz: 100,
    volts,
    volumeStep,
    signalDb: 0,
    supplyVolts: 13.4,
    load: 'speaker',
  },
  note: '',
});
const add = <T = Check[]>(checks: unknown) => app.call<T>('POST', `/api/v1/jobs/${jobId}/checks`, checks);
const view = async () => (await app.call<JobView>('GET', `/api/v1/jobs/${jobId}`)).body;

describe('what was read by hand', () => {
  it('is kept in order, judged with the job, and withdrawn without being erased', async () => {
    const volts = [1, 1.7, 2.9, 4.9, 5.1, 5.1];
    const { status, body } = await add(volts.map((v, i) => level(8 + 4 * i, v)));
    expect(status).toBe(201);
    expect((await view()).checks).toEqual(body);
    const told = async () => behaviourOfJob(await view()).pairs[0].clean;
    expect(await told()).toMatchObject({ verdict: 'found', rough: true, at: { volumeStep: 20 } });
    for (const check of body.slice(2)) await app.call('POST', `/api/v1/checks/${check.id}/withdraw`);
    expect((await told()).verdict).toBe('unfinished');
    expect((await view()).checks).toHaveLength(6);
    for (const check of body.slice(2)) await app.call('POST', `/api/v1/checks/${check.id}/restore`);
    expect((await told()).verdict).toBe('found');
  });

  it.each([
    ['volts below zero', () => [level(3, -1)], '0.body.volts'],
    ['a half step', () => [level(3.5, 1)], '0.body.volumeStep'],
    ['an unknown kind', () => [{ ...level(3, 1), body: { kind: 'guess' } }], '0.body.kind'],
    ['an output that is not named', () => [{ ...level(3, 1), pairId: null }], '0.pairId'],
    [
      'a check of the meter at an output',
      () => [{ pairId: woofer, body: { kind: 'meter-tone', hz: 100, volts: 1 }, note: '' }],
      '0.pairId',
    ],
    ['nothing', () => [], ''],
  ])('%s is refused with its field', async (_, checks, field) => {
    const { status, body } = await add<Problem>(checks());
    expect(status).toBe(400);
    expect(body.errors!.map((e) => e.field)).toContain(field);
    expect((await view()).checks).toEqual([]);
  });

  it('all of a batch or nothing: one output of another job refuses it', async () => {
    const other = (await app.pair((await app.unit((await app.job()).id)).id, {})).id;
    expect((await add([level(3, 1), { ...level(4, 1), pairId: other }])).body).toMatchObject({
      status: 400,
      errors: [{ field: '1.pairId', message: 'is no output of this job' }],
    });
    expect((await view()).checks).toEqual([]);
    expect((await app.call('POST', `/api/v1/checks/${woofer}/withdraw`)).status).toBe(404);
  });

  it('goes with the job through its file', async () => {
    await add([
      level(8, 1),
      { pairId: null, body: { kind: 'meter-tone', hz: 100, volts: 1 }, note: 'the old meter' },
    ]);
    const first = (await app.fileOf(jobId)).file;
    const { id } = (await app.jobFile<{ id: string }>(JSON.stringify(first))).body;
    expect((await app.fileOf(id)).file).toEqual(first);
    first.checks[0].pairId = 'p99';
    expect((await app.jobFile(JSON.stringify(first))).status).toBe(400);
  });
});

describe('a recording of silence', () => {
  const RATE = 48_000;
  const noise = (rms: number, seconds: number, seed: number) => {
    const random = seededRandom(seed);
    return Float32Array.from({ length: seconds * RATE }, () => rms * random.normal());
  };
  const send = async (samples: Float32Array, fields: object) => {
    const form = new FormData();
    const said = {
      played: 'pink',
      firstPairId: woofer,
      secondPairId: null,
      volumeStep: 18,
      load: 'speaker',
      note: '',
      voltsAtFullScale: 25,
      ...fields,
    };
    form.append('fields', JSON.stringify(said));
    const wav = [
      wavHeader({ sampleRate: RATE, channels: 1, bits: 24 }, samples.length),
      encodePcm([samples], 24, null),
    ];
    form.append('file', new Blob(wav), 'take.wav');
    return (await app.call<TakenRecording>('POST', `/api/v1/jobs/${jobId}/recordings`, form)).body;
  };

  it('is kept with its bands, and is the noise floor of later captures of the same calibration', async () => {
    const situation = {
      engine: 'off',
      doors: 'closed',
      supplyVolts: 12.6,
      signalDb: null,
      playedIn: 'unknown',
    };
    const { recording, captures } = await send(noise(1e-4, 8, 1), { played: 'silence', situation });
    expect(captures).toEqual([]);
    expect(recording.situation).toEqual(situation);
    expect(recording.report.channels[0].silence!.levelDb.length).toBeGreaterThan(200);
    // Power of a 1/24 octave around 1 kHz of white noise of -80 dB, in volts.
    const width = 1000 * (2 ** (1 / 48) - 2 ** (-1 / 48));
    const floor = -80 + 10 * Math.log10(width / (RATE / 2)) + 20 * Math.log10(25);
    const loud = (await send(noise(0.05, 8, 2), {})).captures[0];
    expect(Math.abs(loud.silenceDb! - floor)).toBeLessThan(0.5);
    expect(loud.analysis.noiseFloorDb).toBeCloseTo(loud.silenceDb!, 6);
    expect((await send(noise(0.05, 8, 3), { voltsAtFullScale: null })).captures[0].silenceDb).toBeNull();
    await app.call('POST', `/api/v1/recordings/${recording.id}/withdraw`);
    expect((await send(noise(0.05, 8, 4), {})).captures[0].silenceDb).toBeNull();
  });
});
