import type { FinishedDevice, FinishedOutput, FinishedSpeaker, SignalSource } from '../model/finished-car.ts';
import { joinedCoils } from './coils.ts';
import { type Conductor, conductor } from './netlist.ts';
import { swapAtInput, swapAtSpeaker } from './swapped.ts';
import { type Sign, SIGNS, type TerminalRef } from './terminal-ref.ts';
import {
  channelAt,
  drivenBy,
  sameSource,
  type WiredOutput,
  type WiringInput,
  wireOf,
} from './wiring-input.ts';

type Two = Record<Sign, TerminalRef>;
type Ways = Pick<Conductor, 'function' | 'made' | 'mm2' | 'standing'>;

const FACTORY = { made: 'factory', mm2: null, standing: 'assumed' } as const;
const OTHER: Record<Sign, Sign> = { plus: 'minus', minus: 'plus' };
const NEW = { made: 'new', mm2: null, standing: 'assumed' } as const;

/** Conductors between two ends, one for each sign. */
const pairOf = (source: SignalSource, from: Two, to: Two, ways: Ways, swapped = false): Conductor[] =>
  SIGNS.map((sign) =>
    conductor({
      from: from[sign],
      to: to[swapped ? OTHER[sign] : sign],
      signal: { source, sign, swapped },
      ...ways,
    }),
  );

/** Every conductor that carries signal: from factory outputs, between devices, to coils and to load resistors. */
export function signalConductors(input: WiringInput): Conductor[] {
  const { car, outputs } = input;
  const byId = new Map(outputs.map((o) => [o.id, o]));
  return [
    ...car.outputs.flatMap((o) => {
      const output = byId.get(o.pairId);
      return output ? ofOutput(o, output) : [];
    }),
    ...car.devices.flatMap((device) => intoDevice(device, input, byId)),
    ...car.speakers.flatMap((speaker) => toSpeaker(speaker, input, byId)),
  ];
}

const twoOf = (output: WiredOutput, side: 'unit' | 'car'): Two => ({
  plus: wireOf(output, 'plus', side),
  minus: wireOf(output, 'minus', side),
});

/** A plug is left together unless its wires are led elsewhere; then a load may take the speaker's place. */
function ofOutput({ pairId, intercepted, drives }: FinishedOutput, output: WiredOutput): Conductor[] {
  const source: SignalSource = { from: 'output', pairId };
  const unit = twoOf(output, 'unit');
  const resistor: Two = {
    plus: { of: 'resistor', pairId, sign: 'plus' },
    minus: { of: 'resistor', pairId, sign: 'minus' },
  };
  return [
    ...(intercepted ? [] : pairOf(source, unit, twoOf(output, 'car'), { ...FACTORY, function: 'joint' })),
    ...(drives.resistor ? pairOf(source, unit, resistor, { ...NEW, function: 'load' }) : []),
  ];
}

/** Where a signal can be taken: the wires of an output on the unit's side, or an output of a device. */
function takenFrom(
  source: SignalSource,
  { car }: WiringInput,
  byId: ReadonlyMap<string, WiredOutput>,
): Two | null {
  if (source.from === 'data') return null;
  if (source.from === 'output') {
    const output = byId.get(source.pairId);
    return output ? twoOf(output, 'unit') : null;
  }
  const device = car.devices.find((d) => d.id === source.deviceId);
  if (!device) return null;
  const bridged = device.outputs.find((o) => o.n === source.output)?.bridgedWith ?? null;
  if (bridged === null) return channelAt(device, ['speaker-output', 'line-output'], source.output);
  const [plus, minus] = [source.output, bridged].sort((a, b) => a - b).map((n) => drivenBy(device, n));
  return plus && minus ? { plus: plus.at, minus: minus.at } : null;
}

const isSpeakerLevel = ({ plus }: Two): boolean => plus.of !== 'device' || plus.pole === null;

