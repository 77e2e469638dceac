import { BODIES, type BodyKind, ZONES, type ZoneId } from '../../model/car-zones.ts';
import { ZONE } from './zones.ts';

/** What a route has to get through. */
export interface Passage {
  kind: 'bulkhead' | 'door-boot' | 'seat-back';
  /** how to get through, in one sentence */
  how: string;
}

/** Two zones between which cable can be laid. */
export interface Link {
  /** `footwell-left|sill-left` */
  id: string;
  a: ZoneId;
  b: ZoneId;
  /** along the trim, m */
  lengthM: number;
  passage: Passage | null;
}

/** A car from above: where its zones lie, and what links them. */
export interface Body {
  kind: BodyKind;
  name: string;
  lengthM: number;
  widthM: number;
  /** m from the front bumper and from the middle, to the right positive */
  zones: ReadonlyMap<ZoneId, { x: number; y: number }>;
  links: readonly Link[];
}

interface Shape {
  name: string;
  lengthM: number;
  widthM: number;
  rearDoors: boolean;
  rearSeat: boolean;
  rear: 'boot' | 'bed';
  shelf: boolean;
}

/** Typical outer sizes: a plan of the zones, not a drawing of any car. */
const SHAPES: Readonly<Record<BodyKind, Shape>> = {
  hatchback: shape('Hatchback', 4.2, 1.8),
  saloon: shape('Saloon', 4.7, 1.85, { shelf: true }),
  coupe: shape('Coupé', 4.5, 1.85, { rearDoors: false, shelf: true }),
  estate: shape('Estate, people carrier', 4.8, 1.85),
  pickup: shape('Pickup', 5.3, 1.9, { rear: 'bed' }),
  van: shape('Van, camper', 5.5, 2.05, { rearDoors: false, rearSeat: false }),
  'two-seater': shape('Two-seater', 4.1, 1.8, { rearDoors: false, rearSeat: false }),
  'off-roader': shape('Off-roader', 4.6, 1.9),
};

function shape(name: string, lengthM: number, widthM: number, more: Partial<Shape> = {}): Shape {
  return { name, lengthM, widthM, rearDoors: true, rearSeat: true, rear: 'boot', shelf: false, ...more };
}

/** A route goes up and down besides along and across, m. */
const RISE_M = 0.3;

const BULKHEAD: Passage = {
  kind: 'bulkhead',
  how: 'through a grommet in the bulkhead: look on both sides before drilling, deburr, paint the edge, seal, drip loop outside',
};
const DOOR: Passage = {
  kind: 'door-boot',
  how: 'through the rubber boot of the door, no joint inside it; a boot that is a plug takes no new wire',
};
const SEAT_BACK: Passage = {
  kind: 'seat-back',
  how: 'behind the side trim of the seat back, clear of its hinge and latch',
};

const both = (a: string, b: string, passage: Passage | null = null) =>
  (['left', 'right'] as const).map((side) => [
    a.replace('*', side) as ZoneId,
    b.replace('*', side) as ZoneId,
    passage,
  ]) as readonly (readonly [ZoneId, ZoneId, Passage | null])[];

const LINKED: readonly (readonly [ZoneId, ZoneId, Passage | null])[] = [
  ['engine-bay-left', 'engine-bay-right', null],
  ...both('engine-bay-*', 'footwell-*', BULKHEAD),
  ...both('footwell-*', 'dash-*'),
  ...both('dash-*', 'dash-centre'),
  ['dash-centre', 'tunnel', null],
  ...both('footwell-*', 'tunnel'),
  ...both('footwell-*', 'front-door-*', DOOR),
  ...both('footwell-*', 'sill-*'),
  ...both('dash-*', 'pillar-*'),
  ...both('pillar-*', 'headlining'),
  ...both('sill-*', 'front-seat-*'),
  ...both('tunnel', 'front-seat-*'),
  ...both('sill-*', 'rear-door-*', DOOR),
  ...both('sill-*', 'rear-seat'),
  ['tunnel', 'rear-seat', null],
  ...both('sill-*', 'quarter-*'),
  ...both('quarter-*', 'boot', SEAT_BACK),
  ...both('quarter-*', 'bed'),
  ...both('quarter-*', 'shelf'),
  ['shelf', 'boot', null],
];

/** Where a zone lies: along the car as a part of its length, across it as a part of half its width. */
function placeIn({ lengthM, widthM, rearSeat }: Shape, zone: ZoneId): { x: number; y: number } {
  const [along, across] = PLACES[zone.replace(/-(left|right)$/, '')];
  const sign = ZONE[zone].side === 'left' ? -1 : ZONE[zone].side === 'right' ? 1 : 0;
  // Without a second row the load begins behind the front seats.
  const behind = along > 0.5 && !rearSeat ? along - 0.08 : along;
  return { x: behind * lengthM, y: (sign * across * widthM) / 2 };
}

const PLACES: Readonly<Record<string, readonly [along: number, across: number]>> = {
  'engine-bay': [0.15, 0.55],
  dash: [0.33, 0.55],
  'dash-centre': [0.33, 0],
  footwell: [0.3, 0.75],
  tunnel: [0.44, 0],
  'front-door': [0.43, 1],
  'rear-door': [0.62, 1],
  'front-seat': [0.5, 0.42],
  'rear-seat': [0.65, 0],
  sill: [0.53, 0.8],
  quarter: [0.78, 0.8],
  shelf: [0.76, 0],
  boot: [0.88, 0],
  bed: [0.85, 0],
  pillar: [0.34, 0.85],
  headlining: [0.55, 0.18],
};

/** The car from above by its kind; sides mirror each other. */
export function bodyOf(kind: BodyKind): Body {
  const own = SHAPES[kind];
  const missing = (zone: ZoneId) =>
    (zone.startsWith('rear-door') && !own.rearDoors) ||
    (zone === 'rear-seat' && !own.rearSeat) ||
    (zone === 'shelf' && !own.shelf) ||
    (zone === 'boot' && own.rear !== 'boot') ||
    (zone === 'bed' && own.rear !== 'bed');
  const zones = new Map(ZONES.filter((z) => !missing(z)).map((z) => [z, placeIn(own, z)] as const));
  const links = LINKED.flatMap(([a, b, passage]) => {
    const [p, q] = [zones.get(a), zones.get(b)];
    if (!p || !q) return [];
    // Along the trim, never straight across.
    const lengthM = Math.abs(p.x - q.x) + Math.abs(p.y - q.y) + RISE_M;
    return [{ id: `${a}|${b}`, a, b, lengthM, passage }];
  });
  return { kind, name: own.name, lengthM: own.lengthM, widthM: own.widthM, zones, links };
}

export const BODY_NAMES = Object.fromEntries(BODIES.map((k) => [k, SHAPES[k].name])) as Record<
  BodyKind,
  string
>;
