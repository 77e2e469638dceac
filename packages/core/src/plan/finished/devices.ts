import type { LibraryDevice } from '../../model/device.ts';
import type { FinishedDevice, SignalSource } from '../../model/finished-car.ts';
import type { Equipment, Feed } from '../../model/plan.ts';
import type { Setup } from '../../model/setup.ts';
import { type Drive, drivesOf, kindOf } from '../equipment.ts';
import type { PlanInput } from '../plan-input.ts';
import type { BuiltPlan, WantedChannel } from './wires.ts';

/** Every device that is built in, and which channel of which amplifier drives each wanted channel. */
export interface FinishedDevices {
  devices: FinishedDevice[];
  /** null: no amplifier has a channel left for it, or nothing feeds it */
  sourceOf: (channel: WantedChannel) => Extract<SignalSource, { from: 'device' }> | null;
  drives: ReadonlyMap<string, Drive>;
}

type Building = FinishedDevice & { model: LibraryDevice | null };

const keyOf = ({ targetId, side }: Pick<Feed, 'targetId' | 'side'>) => `${targetId}/${side}`;

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
    const bridged =
      drive.amplifier?.id === planned.model?.id ? drive.bridged : (feed.coils?.bridged ?? false);
    const driven = intoAmplifier(signals, channel, { ...planned, bridged, into: amplifiers });
    if (driven) sources.set(key, driven);
  }
  // The last device before the amplifiers wakes them, so that they wake after it and sleep before it.
  const waker = between.findLast((d) => d.model?.remoteOutput ?? d.kind !== 'passive-converter');
  for (const amplifier of amplifiers) amplifier.wokenBy = waker ? { deviceId: waker.id } : wakes;
  return {
    devices: [...between, ...amplifiers].map(({ model: _, ...device }) => device),
    sourceOf: ({ target, side }) => sources.get(keyOf({ targetId: target.id, side })) ?? null,
    drives,
  };
}

interface Planned {
  /** null: none in the library, or no longer there */
  model: LibraryDevice | null;
  name: string | null;
}

const modelOf = (line: Equipment | undefined, { devices }: PlanInput): Planned => ({
  model: devices.find((d) => d.id === line?.deviceId) ?? null,
  name: line?.name ?? null,
});

interface Between {
  input: PlanInput;
  equipment: readonly Equipment[];
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
    device.outputs.push({ n, bridgedWith: null, of: mixed });
    return { from: 'device', deviceId: device.id, output: n };
  });
}

const isThat = (built: Building, { model, name }: Planned) => built.model === model && built.name === name;

interface Start extends Planned {
  of: Building['kind'];
  id: string;
  wakes: Between['wakes'];
  into: Building[];
}

function started({ of, model, name, id, wakes, into }: Start): Building {
  const device: Building = {
    id,
    kind: of,
    libraryId: model?.id ?? null,
    name,
    inputs: [],
    outputs: [],
    wokenBy: of === 'passive-converter' || model?.needsSupply === false ? 'nothing' : wakes,
    model,
  };
  into.push(device);
  return device;
}

const same = (a: SignalSource, b: SignalSource) => JSON.stringify(a) === JSON.stringify(b);

/** Whether all these signals fit into what is left of a device; one that mixes needs each of them once. */
function hasRoom(
  { model, inputs, outputs }: Building,
  wanted: readonly SignalSource[],
  leaving: number,
): boolean {
  if (!model) return true;
  const fresh = wanted.filter((s) => !model.sums || !inputs.some((i) => same(i.source, s)));
  return inputs.length + fresh.length <= model.inputs && outputs.length + leaving <= model.outputs;
}

function inputFor(device: Building, source: SignalSource): number {
  const there = device.model?.sums === false ? undefined : device.inputs.find((i) => same(i.source, source));
  if (there) return there.n;
  const n = device.inputs.length + 1;
  device.inputs.push({ n, source });
  return n;
}

/** A channel of the amplifier that drives a target; null when none is left. */
function intoAmplifier(
  signals: readonly SignalSource[],
  { target, side }: WantedChannel,
  { model, name, bridged, into }: Planned & { bridged: boolean; into: Building[] },
): Extract<SignalSource, { from: 'device' }> | null {
  // Of an amplifier that nobody has chosen yet, each target gets one of its own.
  const shared = (d: Building) => (name === null ? d.id.startsWith(`amplifier:${target.id}/`) : true);
  const device =
    into.find((d) => isThat(d, { model, name }) && shared(d)) ??
    started({
      of: 'amplifier',
      model,
      name,
      id: `amplifier:${keyOf({ targetId: target.id, side })}`,
      wakes: 'nothing',
      into,
    });
  const first = device.outputs.length + 1;
  const takes = bridged ? 2 : 1;
  if (model && first + takes - 1 > model.amplifier!.channels) return null;
  const of = signals.map((source) => {
    const n = device.inputs.length + 1;
    device.inputs.push({ n, source });
    return n;
  });
  for (let n = first; n < first + takes; n++)
    device.outputs.push({ n, bridgedWith: bridged ? 2 * first + 1 - n : null, of });
  return { from: 'device', deviceId: device.id, output: first };
}
