import { strToU8, type Zippable, zipSync } from 'fflate';
import type { Response } from '../signal/response.ts';
import type { JobFile } from './job-file.ts';
import type { PhotoType } from './picture.ts';

/** In the zip: the JSON, the measured points of each capture, and the pictures. */
export const JSON_NAME = 'job.json';
export const ARRAYS = /^arrays\/c[0-9]{1,6}\.f64$/;
export const PHOTOS = /^attachments\/f[0-9]{1,6}\.(?:jpg|png|webp)$/;

const ENDING: Record<PhotoType, string> = {
  'image/jpeg': 'jpg',
  'image/png': 'png',
  'image/webp': 'webp',
};
/** A zip states times without a zone; one that never changes keeps equal jobs equal as files. */
const MTIME = new Date(2020, 0, 1);

export const arrayName = (captureKey: string): string => `arrays/${captureKey}.f64`;
export const attachmentName = (photoKey: string, mediaType: PhotoType): string =>
  `attachments/${photoKey}.${ENDING[mediaType]}`;

/**
 * A zip of a job file: `job.json`, `arrays/c1.f64` (little-endian doubles: all frequencies, then levels, then phases
 * where there are any) and `attachments/f1.jpg`. The same job always gives the same bytes.
 *
 * @param json the file, in which `{ array, points }` and `{ attachment }` name entries
 */
export function zipParts(json: unknown, entries: Readonly<Record<string, Uint8Array>>): Uint8Array {
  const zip: Zippable = { [JSON_NAME]: [strToU8(JSON.stringify(json)), { level: 6, mtime: MTIME }] };
  for (const [name, content] of Object.entries(entries))
    // Pictures are compressed already.
    zip[name] = [content, { level: ARRAYS.test(name) ? 1 : 0, mtime: MTIME }];
  return zipSync(zip);
}

/** A job file as it lies in memory, as a zip. */
export function zipJobFile(file: JobFile): Uint8Array {
  const entries: Record<string, Uint8Array> = {};
  const units = file.units.map((unit) => ({
    ...unit,
    pairs: unit.pairs.map((pair) => ({
      ...pair,
      captures: pair.captures.map(({ response, ...capture }) => {
        const array = arrayName(capture.key);
        entries[array] = packed(response);
        return { ...capture, response: { array, points: response.frequencyHz.length } };
      }),
    })),
  }));
  const photos = file.photos.map(({ content, ...photo }) => {
    const attachment = attachmentName(photo.key, photo.mediaType);
    entries[attachment] = content;
    return { ...photo, content: { attachment } };
  });
  return zipParts({ ...file, units, photos }, entries);
}

function packed(response: Response): Uint8Array {
  const columns = [response.frequencyHz, response.levelDb, ...(response.phaseDeg ? [response.phaseDeg] : [])];
  const numbers = columns.flat();
  const view = new DataView(new ArrayBuffer(numbers.length * 8));
  numbers.forEach((v, i) => view.setFloat64(i * 8, v, true));
  return new Uint8Array(view.buffer);
}

type Loose = Record<string, unknown>;
const isLoose = (value: unknown): value is Loose => typeof value === 'object' && value !== null;
const items = (value: unknown): Loose[] => (Array.isArray(value) ? value.filter(isLoose) : []);

/**
 * Puts arrays and pictures back where the JSON names them. The content is not known to be anything yet: what does not
 * look like a name is left for the schema to refuse.
 * @returns the first that is named but missing or of the wrong size
 */
export function putBack(
  content: unknown,
  entries: Readonly<Record<string, Uint8Array>>,
): { field: string; message: string } | null {
  if (!isLoose(content)) return null;
  const has = (name: unknown): name is string => typeof name === 'string' && Object.hasOwn(entries, name);
  for (const unit of items(content['units']))
    for (const pair of items(unit['pairs']))
      for (const capture of items(pair['captures'])) {
        const told = capture['response'];
        if (!isLoose(told) || !('array' in told)) continue;
        const { array, points } = told;
        const bytes = has(array) ? entries[array] : null;
        const response = bytes && typeof points === 'number' ? unpacked(bytes, points) : null;
        if (!response)
          return { field: String(array).slice(0, 60), message: 'is missing in the file or has another size' };
        capture['response'] = response;
      }
  for (const photo of items(content['photos'])) {
    const told = photo['content'];
    if (!isLoose(told) || !('attachment' in told)) continue;
    if (!has(told['attachment']))
      return { field: String(told['attachment']).slice(0, 60), message: 'is missing in the file' };
    photo['content'] = entries[told['attachment']];
  }
  return null;
}

function unpacked(bytes: Uint8Array, points: number): Loose | null {
  const columns = bytes.length / 8 / points;
  if (columns !== 2 && columns !== 3) return null;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const column = (c: number) =>
    Array.from({ length: points }, (_, i) => view.getFloat64((c * points + i) * 8, true));
  return {
    frequencyHz: column(0),
    levelDb: column(1),
    ...(columns === 3 && { phaseDeg: column(2) }),
  };
}
