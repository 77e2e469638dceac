import type { ZoneId } from '../../model/car-zones.ts';
import type { Unit } from '../../model/unit.ts';
import type { WiringFields } from '../../model/wiring.ts';
import { placeId, placeOfTerminal } from '../cables/runs.ts';
import type { Netlist } from '../netlist.ts';
import type { TerminalRef } from '../terminal-ref.ts';
import { terminalsFor, type WiringInput } from '../wiring-input.ts';
import type { Body } from './bodies.ts';

/** Something with terminals that is in one place of the car: a unit with its plugs, a box, a speaker, a point of supply. */
export interface Spot {
  id: string;
  /** null: the body has no such zone, and nobody named another */
  zone: ZoneId | null;
  /** false: where such things usually are, and nobody has looked */
  said: boolean;
  /** where somebody said it is, though this body has no such zone; null: nobody did */
  elsewhere: ZoneId | null;
}

/** A unit as far as where it usually sits goes. */
export type PlacedUnit = Pick<Unit, 'id' | 'kind'>;

/** What a terminal belongs to. Branch fuses sit at the distribution; the main fuse hangs on its holder near the battery. */
export function spotOf(t: TerminalRef, input: WiringInput): string {
  switch (t.of) {
    case 'plug':
    case 'output':
    case 'device':
    case 'speaker': {
      const place = placeOfTerminal(t, input);
      return place ? placeId(place) : 'unit:gone';
    }
    case 'resistor': {
      const output = input.outputs.find((o) => o.id === t.pairId);
      return output ? `unit:${output.unitId}` : 'unit:gone';
    }
    case 'battery':
      return 'battery';
    case 'fuse':
      return t.id === 'main' || t.id === 'relay'
        ? 'main-fuse'
        : t.id === 'feed'
          ? 'factory-feed'
          : 'distribution';
    case 'distribution':
      return 'distribution';
    case 'ground':
      return `ground:${t.point}`;
    case 'relay':
      return 'relay';
    case 'turn-on':
    case 'factory-feed':
      return t.of;
  }
}

/** Everything that new wire ends at, in the order of the netlist, with the zone it is in. */
export function spotsOf(
  { conductors }: Netlist,
  input: WiringInput,
  units: readonly PlacedUnit[],
  body: Body,
  chosen: WiringFields['zones'],
): Map<string, Spot> {
  const terminals = conductors.filter((c) => c.made === 'new').flatMap((c) => [c.from, c.to]);
  const spots = new Map<string, Spot>();
  for (const t of terminals) {
    const id = spotOf(t, input);
    if (spots.has(id)) continue;
    const own = chosen[id];
    const said = own !== undefined && body.zones.has(own);
    const usual = usualZones(id, input, units).find((z) => body.zones.has(z)) ?? null;
    spots.set(id, { id, zone: said ? own : usual, said, elsewhere: said ? null : (own ?? null) });
  }
  return spots;
}

/** Where boxes go when nobody says otherwise, the first that the car has. */
const FOR_BOXES: readonly ZoneId[] = ['boot', 'rear-seat', 'front-seat-right'];

/** Where such a thing usually is: the first that the car has counts. */
function usualZones(id: string, input: WiringInput, units: readonly PlacedUnit[]): readonly ZoneId[] {
  const [of, ...rest] = id.split(':');
  const name = rest.join(':');
  switch (of) {
    case 'unit': {
      const unit = units.find((u) => u.id === name);
      if (!unit) return [];
      return unit.kind === 'amplifier' || unit.kind === 'subwoofer' ? FOR_BOXES : ['dash-centre'];
    }
    case 'device':
      return boxZones(name, input);
    case 'speaker':
      return speakerZones(name, input);
    case 'battery':
    case 'main-fuse':
      return ['engine-bay-left'];
    case 'turn-on':
    case 'factory-feed':
      return ['dash-left'];
    case 'relay':
    case 'distribution':
    case 'ground':
      return firstSupplied(input) ?? FOR_BOXES;
    default:
      return [];
  }
}

/** What is small and takes a radio's signal sits behind it; all else with the amplifiers. */
function boxZones(deviceId: string, { car }: WiringInput): readonly ZoneId[] {
  const kind = car.devices.find((d) => d.id === deviceId)?.kind;
  return kind === 'data-interface' ? ['dash-centre'] : FOR_BOXES;
}

/** Distribution and ground are beside the first box that is fed. */
function firstSupplied(input: WiringInput): readonly ZoneId[] | null {
  const first = input.car.devices.find((d) => terminalsFor(d).some((t) => t.kind === 'supply'));
  return first ? boxZones(first.id, input) : null;
}

function speakerZones(speakerId: string, { car }: WiringInput): readonly ZoneId[] {
  const speaker = car.speakers.find((s) => s.id === speakerId);
  if (!speaker) return [];
  const { side, axle, way } = speaker;
  if (way === 'subwoofer' || axle === 'other') return ['boot', 'rear-seat', 'bed'];
  if (side !== 'left' && side !== 'right')
    return axle === 'front' ? ['dash-centre'] : ['shelf', 'boot', 'rear-seat'];
  if (axle === 'rear') return [`rear-door-${side}`, `quarter-${side}`];
  return way === 'tweeter' ? [`dash-${side}`] : [`front-door-${side}`];
}
