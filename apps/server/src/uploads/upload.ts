import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { MultipartFile } from '@fastify/multipart';
import { clip, isDeeperThan, LIMITS, type LimitName, limitWords } from '@ulpen/core';
import type { FastifyRequest } from 'fastify';
import type { z } from 'zod';
import { noteUpload } from '../actors/by.ts';
import { ProblemError } from '../problems/problem-error.ts';

export interface Upload<T> {
  fields: T;
  /** as the sender names it, at most 200 characters; may be unfit */
  fileName: string;
  /** where the file lies until `take` has ended */
  path: string;
}

const FIELD_BYTES = 64 * 1024;

/**
 * Takes a multipart form: a part `fields` with JSON of the given shape where one is wanted, then the file. The file is
 * streamed to disk, bounded, and always removed, even on error; nothing of a form is ever in memory whole.
 */
export async function withUpload<T, R>(
  request: FastifyRequest,
  limit: LimitName,
  shape: z.ZodType<T> | null,
  take: (upload: Upload<T>) => Promise<R>,
): Promise<R> {
  const folder = await mkdtemp(join(tmpdir(), 'ulpen-'));
  try {
    const path = join(folder, 'upload');
    const received = await receive(request, limit, shape, path);
    return await take({ ...received, path });
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

async function receive<T>(
  request: FastifyRequest,
  limit: LimitName,
  shape: z.ZodType<T> | null,
  path: string,
): Promise<Omit<Upload<T>, 'path'>> {
  const limits = {
    fileSize: LIMITS[limit].most,
    files: 1,
    fields: shape ? 1 : 0,
    parts: shape ? 2 : 1,
    fieldSize: FIELD_BYTES,
    fieldNameSize: 100,
    headerPairs: 20,
  };
  let part: MultipartFile | undefined;
  try {
    part = await request.file({ limits });
    if (!part) throw missing(shape !== null);
    const fields = shape ? fieldsOf(part, shape) : (null as T);
    if (part.fieldname !== 'file') throw missing(shape !== null);
    const hash = createHash('sha256').update(JSON.stringify(fields));
    part.file.on('data', (chunk: Buffer) => hash.update(chunk));
    await pipeline(part.file, createWriteStream(path));
    if (part.file.truncated) throw ProblemError.tooLarge(limitWords(limit));
    noteUpload(request, hash.digest('hex'));
    return { fields, fileName: clip(part.filename.replaceAll('\0', '').trim().slice(-200), 200) };
  } catch (error) {
    // Read off, so that the answer arrives and the connection can be used again.
    part?.file.resume();
    request.raw.resume();
    throw isFormFault(error) ? BROKEN_FORM : error;
  }
}

const BROKEN_FORM = ProblemError.invalid([
  { field: '', message: 'the form cannot be read: it ends early, or its parts are not multipart/form-data' },
]);

/** What the parser says of a form has no code; what the system or we say has. */
function isFormFault(error: unknown): boolean {
  if (error instanceof ProblemError) return false;
  const { code } = error as { code?: string };
  return (
    code === undefined ||
    ['FST_MP_PREMATURE_CLOSE', 'ERR_STREAM_PREMATURE_CLOSE', 'ECONNRESET'].includes(code)
  );
}

const missing = (withFields: boolean) =>
  ProblemError.invalid([
    {
      field: 'file',
      message: withFields
        ? 'send the file in a part named file, after fields'
        : 'send it in a part named file',
    },
  ]);

function fieldsOf<T>(part: MultipartFile, shape: z.ZodType<T>): T {
  const given = part.fields['fields'];
  const field = given && !Array.isArray(given) && given.type === 'field' ? given : null;
  const wrong = (message: string) => ProblemError.invalid([{ field: 'fields', message }]);
  if (!field) throw wrong('send what the file is in a part named fields, before file');
  if (field.valueTruncated) throw wrong(`at most ${FIELD_BYTES / 1024} KiB`);
  const text = String(field.value);
  if (isDeeperThan(text, LIMITS.jsonDepth.most)) throw wrong(limitWords('jsonDepth'));
  let content: unknown;
  try {
    content = JSON.parse(text);
  } catch (error) {
    throw wrong(`is not JSON: ${(error as Error).message}`);
  }
  const parsed = shape.safeParse(content);
  if (parsed.success) return parsed.data;
  throw ProblemError.invalid(
    parsed.error.issues.map((i) => ({ field: i.path.join('.'), message: i.message })),
  );
}
