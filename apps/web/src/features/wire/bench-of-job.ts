import {
  bench as benchList,
  type Cable,
  cablesOf,
  checkCraft,
  type Conductor,
  type CutLine,
  cutList,
  type Joint,
  jointsOf,
  type JobView,
  type LoneWire,
  loneWires,
  orphans,
  type Place,
  type PreferencesFields,
  deviceName,
  type SignalSource,
  type TerminalRef,
  type WiringFields,
  type WiringRemark,
} from '@ulpen/core';
import type { Wiring } from './wiring-of-job.ts';

/** What is made at the bench and cut from the drum. */
export interface Bench {
  joints: Joint[];
  cables: Cable[];
  wires: LoneWire[];
  cuts: CutLine[];
  tools: string[];
  consumables: [string, number][];
  remarks: WiringRemark[];
  /** choices for what is not there any more */
  orphans: string[];
  placeName: (place: Place) => string;
}

export function benchOf(
  job: JobView,
  { input, netlist, names }: Wiring,
  choices: WiringFields,
  joining: PreferencesFields['joining'],
): Bench {
  const joints = jointsOf(netlist, input, choices, joining);
  const cables = cablesOf(netlist, input, choices, (c) => channelOf(c, input.car.devices, job));
  const wires = loneWires(netlist, cables, choices);
  return {
    joints,
    cables,
    wires,
    cuts: cutList(cables, wires),
    ...benchList(joints),
    remarks: checkCraft({ joints, cables, input, names }),
    orphans: orphans(choices, joints, cables, netlist),
    placeName: (place) =>
      place.at === 'unit'
        ? (job.units.find((u) => u.id === place.unitId)?.name ?? 'a unit that is gone')
        : place.at === 'device'
          ? deviceName(input.car, place.deviceId)
          : names.speaker(place.speakerId),
  };
}

/** Side and axle that a signal belongs to: of its factory output, or of what a device's output serves. */
function channelOf(
  { signal }: Conductor,
  devices: Wiring['input']['car']['devices'],
  job: JobView,
): { side: string; axle: string } | null {
  const source: SignalSource | undefined = signal?.source;
  if (source?.from === 'output')
    return job.units.flatMap((u) => u.pairs).find((p) => p.id === source.pairId) ?? null;
  if (source?.from !== 'device') return null;
  const serves = devices
    .find((d) => d.id === source.deviceId)
    ?.outputs.find((o) => o.n === source.output)?.channel;
  const target = serves && job.targets.find((t) => t.id === serves.targetId);
  return target ? { side: serves.side, axle: target.axle } : null;
}

/** Joints of one place of the car, as a person stands there. */
export interface JointGroup {
  title: string;
  joints: Joint[];
}

/** Plug by plug, then box by box, then supply: the order of the bench. */
export function jointGroups({ joints }: Pick<Bench, 'joints'>, { names, input }: Wiring): JointGroup[] {
  const groups = new Map<string, Joint[]>();
  for (const j of joints) {
    const title = whereOf(j.at, names, input);
    groups.set(title, [...(groups.get(title) ?? []), j]);
  }
  return [...groups].map(([title, list]) => ({ title, joints: list }));
}

function whereOf(at: TerminalRef, names: Wiring['names'], { car }: Wiring['input']): string {
  switch (at.of) {
    case 'plug':
      return `Plug ${names.cavity(at.cavityId).split('·')[0]}`;
    case 'output':
      return 'Outputs whose cavities are not found yet';
    case 'device':
      return deviceName(car, at.deviceId);
    case 'speaker':
    case 'resistor':
      return 'Speakers and loads';
    case 'turn-on':
    case 'relay':
      return 'Turn-on';
    case 'battery':
    case 'factory-feed':
    case 'fuse':
    case 'distribution':
    case 'ground':
      return 'Supply and ground';
  }
}
