import { withoutNotes } from '../quantity/without-notes.ts';
import { wordTable } from '../quantity/word-table.ts';
import type { Colour } from './words.ts';

/** Whose short codes a table uses: the same two letters are grey in one country and green in another. */
export type CodeLanguage = 'english' | 'german';

const NAMED: Record<Colour, string> = {
  BK: 'bk blk blck black schwarz sw',
  BN: 'bn brn brown braun br tan beige bge bei',
  RD: 'rd red rot rt',
  OG: 'og orn org orng orange or',
  YE: 'ye yel yell yellow gelb ge',
  GN: 'gn grn green grün gruen',
  BU: 'bu blu blue blau',
  VT: 'vt vio vi vlt violet violett pur prp ppl purple lila li magenta',
  GY: 'gy gry gra grey gray grau',
  WH: 'wh wht white weiß weiss ws',
  PK: 'pk pnk pink rosa rs',
  TQ: 'tq trq turq turquoise türkis tuerkis tk cyan',
};
const COLOURS = wordTable<Colour>(
  Object.fromEntries(
    (Object.entries(NAMED) as [Colour, string][]).flatMap(([code, words]) =>
      words.split(' ').map((word) => [word, code]),
    ),
  ),
);

/** Codes that are two colours: by the language of the table, else nobody's. */
const BY_LANGUAGE: Record<CodeLanguage, ReadonlyMap<string, Colour>> = {
  german: wordTable<Colour>({ gr: 'GY', bl: 'BU', ro: 'RD' }),
  english: wordTable<Colour>({}),
};
const AMBIGUOUS = wordTable<string>({ gr: 'green or grey', bl: 'blue or black' });

/** Only a German table writes these. */
const GERMAN = new Set(
  'sw ws ge rt ro rs tk li schwarz braun rot gelb grün gruen blau lila grau weiß weiss rosa'.split(' '),
);

/** Words round a colour that change nothing of its code: a shade, a stripe, a joining word. */
const SHADES = new Set('light lt dark dk pale bright hell dunkel clear'.split(' '));
const JOINING = new Set(
  'with w mit stripe striped tracer trace on and und streifen wire ader colour farbe'.split(' '),
);

/** A colour as it was written: read, or why not. */
export type ReadWire = { wire: string } | { fault: string };

const wordsOf = (text: string): string[] =>
  withoutNotes(text.toLowerCase())
    // Cross-sections: 0.5 mm², 2,5.
    .replace(/\d+(?:[.,]\d+)?\s*(?:mm²|mm2|qmm|mm|awg|ga)?/g, ' ')
    .split(/[\s/\-–_.·,;:+&]+/)
    .filter(Boolean);

/** `hellblau`, `dunkelgrün`: the shade in one word with its colour. */
const withoutShade = (word: string): string =>
  word.length > 6 ? word.replace(/^(?:hell|dunkel|light|dark|lt|dk)(?=.)/, '') : word;

function colourOf(word: string, language: CodeLanguage | null): Colour | Colour[] | null {
  const plain = withoutShade(word);
  const one = COLOURS.get(plain) ?? (language && BY_LANGUAGE[language].get(plain));
  if (one) return one;
  // Two codes without anything between them: `swge`, `BLKWHT`.
  if (plain.length !== 4 && plain.length !== 6) return null;
  const halves = [plain.slice(0, plain.length / 2), plain.slice(plain.length / 2)].map((half) =>
    colourOf(half, language),
  );
  return halves.every((h): h is Colour => typeof h === 'string') ? halves : null;
}

/** Which language a table's colours are written in; null: nothing tells. */
export function codeLanguage(cells: readonly string[]): CodeLanguage | null {
  const words = cells.flatMap(wordsOf);
  return words.some((w) => GERMAN.has(withoutShade(w))) ? 'german' : null;
}

/**
 * A wire's colour as people write it, as IEC 60757 code: words or codes of two or three letters, English or German, with
 * shades, stripes, cross-sections and notes in brackets.
 *
 * @param language of the table's codes where it is known ({@link codeLanguage})
 * @example readWire('lt blu/blk') // { wire: 'BU/BK' }
 */
export function readWire(text: string, language: CodeLanguage | null = null): ReadWire {
  const found: Colour[] = [];
  for (const word of wordsOf(text)) {
    if (SHADES.has(word) || JOINING.has(word)) continue;
    const colour = colourOf(word, language);
    const both = AMBIGUOUS.get(word);
    if (colour === null && both) return { fault: `"${word.toUpperCase()}" may be ${both}: write it out` };
    if (colour === null)
      return { fault: `"${text.slice(0, 40)}" is no wire colour: BN/WH, brown white or BRN-WHT` };
    found.push(...(Array.isArray(colour) ? colour : [colour]));
  }
  if (found.length === 0 || found.length > 2)
    return { fault: `"${text.slice(0, 40)}" is no wire colour: one, or one and its stripe` };
  return { wire: [...new Set(found)].join('/') };
}
