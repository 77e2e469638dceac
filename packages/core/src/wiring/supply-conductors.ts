import type { FinishedDevice } from '../model/finished-car.ts';
import { cableFor } from '../supply/fuse.ts';
import { type Conductor, type ConductorFunction, conductor } from './netlist.ts';
import { fuseAmpsOf } from './supply/fuse-ratings.ts';
import type { TerminalRef } from './terminal-ref.ts';
import { terminalAt, type WiringInput } from './wiring-input.ts';

/** A remote lead carries a fraction of an ampere; thinner wire is not handled well, mm2. */
const REMOTE_MM2 = 0.75;
/** From the distribution to a box beside it, m. */
const BRANCH_M = 1;

const wire =
  (of: ConductorFunction, mm2: number | null) =>
  (from: TerminalRef, to: TerminalRef): Conductor =>
    conductor({ from, to, function: of, signal: null, made: 'new', mm2, standing: 'assumed' });

const fuse = (id: string, leg: 'source' | 'load'): TerminalRef => ({ of: 'fuse', id, leg });
const distribution = (way: string): TerminalRef => ({ of: 'distribution', way });

/** Battery, fuses, distribution and grounds; then what wakes each device. */
export function supplyConductors(input: WiringInput): Conductor[] {
  const { car } = input;
  const supplied = car.devices.flatMap((device) => {
    const at = terminalAt(device, 'supply');
    return at ? [{ device, at }] : [];
  });
  if (supplied.length === 0) return [];
  return [...fromBattery(supplied, input), ...toGround(supplied, input), ...remote(input)];
}

type Supplied = { device: FinishedDevice; at: TerminalRef }[];

/** One device hangs on the main fuse alone; of several each has a fuse of its own behind the distribution. */
function fromBattery(supplied: Supplied, input: WiringInput): Conductor[] {
  const { from } = input.car.supply;
  const main = wire('supply', input.setup?.supply.cableMm2 ?? null);
  const source: TerminalRef = from === 'battery' ? { of: 'battery', post: 'plus' } : { of: 'factory-feed' };
  const first = from === 'battery' ? 'main' : 'feed';
  const start = main(source, fuse(first, 'source'));
  if (supplied.length === 1) return [start, main(fuse(first, 'load'), supplied[0].at)];
  return [
    start,
    main(fuse(first, 'load'), distribution('in')),
    ...supplied.flatMap(({ device, at }) => {
      const branch = wire('supply', branchMm2(device, input));
      return [
        branch(distribution(device.id), fuse(device.id, 'source')),
        branch(fuse(device.id, 'load'), at),
      ];
    }),
  ];
}

/** What the fuse of its branch asks for; null: neither that nor its current is known. */
function branchMm2(device: FinishedDevice, { car, setup }: WiringInput): number | null {
  const amps = fuseAmpsOf(device.id, { car, setup });
  const known = (device.entry?.fuseAmps ?? device.draws.sineAmps) > 0;
  return known && amps !== null
    ? cableFor(device.draws.sineAmps, amps, BRANCH_M, setup?.supply.metal ?? 'copper')
    : null;
}

/** Every box at one point, by a cable like that of its supply. */
function toGround(supplied: Supplied, input: WiringInput): Conductor[] {
  const supply = input.setup?.supply;
  const point: TerminalRef =
    supply?.ground === 'battery-terminal'
      ? { of: 'battery', post: 'minus' }
      : { of: 'ground', point: 'body' };
  return supplied.flatMap(({ device }) => {
    const at = terminalAt(device, 'ground');
    const mm2 = supplied.length === 1 ? (supply?.cableMm2 ?? null) : branchMm2(device, input);
    return at ? [wire('ground', mm2)(at, point)] : [];
  });
}

/** A lead to every device that does not wake by itself: from its source, by way of a relay, or from the device before it. */
function remote({ car, setup }: Pick<WiringInput, 'car' | 'setup'>): Conductor[] {
  const lead = wire('remote', REMOTE_MM2);
  const turnOn: TerminalRef = { of: 'turn-on' };
  const relay = setup?.turnOn.relay ?? false;
  const woken = car.devices.flatMap((device): Conductor[] => {
    const to = terminalAt(device, 'remote-in') ?? remoteOf(device, 'remote');
    const { wokenBy } = device;
    if (typeof wokenBy === 'object') {
      const before = car.devices.find((d) => d.id === wokenBy.deviceId);
      if (!before) return [];
      return [lead(terminalAt(before, 'remote-out') ?? remoteOf(before, 'remote-out'), to)];
    }
    if (wokenBy === 'accessory' || wokenBy === 'factory-remote' || wokenBy === 'constant')
      return [lead(relay ? { of: 'relay', pin: 87 } : turnOn, to)];
    return [];
  });
  if (!relay || !woken.some((c) => c.from.of === 'relay')) return woken;
  const control = wire('remote', REMOTE_MM2);
  return [
    ...woken,
    control(turnOn, { of: 'relay', pin: 86 }),
    wire('ground', REMOTE_MM2)({ of: 'relay', pin: 85 }, { of: 'ground', point: 'body' }),
    wire('supply', REMOTE_MM2)(fuse('relay', 'load'), { of: 'relay', pin: 30 }),
    wire('supply', REMOTE_MM2)({ of: 'battery', post: 'plus' }, fuse('relay', 'source')),
  ];
}

/** Its entry names no such terminal, and yet it must have one. */
const remoteOf = ({ id }: FinishedDevice, key: string): TerminalRef => ({
  of: 'device',
  deviceId: id,
  key,
  pole: null,
});
