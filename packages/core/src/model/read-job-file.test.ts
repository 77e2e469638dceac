import { readFileSync } from 'node:fs';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { beforeAll, describe, expect, it } from 'vitest';
import { DEMO_CARS } from '../carsim/cars/index.ts';
import { fileOfVersion7 } from '../../test/file-of-version-7.ts';
import { jobFileOfCar } from '../carsim/job-file-of-car.ts';
import { JOB_FILE_VERSION, type JobFile } from './job-file.ts';
import { arrayName, JSON_NAME, zipJobFile } from './job-file-zip.ts';
import { readJobFile, readJobFileBytes, readJobFileText } from './read-job-file.ts';
import { START_REFERENCE } from './reference.ts';

const FIXTURES = unzipSync(readFileSync(new URL('../../fixtures/job-files.zip', import.meta.url)));

/** A job file as it is written, loose enough to be spoilt anywhere. */
/** What is spoilt has no type any more. */
type Spoilable = any; // eslint-disable-line @typescript-eslint/no-explicit-any

let base: JobFile;
beforeAll(() => {
  // The car where Find has begun: plugs, readings, a sheet, captures.
  const car = DEMO_CARS.findIndex((c) => c.harness);
  base = jobFileOfCar(DEMO_CARS[car], car, () => 'a'.repeat(64));
});
const spoilt = (change: (file: Spoilable) => void): Spoilable => {
  const file = JSON.parse(JSON.stringify(base)) as Spoilable;
  change(file);
  return file;
};
const problemsOf = (content: unknown) => {
  const read = readJobFile(content);
  return 'problems' in read ? read.problems.map((p) => `${p.field}: ${p.message}`) : [];
};

describe('files that this program ever wrote', () => {
  it('are forty-three, of nine versions and of both shapes of the second', () => {
    const names = Object.keys(FIXTURES);
    expect(names).toHaveLength(43);
    for (const kind of ['v1-', 'v2-one-walk-in-', 'v2-', 'v3-', 'v4-', 'v5-', 'v6-', 'v7-', 'v8-', 'v9-'])
      expect(names.some((name) => name.startsWith(kind))).toBe(true);
  });
  it.each(Object.keys(FIXTURES))('%s is read, and comes out of a zip as it went in', (name) => {
    const read = readJobFileBytes(FIXTURES[name]);
    expect('problems' in read ? read.problems : []).toEqual([]);
    const { file } = read as { file: JobFile };
    const old = JSON.parse(new TextDecoder().decode(FIXTURES[name])) as Spoilable;
    expect(file).toMatchObject({ version: JOB_FILE_VERSION, job: old['job'] });
    expect(file.units.flatMap((u) => u.pairs.flatMap((p) => p.captures.map((c) => c.response)))).toEqual(
      old['units'].flatMap((u: Spoilable) =>
        u['pairs'].flatMap((p: Spoilable) => p['captures'].map((c: Spoilable) => c['response'])),
      ),
    );
    if ('walkIn' in (old['intake'] ?? {}))
      expect(file.intake.walkIns).toEqual(old['intake'].walkIn ? [old['intake'].walkIn] : []);
    expect(readJobFileBytes(zipJobFile(file))).toEqual({ file });
  });
  it('zips of version 6 are read: nothing was pinned, and no reference conditions were kept', () => {
    const entries = unzipSync(zipJobFile(base));
    const before = fileOfVersion7(base);
    const written = unzipSync(zipJobFile(before.old as JobFile))['job.json'];
    const old = JSON.parse(new TextDecoder().decode(written)) as Spoilable;
    delete old['intake'].reference;
    for (const { captures } of old['units'].flatMap((u: Spoilable) => u['pairs']) as Spoilable[])
      for (const c of captures) delete c.pin;
    const json = new TextEncoder().encode(JSON.stringify({ ...old, version: 6 }));
    expect(readJobFileBytes(zipSync({ ...entries, 'job.json': json }))).toEqual({
      file: { ...before.read, intake: { ...base.intake, reference: START_REFERENCE } },
    });
  });
  it('what version 9 measured was measured before the work, and a model that it named is still named', () => {
    const read = readJobFileBytes(FIXTURES['v9-tarnholt-ferry-7.json']) as { file: JobFile };
    const { job, units, readings, recordings, checks, plans, drafts } = read.file;
    const captures = units.flatMap((u) => u.pairs.flatMap((p) => p.captures));
    const measured = [job, ...captures, ...readings, ...recordings, ...checks];
    expect(new Set(measured.map((m) => m.chapter))).toEqual(new Set(['before']));
    const named = [{ deviceId: null, device: 'Merlin S8' }];
    expect([...plans.map((p) => p.proposal), ...drafts].map((way) => way.changes.boxes)).toEqual([
      named,
      named,
      named,
    ]);
    const reasons = plans.flatMap((p) => p.proposal.reasons);
    expect(reasons.length).toBeGreaterThan(0);
    expect(reasons.every((r) => r.rule === 'kept-before' && r.text !== '')).toBe(true);
  });
  it('the pin of version 7 is the first of a record of pins', () => {
    const old = structuredClone(fileOfVersion7(base).old) as Spoilable;
    const at = '2026-11-02T09:05:00.000Z';
    old['units'][0].pairs[0].captures[1].pin = { because: 'as it was', at };
    const read = readJobFile(old) as { file: JobFile };
    expect(read.file.units[0].pairs[0].captures.map((c) => c.pins)).toEqual([
      [],
      [{ because: 'as it was', takenAt: at, withdrawnAt: null }],
      ...read.file.units[0].pairs[0].captures.slice(2).map(() => []),
    ]);
  });
  it('the photos of a plug are photos of the job that show the plug', () => {
    const photo = {
      fileName: 'x.png',
      mediaType: 'image/png',
      takenAt: '2026-11-02T09:05:00.000Z',
      content: btoa(String.fromCharCode(...PNG)),
    };
    const { photos: _, ...old } = structuredClone(fileOfVersion7(base).old) as Spoilable;
    old['version'] = 5;
    old['units'][0].connectors[0].photos = [photo];
    expect(readJobFile(old)).toMatchObject({
      file: { photos: [{ key: 'f1', on: { kind: 'connector', connectorId: 'k1' }, fileName: 'x.png' }] },
    });
  });
});

