import {
  type Capture,
  encodePcm,
  type JobOutline,
  type JobView,
  pinkNoise,
  type Problem,
  RECORDING_LIMITS,
  type RecordingFields,
  renderer,
  type TakenRecording,
  wavHeader,
} from '@ulpen/core';
import { recordPeriod, type SimulatedChain } from '@ulpen/core/carsim';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { runningApp, type RunningApp } from './running-app.ts';

const RATE = 48_000;
type FileParts = (string | Uint8Array<ArrayBuffer>)[];
const chain = (part: Partial<SimulatedChain>): SimulatedChain => ({
  gainDb: 0,
  filters: [],
  peaks: [],
  delay: 0,
  inverted: false,
  ...part,
});
const cross = (side: 'low-pass' | 'high-pass') =>
  [{ side, family: 'linkwitz-riley', order: 4, cornerHz: 2200 }] as const;

let app: RunningApp;
let jobId: string;
let mid: string;
let tweeter: string;
let both: Float32Array[];
beforeAll(async () => {
  app = await runningApp();
  both = recordPeriod(
    pinkNoise(2 ** 19, RATE, -20, 3),
    [
      chain({ filters: [...cross('low-pass')] }),
      chain({ filters: [...cross('high-pass')], inverted: true, delay: 0.0006 }),
    ],
    { sampleRate: RATE, noiseDb: -75, seed: 5 },
  );
});
afterAll(() => app.stop());
beforeEach(async () => {
  jobId = (await app.job()).id;
  const { id: unitId } = await app.unit(jobId);
  mid = (await app.pair(unitId, { way: 'midrange' })).id;
  tweeter = (await app.pair(unitId, { way: 'tweeter' })).id;
});

const wav = (channels: Float32Array[]) => [
  wavHeader({ sampleRate: RATE, channels: channels.length, bits: 24 }, channels[0].length),
  encodePcm(channels, 24, null),
];
const send = <T = TakenRecording>(file: FileParts, fields: Partial<RecordingFields> = {}) => {
  const form = new FormData();
  const said = {
    played: 'pink',
    firstPairId: mid,
    secondPairId: null,
    volumeStep: 20,
    load: 'speaker',
    note: '',
    voltsAtFullScale: null,
    ...fields,
  };
  form.append('fields', JSON.stringify(said));
  form.append('file', new Blob(file), 'take 1.wav');
  return app.call<T>('POST', `/api/v1/jobs/${jobId}/recordings`, form);
};
const view = async () => (await app.call<JobView>('GET', `/api/v1/jobs/${jobId}`)).body;

