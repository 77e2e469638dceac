import { channelGroups, type LibraryDevice } from '../../model/device.ts';
import type { FinishedChannel, FinishedDevice, SignalSource } from '../../model/finished-car.ts';
import type { Insert, InsertPlace, SystemPlace } from '../../model/insert.ts';
import type { Feed } from '../../model/plan.ts';
import type { Setup } from '../../model/setup.ts';
import type { PlanInput } from '../facts/plan-input.ts';
import { isBridged, kindOf } from './between.ts';
import { drawsOf, isSupplied } from './draws.ts';
import { type Drive, drivesOfFeeds } from './drives.ts';
import { insertAt, insertsOf, type PlacedInsert } from '../facts/inserts.ts';
import type { BuiltPlan, DeviceChoice, WantedChannel } from './wires.ts';

/** Every device that is built in, and which channel of which amplifier drives each wanted channel. */
export interface FinishedDevices {
  devices: FinishedDevice[];
  /** null: no amplifier has a channel left for it, or nothing feeds it */
  sourceOf: (channel: WantedChannel) => SignalSource | null;
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
  const drives = drivesOfFeeds(input, proposal.feeds, proposal.changes);
  const wakes = proposal.setup?.turnOn.by ?? 'nothing';
  const feeds = new Map(proposal.feeds.map((f) => [keyOf(f), f]));
  const between: Building[] = [];
  const amplifiers: Building[] = [];
  const inserted = new Map<Insert, Building[]>();
  const sources = new Map<string, SignalSource>();
  for (const channel of channels) {
    const key = keyOf({ targetId: channel.target.id, side: channel.side });
    const feed = feeds.get(key);
    if (!feed) continue;
    const inserts = insertsOf(feed.targetId, proposal.changes, input.devices);
    const through = (signals: SignalSource[], at: InsertPlace) =>
      inserts
        .filter((i) => i.insert.at === at)
        .reduce((s, insert) => throughInsert(s, feed, insert, { built: inserted, wakes }), signals);
    const signals = through(
      throughDevice(feed, through(tapsOf(feed), 'outputs'), {
        input,
        equipment: proposal.equipment,
        wakes,
        between,
      }),
      'amplifier',
    );
    if (feed.device === 'joined') {
      sources.set(key, through(signals, 'speaker')[0]);
      continue;
    }
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
      group: asKept ? 0 : drive.group,
      load: asKept ? loadKept(feed.coils!, channel) : loadOf(drive),
      into: amplifiers,
    });
    if (driven) sources.set(key, through([driven], 'speaker')[0]);
  }
  const { delay, breaker } = wake(amplifiers, between, wakes, { input, proposal });
  const devices = [...between, ...[...inserted.values()].flat(), ...delay, ...amplifiers, ...breaker];
  return {
    devices: devices.map((d) => ({ ...d, draws: drawsOf(d, devices, input) })),
    sourceOf: ({ target, side }) => sources.get(keyOf({ targetId: target.id, side })) ?? null,
    drives,
  };
}

/** Amplifiers wake after what stands before them and sleep before it: by its remote output, or by a delay in the lead. */
function wake(
  amplifiers: readonly Building[],
  between: readonly Building[],
  wakes: Between['wakes'],
  { input, proposal }: { input: PlanInput; proposal: BuiltPlan },
): Record<'delay' | 'breaker', Building[]> {
  const waker = between.findLast((d) => d.entry?.remoteOutput ?? d.kind !== 'passive-converter');
  const before: Building['wokenBy'] = waker ? { deviceId: waker.id } : wakes;
  const [delay = null] = ofSystem('turn-on', proposal, input);
  // Into a lead: what wakes by what comes at its inputs has none.
  const delays = delay !== null && before !== 'sensing' && before !== 'offset';
  if (delays) delay.wokenBy = before;
  for (const amplifier of amplifiers) amplifier.wokenBy = delays ? { deviceId: delay.id } : before;
  return { delay: delay ? [delay] : [], breaker: ofSystem('supply', proposal, input) };
}

