import type { Standing } from '../model/words.ts';
import { chipWidth, standingDot, tickBox, wireChip } from './chip.ts';
import { type TypeFace, type Ink, type Mark, type Page, type Paper, PAPERS } from './marks.ts';
import { wrapped } from './type.ts';

/** What stands in one field of a table. */
export interface Cell {
  text?: string;
  /** in quieter ink under it */
  under?: string;
  /** letters of a wire, before the text */
  wire?: string | null;
  ticked?: boolean;
  standing?: Standing;
  ink?: Ink;
  face?: TypeFace;
}

export interface Column {
  title: string;
  /** share of the width that is left over by fixed ones, or `pt` */
  share?: number;
  pt?: number;
  align?: 'left' | 'right';
}

const MARGIN = { side: 42, top: 58, foot: 46 };
const BODY = 9;
const UNDER = 8;
const LINE = 1.28;
const PAD = { x: 5, y: 3.2 };
/** A heading does not stand alone at the foot of a page: it, a head of a table and a row. */
const KEPT_BELOW_HEADING = 90;

interface Laid {
  lines: { text: string; size: number; face: TypeFace; ink: Ink }[];
  cell: Cell;
  height: number;
  indent: number;
}

/** Lays text, tables and pictures down a sheet, page by page; a row is never parted. */
export class Flow {
  readonly width: number;
  private readonly size: { width: number; height: number };
  private readonly done: Mark[][] = [[]];
  private y = MARGIN.top;

  constructor(paper: Paper) {
    this.size = PAPERS[paper];
    this.width = this.size.width - 2 * MARGIN.side;
  }

  private get marks(): Mark[] {
    return this.done[this.done.length - 1];
  }

  /** What is left of this page, pt. */
  private get left(): number {
    return this.size.height - MARGIN.foot - this.y;
  }

  private breakPage(): void {
    this.done.push([]);
    this.y = MARGIN.top;
  }

  /** Begins a new page unless so much is left of this one. */
  keep(height: number): void {
    if (height > this.left && this.y > MARGIN.top) this.breakPage();
  }

  gap(height: number): void {
    this.y += height;
  }

  heading(text: string): void {
    this.keep(KEPT_BELOW_HEADING);
    if (this.y > MARGIN.top) this.gap(10);
    for (const line of wrapped(text, 'strong', 12.5, this.width)) this.line(line, 'strong', 12.5, 'ink', 0);
    this.gap(3);
  }

  /** @param ink `wrong`: a caution */
  text(text: string, ink: Ink = 'ink', face: TypeFace = 'text'): void {
    for (const line of wrapped(text, face, BODY, this.width)) this.line(line, face, BODY, ink, 0);
    this.gap(2.5);
  }

  /** One item a line, with a box to tick or a number before it. */
  list(items: readonly { text: string; before: string | { ticked: boolean } }[]): void {
    const indent = 17;
    for (const { text, before } of items) {
      const lines = wrapped(text, 'text', BODY, this.width - indent);
      this.keep(lines.length * BODY * LINE);
      const baseline = this.y + BODY;
      if (typeof before === 'string')
        this.put({
          x: MARGIN.side,
          y: baseline,
          text: before,
          size: BODY,
          face: 'mono',
          align: 'left',
          ink: 'quiet',
        });
      else this.marks.push(...tickBox(before.ticked, MARGIN.side, baseline));
      for (const line of lines) this.line(line, 'text', BODY, 'ink', indent);
      this.gap(2.5);
    }
  }

