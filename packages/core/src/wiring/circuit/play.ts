import type { Netlist } from '../netlist.ts';
import { terminalId, type TerminalRef } from '../terminal-ref.ts';
import { terminalAt, wakesByItself, type WiringInput } from '../wiring-input.ts';
import { deviceParts, outputSources, passiveParts } from './models.ts';
import { Circuit, type Part, type Source } from './nodal.ts';

/** Volts that a device needs between supply and ground, and at its remote input, to be awake; a lead that feeds it gives so many. */
const AWAKE_VOLTS = 9;
const REMOTE_VOLTS = 6;
const BATTERY_VOLTS = 12.6;
const DEVICE_OHM = 6;
const REMOTE_OHM = 2000;
const BATTERY_OHM = 0.02;

export interface PlayedCoil {
  speakerId: string;
  coil: number;
  /** of one volt at the output; below 0: reversed */
  gain: number;
}

export interface PlayedOutput {
  pairId: string;
  /** coils that move at all */
  coils: PlayedCoil[];
}

export interface PlayResult {
  outputs: PlayedOutput[];
  /** devices that are not fed, not grounded or not turned on */
  asleep: string[];
}

/** What is weaker than this beside one volt is not heard. */
const HEARD = 0.003;

/** A netlist as parts of a circuit, with what sends a volt into each factory output that plays. */
export interface PlayedCircuit {
  parts: Part[];
  /** by the id of the output */
  sources: Map<string, Source[]>;
  awake: ReadonlySet<string>;
}

/** The conductors as they are, what they lead to, and each device as it is awake or not. */
export function circuitOf(
  netlist: Netlist,
  { car, outputs }: Pick<WiringInput, 'car' | 'outputs'>,
): PlayedCircuit {
  const ends = new Set(netlist.conductors.flatMap((c) => [terminalId(c.from), terminalId(c.to)]));
  const used = (id: string) => ends.has(id);
  const passive = passiveParts(netlist, { car });
  const awake = awakeDevices(passive, { car }, used);
  const playing = car.outputs.filter((o) => o.plays).map((o) => o.pairId);
  return {
    parts: [...passive, ...car.devices.flatMap((d) => deviceParts(d, awake.has(d.id), used))],
    sources: new Map(
      outputs.filter((o) => playing.includes(o.id)).map((o) => [o.id, outputSources(o)] as const),
    ),
    awake,
  };
}

/**
 * Sends one volt into each factory output in turn and says which coil moves, how far, and which way: by nodal analysis
 * of the conductors as they are, whatever they were meant to be.
 */
export function playNetlist(netlist: Netlist, input: Pick<WiringInput, 'car' | 'outputs'>): PlayResult {
  const { car } = input;
  const { parts, sources, awake } = circuitOf(netlist, input);
  const circuit = new Circuit(parts, [...sources.values()].flat());
  return {
    outputs: [...sources].map(([pairId, own]) => {
      const at = circuit.solve(own);
      const coils = car.speakers.flatMap(({ id, coils: list }) =>
        list.map((_, coil): PlayedCoil => {
          const leg = (sign: 'plus' | 'minus') =>
            at(terminalId({ of: 'speaker', speakerId: id, coil, sign }));
          return { speakerId: id, coil, gain: leg('plus') - leg('minus') };
        }),
      );
      return { pairId, coils: coils.filter((c) => Math.abs(c.gain) >= HEARD) };
    }),
    asleep: car.devices.filter((d) => !awake.has(d.id)).map((d) => d.id),
  };
}

/** Devices that have supply, ground and what turns them on; one that needs none is always awake. */
function awakeDevices(
  passive: readonly Part[],
  { car }: Pick<WiringInput, 'car'>,
  used: (id: string) => boolean,
): Set<string> {
  const supplied = car.devices.flatMap((device) => {
    const [supply, ground] = (['supply', 'ground'] as const).map((k) => terminalAt(device, k));
    return supply && ground ? [{ device, supply, ground }] : [];
  });
  const parts = supplied.flatMap(({ device, supply, ground }): Part[] => {
    const between = (a: TerminalRef, ohm: number): Part => ({
      kind: 'resistor',
      a: terminalId(a),
      b: terminalId(ground),
      ohm,
    });
    const remote = terminalAt(device, 'remote-in');
    const out = terminalAt(device, 'remote-out');
    const woken = wakesByItself(device) ? supply : remote;
    return [
      between(supply, DEVICE_OHM),
      ...(remote ? [between(remote, REMOTE_OHM)] : []),
      // It passes on what woke it.
      ...(out && woken && used(terminalId(out))
        ? [
            {
              kind: 'amplifier' as const,
              at: terminalId(out),
              ohm: 10,
              of: [{ plus: terminalId(woken), minus: terminalId(ground), gain: 1 }],
            },
          ]
        : []),
    ];
  });
  const feeds: Source[] = [
    {
      plus: terminalId({ of: 'battery', post: 'plus' }),
      minus: 'ground',
      volts: BATTERY_VOLTS,
      ohm: BATTERY_OHM,
    },
    { plus: 'factory-feed', minus: 'ground', volts: BATTERY_VOLTS, ohm: BATTERY_OHM },
    { plus: 'turn-on', minus: 'ground', volts: BATTERY_VOLTS, ohm: 1 },
  ];
  const volts = new Circuit([...passive, ...parts], feeds).solve(feeds);
  const lacking = supplied.filter(({ device, supply, ground }) => {
    const against = (t: TerminalRef) => volts(terminalId(t)) - volts(terminalId(ground));
    const remote = terminalAt(device, 'remote-in');
    const told = wakesByItself(device) || !remote || against(remote) >= REMOTE_VOLTS;
    return against(supply) < AWAKE_VOLTS || !told;
  });
  const asleep = new Set(lacking.map((l) => l.device.id));
  return new Set(car.devices.map((d) => d.id).filter((id) => !asleep.has(id)));
}
