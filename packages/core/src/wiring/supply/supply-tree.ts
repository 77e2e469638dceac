import type { FinishedDevice } from '../../model/finished-car.ts';
import type { RunLength } from '../../model/wiring.ts';
import { ampacity, cableOhm, type CableMetal, RETURN_OHM } from '../../supply/cable.ts';
import type { Conductor, Netlist } from '../netlist.ts';
import { fuseAmpsOf } from './fuse-ratings.ts';
import { across } from '../nets.ts';
import { isGround, terminalId, type TerminalRef } from '../terminal-ref.ts';
import { terminalAt, type WiringInput } from '../wiring-input.ts';

/** Volts lost on the way to a device and back. */
export interface Drop {
  /** while music plays */
  musicVolts: number;
  /** while every channel plays a full sine */
  sineVolts: number;
}

/** A device with what feeds it. */
export interface Branch {
  deviceId: string;
  /** fuse of its own behind the distribution, A; null: it hangs on the main fuse alone, or nothing sold is large enough */
  fuseAmps: number | null;
  ownFuse: boolean;
  /** thinnest conductor between its own fuse and the device, mm2; null: not chosen */
  mm2: number | null;
  /** what that carries all the time, A */
  carriesAmps: number | null;
  draws: FinishedDevice['draws'];
  /** null: a length or a size on its way is not known, or it is joined to nothing */
  drop: Drop | null;
  /** some of the lengths are estimates */
  estimated: boolean;
}

/** Supply from its source to every device that draws current. */
export interface SupplyTree {
  from: 'battery' | 'factory-feed';
  mainFuseAmps: number | null;
  /** along the cable from the battery, mm */
  mainFuseMm: number | null;
  mainMm2: number | null;
  mainCarriesAmps: number | null;
  metal: CableMetal;
  branches: Branch[];
  /** of everything behind it, A */
  sineAmps: number;
  musicAmps: number;
  idleAmps: number;
  asleepAmps: number;
}

type LengthOf = (conductorId: string) => RunLength | null;

/** Fuses, sizes and drops of what a netlist feeds; null: nothing in it draws current of its own. */
export function supplyTree(netlist: Netlist, input: WiringInput, lengthOf: LengthOf): SupplyTree | null {
  const { car, setup } = input;
  const fed = car.devices.flatMap((device) => {
    const at = terminalAt(device, 'supply');
    return at ? [{ device, at }] : [];
  });
  if (fed.length === 0) return null;
  const metal = setup?.supply.metal ?? 'copper';
  const feed = car.supply.from;
  const source: TerminalRef = feed === 'battery' ? { of: 'battery', post: 'plus' } : { of: 'factory-feed' };
  const sum = (key: keyof FinishedDevice['draws']) => fed.reduce((s, { device }) => s + device.draws[key], 0);
  const ways = fed.map(({ device, at }) => ({
    device,
    out: wayBetween(netlist, source, (t) => terminalId(t) === terminalId(at)),
    back: groundOf(netlist, device),
  }));
  const main = ways.at(0)?.out?.at(0) ?? null;
  const mainMm2 = main?.mm2 ?? setup?.supply.cableMm2 ?? null;
  return {
    from: feed,
    mainFuseAmps: fuseAmpsOf(feed === 'battery' ? 'main' : 'feed', input),
    mainFuseMm: feed === 'battery' ? (setup?.supply.fuseMm ?? null) : null,
    mainMm2,
    mainCarriesAmps: mainMm2 === null ? null : ampacity(mainMm2, metal),
    metal,
    branches: ways.map(({ device, out, back }) =>
      branchOf(device, { out, back, ways, metal, lengthOf, input }),
    ),
    sineAmps: sum('sineAmps'),
    musicAmps: sum('musicAmps'),
    idleAmps: sum('idleAmps'),
    asleepAmps: sum('asleepAmps'),
  };
}

interface Way {
  device: FinishedDevice;
  out: Conductor[] | null;
  back: Conductor[] | null;
}
interface BranchContext {
  out: Conductor[] | null;
  back: Conductor[] | null;
  ways: readonly Way[];
  metal: CableMetal;
  lengthOf: LengthOf;
  input: WiringInput;
}

function branchOf(
  device: FinishedDevice,
  { out, back, ways, metal, lengthOf, input }: BranchContext,
): Branch {
  const own = (out ?? []).filter((c) => ways.filter((w) => w.out?.includes(c)).length === 1);
  const ownFuse = ways.length > 1;
  const sizes = own.flatMap((c) => c.mm2 ?? []);
  const mm2 = sizes.length > 0 ? Math.min(...sizes) : null;
  const path = out && back ? [...out, ...back] : null;
  const lengths = path?.map((c) => lengthOf(c.id)) ?? [];
  const known = path !== null && path.every((c, n) => c.mm2 !== null && lengths[n] !== null);
  const lost = (key: 'musicAmps' | 'sineAmps') => {
    const amps = (c: Conductor) =>
      ways
        .filter((w) => w.out?.includes(c) || w.back?.includes(c))
        .reduce((s, w) => s + w.device.draws[key], 0);
    const wire = path!.reduce((s, c, n) => s + amps(c) * cableOhm(c.mm2!, lengths[n]!.lengthM, metal), 0);
    // The body carries what every device returns through it.
    return wire + ways.reduce((s, w) => s + w.device.draws[key], 0) * RETURN_OHM;
  };
  return {
    deviceId: device.id,
    ownFuse,
    fuseAmps: ownFuse ? fuseAmpsOf(device.id, input) : null,
    mm2,
    carriesAmps: mm2 === null ? null : ampacity(mm2, metal),
    draws: device.draws,
    drop: known ? { musicVolts: lost('musicAmps'), sineVolts: lost('sineAmps') } : null,
    estimated: lengths.some((l) => l !== null && !l.measured),
  };
}

const groundOf = (netlist: Netlist, device: FinishedDevice): Conductor[] | null => {
  const at = terminalAt(device, 'ground');
  return at ? wayBetween(netlist, at, isGround) : null;
};

/** Conductors from a terminal to the nearest that is wanted, through fuses and blocks; null: there is no way. */
function wayBetween(
  { conductors }: Netlist,
  from: TerminalRef,
  wanted: (t: TerminalRef) => boolean,
): Conductor[] | null {
  const supply = conductors.filter((c) => c.function === 'supply' || c.function === 'ground');
  const steps = new Map<string, { to: TerminalRef; by: Conductor | null }[]>();
  const join = (a: TerminalRef, b: TerminalRef, by: Conductor | null) => {
    for (const [at, to] of [
      [a, b],
      [b, a],
    ])
      steps.set(terminalId(at), [...(steps.get(terminalId(at)) ?? []), { to, by }]);
  };
  for (const c of supply) {
    join(c.from, c.to, c);
    for (const t of [c.from, c.to]) {
      const other = across(t);
      if (other) join(t, other, null);
    }
  }
  const queue: { at: TerminalRef; way: Conductor[] }[] = [{ at: from, way: [] }];
  const seen = new Set([terminalId(from)]);
  for (let next = queue.shift(); next; next = queue.shift()) {
    if (wanted(next.at)) return next.way;
    for (const { to, by } of steps.get(terminalId(next.at)) ?? []) {
      if (seen.has(terminalId(to))) continue;
      seen.add(terminalId(to));
      queue.push({ at: to, way: by ? [...next.way, by] : next.way });
    }
  }
  return null;
}
