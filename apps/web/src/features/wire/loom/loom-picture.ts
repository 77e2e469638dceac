import type { Body, Bundle, Level, Loom, Spot, ZoneId } from '@ulpen/core';

/** Seen from above with the front to the left: the car's right side is on top. Across is drawn wider than along. */
export const PICTURE = { width: 680, height: 440 };
const EDGE = { x: 34, y: 52 };
/** What stands in one zone is listed in a card of so many lines at most. */
const MOST_LINES = 6;
const LINE_PX = 15;
const CHAR_PX = 6.4;
const CARD_PAD = 16;

export interface Point {
  x: number;
  y: number;
}

export interface ZoneCard extends Point {
  zone: ZoneId;
  width: number;
  height: number;
  /** `spot`: what is dragged by this line; null: several */
  lines: { text: string; said: boolean; spot: string | null }[];
}

export interface BundlePicture {
  bundle: Bundle;
  /** one stroke for each level that runs in it, side by side */
  strokes: { level: Level; path: string; px: number }[];
  /** along the whole bundle, to be hit */
  path: string;
  middle: Point;
}

const LEVELS: readonly Level[] = ['supply', 'line', 'speaker', 'control'];

export const placeOf = ({ zones, lengthM, widthM }: Body, zone: ZoneId): Point => {
  const { x, y } = zones.get(zone)!;
  return {
    x: EDGE.x + (x / lengthM) * (PICTURE.width - 2 * EDGE.x),
    y: PICTURE.height / 2 - (y / (widthM / 2)) * (PICTURE.height / 2 - EDGE.y),
  };
};

/** Cards of every zone in which something stands, pushed apart until none lies over another. */
export function cardsOf(
  { body, spots }: Pick<Loom, 'body' | 'spots'>,
  nameOf: (spotId: string) => string,
): ZoneCard[] {
  const by = new Map<ZoneId, Spot[]>();
  for (const spot of spots.values()) if (spot.zone) by.set(spot.zone, [...(by.get(spot.zone) ?? []), spot]);
  const cards = [...by].map(([zone, list]): ZoneCard => {
    const shown = list.length > MOST_LINES ? list.slice(0, MOST_LINES - 1) : list;
    const lines = [
      ...shown.map((s) => ({ text: shortened(nameOf(s.id)), said: s.said, spot: s.id })),
      ...(shown.length < list.length
        ? [
            {
              text: `and ${list.length - shown.length} more`,
              said: list.slice(shown.length).every((s) => s.said),
              spot: null,
            },
          ]
        : []),
    ];
    const width = Math.max(...lines.map((l) => l.text.length)) * CHAR_PX + CARD_PAD;
    return { zone, ...placeOf(body, zone), width, height: lines.length * LINE_PX + 10, lines };
  });
  return apart(cards);
}

const MOST_CHARS = 20;
const shortened = (text: string) =>
  text.length > MOST_CHARS ? `${text.slice(0, MOST_CHARS - 1).trimEnd()}…` : text;

const GAP = 6;
const ROUNDS = 60;

/** Two cards that overlap move apart along the shorter way; none leaves the picture. */
function apart(cards: readonly ZoneCard[]): ZoneCard[] {
  const moved = cards.map((c) => within({ ...c }));
  for (let round = 0; round < ROUNDS; round++) {
    let still = true;
    for (let i = 0; i < moved.length; i++)
      for (let j = i + 1; j < moved.length; j++) {
        const [a, b] = [moved[i], moved[j]];
        const overX = (a.width + b.width) / 2 + GAP - Math.abs(a.x - b.x);
        const overY = (a.height + b.height) / 2 + GAP - Math.abs(a.y - b.y);
        if (overX <= 0 || overY <= 0) continue;
        still = false;
        const axis = overX < overY ? 'x' : 'y';
        const by = (axis === 'x' ? overX : overY) / 2 + 0.5;
        const way = a[axis] < b[axis] || (a[axis] === b[axis] && i < j) ? -1 : 1;
        moved[i] = within({ ...a, [axis]: a[axis] + way * by });
        moved[j] = within({ ...b, [axis]: b[axis] - way * by });
      }
    if (still) break;
  }
  return moved;
}

const clamp = (v: number, least: number, most: number) => Math.min(most, Math.max(least, v));
const within = (c: ZoneCard): ZoneCard => ({
  ...c,
  x: clamp(c.x, c.width / 2 + 4, PICTURE.width - c.width / 2 - 4),
  y: clamp(c.y, c.height / 2 + 4, PICTURE.height - c.height / 2 - 4),
});

/** The zone that a point in the picture means: the card that it is on, else the nearest of all. */
export function zoneAt({ body }: Pick<Loom, 'body'>, cards: readonly ZoneCard[], p: Point): ZoneId {
  const on = cards.find((c) => Math.abs(p.x - c.x) <= c.width / 2 && Math.abs(p.y - c.y) <= c.height / 2);
  const far = (zone: ZoneId) => Math.hypot(placeOf(body, zone).x - p.x, placeOf(body, zone).y - p.y);
  return on?.zone ?? [...body.zones.keys()].reduce((a, b) => (far(b) < far(a) ? b : a));
}

/** As thick as what runs in it. */
const PX_PER_MM = 0.7;
const [THIN, THICK] = [2, 14];

export function bundlesOf({ body, bundles }: Loom, cards: readonly ZoneCard[]): BundlePicture[] {
  const at = (zone: ZoneId): Point => cards.find((c) => c.zone === zone) ?? placeOf(body, zone);
  return bundles.map((bundle) => {
    const [p, q] = [at(bundle.link.a), at(bundle.link.b)];
    const levels = LEVELS.filter((level) => bundle.laid.some((l) => l.level === level)).map((level) => {
      const area = bundle.laid
        .filter((l) => l.level === level)
        .reduce((sum, { thickMm }) => sum + thickMm ** 2, 0);
      return { level, px: clamp(Math.sqrt(area) * PX_PER_MM, THIN, THICK) };
    });
    const all = levels.reduce((sum, { px }) => sum + px, 0) + 2 * (levels.length - 1);
    let from = -all / 2;
    const strokes = levels.map(({ level, px }) => {
      const off = from + px / 2;
      from += px + 2;
      return { level, px, path: lineOf(p, q, off) };
    });
    return { bundle, strokes, path: lineOf(p, q, 0), middle: { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 } };
  });
}

/** A line beside the one from p to q. */
function lineOf(p: Point, q: Point, off: number): string {
  const length = Math.hypot(q.x - p.x, q.y - p.y) || 1;
  const [nx, ny] = [(-(q.y - p.y) / length) * off, ((q.x - p.x) / length) * off];
  const f = (v: number) => v.toFixed(1);
  return `M${f(p.x + nx)} ${f(p.y + ny)}L${f(q.x + nx)} ${f(q.y + ny)}`;
}
