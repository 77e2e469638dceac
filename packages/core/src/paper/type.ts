import { FONT_WIDTHS } from './font-widths.ts';
import type { TypeFace } from './marks.ts';

/** Of a character that the table lacks, thousandths of the size: as wide as a wide one, so that nothing is cut off. */
const UNKNOWN_WIDTH = 800;
const MONO_WIDTH = 600;

const WIDTHS = Object.fromEntries(
  Object.entries(FONT_WIDTHS).map(([face, list]) => [
    face,
    new Map(list.flatMap(([width, chars]) => [...chars].map((c) => [c, width] as const))),
  ]),
) as Record<Exclude<TypeFace, 'mono'>, Map<string, number>>;

/** Width of a line of text, pt. */
export function textWidth(text: string, face: TypeFace, size: number): number {
  let sum = 0;
  for (const c of text) sum += face === 'mono' ? MONO_WIDTH : (WIDTHS[face].get(c) ?? UNKNOWN_WIDTH);
  return (sum * size) / 1000;
}

/** Breaks a text into lines that fit a width; a word that is too long by itself is broken where it must be. */
export function wrapped(text: string, face: TypeFace, size: number, width: number): string[] {
  const lines: string[] = [];
  let line = '';
  const fits = (t: string) => textWidth(t, face, size) <= width;
  for (const word of text.split(/\s+/).filter((w) => w !== '')) {
    const longer = line === '' ? word : `${line} ${word}`;
    if (fits(longer)) {
      line = longer;
      continue;
    }
    if (line !== '') lines.push(line);
    line = '';
    for (const c of word) {
      if (line !== '' && !fits(line + c)) {
        lines.push(line);
        line = '';
      }
      line += c;
    }
  }
  return line === '' ? lines : [...lines, line];
}
