import { PAINT } from '../model/wire-paint.ts';
import type { Standing } from '../model/words.ts';
import { type AreaMark, type Ink, type Mark, rectangle } from './marks.ts';
import { textWidth } from './type.ts';

const SIDE = 8;
const LETTERS = 7.5;

/** Room that a wire's chip takes, pt. */
export const chipWidth = (wire: string): number => SIDE + 3 + textWidth(wire, 'mono', LETTERS);

/** Base and stripe drawn diagonally, with their letters: readable without colour. */
export function wireChip(wire: string, x: number, baseline: number): Mark[] {
  const [base, stripe] = wire.split('/');
  const y = baseline - SIDE + 1;
  const band = (from: number, to: number): AreaMark['points'] => [
    [x, y + SIDE * to],
    [x + SIDE * to, y],
    [x + SIDE * from, y],
    [x, y + SIDE * from],
  ];
  const paint = (letters: string) => PAINT[letters] as Ink | undefined;
  return [
    {
      draw: 'area',
      points: rectangle(x, y, SIDE, SIDE),
      fill: paint(base) ?? ('paper' satisfies Ink),
      stroke: 'line',
      dashed: !paint(base),
    },
    ...(stripe
      ? [
          {
            draw: 'area' as const,
            points: band(0.55, 1),
            fill: paint(stripe) ?? ('line' satisfies Ink),
            stroke: null,
            dashed: false,
          },
        ]
      : []),
    {
      draw: 'text',
      x: x + SIDE + 3,
      y: baseline,
      text: wire,
      size: LETTERS,
      face: 'mono',
      align: 'left',
      ink: 'ink',
    },
  ];
}

const DOT = 6;

/** Measured is filled, claimed an outline, assumed dashed. */
export const standingDot = (standing: Standing, x: number, baseline: number): Mark[] => [
  {
    draw: 'area',
    points: rectangle(x, baseline - DOT, DOT, DOT),
    fill: standing === 'measured' ? ('ink' as const) : ('paper' as const),
    stroke: 'ink',
    dashed: standing === 'assumed',
  },
];

/** A box to be ticked by hand, or ticked already. */
export const tickBox = (ticked: boolean, x: number, baseline: number): Mark[] => [
  { draw: 'area', points: rectangle(x, baseline - 7.5, 9, 9), fill: 'paper', stroke: 'ink', dashed: false },
  ...(ticked
    ? [
        {
          draw: 'line' as const,
          points: [
            [x + 1.8, baseline - 3],
            [x + 3.8, baseline - 0.8],
            [x + 7.4, baseline - 6],
          ] as const,
          width: 1.2,
          ink: 'ink' as const,
          dashed: false,
        },
      ]
    : []),
];
