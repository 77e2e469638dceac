import type { RunLength, WiringFields } from '../../model/wiring.ts';
import type { Conductor, Netlist } from '../netlist.ts';
import type { Cable } from './cables-of.ts';

/** Wire that runs by itself: supply, ground, turn-on, and what links two terminals. */
export interface LoneWire {
  conductor: Conductor;
  length: RunLength | null;
}

/** New conductors that no cable holds. */
export function loneWires(
  { conductors }: Netlist,
  cables: readonly Cable[],
  { lengths }: Pick<WiringFields, 'lengths'>,
): LoneWire[] {
  const inCable = new Set(cables.flatMap((c) => c.ways.map((w) => w.conductor?.id)));
  return conductors
    .filter((c) => c.made === 'new' && !inCable.has(c.id))
    .map((conductor) => ({ conductor, length: lengths[conductor.id] ?? null }));
}
