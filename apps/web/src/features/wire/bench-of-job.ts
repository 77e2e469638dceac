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
  /** what a conductor carries: `Front left woofer +` */
  signalName: (conductor: Conductor) => string;
}

export function benchOf(job: JobView, { input, netlist, names }: Wiring, choices: WiringFields): Bench {
  const joints = jointsOf(netlist, input, choices);
  const cables = cablesOf(netlist, input, choices, (c) => channelOf(c, job, input.car));
  const wires = loneWires(netlist, cables, choices);
  return {
    joints,
    cables,
    wires,
    cuts: cutList(cables, wires),
    ...benchList(joints),
    remarks: checkCraft({ joints, cables, input, names }),
    orphans: orphans(choices, joints, cables, netlist),
    signalName: ({ signal }) =>
      signal ? `${nameOf(signal.source, job, input.car, names)} ${MARK[signal.sign]}` : '',
    placeName: (place) =>
      place.at === 'unit'
        ? (job.units.find((u) => u.id === place.unitId)?.name ?? 'a unit that is gone')
        : place.at === 'device'
          ? deviceName(input.car, place.deviceId)
          : names.speaker(place.speakerId),
  };
}

const MARK = { plus: '+', minus: '−' } as const;

/** A signal by its factory output, or by the channel that an output of a device serves. */
function nameOf(
  source: SignalSource,
  job: JobView,
  car: Wiring['input']['car'],
  names: Wiring['names'],
): string {
  if (source.from === 'output') return names.output(source.pairId);
  const served = servedBy(source, job, car);
  if (!served) return '';
  return served.side === 'mono' ? served.target.name : `${served.target.name}, ${served.side}`;
}

/** The channel that an output of a device serves in the end. */
function servedBy(source: SignalSource, job: JobView, { devices }: Wiring['input']['car']) {
  if (source.from !== 'device') return null;
  const channel = devices
    .find((d) => d.id === source.deviceId)
    ?.outputs.find((o) => o.n === source.output)?.channel;
  const target = channel && job.targets.find((t) => t.id === channel.targetId);
  return target ? { target, side: channel.side } : null;
}

/** Side and axle that a signal belongs to: of its factory output, or of what a device's output serves. */
function channelOf(
  { signal }: Conductor,
  job: JobView,
  car: Wiring['input']['car'],
): { side: string; axle: string } | null {
  const source = signal?.source;
  if (source?.from === 'output')
    return job.units.flatMap((u) => u.pairs).find((p) => p.id === source.pairId) ?? null;
  const served = source && servedBy(source, job, car);
  return served ? { side: served.side, axle: served.target.axle } : null;
}

/** Joints of one place of the car, as a person stands there. */
export interface JointGroup {
  id: string;
  title: string;
  joints: Joint[];
}

/** Plug by plug, then box by box, then supply: the order of the bench. */
export function jointGroups({ joints }: Pick<Bench, 'joints'>, wiring: Wiring, job: JobView): JointGroup[] {
  const groups = new Map<string, JointGroup>();
  for (const joint of joints) {
    const place = placeOf(joint.at, wiring, job);
    const group = groups.get(place.id) ?? { ...place, joints: [] };
    group.joints.push(joint);
    groups.set(place.id, group);
  }
  return [...groups.values()];
}

function placeOf(at: TerminalRef, { input }: Wiring, job: JobView): Omit<JointGroup, 'joints'> {
  switch (at.of) {
    case 'plug': {
      const ends = job.units.flatMap((u) => u.pairs.flatMap((p) => p.ends));
      const end = ends.find((e) => e.cavityId === at.cavityId);
      const unit = job.units.find((u) => u.id === end?.unitId);
      return end
        ? { id: end.connectorId, title: `Plug ${end.plug}${unit ? `, ${unit.name}` : ''}` }
        : { id: 'plug', title: 'A plug that is gone' };
    }
    case 'output':
      return { id: 'output', title: 'Outputs whose cavities are not found yet' };
    case 'device':
      return { id: `device:${at.deviceId}`, title: deviceName(input.car, at.deviceId) };
    case 'speaker':
    case 'resistor':
      return { id: 'speakers', title: 'Speakers and loads' };
    case 'turn-on':
    case 'relay':
      return { id: 'turn-on', title: 'Turn-on' };
    case 'battery':
    case 'factory-feed':
    case 'fuse':
    case 'distribution':
    case 'ground':
      return { id: 'supply', title: 'Supply and ground' };
  }
}
