import { UNKNOWN_SITUATION } from './situation.ts';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { DEMO_CARS } from '../carsim/cars/index.ts';
import { jobFileOfCar } from '../carsim/job-file-of-car.ts';
import { analysisSchema } from './analysis.ts';
import { analyseResponse } from '../signal/analyse.ts';
import { columnChoiceSchema, responseSchema } from './capture.ts';
import { JOB_FILE_VERSION, type JobFile, jobFileSchema } from './job-file.ts';
import { readJobFile, readJobFileText } from './read-job-file.ts';
import { jobFieldsSchema } from './job.ts';
import { START_INTAKE } from './intake.ts';
import { START_BRIEF } from './brief.ts';
import { targetFieldsSchema, USUAL_SPEAKER } from './target.ts';
import { fileOfVersion7 } from '../../test/file-of-version-7.ts';
import { pairFieldsSchema } from './unit.ts';
import { channelName, wireSchema } from './words.ts';

const messages = (schema: z.ZodType, value: unknown) =>
  schema.safeParse(value).error?.issues.map((i) => `${i.path.join('.')}: ${i.message}`) ?? [];
const pair = {
  side: 'left',
  axle: 'front',
  way: 'woofer',
  suffix: '',
  ends: [
    { sign: 'plus', cavityId: '00000000-0000-4000-8000-000000000003' },
    { sign: 'minus', cavityId: '00000000-0000-4000-8000-000000000004' },
  ],
  placeText: '',
  stage: 'unknown',
  statedPolarity: 'unknown',
};
const target = {
  name: 'Front set',
  layout: 'stereo',
  axle: 'front',
  lowHz: 80,
  highHz: 18_000,
  speakerLevelInput: false,
};

let made: JobFile | undefined;
/** The largest demo car's file, made once: its recordings take a moment. */
const carrierFile = () => (made ??= jobFileOfCar(DEMO_CARS[0], 0, () => '0'.repeat(64)));

describe('words', () => {
  it.each([
    [['left', 'front', 'midrange'], 'Front left mid'],
    [['right', 'rear', 'full'], 'Rear right'],
    [['centre', 'front', 'full'], 'Centre'],
    [['mono', 'other', 'subwoofer'], 'Subwoofer'],
    [['left', 'other', 'subwoofer'], 'Subwoofer left'],
    [['left', 'other', 'tweeter'], 'Left tweeter'],
  ] as const)('%j is called %s', ([side, axle, way], name) =>
    expect(channelName({ side, axle, way })).toBe(name),
  );

  it('knows the colours of IEC 60757 and nothing else', () => {
    for (const wire of ['BK', 'BN/WH', 'TQ/PK']) expect(wireSchema.safeParse(wire).success).toBe(true);
    for (const wire of ['', 'XX', 'BN/', 'BN-WH', 'bn', 'BN/WH/RD'])
      expect(wireSchema.safeParse(wire).success).toBe(false);
  });
});

