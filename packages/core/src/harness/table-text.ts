import Papa from 'papaparse';

/** A pasted or imported table: which column is what, and its rows with their line numbers. */
export interface TextTable<Column extends string> {
  columns: Partial<Record<Column, number>>;
  rows: TextLine[];
}

const MOST_LINES = 2000;

/** A line of a table with its number, its cells trimmed. */
export interface TextLine {
  line: number;
  cells: string[];
}

/**
 * Lines with something on them, but for `#` lines: tabs, semicolons, commas or bars between their cells, quotes, a byte
 * order mark.
 *
 * @throws RangeError with more than 2000 lines
 */
export function linesOf(text: string): TextLine[] {
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    skipEmptyLines: false,
    delimitersToGuess: ['\t', ';', ',', '|'],
  });
  const lines = parsed.data
    .map((cells, i) => ({ line: i + 1, cells: cells.map((c) => c.trim()) }))
    .filter(({ cells }) => cells.some((c) => c !== '') && !/^#(?!$)/.test(cells[0]));
  if (lines.length > MOST_LINES)
    throw new RangeError(`at most ${MOST_LINES} lines at once; this has ${lines.length}`);
  return lines;
}

/**
 * A table pasted from a spreadsheet or read from CSV: tabs, commas or semicolons, quotes, a byte order mark, blank and
 * `#` lines. The first line is taken as head when it names at least two known columns; else `order` holds.
 *
 * @throws RangeError with more than 2000 lines
 */
export function readTable<Column extends string>(
  text: string,
  names: Record<Column, readonly string[]>,
  order: readonly Column[],
): TextTable<Column> {
  const lines = linesOf(text);
  const known = (cell: string) =>
    (Object.keys(names) as Column[]).find((name) =>
      names[name].includes(cell.toLowerCase().replace(/[.:]$/, '')),
    );
  const head = (lines[0]?.cells ?? []).map(known);
  const columns: Partial<Record<Column, number>> = {};
  if (head.filter(Boolean).length >= 2) {
    head.forEach((name, i) => name && columns[name] === undefined && (columns[name] = i));
    return { columns, rows: lines.slice(1) };
  }
  order.forEach((name, i) => (columns[name] = i));
  return { columns, rows: lines };
}

/** Rows as CSV, quoted where needed; what a spreadsheet could take for a formula is kept as text. */
export function writeTable(
  head: readonly string[],
  rows: readonly (readonly (string | number | null)[])[],
): string {
  return `${Papa.unparse({ fields: [...head], data: rows.map((row) => [...row]) }, { newline: '\n', escapeFormulae: true })}\n`;
}
