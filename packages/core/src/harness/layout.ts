import type { ConnectorFields, View } from '../model/connector.ts';

type Shape = Pick<ConnectorFields, 'rows' | 'view' | 'corner' | 'along' | 'turning' | 'latch' | 'keying'>;

/** A cavity's place on the drawn face: `x` in cavities from the left, `row` from the top. */
export interface CavityPlace {
  number: number;
  x: number;
  row: number;
}

export interface Face {
  /** in the order of their numbers */
  places: CavityPlace[];
  /** in cavities */
  width: number;
  rows: number;
  latch: ConnectorFields['latch'];
  keying: ConnectorFields['keying'];
}

const MIRRORED = { left: 'right', right: 'left', top: 'top', bottom: 'bottom', none: 'none' } as const;
const MIRRORED_KEY = { left: 'right', right: 'left', centre: 'centre', both: 'both', none: 'none' } as const;

/**
 * The face of a plug as seen from one side, numbered as the plug is numbered. Wire side and mating side are mirror
 * images: left and right change places, top and bottom stay.
 *
 * @param from the side to look from; the shape's own when left out
 * @example faceOf({ rows: [{ cavities: 2, indent: 0 }], view: 'wire', corner: 'top-left', ... }, 'mating').places
 * // cavity 1 at x = 1, cavity 2 at x = 0
 */
export function faceOf(shape: Shape, from: View = shape.view): Face {
  const width = Math.max(...shape.rows.map((r) => r.indent + r.cavities));
  const spots = shape.rows.flatMap((r, row) =>
    Array.from({ length: r.cavities }, (_, i) => ({ x: r.indent + i, row })),
  );
  const downwards = shape.corner.startsWith('top') ? 1 : -1;
  const rightwards = shape.corner.endsWith('left') ? 1 : -1;
  const alongRows = shape.along === 'rows';
  const lane = (s: { x: number; row: number }) => (alongRows ? s.row * downwards : s.x * rightwards);
  const step = (s: { x: number; row: number }) => (alongRows ? s.x * rightwards : s.row * downwards);
  const lanes = [...new Set(spots.map(lane))].sort((a, b) => a - b);
  const turned = (s: { x: number; row: number }) =>
    shape.turning && lanes.indexOf(lane(s)) % 2 === 1 ? -1 : 1;
  const ordered = [...spots].sort((a, b) => lane(a) - lane(b) || (step(a) - step(b)) * turned(a));
  const mirror = from !== shape.view;
  return {
    places: ordered.map((s, i) => ({ number: i + 1, row: s.row, x: mirror ? width - 1 - s.x : s.x })),
    width,
    rows: shape.rows.length,
    latch: mirror ? MIRRORED[shape.latch] : shape.latch,
    keying: mirror ? MIRRORED_KEY[shape.keying] : shape.keying,
  };
}

/** The cavity that an arrow key goes to: the nearest one in that direction, as it is drawn. */
export function neighbour(
  face: Face,
  from: number,
  direction: 'left' | 'right' | 'up' | 'down',
): number | null {
  const here = face.places.find((p) => p.number === from);
  if (!here) return null;
  const sideways = direction === 'left' || direction === 'right';
  const sign = direction === 'left' || direction === 'up' ? -1 : 1;
  let best: { number: number; cost: number } | null = null;
  for (const p of face.places) {
    const along = sign * (sideways ? p.x - here.x : p.row - here.row);
    const across = Math.abs(sideways ? p.row - here.row : p.x - here.x);
    if (along <= 0 || (sideways && across > 0)) continue;
    const cost = along * 10 + across;
    if (!best || cost < best.cost) best = { number: p.number, cost };
  }
  return best?.number ?? null;
}
