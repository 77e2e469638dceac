import type { DeviceKind, LibraryDevice } from '../model/device.ts';
import type { Device, Equipment, Feed } from '../model/plan.ts';
import type { Target } from '../model/target.ts';
import { formatVolts } from '../quantity/volts.ts';
import { LOAD_ENOUGH_OHM } from '../load/load-resistor.ts';
import { coilArrangements, type CoilArrangement } from '../load/voice-coils.ts';
import type { PlanContext } from './context.ts';
import { feedSides } from './plan-input.ts';

/** How an amplifier drives one channel of a target. */
export interface Drive {
  /** null: the library has none that fits */
  amplifier: LibraryDevice | null;
  arrangement: CoilArrangement;
  bridged: boolean;
  /** W RMS into the arrangement, each channel */
  watts: number | null;
  /** channels of the amplifier that the target takes */
  channels: number;
}

/** What a device between outputs and amplifier has to do. */
export interface DeviceNeed {
  kind: DeviceKind;
  inputs: number;
  outputs: number;
  sums: boolean;
  volts: number;
  volumeControl: boolean;
  restoreDb: number;
  /** an output that needs a load hangs on it */
  load: boolean;
}

const KIND_OF: Record<Exclude<Device, 'direct'>, DeviceKind> = {
  'passive-converter': 'passive-converter',
  converter: 'converter',
  'summing-converter': 'converter',
  'data-interface': 'data-interface',
  processor: 'processor',
};

export function kindOf(device: Device): DeviceKind | null {
  return device === 'direct' ? null : KIND_OF[device];
}

/** Targets in their order, each with the amplifier that drives it: the one it names, or the cheapest that fits. */
export function drivesOf(targets: readonly Target[], devices: readonly LibraryDevice[]): Map<string, Drive> {
  const amplifiers = devices
    .filter((d) => d.amplifier !== null)
    .sort((a, b) => a.priceClass - b.priceClass || a.amplifier!.channels - b.amplifier!.channels);
  const taken = new Map<string, number>();
  const drives = new Map<string, Drive>();
  for (const target of targets) {
    const wanted = amplifiers.find((a) => a.id === target.amplifierId);
    const free = (a: LibraryDevice) => a.amplifier!.channels - (taken.get(a.id) ?? 0);
    const options = wanted
      ? [wanted]
      : [...amplifiers].sort((a, b) => (taken.has(b.id) ? 1 : 0) - (taken.has(a.id) ? 1 : 0));
    let best: Drive | null = null;
    for (const amplifier of options) {
      const drive = driveWith(amplifier, target, wanted ? Infinity : free(amplifier), wanted !== undefined);
      const speakerLevel = !target.speakerLevelInput || amplifier.speakerInput !== null;
      if (!drive || (!wanted && !(speakerLevel && enough(drive, target)))) continue;
      best = drive;
      break;
    }
    const drive = best ?? { amplifier: null, ...unassigned(target) };
    if (drive.amplifier) taken.set(drive.amplifier.id, (taken.get(drive.amplifier.id) ?? 0) + drive.channels);
    drives.set(target.id, drive);
  }
  return drives;
}

/** A share of the speaker's rating that is enough; more is headroom. */
const ENOUGH = 0.6;
const enough = (drive: Drive, { speaker }: Target) =>
  speaker.watts === null || (drive.watts ?? 0) >= ENOUGH * speaker.watts;

const arrangementsOf = ({ speaker }: Target) => coilArrangements(speaker.drivers, speaker.coils, speaker.ohm);

/** Without an amplifier: the arrangement nearest 4 ohm. */
function unassigned(target: Target): Omit<Drive, 'amplifier'> {
  const arrangement = arrangementsOf(target).reduce((a, b) =>
    Math.abs(Math.log(b.ohm / 4)) < Math.abs(Math.log(a.ohm / 4)) ? b : a,
  );
  return { arrangement, bridged: false, watts: null, channels: feedSides(target).length };
}

