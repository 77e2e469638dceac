import { unzipSync } from 'fflate';
import { z } from 'zod';
import { batteryLock, lockOf } from '../harness/lock.ts';
import { endConflicts } from '../outputs/end-conflict.ts';
import { isGone } from './key-book.ts';
import { JOB_FILE_FORMAT, JOB_FILE_VERSION, type JobFile, jobFileSchema } from './job-file.ts';
import { broughtToNow } from './job-file-versions.ts';
import { ARRAYS, JSON_NAME, PHOTOS, putBack } from './job-file-zip.ts';
import { LIMITS, limitWords } from './limits.ts';
import { pictureKind } from './picture.ts';
import { refsIn, refWord } from './ref.ts';
import { isDeeperThan } from './json-depth.ts';

export interface FileProblem {
  field: string;
  message: string;
}
export type ReadJobFile = { file: JobFile } | { problems: FileProblem[] };

const MOST_PROBLEMS = 20;
const refuse = (field: string, message: string): ReadJobFile => ({ problems: [{ field, message }] });

/** Says in words why something is no job file that can be read, or gives the file. */
export function readJobFile(content: unknown): ReadJobFile {
  const head = z.object({ format: z.string(), version: z.number() }).safeParse(content);
  if (!head.success || head.data.format !== JOB_FILE_FORMAT)
    return refuse('format', `This is not a job file: "format": "${JOB_FILE_FORMAT}" is missing.`);
  const { version } = head.data;
  if (!(Number.isInteger(version) && version >= 1 && version <= JOB_FILE_VERSION)) {
    const message = `The file has version ${version}; this program reads versions 1 to ${JOB_FILE_VERSION}. Export it again from the program that wrote it, or update this one.`;
    return refuse('version', message);
  }
  const parsed = jobFileSchema.safeParse(broughtToNow(content as object, version));
  if (!parsed.success)
    return {
      problems: parsed.error.issues
        .slice(0, MOST_PROBLEMS)
        .map((i) => ({ field: i.path.join('.'), message: i.message })),
    };
  const problems = problemsOf(parsed.data);
  return problems.length > 0 ? { problems: problems.slice(0, MOST_PROBLEMS) } : { file: parsed.data };
}

/** The same for a file's bytes: a zip of this version, or JSON of any version. */
export function readJobFileBytes(bytes: Uint8Array): ReadJobFile {
  if (bytes[0] === 0x50 && bytes[1] === 0x4b) return readZip(bytes);
  if (bytes.length > LIMITS.jobFileJsonBytes.most) return refuse('file', limitWords('jobFileJsonBytes'));
  return readJobFileText(new TextDecoder().decode(bytes));
}

/** The same for JSON as text. */
export function readJobFileText(text: string): ReadJobFile {
  if (isDeeperThan(text, LIMITS.jsonDepth.most)) return refuse('file', limitWords('jsonDepth'));
  let content: unknown;
  try {
    content = JSON.parse(text.startsWith('\ufeff') ? text.slice(1) : text);
  } catch {
    return refuse('file', 'This is not JSON. Choose a job file that was exported here.');
  }
  return readJobFile(content);
}

function readZip(bytes: Uint8Array): ReadJobFile {
  const tooMuch: string[] = [];
  let total = 0;
  let entries: Record<string, Uint8Array>;
  try {
    entries = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        const known = name === JSON_NAME || ARRAYS.test(name) || PHOTOS.test(name);
        total += known ? originalSize : 0;
        if (name === JSON_NAME && originalSize > LIMITS.jobFileJsonBytes.most)
          tooMuch.push(limitWords('jobFileJsonBytes'));
        if (total > LIMITS.jobFileBytes.most) tooMuch.push(limitWords('jobFileBytes'));
        return known && tooMuch.length === 0;
      },
    });
  } catch {
    return refuse('file', 'The zip is damaged. Export the job again, or copy the file once more.');
  }
  if (tooMuch.length > 0) return refuse('file', tooMuch[0]);
  const json = entries[JSON_NAME];
  if (!json) return refuse('file', `This zip is not a job file: it holds no ${JSON_NAME}.`);
  const text = new TextDecoder().decode(json);
  if (isDeeperThan(text, LIMITS.jsonDepth.most)) return refuse(JSON_NAME, limitWords('jsonDepth'));
  let content: unknown;
  try {
    content = JSON.parse(text);
  } catch {
    return refuse(JSON_NAME, 'is not JSON; the file was changed since it was exported');
  }
  const missing = putBack(content, entries);
  return missing ? refuse(missing.field, missing.message) : readJobFile(content);
}

/**
 * What a shape cannot say: keys given twice, names of what is not there, readings on locked plugs, two pinned captures
 * of one output, two revisions with one number, no pictures.
 */
function problemsOf(file: JobFile): FileProblem[] {
  return [
    ...keyProblems(file),
    ...lockProblems(file),
    ...pinProblems(file),
    ...endProblems(file),
    ...planProblems(file),
    ...file.photos.flatMap((photo, n) =>
      pictureKind(photo.content) === photo.mediaType
        ? []
        : [{ field: `photos.${n}.content`, message: `is no picture of the kind ${photo.mediaType}` }],
    ),
    ...sizeProblems(file),
  ];
}

/** Where each key is given: `units.0.pairs.2.key`. */
function keysGiven(file: JobFile): { key: string; field: string }[] {
  const given: { key: string; field: string }[] = [];
  const note = (items: readonly { key: string }[], at: string) =>
    items.forEach(({ key }, n) => given.push({ key, field: `${at}.${n}.key` }));
  note(file.units, 'units');
  file.units.forEach((unit, u) => {
    note(unit.connectors, `units.${u}.connectors`);
    note(unit.pairs, `units.${u}.pairs`);
    unit.pairs.forEach((pair, p) => note(pair.captures, `units.${u}.pairs.${p}.captures`));
  });
  note(file.recordings, 'recordings');
  note(file.targets, 'targets');
  note(file.photos, 'photos');
  return given;
}

