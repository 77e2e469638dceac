import { labelsOf, markOfWire } from '../../wiring/job/cable-lists.ts';
import { terminalName } from '../../wiring/words.ts';
import { type Mark, type Page, PAPERS, rectangle, type BookSheet } from '../marks.ts';
import { wrapped } from '../type.ts';
import type { BookInput } from './book-input.ts';

const ACROSS = 3;
const EDGE = { x: 42, top: 58, foot: 46 };
/** Five lines: the longest names that demo cars have take four. */
const HEIGHT = 50;

/** Both ends of every cable, and of every wire that runs alone: to be cut out along the dashes. */
export function labelsSheet(input: BookInput): BookSheet {
  const { bench, wiring, paper } = input;
  const { width, height } = PAPERS[paper];
  const single = bench.wires.flatMap(({ conductor: c }) => {
    const mark = markOfWire(bench, c.id);
    const [from, to] = [terminalName(c.from, wiring.names), terminalName(c.to, wiring.names)];
    return [
      { mark, text: `at ${from}, goes to ${to}` },
      { mark, text: `at ${to}, comes from ${from}` },
    ];
  });
  const labels = [...labelsOf(bench), ...single];
  const wide = (width - 2 * EDGE.x) / ACROSS;
  const rows = Math.floor((height - EDGE.top - EDGE.foot) / HEIGHT);
  const pages: Page[] = [];
  for (let from = 0; from < labels.length; from += rows * ACROSS) {
    const marks = labels.slice(from, from + rows * ACROSS).flatMap(({ mark, text }, n): Mark[] => {
      const x = EDGE.x + (n % ACROSS) * wide;
      const y = EDGE.top + Math.floor(n / ACROSS) * HEIGHT;
      const lines = wrapped(text, 'text', 7, wide - 44);
      return [
        { draw: 'area', points: rectangle(x, y, wide, HEIGHT), fill: null, stroke: 'line', dashed: true },
        { draw: 'text', x: x + 7, y: y + 28, text: mark, size: 13, face: 'mono', align: 'left', ink: 'ink' },
        ...lines.map((line, l): Mark => ({
          draw: 'text',
          x: x + 40,
          y: y + 11 + l * 8.4,
          text: line,
          size: 7,
          face: 'text',
          align: 'left',
          ink: 'ink',
        })),
      ];
    });
    pages.push({ width, height, marks });
  }
  return { id: 'labels', title: 'Labels', pages };
}
