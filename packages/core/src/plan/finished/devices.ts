import type { LibraryDevice } from '../../model/device.ts';
import type { FinishedChannel, FinishedDevice, SignalSource } from '../../model/finished-car.ts';
import type { Feed } from '../../model/plan.ts';
import type { Setup } from '../../model/setup.ts';
import type { PlanInput } from '../facts/plan-input.ts';
import { kindOf } from './between.ts';
import { drawsOf } from './draws.ts';
import { type Drive, drivesOf } from './drives.ts';
import type { BuiltPlan, DeviceChoice, WantedChannel } from './wires.ts';

/** Every device that is built in, and which channel of which amplifier drives each wanted channel. */
export interface FinishedDevices {
  devices: FinishedDevice[];
  /** null: no amplifier has a channel left for it, or nothing feeds it */
  sourceOf: (channel: WantedChannel) => Extract<SignalSource, { from: 'device' }> | null;
  drives: ReadonlyMap<string, Drive>;
}

type Building = Omit<FinishedDevice, 'draws'>;
type ChannelLoad = FinishedDevice['outputs'][number]['load'];

const keyOf = ({ targetId, side }: FinishedChannel) => `${targetId}/${side}`;

export function finishedDevices(
  input: PlanInput,
  proposal: BuiltPlan,
  channels: readonly WantedChannel[],
): FinishedDevices {
  const drives = drivesOf(input.targets, input.devices);
  const wakes = proposal.setup?.turnOn.by ?? 'nothing';
  const feeds = new Map(proposal.feeds.map((f) => [keyOf(f), f]));
  const between: Building[] = [];
  const amplifiers: Building[] = [];
  const sources = new Map<string, Extract<SignalSource, { from: 'device' }>>();
  for (const channel of channels) {
    const key = keyOf({ targetId: channel.target.id, side: channel.side });
    const feed = feeds.get(key);
    if (!feed) continue;
    const signals = throughDevice(feed, { input, equipment: proposal.equipment, wakes, between });
    const line = proposal.equipment.find(
      (e) => e.kind === 'amplifier' && e.targetIds.includes(feed.targetId),
    );
    const planned = modelOf(line, input);
    const drive = drives.get(channel.target.id)!;
    // The library has changed since: what is known is what was kept.
    const asKept = drive.amplifier?.id !== planned.entry?.id && feed.coils !== null;
    const driven = intoAmplifier(signals, feed, {
      ...planned,
      bridged: asKept ? feed.coils!.bridged : drive.bridged,
      load: asKept ? loadKept(feed.coils!, channel) : loadOf(drive),
      into: amplifiers,
    });
    if (driven) sources.set(key, driven);
  }
  // The last device before the amplifiers wakes them, so that they wake after it and sleep before it.
  const waker = between.findLast((d) => d.entry?.remoteOutput ?? d.kind !== 'passive-converter');
  for (const amplifier of amplifiers) amplifier.wokenBy = waker ? { deviceId: waker.id } : wakes;
  const devices = [...between, ...amplifiers];
  return {
    devices: devices.map((d) => ({ ...d, draws: drawsOf(d, devices, input.targets) })),
    sourceOf: ({ target, side }) => sources.get(keyOf({ targetId: target.id, side })) ?? null,
    drives,
  };
}

const loadOf = ({ arrangement, watts }: Drive): ChannelLoad => ({
  network: arrangement.name,
  coils: arrangement.coils,
  ohm: arrangement.ohm,
  watts,
});

function loadKept(
  { name, ohm, wattsPerCoil }: NonNullable<Feed['coils']>,
  { target: { speaker } }: WantedChannel,
): ChannelLoad {
  const coils = speaker.drivers * speaker.coils;
  return { network: name, coils, ohm, watts: wattsPerCoil === null ? null : coils * wattsPerCoil };
}

interface Planned {
  /** null: none in the library, or no longer there */
  entry: LibraryDevice | null;
  name: string | null;
}

const modelOf = (line: DeviceChoice | undefined, { devices }: PlanInput): Planned => ({
  entry: devices.find((d) => d.id === line?.deviceId) ?? null,
  name: line?.name ?? null,
});

interface Between {
  input: PlanInput;
  equipment: readonly DeviceChoice[];
  wakes: Setup['turnOn']['by'] | 'nothing';
  between: Building[];
}