describe('boundaries name the field and what would be accepted', () => {
  it('outputs', () => {
    expect(pairFieldsSchema.safeParse(pair).success).toBe(true);
    const [plus] = pair.ends;
    expect(messages(pairFieldsSchema, { ...pair, ends: [plus, { ...plus, sign: 'minus' }] })).toEqual([
      'ends.1.cavityId: plus and minus are two different cavities',
    ]);
    const other = (n: number) => ({ ...plus, cavityId: plus.cavityId.replace(/3$/, String(n)) });
    expect(messages(pairFieldsSchema, { ...pair, ends: [plus, other(5), other(6)] })[0]).toBe(
      'ends.2.cavityId: at most two cavities for plus',
    );
    expect(pairFieldsSchema.safeParse({ ...pair, ends: [plus, other(5)] }).success).toBe(true);
    expect(messages(pairFieldsSchema, { ...pair, ends: [{ ...plus, cavityId: 'C2·3' }] })[0]).toContain(
      'UUID',
    );
    expect(pairFieldsSchema.safeParse({ ...pair, ends: [], placeText: 'C2 · 3/4' }).success).toBe(true);
  });
  it('targets', () => {
    expect(messages(targetFieldsSchema, target)).toEqual([]);
    expect(messages(targetFieldsSchema, { ...target, lowHz: 9 })[0]).toBe('lowHz: from 10 Hz');
    expect(messages(targetFieldsSchema, { ...target, lowHz: 100, highHz: 120 })[0]).toContain(
      'half an octave',
    );
    expect(messages(targetFieldsSchema, { ...target, name: '  ' })[0]).toBe('name: must not be empty');
    expect(messages(targetFieldsSchema, { ...target, lowHz: NaN })).toHaveLength(1);
  });
  it('jobs', () => {
    const job = { car: ' Halvard ', year: 2020, system: '', place: '', wish: '' };
    expect(jobFieldsSchema.parse(job).car).toBe('Halvard');
    expect(messages(jobFieldsSchema, { ...job, year: 1890 })[0]).toBe('year: a year from 1950');
    expect(messages(jobFieldsSchema, { ...job, wish: 'x'.repeat(1001) })[0]).toContain('at most 1000');
  });
  it('responses and column choices', () => {
    expect(messages(responseSchema, { frequencyHz: [1, 2, 3], levelDb: [0, 0] })[0]).toContain('same number');
    expect(messages(responseSchema, { frequencyHz: [1, 3, 2], levelDb: [0, 0, 0] })[0]).toContain(
      'must rise',
    );
    expect(columnChoiceSchema.parse({})).toEqual({});
    expect(columnChoiceSchema.safeParse({ separator: 'pipe' }).success).toBe(false);
  });
  it('an analysis is what its schema says, through JSON and back', () => {
    const file = carrierFile();
    const analysis = analyseResponse(file.units[0].pairs[0].captures[0].response);
    expect(analysisSchema.parse(JSON.parse(JSON.stringify(analysis)))).toEqual(analysis);
  });
});

