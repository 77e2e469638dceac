import { ColumnError } from './column-error.ts';

export type Separator = 'tab' | 'semicolon' | 'space' | 'comma';
export type DecimalMark = 'point' | 'comma';
export type ColumnRole = 'frequency' | 'level' | 'phase' | 'ignored';

/** How the text is cut into numbers and what each column means. */
export interface ColumnLayout {
  separator: Separator;
  decimal: DecimalMark;
  /** one role a column; exactly one frequency, one level, at most one phase */
  roles: ColumnRole[];
  /** names from a header line, or `Column 1` ... */
  names: string[];
  frequencyUnit: 'Hz' | 'kHz';
}

const SPLIT: Record<Separator, RegExp> = {
  tab: /\t/,
  semicolon: /;/,
  space: /\s+/,
  comma: /,/,
};

/** Tried in this order; the first that cuts every line into the same two or more numbers is taken. */
const CUTS: readonly (readonly [Separator, DecimalMark])[] = [
  ['tab', 'point'],
  ['tab', 'comma'],
  ['semicolon', 'point'],
  ['semicolon', 'comma'],
  ['space', 'point'],
  ['space', 'comma'],
  ['comma', 'point'],
];

const COMMENT = /^\s*(?:[*#;%!"']|\/\/)/;

/** Lines that carry no numbers on purpose: empty, or starting with a mark that many programs use for remarks. */
export function isComment(line: string): boolean {
  return line.trim() === '' || COMMENT.test(line);
}

/** Cuts a line into trimmed cells. */
export function cells(line: string, separator: Separator): string[] {
  const cut = line.trim().split(SPLIT[separator]);
  // A separator at the end of the line is not a column.
  if (cut.length > 1 && cut[cut.length - 1].trim() === '') cut.pop();
  return cut.map((c) => c.trim());
}

// Each digit can be read in one way only: otherwise a line of digits takes time that grows with its square.
const NUMBER_POINT = /^[+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:e[+-]?\d+)?$/i;
const NUMBER_COMMA = /^[+-]?(?:\d+(?:,\d*)?|,\d+)(?:e[+-]?\d+)?$/i;
const NOT_FINITE = /^[+-]?(?:nan|inf|infinity|1\.#inf|1\.#ind)$/i;

/** The number in a cell; NaN for `nan`, `-inf` and the like; `null` when it is no number at all. */
export function readNumber(cell: string, decimal: DecimalMark): number | null {
  if (decimal === 'point' ? NUMBER_POINT.test(cell) : NUMBER_COMMA.test(cell)) {
    return Number(decimal === 'point' ? cell : cell.replace(',', '.'));
  }
  return NOT_FINITE.test(cell) ? NaN : null;
}

/**
 * Works out separator, decimal mark and column roles from the first lines of a file.
 *
 * @param lines the first lines, comments included, with their 1-based numbers
 * @throws ColumnError when no way of cutting gives two columns of numbers
 */
export function detectLayout(lines: readonly { number: number; text: string }[]): ColumnLayout {
  const data = lines.filter((l) => !isComment(l.text));
  const found = CUTS.map(([separator, decimal]) => {
    const rows = data.filter((l) => numericCells(l.text, separator, decimal) >= 2);
    const count = rows.length ? numericCells(rows[0].text, separator, decimal) : 0;
    return { separator, decimal, rows: rows.length, count, first: rows[0] };
  });
  const most = Math.max(...found.map((f) => f.rows));
  if (!(most >= 1)) throw noColumns(data);
  const { separator, decimal, count, first } = found.find((f) => f.rows === most)!;
  const names = headerNames(lines, first!.number, separator, count);
  const khz = names.some((n) => /freq|^f\b|khz/i.test(n) && /khz/i.test(n));
  return { separator, decimal, roles: guessRoles(names, count), names, frequencyUnit: khz ? 'kHz' : 'Hz' };
}

/** Number of cells when all are numbers, else 0. */
function numericCells(line: string, separator: Separator, decimal: DecimalMark): number {
  const row = cells(line, separator);
  return row.every((c) => readNumber(c, decimal) !== null) ? row.length : 0;
}

function noColumns(data: readonly { number: number; text: string }[]): ColumnError {
  const wanted = 'A response has a frequency and a level on every line, for example "1000  -3.2".';
  if (data.length === 0) return new ColumnError('There are no numbers in this file.', wanted);
  const numeric = data.find(
    (l) => readNumber(l.text.trim(), 'point') !== null || readNumber(l.text.trim(), 'comma') !== null,
  );
  if (numeric) return new ColumnError('There is only one column of numbers.', wanted, numeric.number);
  return new ColumnError(
    `"${data[0].text.trim().slice(0, 40)}" is not a row of numbers.`,
    wanted,
    data[0].number,
  );
}

function headerNames(
  lines: readonly { number: number; text: string }[],
  firstData: number,
  separator: Separator,
  count: number,
): string[] {
  const plain = Array.from({ length: count }, (_, i) => `Column ${i + 1}`);
  const above = lines.filter((l) => l.number < firstData && /[a-z]/i.test(l.text)).reverse();
  for (const line of above) {
    const text = line.text.replace(COMMENT, '');
    for (const cut of [separator, 'tab', 'semicolon', 'comma'] as const) {
      const row = cells(text, cut).map((c) => c.replace(/^"|"$/g, ''));
      if (row.length === count && row.some((c) => /freq|hz/i.test(c))) return row;
    }
    if (separator === 'space' && /freq/i.test(text)) {
      const row = text
        .trim()
        .replace(/\s+/g, ' ')
        // A unit in brackets belongs to the name before it.
        .replace(/ (?=[([])/g, '')
        .split(/\s+/);
      if (row.length === count) return row;
    }
  }
  return plain;
}

function guessRoles(names: readonly string[], count: number): ColumnRole[] {
  const roles: ColumnRole[] = Array.from({ length: count }, () => 'ignored');
  const take = (pattern: RegExp, role: ColumnRole, otherwise: number) => {
    const named = names.findIndex((n, i) => roles[i] === 'ignored' && pattern.test(n));
    const at = named >= 0 ? named : otherwise;
    if (at >= 0 && roles[at] === 'ignored') roles[at] = role;
  };
  take(/freq|^f\b|^\s*k?hz/i, 'frequency', 0);
  take(/level|spl|mag|amp|gain|\bdb/i, 'level', roles.indexOf('ignored'));
  // Without a name a third column may be anything: coherence, distortion, a target.
  take(/phase|\bdeg/i, 'phase', -1);
  return roles;
}
