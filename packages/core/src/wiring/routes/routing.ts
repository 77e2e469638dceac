import type { ZoneId } from '../../model/car-zones.ts';
import type { Cable } from '../cables/cables-of.ts';
import { placeId } from '../cables/runs.ts';
import type { LoneWire } from '../cables/lone-wires.ts';
import type { Conductor } from '../netlist.ts';
import type { WiringInput } from '../wiring-input.ts';
import type { Body, Link } from './bodies.ts';
import { spotOf, type Spot } from './spots.ts';
import { ZONE } from './zones.ts';

/** What a thing that is laid is for: it decides what may lie beside it. */
export type Level = 'supply' | 'line' | 'speaker' | 'control';

/** A cable, or a wire that runs by itself, from spot to spot. */
export interface Laid {
  /** of the cable, or of the conductor */
  id: string;
  level: Level;
  from: string;
  to: string;
  /** outer diameter, mm */
  thickMm: number;
  conductors: readonly Conductor[];
}

/** The zones that a run passes through the car. */
export interface Route {
  laid: Laid;
  /** zones in order; one where both ends are in it */
  zones: readonly ZoneId[];
  links: readonly Link[];
  /** what to cut: the route, what lies slack, and a loop for service, m */
  lengthM: number;
}

/** Between two things in one zone, m. */
const WITHIN_ZONE_M = 0.6;
/** Wire never lies as straight as a plan. */
const SLACK = 1.1;
/** So that a box can be taken out with its wires on, m. */
const SERVICE_LOOP_M = 0.3;
/** Rather so many times the length than through what forbids it. */
const NO_GO = 100;
/** Rather so many times the length than beside supply, by how much picks it up. */
const BESIDE_SUPPLY: Readonly<Record<Level, number>> = { supply: 1, control: 1.05, speaker: 1.4, line: 3 };

/** Copper's share of an insulated wire's cross-section, and of a bundle's. */
const WIRE_FILL = 0.45;
const CABLE_FILL = 0.6;

const across = (mm2: number) => 2 * Math.sqrt(mm2 / Math.PI);
/** Outer diameter of an insulated wire of so much copper, or of a cable of several, mm: an estimate. */
export const thicknessMm = (mm2: number, wires = 1): number =>
  across((mm2 / WIRE_FILL) * wires * (wires > 1 ? 1 / CABLE_FILL : 1));

/** Everything that is laid: supply first, since the rest keeps away from it, then what picks up most. */
export function laidOf(cables: readonly Cable[], wires: readonly LoneWire[], input: WiringInput): Laid[] {
  const laid: Laid[] = [
    ...cables.map(({ id, kind, from, to, ways }): Laid => ({
      id,
      level: kind.id === 'line' ? 'line' : 'speaker',
      from: placeId(from),
      to: placeId(to),
      thickMm: thicknessMm(kind.mm2, ways.length),
      conductors: ways.flatMap((w) => (w.conductor ? [w.conductor] : [])),
    })),
    ...wires.map(({ conductor: c }): Laid => ({
      id: c.id,
      level: levelOf(c),
      from: spotOf(c.from, input),
      to: spotOf(c.to, input),
      thickMm: thicknessMm(c.mm2 ?? UNKNOWN_MM2),
      conductors: [c],
    })),
  ];
  return laid.sort((a, b) => ORDER.indexOf(a.level) - ORDER.indexOf(b.level));
}

const ORDER: readonly Level[] = ['supply', 'line', 'speaker', 'control'];
const UNKNOWN_MM2 = 1;

function levelOf({ function: of }: Conductor): Level {
  switch (of) {
    case 'supply':
    case 'ground':
      return 'supply';
    case 'line':
      return 'line';
    case 'speaker':
    case 'load':
    case 'joint':
      return 'speaker';
    case 'remote':
      return 'control';
  }
}

/**
 * The route of everything through the car: the shortest that is allowed (Dijkstra 1959), away from supply as far as that
 * is worth the detour. No route: null, since an end has no zone or every link there is shut.
 *
 * @param shut ids of links through which no new wire goes
 */
export function routesOf(
  laid: readonly Laid[],
  spots: ReadonlyMap<string, Spot>,
  body: Body,
  shut: readonly string[],
): { laid: Laid; route: Route | null }[] {
  const supplied = new Set<string>();
  const open = body.links.filter((l) => !shut.includes(l.id));
  return laid.map((one) => {
    const [from, to] = [spots.get(one.from)?.zone ?? null, spots.get(one.to)?.zone ?? null];
    if (!from || !to) return { laid: one, route: null };
    const links = shortest(open, from, to, (l) => costOf(l, one.level, supplied));
    if (!links) return { laid: one, route: null };
    if (one.level === 'supply') for (const l of links) supplied.add(l.id);
    const straight = links.length === 0 ? WITHIN_ZONE_M : links.reduce((sum, l) => sum + l.lengthM, 0);
    const lengthM = Math.ceil((straight * SLACK + SERVICE_LOOP_M) * 10) / 10;
    return { laid: one, route: { laid: one, zones: zonesAlong(from, links), links, lengthM } };
  });
}

function costOf({ id, a, b, lengthM }: Link, level: Level, supplied: ReadonlySet<string>): number {
  const forbidden = ZONE[a].noGo || ZONE[b].noGo ? NO_GO : 1;
  return lengthM * forbidden * (supplied.has(id) ? BESIDE_SUPPLY[level] : 1);
}

function zonesAlong(from: ZoneId, links: readonly Link[]): ZoneId[] {
  const zones = [from];
  for (const { a, b } of links) zones.push(zones[zones.length - 1] === a ? b : a);
  return zones;
}

/** The cheapest chain of links; null: none leads there. */
function shortest(
  links: readonly Link[],
  from: ZoneId,
  to: ZoneId,
  cost: (link: Link) => number,
): Link[] | null {
  const best = new Map<ZoneId, { cost: number; by: Link | null; before: ZoneId | null }>();
  best.set(from, { cost: 0, by: null, before: null });
  const waiting = new Set<ZoneId>([from]);
  while (waiting.size > 0) {
    const zone = [...waiting].reduce((a, b) => (best.get(b)!.cost < best.get(a)!.cost ? b : a));
    waiting.delete(zone);
    if (zone === to) break;
    for (const link of links) {
      if (link.a !== zone && link.b !== zone) continue;
      const next = link.a === zone ? link.b : link.a;
      const sum = best.get(zone)!.cost + cost(link);
      if (sum >= (best.get(next)?.cost ?? Infinity)) continue;
      best.set(next, { cost: sum, by: link, before: zone });
      waiting.add(next);
    }
  }
  const chain: Link[] = [];
  let at: ZoneId | null = to;
  while (at !== null && at !== from) {
    const step = best.get(at);
    if (!step) return null;
    chain.unshift(step.by!);
    at = step.before;
  }
  return chain;
}