const PNG = [
  0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52, 0, 0, 0, 1, 0, 0, 0, 1,
  8, 6,
];
const photo = (content: number[], on: object = { kind: 'job' }) => ({
  key: 'f1',
  on,
  fileName: 'x.png',
  mediaType: 'image/png',
  takenAt: '2026-11-02T09:05:00.000Z',
  content: btoa(String.fromCharCode(...content)),
});

describe('a file is not trusted: refused with place and reason', () => {
  const unit = (f: Spoilable) => f['units'][0];
  const pair = (f: Spoilable) => unit(f).pairs[0];
  const capture = (f: Spoilable) => pair(f).captures[0];
  const reading = (f: Spoilable) =>
    f['readings'].find((r: Spoilable) => r['observation'].kind === 'tone') as Spoilable;

  it('nothing of the untouched file', () => expect(problemsOf(spoilt(() => {}))).toEqual([]));
  it.each<[string, (file: Spoilable) => void, string]>([
    [
      'two outputs of one key',
      (f) => (unit(f).pairs[1].key = 'p1'),
      'units.0.pairs.1.key: the key p1 is given twice',
    ],
    ['an output with the key of a unit', (f) => (pair(f).key = 'u1'), 'given twice'],
    ['a level of 401 dB', (f) => (capture(f).response.levelDb[3] = 401), 'levelDb.3: up to 400 dB'],
    [
      'a frequency of 1e300',
      (f) => (capture(f).response.frequencyHz[3] = 1e300),
      'frequencyHz.3: up to 10 MHz',
    ],
    ['a noise tilt of 1e308', (f) => (capture(f).noiseTiltDb = 1e308), 'noiseTiltDb: up to 6 dB per octave'],
    ['a silence of -1e9 dB', (f) => (capture(f).silenceDb = -1e9), 'silenceDb: from -400 dB'],
    ['the year 0000', (f) => (f['job'].createdAt = '0000-01-01T00:00:00Z'), 'createdAt: a moment between'],
    [
      'a thirteenth month',
      (f) => (f['job'].createdAt = '2026-13-01T00:00:00Z'),
      'createdAt: a moment is written',
    ],
    ['a version of 2^40', (f) => (unit(f).version = 2 ** 40), 'units.0.version: no version is that high'],
    [
      'probes of 2^40',
      (f) =>
        (f['simulation'] = {
          seed: 1,
          connectors: null,
          sheet: null,
          reversedPairs: null,
          slipRate: 0,
          taken: 2 ** 40,
          slips: 0,
          revealed: false,
        }),
      'simulation.taken: up to a million',
    ],
    [
      'two pinned captures of one output',
      (f) => {
        const pins = [{ because: 'x', takenAt: '2026-11-02T09:05:00.000Z', withdrawnAt: null }];
        pair(f).captures = [capture(f), { ...capture(f), key: 'c999' }].map((c) => ({ ...c, pins }));
      },
      'units.0.pairs.0.captures.1.pins: this output has a live pin already',
    ],
    ['half an emoji', (f) => (f['job'].car = 'Car \ud83d'), 'job.car: contains half a character'],
    ['NUL in a name', (f) => (f['job'].car = 'Car \0'), 'job.car: must not contain the character NUL'],
    [
      'a tone on a restraint plug',
      (f) => {
        const key = reading(f)['cavityId'].split(':')[0];
        unit(f).connectors.find((c: Spoilable) => c['key'] === key).confirmed = 'restraint';
      },
      'is locked',
    ],
    [
      'a tone on a plug that nobody confirmed',
      (f) => unit(f).connectors.forEach((c: Spoilable) => (c['confirmed'] = 'no')),
      'is not confirmed as audio yet',
    ],
    [
      'a battery on the unit side',
      (f) => {
        reading(f)['observation'] = { kind: 'cone', source: 'battery', moves: 'out' };
        f['readings'].find((r: Spoilable) => r['observation'].kind === 'cone').conditions.plug = 'seated';
      },
      'observation.source: The battery goes on the car side',
    ],
    [
      'a reading on a cavity that the plug lacks',
      (f) => (reading(f)['cavityId'] = 'k1:119'),
      'names k1:119, but the file holds no such cavity',
    ],
    [
      'a capture of no recording',
      (f) => (capture(f).recordingId = 'r99'),
      'names r99, but the file holds no such recording',
    ],
    [
      'a recording whose loudest sample is 1e30',
      (f) => (f['recordings'][0].report.channels[0].peak = 1e30),
      'report.channels.0.peak',
    ],
    ['a recording of an hour', (f) => (f['recordings'][0].report.seconds = 3600), 'report.seconds'],
    ['a photo that is text', (f) => (f['photos'] = [photo([104, 105])]), 'photos.0.content: is no picture'],
    [
      'a photo of another kind than it says',
      (f) => (f['photos'] = [{ ...photo(PNG), mediaType: 'image/jpeg' }]),
      'is no picture of the kind image/jpeg',
    ],
    [
      'a photo of no plug',
      (f) => (f['photos'] = [photo(PNG, { kind: 'connector', connectorId: 'k77' })]),
      'names k77',
    ],
    [
      'two photos of one key',
      (f) => (f['photos'] = [photo(PNG), photo(PNG)]),
      'photos.1.key: the key f1 is given twice',
    ],
    ['a key that stands for what is gone', (f) => (unit(f).key = 'gone1'), 'units.0.key: the key gone1'],
    [
      'fifty-one units',
      (f) => (f['units'] = Array.from({ length: 51 }, (_, n) => ({ ...unit(f), key: `u${n}` }))),
      'units: at most 50 units on one job',
    ],
  ])('%s', (_, change, says) => {
    const problems = problemsOf(spoilt(change));
    expect(problems.join('\n')).toContain(says);
  });
  it('withdrawn, the same reading is history and is read', () => {
    const file = spoilt((f) => {
      unit(f).connectors.forEach((c: Spoilable) => (c['confirmed'] = 'restraint'));
      f['readings'].forEach((r: Spoilable) => (r['withdrawnAt'] = '2026-11-02T09:05:00.000Z'));
    });
    expect(problemsOf(file)).toEqual([]);
  });
  it('brackets without end are refused before they are parsed', () => {
    expect(readJobFileText('['.repeat(60_000_000))).toMatchObject({
      problems: [{ message: expect.stringContaining('at most 40 levels') }],
    });
  });
});

