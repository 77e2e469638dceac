import type { PreferencesFields } from '../../model/shop.ts';
import type { JointKind, JointPlace, WiringFields } from '../../model/wiring.ts';
import type { Conductor, Netlist } from '../netlist.ts';
import { terminalId, type TerminalRef } from '../terminal-ref.ts';
import { cavityOf, terminalsFor, type WiringInput, wireOf } from '../wiring-input.ts';
import { JOINTS_AT } from './joint-kinds.ts';

/** An end of a conductor that is made by hand. */
export interface Joint {
  /** stays with the conductor's end */
  id: string;
  at: TerminalRef;
  place: JointPlace;
  kind: JointKind;
  /** `joint`: for this one; `job`: for all of its place in this job; `shop`: as the shop does it */
  chosen: 'joint' | 'job' | 'shop';
  done: boolean;
  /** what ends here; null: the factory's own wire, which is capped */
  conductor: Conductor | null;
}

/** A conductor from here on is under a screw of its own terminal block, mm2: smaller ones of a box come in plugs. */
const SCREW_FROM_MM2 = 2.5;

/**
 * Every joint of a netlist with how it is made: for this joint alone, for its place in this job, or as the shop does.
 *
 * @param joining how the shop joins factory wire
 */
export function jointsOf(
  netlist: Netlist,
  input: WiringInput,
  choices: WiringFields,
  joining: PreferencesFields['joining'],
): Joint[] {
  const make = (id: string, at: TerminalRef, place: JointPlace, conductor: Conductor | null): Joint => {
    const own = choices.joints[id];
    const job = choices.school[place];
    const allowed = JOINTS_AT[place];
    const [kind, chosen] =
      own && allowed.includes(own)
        ? ([own, 'joint'] as const)
        : job && allowed.includes(job)
          ? ([job, 'job'] as const)
          : ([shopWay(place, joining), 'shop'] as const);
    return { id, at, place, kind, chosen, done: choices.done.includes(id), conductor };
  };
  const led = ledAway(input);
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

function shopWay(place: JointPlace, joining: PreferencesFields['joining']): JointKind {
  const usual = JOINTS_AT[place];
  if (joining === 'harness-pair' && usual.includes('harness-pair')) return 'harness-pair';
  return usual[0];
}

/** Outputs whose wires are cut or led through a harness pair, by the names of their terminals. */
function ledAway({ car, outputs }: WiringInput): ReadonlySet<string> {
  const cut = new Set(car.outputs.filter((o) => o.intercepted).map((o) => o.pairId));
  return new Set(
    outputs
      .filter((o) => cut.has(o.id))
      .flatMap((o) =>
        (['plus', 'minus'] as const).flatMap((sign) =>
          (['unit', 'car'] as const).map((side) => terminalId(wireOf(o, sign, side))),
        ),
      ),
  );
}

function placeOf(c: Conductor, end: 'from' | 'to', input: WiringInput, led: ReadonlySet<string>): JointPlace {
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
      return size !== null && size >= SCREW_FROM_MM2 ? 'screw' : 'device';
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

/** Sides of cuts on which nothing goes on: each is capped by itself. */
function unusedEnds({ conductors }: Netlist, { car, outputs }: WiringInput): TerminalRef[] {
  const used = new Set(conductors.flatMap((c) => [terminalId(c.from), terminalId(c.to)]));
  // A wire to a speaker that nothing drives any more ends at the factory's own joint.
  const cut = new Set(car.outputs.filter((o) => o.intercepted).map((o) => o.pairId));
  return outputs
    .filter((o) => cut.has(o.id))
    .flatMap((o) =>
      (['plus', 'minus'] as const).flatMap((sign) =>
        (['unit', 'car'] as const)
          .map((side) => wireOf(o, sign, side))
          .filter((t) => cavityOf(o, sign) !== null && !used.has(terminalId(t))),
      ),
    );
}
