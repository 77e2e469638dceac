import type { TypeFace, Ink, Mark, Page } from './marks.ts';

/** One element of SVG: what screen, file and PDF are all drawn from. */
export interface SvgElement {
  name: 'text' | 'polyline' | 'polygon';
  attributes: Readonly<Record<string, string | number>>;
  text: string | null;
}

const FACES: Readonly<Record<TypeFace, { family: string; weight: number }>> = {
  text: { family: 'Barlow', weight: 400 },
  strong: { family: 'Barlow', weight: 700 },
  label: { family: 'Barlow Semi Condensed', weight: 700 },
  mono: { family: 'IBM Plex Mono', weight: 400 },
};
const ANCHOR = { left: 'start', right: 'end', centre: 'middle' } as const;

/** Inks on paper: the desk theme, dark enough for a grey copy. */
const ON_PAPER: Readonly<Record<Exclude<Ink, `#${string}`>, string>> = {
  ink: '#1a2124',
  quiet: '#4f5b60',
  hairline: '#c9c4b9',
  line: '#6f7a7e',
  copper: '#a34f18',
  wrong: '#b3322d',
  wash: '#f3f1ec',
  paper: '#ffffff',
};
export const onPaper = (ink: Ink): string => (ink in ON_PAPER ? ON_PAPER[ink as keyof typeof ON_PAPER] : ink);

const n = (v: number) => Number(v.toFixed(2));
const list = (points: readonly (readonly [number, number])[]) =>
  points.map(([x, y]) => `${n(x)},${n(y)}`).join(' ');

/** @param colour what an ink is here: of paper, or of the theme of a screen */
export function elementOf(mark: Mark, colour: (ink: Ink) => string): SvgElement {
  switch (mark.draw) {
    case 'text':
      return {
        name: 'text',
        attributes: {
          x: n(mark.x),
          y: n(mark.y),
          'font-family': FACES[mark.face].family,
          'font-weight': FACES[mark.face].weight,
          'font-size': mark.size,
          'text-anchor': ANCHOR[mark.align],
          fill: colour(mark.ink),
        },
        // The monospaced face has the ohm sign alone, not the letter that it looks like.
        text: mark.face === 'mono' ? mark.text.replaceAll('\u03a9', '\u2126') : mark.text,
      };
    case 'line':
      return {
        name: 'polyline',
        attributes: {
          points: list(mark.points),
          fill: 'none',
          stroke: colour(mark.ink),
          'stroke-width': n(mark.width),
          ...(mark.dashed ? { 'stroke-dasharray': '3 2' } : {}),
        },
        text: null,
      };
    case 'area':
      return {
        name: 'polygon',
        attributes: {
          points: list(mark.points),
          fill: mark.fill ? colour(mark.fill) : 'none',
          ...(mark.stroke ? { stroke: colour(mark.stroke), 'stroke-width': 0.7 } : {}),
          ...(mark.dashed ? { 'stroke-dasharray': '2 1.5' } : {}),
        },
        text: null,
      };
  }
}

const ESCAPED: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
const escaped = (text: string) => text.replace(/[&<>"]/g, (c) => ESCAPED[c]);

/** A page as an SVG file, in the inks of paper. */
export function svgOf({ width, height, marks }: Page): string {
  const drawn = marks.map((mark) => {
    const { name, attributes, text } = elementOf(mark, onPaper);
    const list = Object.entries(attributes).map(([k, v]) => `${k}="${escaped(String(v))}"`);
    return text === null
      ? `<${name} ${list.join(' ')}/>`
      : `<${name} ${list.join(' ')}>${escaped(text)}</${name}>`;
  });
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}pt" height="${n(height)}pt" viewBox="0 0 ${n(width)} ${n(height)}">`,
    ...drawn,
    '</svg>',
    '',
  ].join('\n');
}
