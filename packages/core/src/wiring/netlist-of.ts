import type { Netlist } from './netlist.ts';
import { signalConductors } from './signal-conductors.ts';
import { supplyConductors } from './supply-conductors.ts';
import type { WiringInput } from './wiring-input.ts';

/**
 * Every conductor of the finished car, with two ends each, from the agreed plan's own car and settings: pure, and the
 * same for the same plan.
 */
export function netlistOf(input: WiringInput): Netlist {
  const all = [...signalConductors(input), ...supplyConductors(input)];
  // Coils that stay in parallel on one wire are named once.
  return { conductors: [...new Map(all.map((c) => [c.id, c])).values()] };
}