describe('a zip', () => {
  const entries = () => unzipSync(zipJobFile(base));
  const refusal = (zip: Record<string, Uint8Array>) => {
    const read = readJobFileBytes(zipSync(zip));
    return 'problems' in read ? `${read.problems[0].field}: ${read.problems[0].message}` : 'read';
  };
  it('is the same for the same job', () => expect(zipJobFile(base)).toEqual(zipJobFile(base)));
  it('keeps every point to the last digit', () =>
    expect(readJobFileBytes(zipJobFile(base))).toEqual({ file: base }));
  it('without its JSON, without an array, with an array cut off, or with other JSON is refused in words', () => {
    const all = entries();
    const { [JSON_NAME]: json, ...rest } = all;
    expect(refusal(rest)).toBe('file: This zip is not a job file: it holds no job.json.');
    const first = arrayName('c1');
    const { [first]: array, ...without } = all;
    expect(refusal(without)).toContain(`${first}: is missing`);
    expect(refusal({ ...all, [first]: array.slice(8) })).toContain('another size');
    expect(refusal({ ...all, [JSON_NAME]: strToU8('{') })).toContain('is not JSON');
    expect(refusal({ ...all, [JSON_NAME]: json, 'extra/../../x': strToU8('x') })).toBe('read');
  });
  it('cut in the middle is refused in words', () => {
    expect(readJobFileBytes(zipJobFile(base).slice(0, 9000))).toMatchObject({
      problems: [{ message: expect.stringContaining('damaged') }],
    });
  });
  it('that would unpack into more than is taken in is not unpacked', () => {
    const bomb = zipSync({ [JSON_NAME]: [new Uint8Array(65 * 2 ** 20), { level: 9 }] });
    expect(bomb.length).toBeLessThan(200_000);
    expect(readJobFileBytes(bomb)).toMatchObject({
      problems: [{ message: 'at most 64 MiB in the JSON in one job file' }],
    });
  });
});
