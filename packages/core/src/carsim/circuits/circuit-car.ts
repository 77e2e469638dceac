import type { Role } from '../../model/sheet.ts';
import type { Axle, Channel, Side, Way } from '../../model/words.ts';
import { WIRE_COLOURS } from '../../model/words.ts';
import { type Random, seededRandom } from '../../quantity/random.ts';
import { shuffled } from '../wiring/varied-wiring.ts';

/** What a wire is in the circuit. Finer than the roles that are looked for. */
export type Part =
  | Role
  /** one wire on which a bus talks against the supply */
  | 'bus-wire'
  /** the braid round a microphone's or a line's wires */
  | 'shield';

export interface CircuitWire {
  connector: number;
  number: number;
  x: number;
  row: number;
  part: Part;
  /** the wire on the other end of its pair; null: none */
  mate: number | null;
  colour: string;
  thick: boolean;
  twistedWith: number | null;
  /** volts lost on the way from the source */
  dropVolts: number;
}

export interface CircuitPair {
  kind: 'output' | 'input' | 'data' | 'microphone';
  plus: number;
  minus: number;
  channel: Channel | null;
  /** of what hangs on an output, ohm; null behind a capacitor */
  driverOhms: number | null;
  drivers: Way[];
  /** direct volts that both legs rest at while their unit plays */
  restVolts: number;
  /** the second leg stands still: one ended */
  oneEnded: boolean;
  /** sleeps while nothing plays: 0 V */
  sleeps: boolean;
  levelVolts: number;
}

/** How a car behaves: drawn for each anew, shares of habits included, so that no table of rates fits them all. */
export interface CircuitHabits {
  supplyOff: number;
  supplyOn: number;
  lorry: boolean;
  /** the buses fall asleep before anybody measures */
  sleeps: boolean;
  busAwake: number;
  remoteVolts: number;
  antennaVolts: number;
  muteVolts: number;
  /** dimmed lamps: their mean volts while the ignition is on */
  dimmedVolts: number;
  dataOhms: number;
  microphoneVolts: number;
}

export interface CircuitCar {
  seed: number;
  unit: 'radio' | 'amplifier';
  plugs: number;
  wires: CircuitWire[];
  pairs: CircuitPair[];
  habits: CircuitHabits;
}

const CORNERS = (['front', 'rear'] as const).flatMap((axle: Axle) =>
  (['left', 'right'] as const).map((side: Side) => ({ side, axle })),
);

type Wanted = Omit<CircuitPair, 'plus' | 'minus'>;

const driverOhmsOf = (way: Way, random: Random): number | null => {
  if (way === 'tweeter') return random.next() < 0.7 ? null : random.between(3, 7);
  return random.pick([1.7, 2, 2.9, 3.4, 3.7, 4.1, 7.2]) * random.between(0.95, 1.05);
};

function outputsOf(random: Random, radio: boolean, rest: number): Wanted[] {
  const split = radio ? random.next() < 0.15 : random.next() < 0.6;
  const rears = random.next() < 0.85;
  const sleeps = random.next() < 0.15;
  const output = (channel: Channel, drivers: Way[], level = random.between(0.6, 4)): Wanted => ({
    kind: 'output',
    channel,
    driverOhms: driverOhmsOf(drivers[0], random),
    drivers,
    restVolts: rest,
    oneEnded: false,
    sleeps,
    levelVolts: level,
  });
  const list = CORNERS.filter(({ axle }) => axle === 'front' || rears).flatMap((corner) =>
    corner.axle === 'front' && split
      ? [output({ ...corner, way: 'woofer' }, ['woofer']), output({ ...corner, way: 'tweeter' }, ['tweeter'])]
      : [
          output(
            { ...corner, way: 'full' },
            corner.axle === 'front'
              ? ['woofer', 'tweeter']
              : random.next() < 0.6
                ? ['woofer', 'tweeter']
                : ['full'],
          ),
        ],
  );
  if (!radio && random.next() < 0.4)
    list.push(output({ side: 'centre', axle: 'front', way: 'full' }, ['midrange']));
  if (!radio && random.next() < 0.5)
    list.push(output({ side: 'mono', axle: 'other', way: 'subwoofer' }, ['subwoofer']));
  return list;
}