function keyProblems(file: JobFile): FileProblem[] {
  const problems: FileProblem[] = [];
  const known = new Set<string>();
  for (const { key, field } of keysGiven(file)) {
    if (known.has(key)) problems.push({ field, message: `the key ${key} is given twice` });
    if (isGone(key)) problems.push({ field, message: `the key ${key} stands for what is not there` });
    known.add(key);
  }
  for (const unit of file.units)
    for (const { key, rows, retiredCavities } of unit.connectors) {
      const count = rows.reduce((n, row) => n + row.cavities, 0);
      for (let number = 1; number <= count; number++) known.add(`${key}:${number}`);
      for (const number of retiredCavities) known.add(`${key}:${number}`);
    }
  for (const { name, kind, field } of refsIn(jobFileSchema, file)) {
    if (known.has(name) || /(?:^|\.)key$/.test(field)) continue;
    // What a kept plan once stood on may be gone; its taps may not.
    if (isGone(name) && /^plans\.\d+\.proposal\.(?:remarks|changes|equipment)\b/.test(field)) continue;
    problems.push({ field, message: `names ${name}, but the file holds no such ${refWord(kind)}` });
  }
  return problems;
}

/** Of one plan each revision once, one draft of a way in, and one plan that is agreed on. */
function planProblems({ plans, drafts }: JobFile): FileProblem[] {
  const seen = new Set<string>();
  const twice = (key: string) => seen.size === seen.add(key).size;
  return [
    ...plans.flatMap(({ series, revision, agreedAt, retiredAt }, n): FileProblem[] => [
      ...(twice(`${series} ${revision}`)
        ? [{ field: `plans.${n}.revision`, message: `revision ${revision} of plan ${series} is given twice` }]
        : []),
      ...(agreedAt !== null && retiredAt === null && twice('agreed')
        ? [{ field: `plans.${n}.agreedAt`, message: 'only one plan of a job can be agreed' }]
        : []),
    ]),
    ...drafts.flatMap(({ strategy }, n): FileProblem[] =>
      twice(strategy)
        ? [{ field: `drafts.${n}.strategy`, message: `the draft of ${strategy} is given twice` }]
        : [],
    ),
  ];
}

/** A live reading on a plug that is locked for its instrument was never taken by this program. */
function lockProblems(file: JobFile): FileProblem[] {
  const plugs = new Map(file.units.flatMap((u) => u.connectors.map((c) => [c.key, c])));
  return file.readings.flatMap((reading, n): FileProblem[] => {
    if (reading.withdrawnAt !== null) return [];
    const { observation, conditions } = reading;
    const locks = (['cavityId', 'otherCavityId'] as const).flatMap((end): FileProblem[] => {
      const plug = plugs.get(reading[end]?.split(':')[0] ?? '');
      const lock = plug ? lockOf(plug, observation.kind) : null;
      return lock ? [{ field: `readings.${n}.${end}`, message: lock }] : [];
    });
    const battery =
      observation.kind === 'cone' && observation.source === 'battery' ? batteryLock(conditions) : null;
    return battery ? [...locks, { field: `readings.${n}.observation.source`, message: battery }] : locks;
  });
}

function sizeProblems(file: JobFile): FileProblem[] {
  const points = file.units
    .flatMap((u) => u.pairs.flatMap((p) => p.captures))
    .reduce((n, c) => n + c.response.frequencyHz.length, 0);
  const photos = file.photos.reduce((n, p) => n + p.content.length, 0);
  return [
    ...(points > LIMITS.pointsOfJob.most ? [{ field: 'units', message: limitWords('pointsOfJob') }] : []),
    ...(photos > LIMITS.photoBytesOfJob.most
      ? [{ field: 'photos', message: limitWords('photoBytesOfJob') }]
      : []),
  ];
}

/** Two outputs in sight on one cavity, and ends on cavities that the plug says hold no wire. */
function endProblems(file: JobFile): FileProblem[] {
  const empty = new Set(
    file.units.flatMap((u) => u.connectors.flatMap((c) => c.empty.map((number) => `${c.key}:${number}`))),
  );
  const seen: JobFile['units'][number]['pairs'] = [];
  return file.units.flatMap((unit, u) =>
    unit.pairs.flatMap((pair, p) => {
      if (unit.retiredAt !== null || pair.retiredAt !== null) return [];
      const at = (end: number) => `units.${u}.pairs.${p}.ends.${end}.cavityId`;
      const unwired = pair.ends.flatMap(({ cavityId }, end) =>
        empty.has(cavityId) ? [{ field: at(end), message: 'this cavity is marked as empty' }] : [],
      );
      const taken = endConflicts(pair, seen).map(({ end, message }) => ({ field: at(end), message }));
      seen.push(pair);
      return [...unwired, ...taken];
    }),
  );
}

function pinProblems(file: JobFile): FileProblem[] {
  return file.units.flatMap((unit, u) =>
    unit.pairs.flatMap((pair, p) => {
      const [, second] = pair.captures.flatMap((c, n) =>
        c.pins.filter((pin) => pin.withdrawnAt === null).map(() => n),
      );
      const message = 'this output has a live pin already; at most one of its captures is pinned';
      return second === undefined
        ? []
        : [{ field: `units.${u}.pairs.${p}.captures.${second}.pins`, message }];
    }),
  );
}
