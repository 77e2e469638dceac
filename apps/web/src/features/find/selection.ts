import { type Connector, faceOf, neighbour, type View } from '@ulpen/core';

/** One cavity, or two with the instrument's plus on the first. */
export interface Selection {
  first: string | null;
  second: string | null;
}

export type Direction = 'left' | 'right' | 'up' | 'down';

const numberOf = (c: Connector, id: string | null) => c.cavities.find((v) => v.id === id)?.number ?? null;
const idOf = (c: Connector, number: number | null) => c.cavities.find((v) => v.number === number)?.id ?? null;

/** `5` or `5-6` as it stands in the address. */
export function selectionFrom(connector: Connector, text: string | null): Selection {
  const [first, second] = (text ?? '').split('-').map(Number);
  const start = idOf(connector, first) ?? connector.cavities.find((v) => !v.empty)?.id ?? null;
  const other = second === first ? null : idOf(connector, second ?? null);
  return { first: start, second: other };
}

export function selectionText(connector: Connector, { first, second }: Selection): string {
  return [numberOf(connector, first), numberOf(connector, second)].filter((n) => n !== null).join('-');
}

/** Where an arrow key goes, as the face is drawn; with Shift the second cavity goes and the first stays. */
export function moved(
  connector: Connector,
  at: Selection,
  direction: Direction,
  view: View,
  extend: boolean,
): Selection {
  const from = numberOf(connector, extend ? (at.second ?? at.first) : at.first);
  if (from === null) return at;
  const id = idOf(connector, neighbour(faceOf(connector, view), from, direction));
  if (id === null) return at;
  if (!extend) return { first: id, second: null };
  return { first: at.first, second: id === at.first ? null : id };
}

/** After saving: the next wire, or the next two in the same arrangement. */
export function advanced(connector: Connector, at: Selection): Selection {
  const a = numberOf(connector, at.first);
  const b = numberOf(connector, at.second);
  if (a === null) return at;
  const holdsWire = (n: number) => connector.cavities.some((c) => c.number === n && !c.empty);
  if (b === null) {
    const next = connector.cavities.find((c) => c.number > a && !c.empty);
    return next ? { first: next.id, second: null } : at;
  }
  const used = Math.abs(b - a) === 1 ? Math.max(a, b) : a;
  for (let first = used + 1; first <= connector.cavities.length; first++) {
    const second = first + (b - a);
    if (holdsWire(first) && holdsWire(second) && sameStep(connector, a, b, first, second))
      return { first: idOf(connector, first), second: idOf(connector, second) };
  }
  return at;
}

function sameStep(connector: Connector, a: number, b: number, c: number, d: number): boolean {
  const { places } = faceOf(connector);
  const step = (from: number, to: number) => {
    const [p, q] = [places[from - 1], places[to - 1]];
    return p && q ? `${q.x - p.x},${q.row - p.row}` : '';
  };
  return step(a, b) === step(c, d);
}