  table(columns: readonly Column[], rows: readonly (readonly Cell[])[]): void {
    const fixed = columns.reduce((sum, c) => sum + (c.pt ?? 0), 0);
    const shares = columns.reduce((sum, c) => sum + (c.pt === undefined ? (c.share ?? 1) : 0), 0);
    const widths = columns.map((c) => c.pt ?? ((this.width - fixed) * (c.share ?? 1)) / shares);
    const laid = rows.map((row) => row.map((cell, n) => this.laid(cell, widths[n] - 2 * PAD.x)));
    const heights = laid.map((row) => Math.max(...row.map((c) => c.height)) + 2 * PAD.y);
    this.keep(16 + (heights.at(0) ?? 0));
    this.head(columns, widths);
    laid.forEach((row, r) => {
      if (heights[r] > this.left) {
        this.breakPage();
        this.head(columns, widths);
      }
      let x = MARGIN.side;
      row.forEach((cell, n) => {
        this.cell(cell, x, widths[n], columns[n].align ?? 'left');
        x += widths[n];
      });
      this.y += heights[r];
      this.rule('hairline');
    });
    this.gap(4);
  }

  /** Room for a picture; its marks are drawn from the left top corner that it is given. */
  picture(height: number, draw: (x: number, y: number) => readonly Mark[]): void {
    this.keep(height);
    this.marks.push(...draw(MARGIN.side, this.y));
    this.y += height;
  }

  pages(): Page[] {
    return this.done.map((marks) => ({ ...this.size, marks }));
  }

  private put(mark: Omit<Extract<Mark, { draw: 'text' }>, 'draw'>): void {
    this.marks.push({ draw: 'text', ...mark });
  }

  private line(text: string, face: TypeFace, size: number, ink: Ink, indent: number): void {
    this.keep(size * LINE);
    this.put({ x: MARGIN.side + indent, y: this.y + size, text, size, face, align: 'left', ink });
    this.y += size * LINE;
  }

  private rule(ink: Ink): void {
    this.marks.push({
      draw: 'line',
      points: [
        [MARGIN.side, this.y],
        [MARGIN.side + this.width, this.y],
      ],
      width: 0.5,
      ink,
      dashed: false,
    });
  }

  private head(columns: readonly Column[], widths: readonly number[]): void {
    let x = MARGIN.side;
    columns.forEach(({ title, align = 'left' }, n) => {
      this.put({
        x: align === 'right' ? x + widths[n] - PAD.x : x + PAD.x,
        y: this.y + 9,
        text: title,
        size: 8.5,
        face: 'label',
        align,
        ink: 'quiet',
      });
      x += widths[n];
    });
    this.y += 13;
    this.rule('line');
  }

  private laid(cell: Cell, width: number): Laid {
    const { text = '', under = '', wire, standing, ink = 'ink', face = 'text' } = cell;
    const indent = (wire ? chipWidth(wire) + 6 : 0) + (standing ? 11 : 0);
    const lines = [
      ...wrapped(text, face, BODY, width - indent).map((t) => ({ text: t, size: BODY, face, ink })),
      ...wrapped(under, 'text', UNDER, width - indent).map((t) => ({
        text: t,
        size: UNDER,
        face: 'text' as const,
        ink: 'quiet' as const,
      })),
    ];
    const height = lines.reduce((sum, l) => sum + l.size * LINE, 0);
    return { lines, cell, height: Math.max(height, BODY * LINE), indent };
  }

  private cell({ lines, cell, indent }: Laid, x: number, width: number, align: 'left' | 'right'): void {
    let y = this.y + PAD.y;
    const first = y + BODY - 0.5;
    const { wire, standing, ticked } = cell;
    if (ticked !== undefined) this.marks.push(...tickBox(ticked, x + PAD.x, first));
    if (standing) this.marks.push(...standingDot(standing, x + PAD.x, first));
    if (wire) this.marks.push(...wireChip(wire, x + PAD.x + (standing ? 11 : 0), first));
    for (const { text, size, face, ink } of lines) {
      this.put({
        x: align === 'right' ? x + width - PAD.x : x + PAD.x + indent,
        y: y + size - 0.5,
        text,
        size,
        face,
        align,
        ink,
      });
      y += size * LINE;
    }
  }
}