function intoDevice(
  device: FinishedDevice,
  input: WiringInput,
  byId: ReadonlyMap<string, WiredOutput>,
): Conductor[] {
  return device.inputs.flatMap(({ n, source }) => {
    const from = takenFrom(source, input, byId);
    if (!from) return [];
    const speakerLevel = isSpeakerLevel(from);
    const to = channelAt(
      device,
      speakerLevel ? ['speaker-input', 'line-input'] : ['line-input', 'speaker-input'],
      n,
    );
    if (!to) return [];
    const ways: Ways = { ...NEW, function: speakerLevel ? 'speaker' : 'line' };
    return pairOf(source, from, to, ways, swapAtInput(device, n, input) === 'swapped');
  });
}

/** Over wire of its own, or over the car's side of a plug whose output was led away. */
function toSpeaker(
  speaker: FinishedSpeaker,
  input: WiringInput,
  byId: ReadonlyMap<string, WiredOutput>,
): Conductor[] {
  const [{ source, wire }] = speaker.coils;
  const alike = speaker.coils.every((c) => sameSource(c.source, source) && c.wire === wire);
  if (!alike)
    return speaker.coils.flatMap((_, coil) => {
      const only = { ...speaker, coils: speaker.coils.slice(coil, coil + 1) };
      return toSpeaker(only, input, byId).map((c) => onCoil(c, coil));
    });
  if (!source || source.from === 'data') return [];
  const target = input.targets.find((t) => t.id === speaker.targetId);
  const own = { drivers: speaker.coils.length, coils: 1, ohm: speaker.coils[0].ohm ?? 4 };
  const shape = speaker.made === 'new' && target ? target.speaker : own;
  const coils = joinedCoils(speaker, shape, networkOf(source, input));
  const taken = takenFrom(source, input, byId);
  if (!taken || !coils) return [];
  const on = wire === 'factory' ? factoryWire(source, input, byId) : null;
  const from = on ?? taken;
  const swapped = swapAtSpeaker(speaker, input);
  const ways: Ways = { ...(wire === 'factory' ? FACTORY : NEW), function: 'speaker' };
  return [
    // A new device drives the car's side of the plug.
    ...(on && source.from === 'device' ? pairOf(source, taken, on, { ...NEW, function: 'speaker' }) : []),
    ...SIGNS.flatMap((sign) =>
      coils[swapped ? OTHER[sign] : sign].map((to) =>
        conductor({ from: from[sign], to, signal: { source, sign, swapped }, ...ways }),
      ),
    ),
    ...coils.links.map(([a, b]) =>
      conductor({ from: a, to: b, signal: null, ...{ ...NEW, function: 'speaker' as const } }),
    ),
  ];
}

/** How the amplifier's load was planned, also where a box stands before the speaker; null: no device says it. */
function networkOf(source: SignalSource, { car }: Pick<WiringInput, 'car'>): string | null {
  if (source.from !== 'device') return null;
  const device = car.devices.find((d) => d.id === source.deviceId);
  const output = device?.outputs.find((o) => o.n === source.output);
  if (!device || !output || output.load) return output?.load?.network ?? null;
  const before = device.inputs.find((i) => output.of.includes(i.n));
  return before ? networkOf(before.source, { car }) : null;
}

/** The car's side of the plug whose wire a source drives; null: none does, and it has wire of its own. */
function factoryWire(
  source: SignalSource,
  { car }: WiringInput,
  byId: ReadonlyMap<string, WiredOutput>,
): Two | null {
  const pairId =
    source.from === 'output'
      ? source.pairId
      : car.outputs.find((o) => o.intercepted && sameSource(o.intercepted.carSide, source))?.pairId;
  const output = pairId === undefined ? undefined : byId.get(pairId);
  return output ? twoOf(output, 'car') : null;
}

/** A single coil was joined as the first of its speaker. */
function onCoil(c: Conductor, coil: number): Conductor {
  const moved = (t: TerminalRef): TerminalRef => (t.of === 'speaker' ? { ...t, coil } : t);
  const { id: _, ...rest } = c;
  return conductor({ ...rest, from: moved(c.from), to: moved(c.to) });
}