/** What stands in the turn-on lead or the power cable; no signal goes through it. */
function ofSystem(at: SystemPlace, { changes }: BuiltPlan, { devices }: PlanInput): Building[] {
  const placed = insertAt(at, changes, devices);
  if (!placed) return [];
  const { insert, entry } = placed;
  return [
    {
      ...{ id: `${insert.kind}:${at}`, kind: insert.kind, entry, name: entry?.name ?? null },
      ...{ inputs: [], outputs: [], wokenBy: 'nothing' },
    },
  ];
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

/** The outputs that a feed takes, each into an input of its own; one channel is bridged into both inputs of its box. */
function tapsOf({ taps, device }: Feed): SignalSource[] {
  if (taps.length === 0) return [{ from: 'data' }];
  const sources = taps.map(({ pairId }): SignalSource => ({ from: 'output', pairId }));
  return isBridged({ taps, device }) ? [...sources, ...sources] : sources;
}

/** Signals as they leave an insert, each by an output of its own; its boxes are as many as they take. */
function throughInsert(
  signals: readonly SignalSource[],
  feed: Feed,
  { insert, entry }: PlacedInsert,
  { built, wakes }: { built: Map<Insert, Building[]>; wakes: Between['wakes'] },
): SignalSource[] {
  const own = built.get(insert) ?? [];
  built.set(insert, own);
  return signals.map((source) => {
    const device =
      own.find((d) => hasRoom(d, [source], 1)) ??
      started({
        of: insert.kind,
        entry,
        name: entry?.name ?? null,
        id: `${insert.kind}:${keyOf(feed)}@${[...built.values()].flat().length + 1}`,
        wakes,
        into: own,
      });
    const n = inputFor(device, source);
    const output = device.outputs.length + 1;
    device.outputs.push({ n: output, bridgedWith: null, of: [n], channel: channelOf(feed), load: null });
    return { from: 'device', deviceId: device.id, output };
  });
}

interface Between {
  input: PlanInput;
  equipment: readonly DeviceChoice[];
  wakes: Setup['turnOn']['by'] | 'nothing';
  between: Building[];
}

/** The signals of a feed after the device that stands between, or as they are where none does. */
function throughDevice(
  feed: Feed,
  wanted: SignalSource[],
  { input, equipment, wakes, between }: Between,
): SignalSource[] {
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
    wokenBy: isSupplied(of, entry) ? wakes : 'nothing',
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
  const fresh = wanted.filter(
    (s) => !(entry.sums || s.from === 'data') || !inputs.some((i) => same(i.source, s)),
  );
  return inputs.length + fresh.length <= entry.inputs && outputs.length + leaving <= entry.outputs;
}

function inputFor(device: Building, source: SignalSource): number {
  // The car's data come in once, whatever is made of them.
  const shared = device.entry?.sums !== false || source.from === 'data';
  const there = shared ? device.inputs.find((i) => same(i.source, source)) : undefined;
  if (there) return there.n;
  const n = device.inputs.length + 1;
  device.inputs.push({ n, source });
  return n;
}

interface IntoAmplifier extends Planned {
  bridged: boolean;
  /** of its channels */
  group: number;
  load: ChannelLoad;
  into: Building[];
}

/** Numbers of an amplifier's channels of one power; without end where nobody knows how many it has. */
function channelsOfGroup(entry: LibraryDevice | null, group: number): { from: number; to: number } {
  if (!entry) return { from: 1, to: Infinity };
  const counts = channelGroups(entry.amplifier!).map((g) => g.channels);
  const before = counts.slice(0, group).reduce((a, b) => a + b, 0);
  return { from: before + 1, to: before + counts[group] };
}

/** A channel of the amplifier that drives a target; null when none is left. */
function intoAmplifier(
  signals: readonly SignalSource[],
  feed: Feed,
  { entry, name, bridged, group, load, into }: IntoAmplifier,
): Extract<SignalSource, { from: 'device' }> | null {
  // Of an amplifier that nobody has chosen yet, each target gets one of its own.
  const shared = (d: Building) => (name === null ? d.outputs[0]?.channel.targetId === feed.targetId : true);
  const device =
    into.find((d) => isThat(d, { entry, name }) && shared(d)) ??
    started({ of: 'amplifier', entry, name, id: `amplifier:${keyOf(feed)}`, wakes: 'nothing', into });
  const channels = channelsOfGroup(entry, group);
  const first =
    device.outputs.filter((o) => o.n >= channels.from && o.n <= channels.to).length + channels.from;
  const takes = bridged ? 2 : 1;
  if (first + takes - 1 > channels.to) return null;
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
