import type { JobOutline } from '../../model/views.ts';
import type { RunLength, WiringFields } from '../../model/wiring.ts';
import type { SignalSource } from '../../model/finished-car.ts';
import { type Cable, cablesOf } from '../cables/cables-of.ts';
import { type LoneWire, loneWires } from '../cables/lone-wires.ts';
import type { Place } from '../cables/runs.ts';
import { bench as benchList, type CutLine, cutList, orphans } from '../cut-list.ts';
import { type Joint, jointsOf } from '../joints/joints-of.ts';
import type { Conductor } from '../netlist.ts';
import { checkRoutes, wetJoints } from '../routes/check-routes.ts';
import { lengthened, type Loom, loomOf } from '../routes/loom.ts';
import type { Laid } from '../routes/routing.ts';
import { checkCraft } from '../rules/craft.ts';
import type { WiringRemark } from '../rules/rule.ts';
import type { TerminalRef } from '../terminal-ref.ts';
import { deviceName, terminalName } from '../words.ts';
import type { Wiring } from './wiring-of-job.ts';

/** What is made at the bench and cut from the drum. */
export interface Bench {
  joints: Joint[];
  cables: Cable[];
  wires: LoneWire[];
  cuts: CutLine[];
  /** null: nobody has said which body the car has */
  loom: Loom | null;
  routeRemarks: WiringRemark[];
  /** of a cable or a wire: as somebody gave it, else as its route has it; null: neither */
  lengthOf: (id: string) => RunLength | null;
  /** of its route alone, m; null: it has none */
  byRoute: (id: string) => number | null;
  tools: string[];
  consumables: [string, number][];
  remarks: WiringRemark[];
  /** choices for what is not there any more */
  orphans: string[];
  placeName: (place: Place) => string;
  spotName: (spotId: string) => string;
  laidName: (laid: Laid) => string;
  /** what a conductor carries: `Front left woofer`, and with its sign */
  sourceName: (conductor: Conductor) => string;
  signalName: (conductor: Conductor) => string;
}

export function benchOf(job: JobOutline, { input, netlist, names }: Wiring, choices: WiringFields): Bench {
  const joints = jointsOf(netlist, input, choices);
  const cables = cablesOf(netlist, input, choices, (c) => channelOf(c, job, input.car));
  const wires = loneWires(netlist, cables, choices);
  const loom = loomOf(netlist, input, job.units, { cables, wires }, choices);
  const long = lengthened({ cables, wires }, loom);
  const placeName = (place: Place) =>
    place.at === 'unit'
      ? (job.units.find((u) => u.id === place.unitId)?.name ?? 'a unit that is gone')
      : place.at === 'device'
        ? deviceName(input.car, place.deviceId)
        : names.speaker(place.speakerId);
  const spotName = (id: string) => SPOT_NAMES[id.split(':')[0]] ?? placeName(placeOfSpot(id));
  const laidName = ({ id }: Laid) => {
    const cable = cables.find((c) => c.id === id);
    if (cable) return cable.mark;
    const wire = netlist.conductors.find((c) => c.id === id);
    return wire
      ? `${terminalName(wire.from, names)} to ${terminalName(wire.to, names)}`
      : 'A wire that is gone';
  };
  const sourceName = ({ signal }: Conductor) => (signal ? nameOf(signal.source, job, input.car, names) : '');
  const routes = loom && { loom, joints, input, laidName, spotName };
  return {
    joints,
    cables,
    wires,
    loom,
    routeRemarks: routes ? checkRoutes(routes) : [],
    lengthOf: (id) =>
      long.cables.find((c) => c.id === id)?.length ??
      long.wires.find((w) => w.conductor.id === id)?.length ??
      null,
    byRoute: (id) => loom?.routes.find((r) => r.laid.id === id)?.lengthM ?? null,
    cuts: cutList(long.cables, long.wires),
    ...benchList(joints),
    remarks: [
      ...checkCraft({ joints, cables: long.cables, input, names }),
      ...(routes ? wetJoints(routes) : []),
    ],
    orphans: orphans(choices, joints, cables, netlist, loom),
    sourceName,
    signalName: (c) => (c.signal ? `${sourceName(c)} ${MARK[c.signal.sign]}` : ''),
    placeName,
    spotName,
    laidName,
  };
}

/** Spots that are no unit, box or speaker. */
const SPOT_NAMES: Partial<Record<string, string>> = {
  battery: 'Battery',
  'main-fuse': 'Main fuse',
  'factory-feed': 'Factory feed',
  distribution: 'Distribution block',
  ground: 'Ground point',
  relay: 'Relay',
  'turn-on': 'Turn-on source',
};

function placeOfSpot(spotId: string): Place {
  const [of, ...rest] = spotId.split(':');
  const id = rest.join(':');
  return of === 'device'
    ? { at: 'device', deviceId: id }
    : of === 'speaker'
      ? { at: 'speaker', speakerId: id }
      : { at: 'unit', unitId: id };
}

const MARK = { plus: '+', minus: '−' } as const;

/** A signal by its factory output, or by the channel that an output of a device serves. */
function nameOf(
  source: SignalSource,
  job: JobOutline,
  car: Wiring['input']['car'],
  names: Wiring['names'],
): string {
  if (source.from === 'output') return names.output(source.pairId);
  const served = servedBy(source, job, car);
  if (!served) return '';
  return served.side === 'mono' ? served.target.name : `${served.target.name}, ${served.side}`;
}

/** The channel that an output of a device serves in the end. */
function servedBy(source: SignalSource, job: JobOutline, { devices }: Wiring['input']['car']) {
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
  job: JobOutline,
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
export function jointGroups(
  { joints }: Pick<Bench, 'joints'>,
  wiring: Wiring,
  job: JobOutline,
): JointGroup[] {
  const groups = new Map<string, JointGroup>();
  for (const joint of joints) {
    const place = placeOf(joint.at, wiring, job);
    const group = groups.get(place.id) ?? { ...place, joints: [] };
    group.joints.push(joint);
    groups.set(place.id, group);
  }
  return [...groups.values()];
}

function placeOf(at: TerminalRef, { input }: Wiring, job: JobOutline): Omit<JointGroup, 'joints'> {
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
