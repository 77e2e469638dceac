import type { MultipartFile } from '@fastify/multipart';
import type { FastifyRequest } from 'fastify';
import type { z } from 'zod';
import { ProblemError } from '../problems/problem-error.ts';

/** A file as it streams in; `truncated` turns true when it passes the limit. */
export type IncomingFile = MultipartFile['file'];

export interface Upload<T> {
  fields: T;
  /** as the sender names it, at most 200 characters; may be unfit */
  fileName: string;
  file: IncomingFile;
}

/**
 * Hands a multipart form on: first a part `fields` with JSON of the given shape, then the file, at most `bytes` long.
 * Whatever comes of it, the rest of the upload is read off, so that the connection can be used again.
 */
export async function withUpload<T, R>(
  request: FastifyRequest,
  bytes: number,
  shape: z.ZodType<T>,
  take: (upload: Upload<T>) => Promise<R>,
): Promise<R> {
  const part = await request.file({
    limits: { fileSize: bytes, files: 1, fields: 1, fieldSize: 64 * 1024 },
  });
  if (!part) throw ProblemError.invalid([MISSING_FILE]);
  try {
    return await take({
      fields: fieldsOf(part, shape),
      fileName: part.filename.slice(-200),
      file: part.file,
    });
  } finally {
    part.file.resume();
  }
}

const MISSING_FILE = { field: 'file', message: 'send the measurement in a part named file, after fields' };

function fieldsOf<T>(part: MultipartFile, shape: z.ZodType<T>): T {
  if (part.fieldname !== 'file') throw ProblemError.invalid([MISSING_FILE]);
  const given = part.fields['fields'];
  const text = given && !Array.isArray(given) && given.type === 'field' ? String(given.value) : null;
  if (text === null) {
    throw ProblemError.invalid([
      { field: 'fields', message: 'send what the file is in a part named fields, before file' },
    ]);
  }
  let content: unknown;
  try {
    content = JSON.parse(text);
  } catch {
    throw ProblemError.invalid([{ field: 'fields', message: 'is not JSON' }]);
  }
  const parsed = shape.safeParse(content);
  if (parsed.success) return parsed.data;
  throw ProblemError.invalid(
    parsed.error.issues.map((i) => ({ field: i.path.join('.'), message: i.message })),
  );
}
