import type { JointKind, JointPlace, WiringFields } from '../../model/wiring.ts';
import type { Conductor, Netlist } from '../netlist.ts';
import { SIGNS, terminalId, type TerminalRef } from '../terminal-ref.ts';
import { terminalsFor, type WiredOutput, type WiringInput, wireOf } from '../wiring-input.ts';
import { JOINTS_AT } from './joint-kinds.ts';

/** An end of a conductor that is made by hand. */
export interface Joint {
  /** stays with the conductor's end */
  id: string;
  at: TerminalRef;
  place: JointPlace;
  kind: JointKind;
  /** `joint`: for this one; `job`: for all of its place in this job; `plan`: as the plan has it, or as is usual */
  chosen: 'joint' | 'job' | 'plan';
  done: boolean;
  /** what ends here; null: the factory's own wire, which is capped */
  conductor: Conductor | null;
}

/** A conductor from here on is under a screw of its own terminal block, mm2: smaller ones of a box come in plugs. */
const SCREW_FROM_MM2 = 2.5;

/** Every joint of a netlist with how it is made: for this joint alone, for its place in this job, or as the plan has it. */
export function jointsOf(netlist: Netlist, input: WiringInput, choices: WiringFields): Joint[] {
  const led = ledAway(input);
  const make = (id: string, at: TerminalRef, place: JointPlace, conductor: Conductor | null): Joint => {
    const own = choices.joints[id];
    const job = choices.school[place];
    const allowed = JOINTS_AT[place];
    const [kind, chosen] =
      own && allowed.includes(own)
        ? ([own, 'joint'] as const)
        : job && allowed.includes(job)
          ? ([job, 'job'] as const)
          : ([planned(place, at, led, input), 'plan'] as const);
    return { id, at, place, kind, chosen, done: choices.done.includes(id), conductor };
  };
  const ends = netlist.conductors
    .filter((c) => c.made === 'new')
    .flatMap((c) =>
      (['from', 'to'] as const).map((end) => make(`${c.id}|${end}`, c[end], placeOf(c, end, input, led), c)),
    );
  return [
    ...ends,
    ...unusedEnds(netlist, input).map((at) => make(`cap|${terminalId(at)}`, at, 'capped', null)),
  ];
}

/** Factory wire as the plan joins it, all else as is usual. */
function planned(place: JointPlace, at: TerminalRef, led: LedAway, { setup }: WiringInput): JointKind {
  const usual = JOINTS_AT[place][0];
  if (at.of !== 'plug' && at.of !== 'output') return usual;
  const by = led.get(terminalId(at));
  if (by === 'harness-pair') return 'harness-pair';
  if (by === 'cut') return usual;
  return setup?.joining === 'harness-pair' ? 'harness-pair' : usual;
}

type LedAway = ReadonlyMap<string, 'cut' | 'harness-pair'>;

/** Terminals of the outputs whose wires lead elsewhere, and by what. */
function ledAway({ car, outputs }: WiringInput): LedAway {
  const by = new Map(car.outputs.flatMap((o) => (o.intercepted ? [[o.pairId, o.intercepted.by]] : [])));
  return new Map(
    outputs.flatMap((o) => {
      const how = by.get(o.id);
      return how ? endsOf(o).map((t) => [terminalId(t), how] as const) : [];
    }),
  );
}

/** Both wires of an output on both sides of where it is joined. */
const endsOf = (output: WiredOutput): TerminalRef[] =>
  SIGNS.flatMap((sign) => (['unit', 'car'] as const).map((side) => wireOf(output, sign, side)));

function placeOf(c: Conductor, end: 'from' | 'to', input: WiringInput, led: LedAway): JointPlace {
  const at = c[end];
  switch (at.of) {
    case 'plug':
    case 'output':
      return led.has(terminalId(at)) ? 'cut' : 'tap';
    case 'device': {
      if (at.pole !== null) return 'socket';
      const device = input.car.devices.find((d) => d.id === at.deviceId);
      const terminal = device && terminalsFor(device).find((t) => t.key === at.key);
      const size = terminal?.mm2 ?? c.mm2;
      // Nobody knows the terminal: what feeds an amplifier comes under a screw.
      const feeds = device?.kind === 'amplifier' && (c.function === 'supply' || c.function === 'ground');
      return (size === null ? feeds : size >= SCREW_FROM_MM2) ? 'screw' : 'device';
    }
    case 'speaker':
      return 'speaker';
    case 'battery':
    case 'ground':
      return 'post';
    case 'fuse':
    case 'distribution':
      return 'fuse';
    case 'relay':
      return 'relay';
    case 'resistor':
      return 'resistor';
    case 'factory-feed':
    case 'turn-on':
      return 'tap';
  }
}

/** Sides of a cut or a harness pair on which nothing goes on: each is capped by itself. */
function unusedEnds({ conductors }: Netlist, { car, outputs }: WiringInput): TerminalRef[] {
  const used = new Set(conductors.flatMap((c) => [terminalId(c.from), terminalId(c.to)]));
  const led = new Set(car.outputs.filter((o) => o.intercepted).map((o) => o.pairId));
  // Of an output whose cavities nobody has found, no end can be named.
  return outputs
    .filter((o) => led.has(o.id))
    .flatMap(endsOf)
    .filter((t) => t.of === 'plug' && !used.has(terminalId(t)));
}
