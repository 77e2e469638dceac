export const PHOTO_TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const;
export type PhotoType = (typeof PHOTO_TYPES)[number];

const at = (content: Uint8Array, place: number, ...bytes: number[]) =>
  bytes.every((b, i) => content[place + i] === b);
const big16 = (c: Uint8Array, place: number) => (c[place] << 8) | c[place + 1];
const big32 = (c: Uint8Array, place: number) => big16(c, place) * 65_536 + big16(c, place + 2);
const text = (c: Uint8Array, place: number, word: string) =>
  at(c, place, ...[...word].map((letter) => letter.charCodeAt(0)));

/** Start of frame of a JPEG: any coding, but no table (DHT, JPG, DAC share the range). */
const isFrame = (marker: number) =>
  marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc;

/** Segments from the start to the frame header, which states a size above nothing. */
function isJpeg(c: Uint8Array): boolean {
  if (!at(c, 0, 0xff, 0xd8, 0xff)) return false;
  let place = 2;
  while (place + 9 < c.length && c[place] === 0xff) {
    const marker = c[place + 1];
    if (isFrame(marker)) return big16(c, place + 5) > 0 && big16(c, place + 7) > 0;
    const length = big16(c, place + 2);
    if (length < 2) return false;
    place += 2 + length;
  }
  return false;
}

/** Signature, then IHDR with a size above nothing. */
const isPng = (c: Uint8Array) =>
  at(c, 0, 0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a) &&
  text(c, 12, 'IHDR') &&
  big32(c, 16) > 0 &&
  big32(c, 20) > 0;

/** RIFF of kind WEBP whose first chunk is one of the three codings. */
const isWebp = (c: Uint8Array) =>
  text(c, 0, 'RIFF') &&
  text(c, 8, 'WEBP') &&
  ['VP8 ', 'VP8L', 'VP8X'].some((chunk) => text(c, 12, chunk)) &&
  c.length > 24;

/**
 * What kind of picture the bytes themselves are; the sender's word is not asked. JPEG (ITU-T T.81 annex B), PNG (W3C
 * PNG 5.2, 11.2.2) and WebP (RFC 9649), each read up to the header that states its size. Null: none of them.
 */
export function pictureKind(content: Uint8Array): PhotoType | null {
  if (isJpeg(content)) return 'image/jpeg';
  if (isPng(content)) return 'image/png';
  return isWebp(content) ? 'image/webp' : null;
}
