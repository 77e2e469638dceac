/** Inks of a sheet by what they mean: the screen takes them from its theme, paper from its own. */
export type Ink =
  | 'ink'
  | 'quiet'
  | 'hairline'
  | 'line'
  | 'copper'
  | 'wrong'
  | 'wash'
  | 'paper'
  /** paint of a wire, whatever the theme */
  | `#${string}`;

export type TypeFace = 'text' | 'strong' | 'label' | 'mono';

export interface TextMark {
  draw: 'text';
  /** where the text begins, ends, or has its middle, by `align`; pt from the page's left and top */
  x: number;
  /** its baseline */
  y: number;
  text: string;
  size: number;
  face: TypeFace;
  align: 'left' | 'right' | 'centre';
  ink: Ink;
}

export interface LineMark {
  draw: 'line';
  points: readonly (readonly [number, number])[];
  width: number;
  ink: Ink;
  /** assumed: nobody has seen it */
  dashed: boolean;
}

export interface AreaMark {
  draw: 'area';
  points: readonly (readonly [number, number])[];
  fill: Ink | null;
  stroke: Ink | null;
  dashed: boolean;
}

/** What a sheet is drawn with: screen, SVG and PDF show the same list. */
export type Mark = TextMark | LineMark | AreaMark;

/** pt, 1/72 inch */
export interface Page {
  width: number;
  height: number;
  marks: readonly Mark[];
}

export interface BookSheet {
  /** stays while the job does: `place:battery` */
  id: string;
  title: string;
  pages: readonly Page[];
}

/** ISO 216 and ANSI/ASME Y14.1, pt. */
export const PAPERS = {
  a4: { name: 'A4', width: 595.28, height: 841.89 },
  letter: { name: 'Letter', width: 612, height: 792 },
} as const;
export type Paper = keyof typeof PAPERS;

export const rectangle = (x: number, y: number, width: number, height: number): AreaMark['points'] => [
  [x, y],
  [x + width, y],
  [x + width, y + height],
  [x, y + height],
];
