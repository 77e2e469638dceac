import {
  type Capture,
  type Check,
  encodePcm,
  type HarnessView,
  type Job,
  NO_CHANGES,
  type Plan,
  type PlanFingerprint,
  type Problem,
  type Reading,
  type TakenRecording,
  wavHeader,
} from '@ulpen/core';
import { seededRandom } from '@ulpen/core/carsim';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { dc, PLUG } from './find-bench.ts';
import { keepPlan, measuredJob } from './planned-job.ts';
import { columns, NOWHERE, runningApp, type RunningApp } from './running-app.ts';

let app: RunningApp;
beforeAll(async () => {
  app = await runningApp();
});
afterAll(() => app.stop());

const get = async <T>(path: string) => (await app.call<T>('GET', `/api/v1${path}`)).body;
const post = async <T>(path: string, body?: unknown) => app.call<T>('POST', `/api/v1${path}`, body);
const goOn = (job: Pick<Job, 'id' | 'version'>, chapter: string) =>
  app.call<Job>('PUT', `/api/v1/jobs/${job.id}/chapter`, { chapter, version: job.version });
const fingerprintOf = async (jobId: string) =>
  (await get<PlanFingerprint>(`/jobs/${jobId}/fingerprint`)).fingerprint;

/** One of each kind of record, as they are taken from now on. */
async function measure(jobId: string, pairId: string, cavityId: string) {
  const level = columns((f) => -10 * Math.log10(1 + (120 / f) ** 4));
  const capture = (await app.capture<Capture>(pairId, level)).body;
  const { body: readings } = await post<Reading[]>(`/jobs/${jobId}/readings`, {
    readings: [dc(cavityId, 6)],
  });
  const body = { kind: 'silence', engine: 'off', doors: 'closed', volts: 0.01 };
  const { body: checks } = await post<Check[]>(`/jobs/${jobId}/checks`, [{ pairId, body, note: '' }]);
  const random = seededRandom(7);
  const noise = Float32Array.from({ length: 48_000 * 6 }, () => 0.1 * random.normal());
  const form = new FormData();
  const fields = { played: 'white', firstPairId: pairId, secondPairId: null };
  const said = { ...fields, volumeStep: 18, load: 'speaker', note: '', voltsAtFullScale: null };
  form.append('fields', JSON.stringify(said));
  const header = wavHeader({ sampleRate: 48_000, channels: 1, bits: 24 }, noise.length);
  form.append('file', new Blob([header, encodePcm([noise], 24, null)]), 'n.wav');
  const taken = await post<TakenRecording>(`/jobs/${jobId}/recordings`, form);
  return { capture, reading: readings[0], check: checks[0], taken: taken.body, status: taken.status };
}

async function plannedJob() {
  const { job, unit, captures } = await measuredJob(app);
  const plug = (await post<{ cavities: { id: string }[] }>(`/units/${unit.id}/connectors`, PLUG)).body;
  return { job, pairId: captures[0].pairId, cavityId: plug.cavities[0].id };
}

it('what is measured belongs to the chapter that its job is in, and plans stand on what was measured before', async () => {
  const { job, pairId, cavityId } = await plannedJob();
  const before = await fingerprintOf(job.id);
  const kept = await keepPlan<Plan>(app, job.id, { changes: NO_CHANGES, fingerprint: before });
  expect(kept.status).toBe(201);
  const during = await goOn(job, 'during');
  expect([during.status, during.body.chapter, during.body.version]).toEqual([200, 'during', job.version + 1]);
  const { capture, reading, check, taken } = await measure(job.id, pairId, cavityId);
  const records = [capture, reading, check, taken.recording, ...taken.captures];
  expect(records.map((r) => r.chapter)).toEqual(records.map(() => 'during'));
  // The plan still holds: nothing that it stands on has changed.
  expect(await fingerprintOf(job.id)).toBe(before);
  expect((await app.view(job.id)).find).toMatchObject({ untouched: 7 });
  expect(await get<HarnessView>(`/jobs/${job.id}/harness`)).toMatchObject({
    readings: [{ chapter: 'during' }],
  });
  const refused = await post<Problem>(`/captures/${capture.id}/pin`, { because: 'best' });
  expect([refused.status, refused.body.detail]).toEqual([
    409,
    expect.stringMatching(/taken during the work/),
  ]);
  // Through a file and back, everything stays where it belongs.
  const { bytes, file } = await app.fileOf(job.id);
  const again = await app.jobFile<Job>(bytes);
  expect(again.body.chapter).toBe('during');
  expect((await app.fileOf(again.body.id)).file).toEqual(file);
});

it('what was taken in the wrong chapter is moved, a recording with what was heard in it', async () => {
  const { job, pairId, cavityId } = await plannedJob();
  const before = await fingerprintOf(job.id);
  await goOn(job, 'after');
  const { capture, reading, check, taken } = await measure(job.id, pairId, cavityId);
  const seen = new Set([before]);
  for (const records of [
    { readings: [reading.id] },
    { checks: [check.id] },
    { captures: [capture.id] },
    // Its capture is named; the recording goes with it.
    { captures: taken.captures.map((c) => c.id) },
  ]) {
    const moved = await post<Job>(`/jobs/${job.id}/chapters`, { chapter: 'before', ...records });
    expect(moved.status).toBe(200);
    const now = await fingerprintOf(job.id);
    expect([Object.keys(records), seen.has(now)]).toEqual([Object.keys(records), false]);
    seen.add(now);
  }
  const view = await app.view(job.id);
  expect(view.recordings.map((r) => r.chapter)).toEqual(['before']);
  expect(view.units[0].pairs.flatMap((p) => p.captures.map((c) => c.chapter))).not.toContain('after');
  expect(view.chapter).toBe('after');
});

it('nothing is moved when one of them is no record of the job', async () => {
  const { job, pairId, cavityId } = await plannedJob();
  const other = await plannedJob();
  const { capture, reading } = await measure(job.id, pairId, cavityId);
  const foreign = await measure(other.job.id, other.pairId, other.cavityId);
  const { status, body } = await post<Problem>(`/jobs/${job.id}/chapters`, {
    chapter: 'later',
    readings: [reading.id, foreign.reading.id],
    captures: [capture.id],
    checks: [NOWHERE],
  });
  expect(status).toBe(400);
  expect(body.errors).toEqual([{ field: 'readings.1', message: 'is no reading of this job' }]);
  expect((await get<HarnessView>(`/jobs/${job.id}/harness`)).readings[0].chapter).toBe('before');
  const empty = await post<Problem>(`/jobs/${job.id}/chapters`, { chapter: 'later' });
  expect([empty.status, empty.body.errors?.[0].message]).toEqual([
    400,
    'at least one reading, capture, recording or check',
  ]);
});

it('two who go on at once are told of each other', async () => {
  const { job } = await plannedJob();
  expect((await goOn(job, 'during')).status).toBe(200);
  const stale = await goOn(job, 'after');
  expect([stale.status, (stale.body as unknown as Problem).current]).toMatchObject([
    409,
    { chapter: 'during' },
  ]);
  const { status, body } = await app.call<Problem>('PUT', `/api/v1/jobs/${job.id}/chapter`, {
    chapter: 'tomorrow',
    version: 2,
  });
  expect([status, body.errors?.[0].field]).toEqual([400, 'chapter']);
});
