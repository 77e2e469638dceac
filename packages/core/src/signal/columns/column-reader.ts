import type { Response } from '../response.ts';
import { LIMITS } from '../../model/limits.ts';
import { ColumnError } from './column-error.ts';
import { cells, detectLayout, isComment, readNumber, type ColumnLayout } from './layout.ts';
import { repairRows, type Repair } from './repair.ts';

/** Limits of what is taken in. A 2^18-point spectrum has 131,073 lines. */
export const COLUMN_LIMITS = {
  rows: LIMITS.columnRows.most,
  bytes: LIMITS.columnBytes.most,
  lineLength: 4096,
} as const;

/** Lines looked at before the layout is decided. */
const LINES_TO_DECIDE = 60;
const PREVIEW_ROWS = 6;

export interface ColumnTable {
  layout: ColumnLayout;
  /** rows of numbers found, before repairs */
  rows: number;
  /** the first rows as they were cut */
  preview: string[][];
  /** remark and header lines above the numbers, at most ten */
  header: string[];
  response: Response;
  /** everything that was changed to make the rows usable, to be shown */
  repairs: Repair[];
}

/**
 * Reads a response from text columns: CSV, TSV, semicolons or spaces; comment lines, a BOM, CRLF and decimal commas
 * are fine. Text comes in pieces, so that a file never has to be in memory whole.
 *
 * @example
 * const reader = new ColumnReader();
 * reader.push('Freq(Hz)\tdB\n20\t-3,1\n');
 * reader.push('40\t-1,0\n');
 * reader.finish().response.levelDb; // [-3.1, -1]
 */
export class ColumnReader {
  private rest = '';
  private line = 0;
  private undecided: { number: number; text: string }[] = [];
  private layout: ColumnLayout | null = null;
  private frequencyAt = 0;
  private levelAt = 0;
  private phaseAt = -1;
  private readonly header: string[] = [];
  private readonly preview: string[][] = [];
  private readonly lines: number[] = [];
  private readonly frequency: number[] = [];
  private readonly level: number[] = [];
  private readonly phase: number[] = [];

  /** @param wanted what the person corrected; the rest is found from the file */
  constructor(private readonly wanted: Partial<ColumnLayout> = {}) {}

  /**
   * Takes the next piece of text.
   * @throws ColumnError at the first line that cannot be read
   */
  push(text: string): void {
    let chunk = this.rest + text;
    if (this.line === 0 && chunk.charCodeAt(0) === 0xfeff) chunk = chunk.slice(1);
    // A lone \r at the end may be the first half of \r\n.
    const held = chunk.endsWith('\r') ? 1 : 0;
    const lines = chunk.slice(0, chunk.length - held).split(/\r\n|\n|\r/);
    this.rest = lines.pop()! + (held ? '\r' : '');
    for (const line of lines) this.takeLine(line);
    if (this.rest.length > COLUMN_LIMITS.lineLength) this.takeLine(this.rest);
  }

  /**
   * Ends the file.
   * @throws ColumnError when what was read is not a response
   */
  finish(): ColumnTable {
    const rest = this.rest.replace(/\r$/, '');
    this.rest = '';
    if (rest !== '') this.takeLine(rest);
    if (this.line === 0) {
      throw new ColumnError('The file is empty.', 'A response has a frequency and a level on every line.');
    }
    if (!this.layout) this.decide();
    const layout = this.layout!;
    const { response, repairs } = repairRows(
      {
        lines: this.lines,
        frequency: this.frequency,
        level: this.level,
        phase: this.phaseAt >= 0 ? this.phase : null,
      },
      layout.frequencyUnit === 'kHz' ? 1000 : 1,
    );
    return { layout, rows: this.lines.length, preview: this.preview, header: this.header, response, repairs };
  }

  private takeLine(text: string): void {
    this.line++;
    if (text.length > COLUMN_LIMITS.lineLength || /[\0\ufffd]/.test(text)) {
      throw new ColumnError(
        text.length > COLUMN_LIMITS.lineLength
          ? `The line is longer than ${COLUMN_LIMITS.lineLength} characters.`
          : 'This is not text.',
        'Export the measurement as text (.txt, .csv, .frd) and choose that file.',
        this.line,
      );
    }
    if (this.layout) {
      this.takeRow(this.line, text);
      return;
    }
    this.undecided.push({ number: this.line, text });
    if (this.undecided.length >= LINES_TO_DECIDE && this.undecided.some((l) => /^\s*[-+.\d]/.test(l.text)))
      this.decide();
    if (this.undecided.length > 1000) this.decide();
  }

  private decide(): void {
    const found = detectLayout(this.undecided);
    const layout = { ...found, ...this.wanted };
    this.frequencyAt = onlyColumn(layout, 'frequency');
    this.levelAt = onlyColumn(layout, 'level');
    this.phaseAt = layout.roles.indexOf('phase');
    this.layout = layout;
    for (const { number, text } of this.undecided) this.takeRow(number, text);
    this.undecided = [];
  }

  private takeRow(number: number, text: string): void {
    if (isComment(text)) {
      if (this.lines.length === 0 && this.header.length < 10 && text.trim()) this.header.push(text.trim());
      return;
    }
    const { separator, decimal, roles } = this.layout!;
    const row = cells(text, separator);
    const values = row.map((c) => readNumber(c, decimal));
    if (this.lines.length === 0 && values.some((v) => v === null)) {
      if (this.header.length < 10) this.header.push(text.trim());
      return;
    }
    const needed = Math.max(this.frequencyAt, this.levelAt, this.phaseAt);
    if (row.length <= needed) {
      throw new ColumnError(
        `There are ${row.length} columns, but ${needed + 1} are needed.`,
        `Give every line ${roles.length} columns.`,
        number,
      );
    }
    for (const at of [this.frequencyAt, this.levelAt, this.phaseAt]) {
      if (at >= 0 && values[at] === null) {
        throw new ColumnError(
          `"${row[at].slice(0, 30)}" is not a number.`,
          `Write numbers with a decimal ${decimal}.`,
          number,
        );
      }
    }
    if (this.lines.length >= COLUMN_LIMITS.rows) {
      throw new ColumnError(
        `There are more than ${COLUMN_LIMITS.rows.toLocaleString('en')} rows.`,
        'Export with fewer points, for example 48 an octave.',
        number,
      );
    }
    if (this.preview.length < PREVIEW_ROWS) this.preview.push(row);
    this.lines.push(number);
    this.frequency.push(values[this.frequencyAt]!);
    this.level.push(values[this.levelAt]!);
    if (this.phaseAt >= 0) this.phase.push(values[this.phaseAt]!);
  }
}

function onlyColumn(layout: ColumnLayout, role: 'frequency' | 'level'): number {
  const at = layout.roles.indexOf(role);
  if (
    at < 0 ||
    layout.roles.lastIndexOf(role) !== at ||
    layout.roles.lastIndexOf('phase') !== layout.roles.indexOf('phase')
  ) {
    throw new ColumnError(
      `Columns are read as: ${layout.roles.join(', ')}.`,
      'Choose exactly one frequency, one level and at most one phase column.',
    );
  }
  return at;
}