function inputsOf(random: Random): Wanted[] {
  // Speaker-level signals from a radio, balanced lines, lines against a common return.
  const restVolts = random.pick([6.1, 5.4, 2.5, 1.6, 4.1, 0, 0]);
  const oneEnded = restVolts === 0 && random.next() < 0.4;
  const levelVolts = restVolts > 5 ? random.between(1, 3.5) : random.between(0.15, 1.4);
  const corners =
    random.next() < 0.2 ? CORNERS.slice(0, 2).map((c) => ({ ...c, axle: 'other' as const })) : CORNERS;
  return corners.map((corner) => ({
    kind: 'input',
    channel: { ...corner, way: 'full' },
    driverOhms: null,
    drivers: [],
    restVolts,
    oneEnded,
    sleeps: false,
    levelVolts,
  }));
}

const twoWires = (kind: 'data' | 'microphone'): Wanted => ({
  kind,
  channel: null,
  driverOhms: null,
  drivers: [],
  restVolts: 0,
  oneEnded: false,
  sleeps: false,
  levelVolts: 0,
});

function singlesOf(random: Random, radio: boolean): Part[] {
  const chance = (share: number, ...parts: Part[]) => (random.next() < share ? parts : []);
  return [
    'battery',
    'ground',
    ...chance(radio ? 0.15 : 0.6, 'battery', 'ground'),
    ...chance(radio ? 0.6 : 0.25, 'switched'),
    ...chance(radio ? 0.4 : 0.7, 'remote'),
    ...chance(radio ? 0.4 : 0, 'antenna'),
    ...chance(radio ? 0.6 : 0.05, 'illumination', ...chance(0.4, 'illumination')),
    ...chance(0.3, 'bus-wire'),
    ...chance(0.2, 'mute'),
    ...chance(0.12, 'shield'),
    ...Array.from({ length: Math.floor(random.between(0, 4)) }, (): Part => 'unused'),
  ];
}

/** A car's radio or amplifier with everything on its plugs, the same for the same seed. */
export function circuitCar(seed: number): CircuitCar {
  const random = seededRandom(seed * 2_654_435 + 17);
  const radio = random.next() < 0.4;
  const lorry = random.next() < 0.04;
  const supplyOff = lorry ? random.between(24.4, 25.6) : random.between(11.8, 12.9);
  const running = random.next() < 0.3;
  const supplyOn = running
    ? (lorry ? 2 : 1) * random.between(13.5, 14.5)
    : supplyOff - random.between(0.1, 0.7);
  const stage = lorry ? 13 : supplyOn;
  const rest = random.pick([stage / 2, stage / 2, stage / 2 - 0.4, 2.6, 0, stage * 0.6]);
  const wanted = [
    ...outputsOf(random, radio, rest),
    ...(radio ? [] : inputsOf(random)),
    ...(random.next() < 0.5 ? [twoWires('data')] : []),
    ...(random.next() < (radio ? 0.6 : 0.2) ? [twoWires('microphone')] : []),
  ];
  const singles = singlesOf(random, radio);
  const columns = [5, 6, 8, 10, 12];
  const wires: CircuitWire[] = [];
  let plugs = 0;
  while (wires.length < wanted.length * 2 + singles.length) {
    const width = random.pick(columns);
    for (let k = 0; k < 2 * width; k++)
      wires.push({
        connector: plugs,
        number: k + 1,
        x: k % width,
        row: Math.floor(k / width),
        part: 'unused',
        mate: null,
        colour: random.pick(WIRE_COLOURS),
        thick: false,
        twistedWith: null,
        dropVolts: 0,
      });
    plugs++;
  }
  const pairs = putIn(wires, wanted, singles, random);
  const used = wires.flatMap((w, i) => (w.number > 0 ? [i] : []));
  const newIndex = new Map(used.map((old, i) => [old, i]));
  const moved = (i: number | null) => (i === null ? null : newIndex.get(i)!);
  return {
    seed,
    unit: radio ? 'radio' : 'amplifier',
    plugs,
    wires: used.map((i) => ({
      ...wires[i],
      mate: moved(wires[i].mate),
      twistedWith: moved(wires[i].twistedWith),
    })),
    pairs: pairs.map((p) => ({ ...p, plus: moved(p.plus)!, minus: moved(p.minus)! })),
    habits: {
      supplyOff,
      supplyOn,
      lorry,
      sleeps: random.next() < 0.7,
      busAwake: supplyOff * random.between(0.75, 0.97),
      remoteVolts:
        lorry || random.next() < 0.85 ? supplyOn - random.between(0.3, 1.5) : random.between(4.7, 8),
      antennaVolts: random.next() < 0.5 ? supplyOn - random.between(0.4, 1.5) : random.between(8, 9.2),
      muteVolts: random.pick([0, 3.2, 4.9, 5, 11.5]),
      dimmedVolts: random.next() < 0.4 ? 0 : random.between(1.5, supplyOn),
      dataOhms: random.pick([60, 61, 120, 119, 3300]),
      microphoneVolts: random.between(2, 9),
    },
  };
}

