import type { MultipartFile } from '@fastify/multipart';
import {
  type CaptureFields,
  captureFieldsSchema,
  COLUMN_LIMITS,
  type ColumnChoice,
  columnChoiceSchema,
} from '@ulpen/core';
import type { FastifyRequest } from 'fastify';
import { z } from 'zod';
import { ProblemError } from '../problems/problem-error.ts';

const uploadSchema = captureFieldsSchema.omit({ fileName: true }).extend({ columns: columnChoiceSchema });

export interface CaptureUpload {
  fields: CaptureFields;
  columns: ColumnChoice;
  file: MultipartFile['file'];
}

/**
 * Hands the multipart form of an import on: first `fields` (JSON), then `file`. Whatever comes of it, the rest of the
 * upload is read off, so that the connection can be used again.
 */
export async function withUpload<T>(
  request: FastifyRequest,
  take: (upload: CaptureUpload) => Promise<T>,
): Promise<T> {
  const part = await request.file({
    limits: { fileSize: COLUMN_LIMITS.bytes, files: 1, fields: 1, fieldSize: 64 * 1024 },
  });
  if (!part) throw ProblemError.invalid([MISSING_FILE]);
  try {
    return await take(readForm(part));
  } finally {
    part.file.resume();
  }
}

const MISSING_FILE = { field: 'file', message: 'send the measurement in a part named file, after fields' };

function readForm(part: MultipartFile): CaptureUpload {
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
  const parsed = uploadSchema.safeParse(content);
  if (!parsed.success) throw invalidFields(parsed.error);
  const { columns, ...said } = parsed.data;
  const name = captureFieldsSchema.shape.fileName.safeParse(part.filename.slice(-200));
  return {
    fields: { ...said, fileName: name.success ? name.data : 'unnamed.txt' },
    columns,
    file: part.file,
  };
}

function invalidFields(error: z.ZodError): ProblemError {
  return ProblemError.invalid(error.issues.map((i) => ({ field: i.path.join('.'), message: i.message })));
}