/** The signals of a feed after the device that stands between, or as they are where none does. */
function throughDevice(feed: Feed, { input, equipment, wakes, between }: Between): SignalSource[] {
  const taps = feed.taps.map((t): SignalSource => ({ from: 'output', pairId: t.pairId }));
  const wanted: SignalSource[] = taps.length > 0 ? taps : [{ from: 'data' }];
  const kind = kindOf(feed.device);
  if (kind === null) return wanted;
  const lines = equipment.filter((e) => e.kind !== 'amplifier' && e.targetIds.includes(feed.targetId));
  const line = lines.find((e) => e.kind === kind) ?? lines[0];
  const planned = modelOf(line, input);
  const of = line?.kind ?? kind;
  // What is not joined into one output leaves by as many as came in.
  const joined = feed.device === 'summing-converter' || feed.device === 'processor';
  const leaving = joined ? 1 : wanted.length;
  const device =
    between.find((d) => d.kind === of && isThat(d, planned) && hasRoom(d, wanted, leaving)) ??
    started({ of, ...planned, id: `${of}:${keyOf(feed)}`, wakes, into: between });
  const inputs = wanted.map((source) => inputFor(device, source));
  const outputs = joined ? [inputs] : inputs.map((n) => [n]);
  return outputs.map((mixed) => {
    const n = device.outputs.length + 1;
    device.outputs.push({ n, bridgedWith: null, of: mixed, channel: channelOf(feed), load: null });
    return { from: 'device', deviceId: device.id, output: n };
  });
}

const channelOf = ({ targetId, side }: Feed): FinishedChannel => ({ targetId, side });
const isThat = (built: Building, { entry, name }: Planned) => built.entry === entry && built.name === name;

interface Start extends Planned {
  of: Building['kind'];
  id: string;
  wakes: Between['wakes'];
  into: Building[];
}

function started({ of, entry, name, id, wakes, into }: Start): Building {
  const device: Building = {
    id,
    kind: of,
    entry,
    name,
    inputs: [],
    outputs: [],
    wokenBy: of === 'passive-converter' || entry?.needsSupply === false ? 'nothing' : wakes,
  };
  into.push(device);
  return device;
}

const same = (a: SignalSource, b: SignalSource) => JSON.stringify(a) === JSON.stringify(b);

/** Whether all these signals fit into what is left of a device; one that mixes needs each of them once. */
function hasRoom(
  { entry, inputs, outputs }: Building,
  wanted: readonly SignalSource[],
  leaving: number,
): boolean {
  if (!entry) return true;
  const fresh = wanted.filter((s) => !entry.sums || !inputs.some((i) => same(i.source, s)));
  return inputs.length + fresh.length <= entry.inputs && outputs.length + leaving <= entry.outputs;
}

function inputFor(device: Building, source: SignalSource): number {
  const there = device.entry?.sums === false ? undefined : device.inputs.find((i) => same(i.source, source));
  if (there) return there.n;
  const n = device.inputs.length + 1;
  device.inputs.push({ n, source });
  return n;
}

interface IntoAmplifier extends Planned {
  bridged: boolean;
  load: ChannelLoad;
  into: Building[];
}

/** A channel of the amplifier that drives a target; null when none is left. */
function intoAmplifier(
  signals: readonly SignalSource[],
  feed: Feed,
  { entry, name, bridged, load, into }: IntoAmplifier,
): Extract<SignalSource, { from: 'device' }> | null {
  // Of an amplifier that nobody has chosen yet, each target gets one of its own.
  const shared = (d: Building) => (name === null ? d.outputs[0]?.channel.targetId === feed.targetId : true);
  const device =
    into.find((d) => isThat(d, { entry, name }) && shared(d)) ??
    started({ of: 'amplifier', entry, name, id: `amplifier:${keyOf(feed)}`, wakes: 'nothing', into });
  const first = device.outputs.length + 1;
  const takes = bridged ? 2 : 1;
  if (entry && first + takes - 1 > entry.amplifier!.channels) return null;
  const of = signals.map((source) => {
    const n = device.inputs.length + 1;
    device.inputs.push({ n, source });
    return n;
  });
  for (let n = first; n < first + takes; n++) {
    const bridgedWith = bridged ? 2 * first + 1 - n : null;
    device.outputs.push({ n, bridgedWith, of, channel: channelOf(feed), load });
  }
  return { from: 'device', deviceId: device.id, output: first };
}
