import type { WiringFields } from '../../model/wiring.ts';
import type { Cable } from '../cables/cables-of.ts';
import type { LoneWire } from '../cables/lone-wires.ts';
import type { Netlist } from '../netlist.ts';
import type { WiringInput } from '../wiring-input.ts';
import { type Body, bodyOf, type Link } from './bodies.ts';
import { type PlacedUnit, type Spot, spotsOf } from './spots.ts';
import { type Laid, laidOf, type Route, routesOf } from './routing.ts';

/** What runs through one link. */
export interface Bundle {
  link: Link;
  laid: Laid[];
  /** outer diameter of all of it together, mm: an estimate */
  thickMm: number;
}

/** The car with everything that is laid through it. */
export interface Loom {
  body: Body;
  spots: ReadonlyMap<string, Spot>;
  routes: Route[];
  /** no route leads from end to end, or one end has no zone */
  stuck: Laid[];
  bundles: Bundle[];
}

/** Round wires side by side fill this much of the circle around them. */
const BUNDLE_FILL = 0.6;

/** Lays every cable and every single wire through the car; null: nobody has said which body it has. */
export function loomOf(
  netlist: Netlist,
  input: WiringInput,
  units: readonly PlacedUnit[],
  parts: { cables: readonly Cable[]; wires: readonly LoneWire[] },
  choices: Pick<WiringFields, 'body' | 'zones' | 'shut'>,
): Loom | null {
  if (choices.body === null) return null;
  const body = bodyOf(choices.body);
  const spots = spotsOf(netlist, input, units, body, choices.zones);
  const found = routesOf(laidOf(parts.cables, parts.wires, input), spots, body, choices.shut);
  const routes = found.flatMap(({ route }) => (route ? [route] : []));
  return {
    body,
    spots,
    routes,
    stuck: found.flatMap(({ laid, route }) => (route ? [] : [laid])),
    bundles: bundlesOf(routes, body),
  };
}

function bundlesOf(routes: readonly Route[], { links }: Body): Bundle[] {
  return links.flatMap((link) => {
    const laid = routes.filter((r) => r.links.some((l) => l.id === link.id)).map((r) => r.laid);
    if (laid.length === 0) return [];
    const area = laid.reduce((sum, { thickMm }) => sum + thickMm ** 2, 0);
    return [{ link, laid, thickMm: Math.sqrt(laid.length > 1 ? area / BUNDLE_FILL : area) }];
  });
}

/** What nobody gave a length is as long as its route. */
export function lengthened<T extends { cables: readonly Cable[]; wires: readonly LoneWire[] }>(
  { cables, wires }: T,
  loom: Loom | null,
): { cables: Cable[]; wires: LoneWire[] } {
  const byRoute = new Map(loom?.routes.map((r) => [r.laid.id, { lengthM: r.lengthM, measured: false }]));
  return {
    cables: cables.map((c) => ({ ...c, length: c.length ?? byRoute.get(c.id) ?? null })),
    wires: wires.map((w) => ({ ...w, length: w.length ?? byRoute.get(w.conductor.id) ?? null })),
  };
}