describe('taking a recording in', () => {
  it('two outputs at once: band of each, and the tweeter reversed and late', async () => {
    const { status, body } = await send(wav(both), { secondPairId: tweeter });
    expect(status).toBe(201);
    const { recording, captures } = body;
    expect(recording).toMatchObject({
      fileName: 'take 1.wav',
      played: 'pink',
      report: { sampleRate: RATE, faults: [] },
    });
    expect(captures.map((c) => [c.pairId, c.analysis.bandClass, c.recordingId, c.levelUnit])).toEqual([
      [mid, 'low-pass', recording.id, 'dBFS'],
      [tweeter, 'high-pass', recording.id, 'dBFS'],
    ]);
    for (const [capture, side] of [
      [captures[0], 'lowPass'],
      [captures[1], 'highPass'],
    ] as const)
      expect(Math.abs(Math.log2(capture.analysis.model![side]!.sixDbHz / 2200))).toBeLessThan(1 / 12);
    expect(recording.between!.polarity).toBe('reversed');
    expect(Math.abs(recording.between!.delay! - 0.0006)).toBeLessThan(20e-6);
    const job = await view();
    expect(job.recordings).toEqual([recording]);
    expect(job.units[0].pairs.map((p) => p.captures)).toEqual([[captures[0]], [captures[1]]]);
    // What every stage opens tells what counts, and carries no curve.
    const outline = (await app.call<JobOutline>('GET', `/api/v1/jobs/${jobId}/outline`)).body;
    expect(outline.units[0].pairs.map((p) => p.captures.map((c) => c.id))).toEqual(
      captures.map((c) => [c.id]),
    );
    expect(JSON.stringify(outline)).not.toMatch(/analysis|report|levelDb/);
  });

  it('calibrated, its levels are volts', async () => {
    const [loose, tight] = [
      (await send(wav([both[0]]))).body.captures[0],
      (await send(wav([both[0]]), { voltsAtFullScale: 8 })).body.captures[0],
    ];
    expect(tight.levelUnit).toBe('dBV');
    expect(tight.analysis.passBandDb - loose.analysis.passBandDb).toBeCloseTo(20 * Math.log10(8), 6);
    expect(tight.analysis.lowHz).toBe(loose.analysis.lowHz);
  });

  it('a stepped tone gives its levels and distortion, and no capture', async () => {
    const signal = { kind: 'stepped', on: 'both', hz: 100, fromDb: -20, toDb: -2, stepDb: 6 } as const;
    const [left] = renderer(signal, 12, RATE, 1)(0, 12 * RATE);
    const clipped = left.map((v) => Math.max(-0.5, Math.min(0.5, v)));
    const { body } = await send(wav([clipped]), { played: 'tone' });
    expect(body.captures).toEqual([]);
    const { tones } = body.recording.report.channels[0];
    expect(tones.map((t) => t.distortion > 0.01)).toEqual([false, false, false, true]);
    tones.forEach((t) => expect(t.hz).toBeCloseTo(100, 0));
  });

  it('withdrawing takes its captures out of force too, and restoring puts them back', async () => {
    const { recording } = (await send(wav(both), { secondPairId: tweeter })).body;
    for (const [verb, gone] of [
      ['withdraw', true],
      ['restore', false],
    ] as const) {
      expect((await app.call('POST', `/api/v1/recordings/${recording.id}/${verb}`)).status).toBe(201);
      const captures = (await view()).units[0].pairs.flatMap((p): Capture[] => p.captures);
      expect(captures.map((c) => c.withdrawnAt !== null)).toEqual([gone, gone]);
    }
  });

  it('goes with the job through its file, to the last number', async () => {
    await send(wav(both), { secondPairId: tweeter, note: 'doors shut' });
    await send(wav([both[0]]), { voltsAtFullScale: 3.5 });
    const first = (await app.fileOf(jobId)).file;
    expect(first.recordings).toHaveLength(2);
    const made = await app.jobFile<{ id: string }>(JSON.stringify(first));
    expect(made.status).toBe(201);
    expect((await app.fileOf(made.body.id)).file).toEqual(first);
  });
});

describe('what cannot be taken in is said, and nothing is kept', () => {
  const refused = async (
    status: number,
    words: RegExp,
    file: FileParts,
    fields: Partial<RecordingFields> = {},
  ) => {
    const { body, status: got, type } = await send<Problem>(file, fields);
    expect([got, type.split(';')[0]]).toEqual([status, 'application/problem+json']);
    expect(body.detail).toMatch(words);
    expect((await view()).recordings).toEqual([]);
  };
  it.each<[string, number, RegExp, () => FileParts]>([
    ['nothing', 400, /empty/, () => []],
    ['text', 400, /not begin like a WAV/, () => ['20\t-3\n30\t-4\n']],
    ['a header alone', 400, /no samples/, () => wav([new Float32Array(0)])],
    ['half a second', 400, /Only 0\.5 s/, () => wav([both[0].slice(0, RATE / 2)])],
    ['silence', 400, /no sound in it/, () => wav([new Float32Array(6 * RATE)])],
    [
      'eleven minutes',
      413,
      /10 minutes/,
      () => [
        wavHeader({ sampleRate: 8000, channels: 1, bits: 16 }, 11 * 60 * 8000),
        new Uint8Array(11 * 60 * 16_000),
      ],
    ],
  ])('%s', (_, status, words, file) => refused(status, words, file()));

  it('more bytes than are read: 413', async () => {
    const header = wavHeader({ sampleRate: 192_000, channels: 2, bits: 24 }, 500 * 192_000);
    const block = new Uint8Array(2 ** 22);
    const count = RECORDING_LIMITS.bytes / block.length + 1;
    await refused(413, /200 MiB/, [header, ...Array.from({ length: count }, () => block)]);
  });

  it('one channel for two outputs, one output for both, an output of another job', async () => {
    await refused(400, /one channel/, wav([both[0]]), { secondPairId: tweeter });
    await refused(400, /two different outputs/, wav(both), { secondPairId: mid });
    const { id } = await app.pair((await app.unit((await app.job()).id)).id);
    await refused(400, /firstPairId: is no output of this job/, wav(both), { firstPairId: id });
  });

  it.each([
    [{ played: 'whistle' }, /played/],
    [{ volumeStep: -1 }, /volumeStep/],
    [{ voltsAtFullScale: 0 }, /voltsAtFullScale/],
    [{ firstPairId: 'x' }, /firstPairId/],
  ])('%j', (fields, words) => refused(400, words, wav([both[0]]), fields as Partial<RecordingFields>));
});
