import { MOST_PHOTO_BYTES, type Photo } from '@ulpen/core';
import type { FastifyRequest } from 'fastify';
import { ProblemError } from '../problems/problem-error.ts';
import type { NewPhoto } from './photos.repository.ts';

const starts = (content: Buffer, bytes: readonly number[], at = 0) =>
  bytes.every((b, i) => content[at + i] === b);

/** What the bytes themselves say the picture is; the sender's word is not asked. */
function kindOf(content: Buffer): Photo['mediaType'] | null {
  if (starts(content, [0xff, 0xd8, 0xff])) return 'image/jpeg';
  if (starts(content, [0x89, 0x50, 0x4e, 0x47])) return 'image/png';
  return starts(content, [0x52, 0x49, 0x46, 0x46]) && starts(content, [0x57, 0x45, 0x42, 0x50], 8)
    ? 'image/webp'
    : null;
}

/** The photo in a multipart form, bounded, read off to its end whatever comes of it. */
export async function photoOf(request: FastifyRequest): Promise<NewPhoto> {
  const part = await request.file({ limits: { fileSize: MOST_PHOTO_BYTES, files: 1 } });
  if (!part) throw ProblemError.invalid([{ field: 'file', message: 'send the photo in a part named file' }]);
  const chunks: Buffer[] = [];
  for await (const chunk of part.file) chunks.push(chunk);
  if (part.file.truncated) throw ProblemError.tooLarge(`${MOST_PHOTO_BYTES / 2 ** 20} MiB a photo`);
  const content = Buffer.concat(chunks);
  const mediaType = kindOf(content);
  if (!mediaType) throw ProblemError.invalid([{ field: 'file', message: 'a photo is JPEG, PNG or WebP' }]);
  const fileName = part.filename.replaceAll('\0', '').trim().slice(-200) || 'photo';
  return { fileName, mediaType, content };
}