describe('job files', () => {
  const file = () => jobFileOfCar(DEMO_CARS[1], 1, () => 'a'.repeat(64));
  const problems = (content: unknown) => {
    const read = readJobFile(content);
    return 'problems' in read ? read.problems : [];
  };

  it('are read as they were written', () => {
    const written = file();
    expect(readJobFileText(JSON.stringify(written))).toEqual({ file: written });
  });
  it.each([
    ['text', 'not json', 'file', 'not JSON'],
    ['another JSON', '{"a":1}', 'format', 'not a job file'],
    ['a list', '[]', 'format', 'not a job file'],
    ['null', 'null', 'format', 'not a job file'],
    [
      'a later version',
      `{"format":"ulpen-job","version":${JOB_FILE_VERSION + 1}}`,
      'version',
      `version ${JOB_FILE_VERSION + 1}; this program reads versions 1 to ${JOB_FILE_VERSION}`,
    ],
  ])('%s is refused with words', (_, text, field, words) => {
    const read = readJobFileText(text);
    expect('problems' in read && read.problems[0]).toMatchObject({
      field,
      message: expect.stringContaining(words),
    });
  });
  it('name the place of what is wrong', () => {
    const broken = file() as unknown as {
      units: { pairs: { side: string; captures: { response: { levelDb: number[] } }[] }[] }[];
    };
    broken.units[0].pairs[1].side = 'up';
    broken.units[0].pairs[2].captures[0].response.levelDb.pop();
    const fields = problems(broken).map((p) => p.field);
    expect(fields).toContain('units.0.pairs.1.side');
    expect(fields.some((f) => f.startsWith('units.0.pairs.2.captures.0.response'))).toBe(true);
  });
  /** A file as version 4 wrote it, and what becomes of it. */
  const before5 = (now: JobFile) => {
    const { old: before8, read } = fileOfVersion7(now);
    const { brief: _, decisions: __, ...rest } = before8;
    const targets = now.targets.map(({ speaker: ___, amplifier: ____, ...t }) => t);
    return {
      old: { ...(rest as typeof now), targets },
      read: {
        ...read,
        brief: { ...START_BRIEF, version: 1 },
        decisions: [],
        targets: now.targets.map((t) => ({ ...t, speaker: USUAL_SPEAKER, amplifier: null })),
      },
    };
  };

  it('of version 4 are read: nothing was said of speakers, and one output each was a way of its own', () => {
    const { old, read } = before5(file());
    const proposal = {
      title: 'One output each',
      device: 'converter',
      covers: true,
      withinDb: 1,
      feeds: [],
      reasons: [],
      remarks: [],
    };
    const plan = {
      name: 'Kept',
      createdAt: '2026-11-02T09:05:00.000Z',
      basis: { captures: [], targets: [] },
    };
    const single = { ...plan, proposal: { ...proposal, strategy: 'single' } };
    const given = { ...old, version: 4, plans: [single, { ...single, name: 'Another' }] };
    const found = readJobFile(given);
    expect(found).toMatchObject({
      file: {
        ...read,
        plans: [
          { name: 'Kept', series: 1, revision: 1, agreedAt: null, proposal: { strategy: 'convert' } },
          { name: 'Another', series: 2, revision: 1 },
        ],
      },
    });
    expect(JSON.stringify(found)).not.toContain('basis');
    expect(readJobFile({ ...old, version: 4 })).toEqual({ file: read });
  });

  it('of version 2 are read: every capture came from a file, and nothing was recorded', () => {
    const file = carrierFile();
    const { old: older, read } = before5(file);
    const units = older.units.map((u) => ({
      ...u,
      pairs: u.pairs.map((p) => ({
        ...p,
        captures: p.captures.map(({ recordingId: _, noiseTiltDb: __, ...capture }) => capture),
      })),
    }));
    const { recordings: _, checks: __, ...old } = older;
    const now = { file: { ...read, recordings: [], checks: [] } };
    expect(readJobFile({ ...old, units, version: 2 })).toEqual(now);
  });

  it('of version 3 are read: nothing was checked by hand, and no conditions beyond step and load', () => {
    const file = carrierFile();
    const { old: older, read } = before5(file);
    const units = older.units.map((u) => ({
      ...u,
      pairs: u.pairs.map((p) => ({
        ...p,
        captures: p.captures.map(({ silenceDb: _, situation: __, ...capture }) => capture),
      })),
    }));
    const { checks: _, ...old } = older;
    const recordings = file.recordings.map(({ situation: __, skew: ___, ownDistortion: ____, ...r }) => r);
    expect(readJobFile({ ...old, units, recordings, version: 3 })).toEqual({
      file: {
        ...read,
        checks: [],
        recordings: file.recordings.map((r) => ({
          ...r,
          situation: UNKNOWN_SITUATION,
          skew: 0,
          ownDistortion: null,
        })),
      },
    });
  });

  it('of version 1 are read, with nothing found yet', () => {
    const { old: older, read: now } = before5(file());
    const { intake: _, readings: __, sheets: ___, simulation: ____, ...old } = older;
    const units = old.units.map(({ connectors: _____, ...unit }) => unit);
    const read = readJobFile({ ...old, units, version: 1 });
    expect('file' in read && read.file).toEqual({
      ...now,
      intake: { ...START_INTAKE, version: 1 },
      checks: [],
    });
  });
  it('have a JSON Schema', () => {
    const schema = z.toJSONSchema(jobFileSchema, { io: 'input', unrepresentable: 'any' });
    const { $ref, $defs } = schema as { $ref: string; $defs: Record<string, { required: string[] }> };
    expect($ref).toBe('#/$defs/JobFile');
    expect($defs['JobFile'].required).toEqual(expect.arrayContaining(['format', 'version', 'units']));
  });
});
