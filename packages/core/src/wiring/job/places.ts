import type { Joint } from '../joints/joints-of.ts';
import { placeId } from '../cables/runs.ts';
import type { Cable } from '../cables/cables-of.ts';
import type { LoneWire } from '../cables/lone-wires.ts';
import { spotOf } from '../routes/spots.ts';
import { ZONE } from '../routes/zones.ts';
import type { TerminalRef } from '../terminal-ref.ts';
import type { Bench } from './bench-of-job.ts';
import { markOfWire } from './cable-lists.ts';
import type { Wiring } from './wiring-of-job.ts';

/** A cable or a wire as it is found at one place. */
export interface Arrival {
  id: string;
  /** W3, or S2 of a wire that runs alone */
  mark: string;
  name: string;
  size: string;
  /** its other end */
  far: string;
  /** signal comes in here, or leaves from here */
  way: 'comes from' | 'goes to';
  lengthM: number | null;
  measured: boolean;
  /** zones that it passes on its way from here, in order; empty: none is known */
  through: string[];
}

/** Everything to do while standing at one place, in working order. */
export interface WorkPlace {
  /** of its spot */
  id: string;
  title: string;
  /** where in the car; null: nobody has said */
  zone: string | null;
  /** somebody said so; false: where such things usually are */
  zoneSaid: boolean;
  /** read first */
  cautions: string[];
  arrivals: Arrival[];
  /** in the order of the hands */
  joints: Joint[];
  /** before the trim goes back */
  after: string[];
}

/** Where one works first: at the bench and at the boxes, and last where the current comes from. */
const ORDER = [
  'unit',
  'device',
  'relay',
  'turn-on',
  'speaker',
  'ground',
  'distribution',
  'factory-feed',
  'main-fuse',
  'battery',
];
const kindOf = (spotId: string) => spotId.split(':')[0];

const CAUTIONS: Partial<Record<string, string[]>> = {
  unit: [
    'Ignition off, key out of reach; wait until the car sleeps. Battery negative off before any plug is opened.',
    'Anything in a yellow or orange sleeve or shell is a restraint or high voltage: leave it.',
  ],
  device: ['Its fuse stays out until everything else is joined and checked.'],
  speaker: [
    'Mind side airbags and their sensors in doors and pillars; window up before a door panel comes off.',
  ],
  'main-fuse': ['The fuse stays out until the whole system is checked.'],
  distribution: ['All fuses stay out until the whole system is checked.'],
  battery: [
    'Negative off first and on last, as the vehicle maker describes it for this car; no rings or watches.',
    'A clamp with a sensor or a pyrotechnic is not taken apart: join at the stud that the vehicle maker names.',
  ],
  ground: ['Bolts of seats, belts, child seats and control units are no ground points.'],
};

const AFTER: Partial<Record<string, string[]>> = {
  unit: [
    'Locks of all plugs closed; every new terminal tugged.',
    'Wires tied clear of sharp edges, levers and the back of the unit.',
  ],
  device: [
    'Every screw tugged and tightened again; no strand outside its terminal.',
    'The box can be taken out with its wires on.',
  ],
  speaker: ['Wires clear of cone, window and latch.'],
  ground: ['Bright metal under the lug, tight, then sealed against rust.'],
  'main-fuse': ['Cable sleeved and tied; nothing can rub through before the fuse.'],
  battery: ['Lug covered; negative back on last, once all checks have passed.'],
};

/** Every place where something is joined, each with its work. */
export function placesOf(bench: Bench, { input }: Wiring): WorkPlace[] {
  const groups = new Map<string, Joint[]>();
  for (const joint of bench.joints) {
    const id = spotOf(joint.at, input);
    groups.set(id, [...(groups.get(id) ?? []), joint]);
  }
  return [...groups]
    .map(([id, joints]): WorkPlace => {
      const spot = bench.loom?.spots.get(id);
      const kind = kindOf(id);
      return {
        id,
        title: bench.spotName(id),
        zone: spot?.zone ? ZONE[spot.zone].name : null,
        zoneSaid: spot?.said ?? false,
        cautions: CAUTIONS[kind] ?? [],
        arrivals: arrivalsAt(id, bench, input),
        joints: joints
          .map((joint, n) => ({ joint, n, rank: rankOf(joint) }))
          .sort((a, b) => a.rank - b.rank || a.n - b.n)
          .map(({ joint }) => joint),
        after: AFTER[kind] ?? [],
      };
    })
    .sort((a, b) => ORDER.indexOf(kindOf(a.id)) - ORDER.indexOf(kindOf(b.id)));
}

/** Ground before anything, supply after everything; of a cut, the unit's side before the car's, and its caps last. */
function rankOf({ at, conductor, place }: Joint): number {
  if (place === 'capped') return 5;
  if (conductor?.function === 'ground') return 0;
  if (conductor?.function === 'supply') return 6;
  if (conductor?.function === 'remote') return 4;
  if (at.of === 'plug' || at.of === 'output') return at.side === 'unit' ? 1 : 2;
  return 3;
}

function arrivalsAt(spotId: string, bench: Bench, input: Wiring['input']): Arrival[] {
  const at = (t: TerminalRef) => spotOf(t, input) === spotId;
  const cables = bench.cables.flatMap((c) => {
    const ways = [placeId(c.from), placeId(c.to)];
    return ways.includes(spotId) ? [ofCable(c, ways[0] === spotId, bench)] : [];
  });
  const wires = bench.wires.flatMap((w) => {
    const { from, to } = w.conductor;
    // Between two terminals of one place there is nothing to pull.
    return at(from) === at(to) ? [] : [ofWire(w, at(from), bench, input)];
  });
  return [...cables, ...wires];
}

function ofCable({ id, mark, kind, from, to }: Cable, leaves: boolean, bench: Bench): Arrival {
  return {
    id,
    mark,
    name: kind.name,
    size: kind.size,
    far: bench.placeName(leaves ? to : from),
    way: leaves ? 'goes to' : 'comes from',
    ...wayOf(id, leaves, bench),
  };
}

function ofWire(
  { conductor: { id, from, to, mm2 } }: LoneWire,
  leaves: boolean,
  bench: Bench,
  input: Wiring['input'],
): Arrival {
  return {
    id,
    mark: markOfWire(bench, id),
    name: 'Single wire',
    size: mm2 === null ? 'size not chosen' : `${mm2} mm²`,
    far: bench.spotName(spotOf(leaves ? to : from, input)),
    way: leaves ? 'goes to' : 'comes from',
    ...wayOf(id, leaves, bench),
  };
}

function wayOf(
  id: string,
  leaves: boolean,
  { loom, lengthOf }: Bench,
): Pick<Arrival, 'lengthM' | 'measured' | 'through'> {
  const length = lengthOf(id);
  const zones = loom?.routes.find((r) => r.laid.id === id)?.zones ?? [];
  const names = zones.map((z) => ZONE[z].name);
  return {
    lengthM: length?.lengthM ?? null,
    measured: length?.measured ?? false,
    through: (leaves ? names : names.reverse()).slice(1),
  };
}
