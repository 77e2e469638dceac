import type { Conductor, Netlist } from '../netlist.ts';
import type { TerminalRef } from '../terminal-ref.ts';
import { terminalsFor, type WiringInput } from '../wiring-input.ts';

/** Where a cable begins or ends. */
export type Place =
  { at: 'unit'; unitId: string } | { at: 'device'; deviceId: string } | { at: 'speaker'; speakerId: string };

/** A plus and a minus that go the same way. */
export interface ConductorPair {
  plus: Conductor;
  minus: Conductor;
}

/** Pairs of one kind that go from one place to another: to the amplifier and back from it are two runs. */
export interface Run {
  from: Place;
  to: Place;
  level: 'speaker' | 'line';
  pairs: ConductorPair[];
}

export const placeId = (p: Place): string =>
  p.at === 'unit'
    ? `unit:${p.unitId}`
    : p.at === 'device'
      ? `device:${p.deviceId}`
      : `speaker:${p.speakerId}`;

/** Where a terminal is; null: signal does not run there in a cable. */
export function placeOfTerminal(t: TerminalRef, { outputs }: Pick<WiringInput, 'outputs'>): Place | null {
  switch (t.of) {
    case 'plug': {
      const output = outputs.find((o) => o.ends.some((e) => e.cavityId === t.cavityId));
      const end = output?.ends.find((e) => e.cavityId === t.cavityId);
      return output ? { at: 'unit', unitId: end?.unitId ?? output.unitId } : null;
    }
    case 'output': {
      const output = outputs.find((o) => o.id === t.pairId);
      return output ? { at: 'unit', unitId: output.unitId } : null;
    }
    case 'device':
      return { at: 'device', deviceId: t.deviceId };
    case 'speaker':
      return { at: 'speaker', speakerId: t.speakerId };
    default:
      return null;
  }
}

/** New pairs of signal by the way they go, in the order of the netlist. */
export function runsOf({ conductors }: Netlist, input: WiringInput): Run[] {
  const runs = new Map<string, Run>();
  const waiting = new Map<string, Conductor[]>();
  for (const c of conductors) {
    if (c.made !== 'new' || !c.signal || (c.function !== 'speaker' && c.function !== 'line')) continue;
    const [from, to] = [placeOfTerminal(c.from, input), placeOfTerminal(c.to, input)];
    if (!from || !to) continue;
    const way = [c.function, placeId(from), placeId(to)].join('|');
    const key = [way, JSON.stringify(c.signal.source), channelOf(c.to, input)].join('|');
    const alone = waiting.get(key) ?? [];
    const at = alone.findIndex((o) => o.signal!.sign !== c.signal!.sign);
    if (at < 0) {
      waiting.set(key, [...alone, c]);
      continue;
    }
    // Of coils in parallel the first plus goes with the first minus.
    const [other] = alone.splice(at, 1);
    const run = runs.get(way) ?? { from, to, level: c.function, pairs: [] };
    run.pairs.push(c.signal.sign === 'plus' ? { plus: c, minus: other } : { plus: other, minus: c });
    runs.set(way, run);
  }
  return [...runs.values()];
}

/** What both conductors of a pair go to: a channel of a device; the coils of a speaker in series share one pair. */
function channelOf(t: TerminalRef, { car }: Pick<WiringInput, 'car'>): number | null {
  if (t.of !== 'device') return null;
  const device = car.devices.find((d) => d.id === t.deviceId);
  return (device && terminalsFor(device).find((x) => x.key === t.key)?.channel) ?? null;
}
