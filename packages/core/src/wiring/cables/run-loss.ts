import type { Conductor } from '../netlist.ts';
import type { WiringInput } from '../wiring-input.ts';
import type { Cable } from './cables-of.ts';

/** Resistivity of copper at 20 degrees, ohm mm2 per metre (IEC 60028). */
const COPPER = 0.01724;

/** There and back. */
export const loopOhm = (lengthM: number, mm2: number): number => (2 * lengthM * COPPER) / mm2;

/** Share of the load's voltage that a run keeps from it, in decibels. */
export const lossDb = (ohm: number, loadOhm: number): number => 20 * Math.log10(1 + ohm / loadOhm);

/** What an output of a device works into, ohm; null: a line, or not known. */
export function loadOf({ signal }: Conductor, { car }: Pick<WiringInput, 'car'>): number | null {
  if (signal?.source.from !== 'device') return null;
  const { deviceId, output } = signal.source;
  const device = car.devices.find((d) => d.id === deviceId);
  return device?.outputs.find((o) => o.n === output)?.load?.ohm ?? null;
}

export interface RunLoss {
  ohm: number;
  loadOhm: number;
  db: number;
}

/** The largest loss among the speakers on a cable; null: no length, or it drives no known load. */
export function lossOf({ kind, length, ways }: Cable, input: Pick<WiringInput, 'car'>): RunLoss | null {
  if (!length) return null;
  const ohm = loopOhm(length.lengthM, kind.mm2);
  const loads = ways.flatMap(({ conductor }) =>
    conductor?.function === 'speaker' ? (loadOf(conductor, input) ?? []) : [],
  );
  if (loads.length === 0) return null;
  const loadOhm = Math.min(...loads);
  return { ohm, loadOhm, db: lossDb(ohm, loadOhm) };
}