/**
 * The arrangement of most power that the amplifier allows. Power between stated loads goes with volts held, 4 ohm and
 * 2 ohm as stated.
 *
 * @param insist work with the lightest load even where none is allowed: the person chose this amplifier
 */
function driveWith(device: LibraryDevice, target: Target, free: number, insist: boolean): Drive | null {
  const stage = device.amplifier!;
  const sides = feedSides(target).length;
  const list = arrangementsOf(target);
  const drives: Drive[] = [];
  for (const arrangement of list) {
    const { ohm } = arrangement;
    if (sides <= free && ohm >= stage.minOhm - 0.05)
      drives.push({
        amplifier: device,
        arrangement,
        bridged: false,
        watts: wattsAt(stage, ohm),
        channels: sides,
      });
    const bridges = target.layout === 'mono' && stage.wattsBridged !== null && stage.minBridgedOhm !== null;
    if (bridges && free >= 2 && ohm >= stage.minBridgedOhm! - 0.05)
      drives.push({
        amplifier: device,
        arrangement,
        bridged: true,
        watts: (stage.wattsBridged! * 4) / ohm,
        channels: 2,
      });
  }
  if (drives.length === 0) {
    if (!insist) return null;
    const lightest = list.reduce((a, b) => (b.ohm > a.ohm ? b : a));
    return {
      amplifier: device,
      arrangement: lightest,
      bridged: false,
      watts: wattsAt(stage, lightest.ohm),
      channels: sides,
    };
  }
  const cap = target.speaker.watts ?? Infinity;
  return drives.reduce((a, b) => {
    const worth = (d: Drive) => Math.min(d.watts!, cap) - 0.001 * d.channels;
    return worth(b) > worth(a) ? b : a;
  });
}

function wattsAt(stage: NonNullable<LibraryDevice['amplifier']>, ohm: number): number {
  if (ohm >= 4 || stage.wattsAt2 === null) return (stage.wattsAt4 * 4) / Math.max(ohm, 4);
  return ohm <= 2 ? stage.wattsAt2 : stage.wattsAt2 + ((stage.wattsAt4 - stage.wattsAt2) * (ohm - 2)) / 2;
}

/**
 * The device of the library for each kind that the feeds want; null where none fits.
 *
 * @param insisted names of devices that a person chose: they are used, and the rules say what is wrong with them
 */
export function devicesBetween(
  feeds: readonly Feed[],
  needOf: (device: Exclude<Device, 'direct'>, feeds: readonly Feed[]) => DeviceNeed,
  devices: readonly LibraryDevice[],
  insisted: readonly string[],
): { device: Device; need: DeviceNeed; between: LibraryDevice | null; count: number; feeds: Feed[] }[] {
  const single = feeds.filter((f) => f.device === 'converter');
  const kinds = [...new Set(feeds.map((f) => f.device))].filter((d) => d !== 'direct');
  const deviceFor = (device: Exclude<Device, 'direct'>, own: Feed[]) => {
    const need = needOf(device, own);
    const fitting = devices.filter((d) => d.kind === need.kind && fits(d, need));
    const cost = (d: LibraryDevice) =>
      d.priceClass * countFor(d, need) +
      (d.bassRestoreDb < need.restoreDb ? 1.5 : 0) +
      (need.load && !isLoad(d) ? 1.5 : 0);
    const chosen = devices.find((d) => d.kind === need.kind && insisted.includes(d.name));
    const between =
      chosen ?? (fitting.length === 0 ? null : fitting.reduce((a, b) => (cost(b) < cost(a) ? b : a)));
    return { device, need, between, count: between ? countFor(between, need) : 1, feeds: own };
  };
  const apart = () =>
    kinds.map((device) =>
      deviceFor(
        device,
        feeds.filter((f) => f.device === device),
      ),
    );
  // One device joins what it can: single outputs go into the summing converter or the processor that is there anyway.
  const joins = kinds.find((d) => d === 'processor' || d === 'summing-converter');
  if (!joins || single.length === 0) return apart();
  const together = kinds
    .filter((d) => d !== 'converter')
    .map((device) =>
      deviceFor(
        device,
        feeds.filter((f) => f.device === device || (device === joins && f.device === 'converter')),
      ),
    );
  return together.every((b) => b.between !== null) ? together : apart();
}