/** Gives every pair and single wire its place; cavities that nothing is in get the number 0. */
function putIn(
  wires: CircuitWire[],
  wanted: readonly Wanted[],
  singles: readonly Part[],
  random: Random,
): CircuitPair[] {
  const free = new Set(wires.keys());
  const scatter = random.between(0, 0.35);
  const upright = random.next() < 0.5;
  const plusFirst = random.next() < 0.75;
  const alike = random.between(0.2, 0.9);
  const near = (i: number, j: number) => {
    const [a, b] = [wires[i], wires[j]];
    const step = [Math.abs(a.x - b.x), Math.abs(a.row - b.row)].join();
    return a.connector === b.connector && step === (upright ? '0,1' : '1,0');
  };
  const pairs = shuffled(random, wanted).map((w): CircuitPair => {
    const list = shuffled(random, [...free]);
    const together =
      random.next() < scatter
        ? []
        : list.flatMap((i) => list.flatMap((j) => (i < j && near(i, j) ? [[i, j]] : [])));
    const [first, second] = together[0] ?? sameConnector(list, wires);
    free.delete(first);
    free.delete(second);
    const [plus, minus] = random.next() < 0.9 === plusFirst ? [first, second] : [second, first];
    const base = random.pick(WIRE_COLOURS);
    const twisted = random.next() < { data: 0.9, microphone: 0.6, input: 0.5, output: 0.25 }[w.kind];
    const [plain, striped] =
      random.next() < alike
        ? [base, `${base}/${random.pick(WIRE_COLOURS)}`]
        : [base, random.pick(WIRE_COLOURS)];
    const thick = w.drivers.includes('subwoofer') || (w.kind === 'output' && random.next() < 0.15);
    for (const [i, mate, colour] of [
      [plus, minus, plain],
      [minus, plus, striped],
    ] as const)
      wires[i] = { ...wires[i], part: w.kind, mate, colour, thick, twistedWith: twisted ? mate : null };
    return { ...w, plus, minus };
  });
  for (const part of singles) {
    const i = random.pick([...free]);
    free.delete(i);
    const feeds = part === 'battery' || part === 'ground';
    const habit = part === 'battery' ? ['RD', 'RD/YE', 'YE', 'OG'] : ['BN', 'BK', 'BK', 'BN/BK'];
    wires[i] = {
      ...wires[i],
      part,
      // Thin wires that are black or brown and no ground are what makes a colour a habit only.
      colour: feeds && random.next() < 0.8 ? random.pick(habit) : random.pick(WIRE_COLOURS),
      thick: feeds ? random.next() < 0.75 : random.next() < 0.08,
      dropVolts: part === 'battery' || part === 'switched' ? random.between(0, 0.3) : 0,
    };
  }
  for (const i of free) wires[i] = { ...wires[i], number: 0 };
  return pairs;
}

function sameConnector(list: readonly number[], wires: readonly CircuitWire[]): [number, number] {
  for (const i of list) {
    const j = list.find((k) => k !== i && wires[k].connector === wires[i].connector);
    if (j !== undefined) return i < j ? [i, j] : [j, i];
  }
  return [list[0], list[1]];
}
