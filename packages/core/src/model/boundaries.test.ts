import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { isDeeperThan } from './json-depth.ts';
import { LIMITS, limitsTable, limitWords } from './limits.ts';
import { pictureKind } from './picture.ts';
import { clip, line, momentSchema, versionSchema } from './words.ts';

describe('limits', () => {
  it('stand in docs/limits.md as they are', () => {
    const page = readFileSync(new URL('../../../../docs/limits.md', import.meta.url), 'utf8');
    const rows = (text: string) => text.split('\n').map((l) => l.replace(/ +/g, '').replace(/-+/g, '-'));
    expect(rows(page)).toEqual(rows(limitsTable()));
  });
  it('are said in words, bytes in the unit that a person reads', () => {
    expect(limitWords('unitsOfJob')).toBe('at most 50 units on one job');
    expect(limitWords('photoBytes')).toBe('at most 2 MiB in one photo');
    expect(limitWords('jsonBytes')).toBe('at most 256 KiB in JSON in one request');
    expect(limitWords('recordingSeconds')).toBe('at most 10 minutes in one recording');
  });
  it('let everything that fits into a job fit into its file', () => {
    const points = LIMITS.pointsOfJob.most * 3 * 8;
    expect(points + LIMITS.photoBytesOfJob.most).toBeLessThan(LIMITS.jobFileBytes.most);
  });
});

describe('text', () => {
  it.each([['Bay \ud83d'], ['\udc00'], ['a\0b']])('%j is refused', (text) =>
    expect(line(20).safeParse(text).success).toBe(false),
  );
  it('is cut without cutting a character in two', () => {
    expect(clip('ab🔊', 3)).toBe('ab');
    expect(clip('ab🔊', 4)).toBe('ab🔊');
    expect(clip('abc', 2)).toBe('ab');
  });
});

describe('moments and versions', () => {
  it.each(['0000-01-01T00:00:00Z', '9999-01-01T00:00:00Z', '2026-02-30T00:00:00Z', '2026-11-28', 'noon'])(
    '%s is none',
    (text) => expect(momentSchema.safeParse(text).success).toBe(false),
  );
  it('2026-11-28T09:30:00.123Z is one', () =>
    expect(momentSchema.safeParse('2026-11-28T09:30:00.123Z').success).toBe(true));
  it('a version fits its column', () => {
    expect(versionSchema.safeParse(2 ** 31 - 1).success).toBe(true);
    for (const wrong of [2 ** 31, 0, 1.5, NaN]) expect(versionSchema.safeParse(wrong).success).toBe(false);
  });
});

describe('depth of JSON', () => {
  it.each([
    ['[]', 1, false],
    ['[[]]', 1, true],
    ['{"a":[{}]}', 3, false],
    ['{"a":[{}]}', 2, true],
    ['["[[[[{{{{"]', 1, false],
    ['["\\"[[["]', 1, false],
    ['[],[],[]', 1, false],
  ])('%s beyond %i: %s', (text, most, deeper) => expect(isDeeperThan(text, most)).toBe(deeper));
});

describe('pictures', () => {
  const bytes = (...parts: (number | string)[]) =>
    Uint8Array.from(parts.flatMap((p) => (typeof p === 'string' ? [...p].map((c) => c.charCodeAt(0)) : [p])));
  const pad = Array<number>(16).fill(0);
  const png = (width: number) =>
    bytes(0x89, 'PNG', 13, 10, 26, 10, 0, 0, 0, 13, 'IHDR', 0, 0, 0, width, 0, 0, 0, 1, ...pad);
  const jpeg = (marker: number, height: number) =>
    bytes(0xff, 0xd8, 0xff, 0xe0, 0, 4, 0, 0, 0xff, marker, 0, 11, 8, 0, height, 0, 1, ...pad);
  it.each([
    ['a PNG', png(1), 'image/png'],
    ['a PNG without width', png(0), null],
    ['a JPEG', jpeg(0xc0, 1), 'image/jpeg'],
    ['a progressive JPEG', jpeg(0xc2, 1), 'image/jpeg'],
    ['a JPEG without height', jpeg(0xc0, 0), null],
    ['a JPEG whose frame never comes', jpeg(0xc4, 1), null],
    ['three bytes of a JPEG', bytes(0xff, 0xd8, 0xff), null],
    ['a WebP', bytes('RIFF', 1, 0, 0, 0, 'WEBPVP8 ', ...pad), 'image/webp'],
    ['a RIFF of sound', bytes('RIFF', 1, 0, 0, 0, 'WAVEfmt ', ...pad), null],
    ['a page', bytes('<svg onload=alert(1)>'), null],
    ['nothing', new Uint8Array(), null],
  ])('%s', (_, content, kind) => expect(pictureKind(content)).toBe(kind));
});