const countFor = (d: LibraryDevice, need: DeviceNeed) =>
  Math.max(
    1,
    Math.ceil(need.inputs / Math.max(1, d.inputs)),
    Math.ceil(need.outputs / Math.max(1, d.outputs)),
  );

const isLoad = (d: LibraryDevice) => (d.speakerInput?.ohm ?? Infinity) <= LOAD_ENOUGH_OHM;

function fits(d: LibraryDevice, need: DeviceNeed): boolean {
  if (need.kind === 'data-interface') return true;
  const most = Math.max(d.speakerInput?.maxVolts ?? 0, d.lineInput?.maxVolts ?? 0);
  // Two devices never join one side: what is summed has to fit into one.
  return (
    most >= need.volts &&
    (!need.sums || (d.sums && countFor(d, need) === 1)) &&
    (!need.volumeControl || d.volumeControl)
  );
}

/** What a device must do, or does, in words for somebody who has to find one. */
export function deviceWords(need: DeviceNeed, between: LibraryDevice | null): string {
  if (need.kind === 'data-interface')
    return 'made for this car’s data; ask its maker which cars it speaks to';
  const words = [
    `${need.inputs} ${need.inputs === 1 ? 'input' : 'inputs'}`,
    `takes up to ${formatVolts(need.volts)}`,
    ...(need.sums ? ['joins inputs, a trim on each'] : []),
    ...(need.volumeControl ? ['a volume control of its own'] : []),
    ...(need.restoreDb > 0 && (between === null || between.bassRestoreDb >= need.restoreDb)
      ? [`gives back up to ${need.restoreDb.toFixed(0)} dB of bass`]
      : []),
  ];
  return words.join(', ');
}

/** All that is to be bought, one line a device. */
export function equipmentOf(
  found: ReturnType<typeof devicesBetween>,
  drives: ReadonlyMap<string, Drive>,
  context: PlanContext,
): Equipment[] {
  const list: Equipment[] = found.map(({ need, between, count, feeds }) => ({
    kind: need.kind,
    deviceId: between?.id ?? null,
    name: between?.name ?? null,
    count,
    says: deviceWords(need, between),
    priceClass: between?.priceClass ?? 2,
    targetIds: [...new Set(feeds.map((f) => f.targetId))],
  }));
  const byAmplifier = new Map<string, { drive: Drive; targetIds: string[] }>();
  for (const target of context.input.targets) {
    const drive = drives.get(target.id)!;
    const key = drive.amplifier?.id ?? `none-${target.id}`;
    const line = byAmplifier.get(key) ?? { drive, targetIds: [] };
    byAmplifier.set(key, { ...line, targetIds: [...line.targetIds, target.id] });
  }
  for (const { drive, targetIds } of byAmplifier.values()) {
    const targets = context.input.targets.filter((t) => targetIds.includes(t.id));
    const says = targets
      .map((t) => {
        const own = drives.get(t.id)!;
        const power = own.watts === null ? (t.speaker.watts ?? 50) : own.watts;
        return `${t.name}: ${feedSides(t).length} × ${power.toFixed(0)} W into ${own.arrangement.ohm.toFixed(own.arrangement.ohm < 10 ? 1 : 0)} Ω${own.bridged ? ', bridged' : ''}`;
      })
      .join('; ');
    list.push({
      kind: 'amplifier',
      deviceId: drive.amplifier?.id ?? null,
      name: drive.amplifier?.name ?? null,
      count: 1,
      says,
      priceClass: drive.amplifier?.priceClass ?? 2,
      targetIds,
    });
  }
  return list;
}
