import type { ConnectorFields } from '../../model/connector.ts';
import type { Role } from '../../model/sheet.ts';
import type { Channel, Side } from '../../model/words.ts';
import { WIRE_COLOURS } from '../../model/words.ts';
import { faceOf } from '../../harness/layout.ts';
import { type Random, seededRandom } from '../../quantity/random.ts';
import { sheetFor } from './sheets.ts';
import type { SimulatedWiring, TrueCavity, TruePair } from './wiring.ts';

export interface WiringOptions {
  seed: number;
  /** how many plugs the amplifier has; drawn when left out */
  connectors?: number;
  /** which pin table was found; drawn when left out */
  sheet?: 'none' | 'right' | 'both' | 'wrong';
  /** pairs whose minus comes first although their siblings have plus first; drawn when left out */
  reversedPairs?: number;
}

const SHAPES = [
  [10, 10],
  [8, 8],
  [12, 12],
  [6, 6],
  [9, 10],
  [14, 14],
  [5, 5, 5],
];

/** A plug as most are: seen from the wire side, 1 at the top left, latch on top. */
export const plainPlug = (
  fields: Partial<ConnectorFields> & Pick<ConnectorFields, 'name' | 'rows'>,
): ConnectorFields => ({
  view: 'wire',
  corner: 'top-left',
  along: 'rows',
  turning: false,
  latch: 'top',
  keying: 'centre',
  shell: 'BK',
  sleeve: 'none',
  confirmed: 'no',
  empty: [],
  note: '',
  ...fields,
});

/** The speakers of a system, richest first: which channels its outputs have and what hangs on each. */
function channelsOf(random: Random): { channel: Channel; drivers: Channel['way'][] }[] {
  const sides: Side[] = ['left', 'right'];
  const ways = random.pick([1, 2, 2, 3]);
  const list: { channel: Channel; drivers: Channel['way'][] }[] = [];
  for (const side of sides) {
    const front = (way: Channel['way'], drivers: Channel['way'][]) =>
      list.push({ channel: { side, axle: 'front', way }, drivers });
    if (ways === 1) front('full', ['woofer', 'tweeter']);
    else front('woofer', ['woofer']);
    if (ways === 2) front('tweeter', ['tweeter']);
    if (ways === 3) {
      front('midrange', ['midrange']);
      front('tweeter', ['tweeter']);
    }
    list.push({ channel: { side, axle: 'rear', way: 'full' }, drivers: ['woofer', 'tweeter'] });
  }
  if (random.next() < 0.45)
    list.push({ channel: { side: 'centre', axle: 'front', way: 'full' }, drivers: ['midrange'] });
  if (random.next() < 0.5)
    list.push({ channel: { side: 'mono', axle: 'other', way: 'subwoofer' }, drivers: ['subwoofer'] });
  return list;
}

/** A made-up amplifier (or radio without one) with everything on its plugs, the same for the same seed. */
export function variedWiring(options: WiringOptions): SimulatedWiring {
  const random = seededRandom(options.seed);
  const withAmplifier = options.connectors ? true : random.next() < 0.8;
  const speakers = channelsOf(random);
  // Where the amplifier makes balance and fader itself, the radio sends it one stereo pair.
  const axles = random.next() < 0.12 ? (['other'] as const) : (['front', 'rear'] as const);
  const inputs: Channel[] = withAmplifier
    ? (['left', 'right'] as const).flatMap((side) =>
        axles.map((axle): Channel => ({ side, axle, way: 'full' })),
      )
    : [];
  const singles: Role[] = ['battery', 'ground'];
  if (random.next() < 0.5) singles.push('battery', 'ground');
  if (withAmplifier ? random.next() < 0.75 : random.next() < 0.5) singles.push('remote');
  if (random.next() < 0.5 || !withAmplifier) singles.push('switched');
  if (random.next() < 0.25) singles.push('mute');
  if (random.next() < 0.2) singles.push('microphone', 'microphone');
  const unused = Math.floor(random.between(0, 4));
  for (let i = 0; i < unused; i++) singles.push('unused');
  const wanted: Wanted[] = [
    ...speakers.map(({ channel, drivers }): Wanted => ({ kind: 'output', channel, drivers })),
    ...inputs.map((channel): Wanted => ({ kind: 'input', channel, drivers: [] })),
    ...(random.next() < 0.55 ? [{ kind: 'data', channel: null, drivers: [] } as Wanted] : []),
  ];
  const needed = wanted.length * 2 + singles.length;
  const plugs = plugsFor(random, needed, options.connectors ?? null);
  const wiring: SimulatedWiring = {
    units: [
      withAmplifier
        ? { kind: 'amplifier', name: 'Amplifier', location: 'under the right seat' }
        : { kind: 'radio', name: 'Radio', location: 'dash' },
    ],
    connectors: plugs.map((rows, i) => ({
      unit: 0,
      fields: plainPlug({ name: `C${i + 1}`, rows: rows.map((n) => ({ cavities: n, indent: 0 })) }),
    })),
    cavities: plugs.flatMap((rows, connector) =>
      Array.from({ length: rows.reduce((a, b) => a + b, 0) }, (_, i): TrueCavity => ({
        connector,
        number: i + 1,
        role: 'unused',
        wire: null,
        thick: false,
        twistedWith: null,
        pair: null,
      })),
    ),
    pairs: [],
    habits: {
      supplyVolts: random.between(11.9, 12.9),
      inputRestVolts: random.pick([2.5, 2.4, 6.1, 0, 0.02, 3.3]),
      remoteVolts: random.next() < 0.92 ? random.between(11, 12.4) : 5,
      muteVolts: random.pick([0, 5, 11.8, 3.3]),
      asleepDataVolts: random.pick([0.05, 0.1, 2.4, 0.4]),
      dataOhms: random.pick([60, 61, 119, 60]),
    },
    sheet: null,
    seed: options.seed,
  };
  place(wiring, wanted, singles, random, options.reversedPairs ?? null);
  wiring.connectors.forEach((c, i) => {
    c.fields.empty = wiring.cavities.filter((v) => v.connector === i && v.wire === null).map((v) => v.number);
  });
  const kind = options.sheet ?? random.pick(['none', 'right', 'both', 'both', 'wrong', 'wrong'] as const);
  return { ...wiring, sheet: kind === 'none' ? null : sheetFor(wiring, kind, random) };
}

interface Wanted {
  kind: TruePair['kind'];
  channel: Channel | null;
  drivers: Channel['way'][];
}

/** Plugs with room for all wires and a few empty cavities. */
function plugsFor(random: Random, needed: number, count: number | null): number[][] {
  const plugs: number[][] = [];
  let room = 0;
  while (room < needed + 2 || (count !== null && plugs.length < count)) {
    const left = needed + 2 - room;
    const fitting = SHAPES.filter((s) => s.reduce((a, b) => a + b, 0) <= Math.max(12, left + 8));
    const shape = random.pick(count !== null ? fitting.slice(0, 4) : fitting);
    plugs.push(shape);
    room += shape.reduce((a, b) => a + b, 0);
  }
  return plugs;
}

function place(
  wiring: SimulatedWiring,
  wanted: readonly Wanted[],
  singles: readonly Role[],
  random: Random,
  reversed: number | null,
): void {
  const free = new Set(wiring.cavities.map((_, i) => i));
  const spots = wiring.connectors.map((c) => faceOf(c.fields).places);
  const spotOf = (i: number) => spots[wiring.cavities[i].connector][wiring.cavities[i].number - 1];
  const vertical = random.next() < 0.4;
  const plusFirst = random.next() < 0.65;
  const colours = shuffled(random, WIRE_COLOURS);
  const audio = wanted.map((w, i) => (w.kind === 'data' ? -1 : i)).filter((i) => i >= 0);
  const odd = new Set(
    reversed === null ? audio.filter(() => random.next() < 0.07) : shuffled(random, audio).slice(0, reversed),
  );
  wanted.forEach((w, n) => {
    const [a, b] = twoSpots(free, wiring.cavities, spotOf, vertical, random);
    const first = plusFirst !== odd.has(n);
    const [plus, minus] = first ? [a, b] : [b, a];
    const base = colours[n % colours.length];
    const stripes = WIRE_COLOURS.filter((c) => c !== base);
    const style = random.next();
    const wirePlus = style < 0.7 ? `${base}/${random.pick(stripes)}` : base;
    const wireMinus =
      style < 0.7 ? base : style < 0.9 ? `${base}/${random.pick(stripes)}` : random.pick(stripes);
    const capacitor = w.drivers.length === 1 && w.drivers[0] === 'tweeter' && random.next() < 0.35;
    const pair = wiring.pairs.length;
    wiring.pairs.push({
      kind: w.kind,
      plus,
      minus,
      channel: w.channel,
      driverOhms: w.kind !== 'output' || capacitor ? null : random.pick([1.8, 2, 3.6, 3.7, 3.8, 4, 6.8]),
      drivers: w.drivers,
    });
    const twisted = random.next() < (w.kind === 'data' ? 0.95 : w.kind === 'input' ? 0.7 : 0.3);
    for (const [i, mate, wire] of [
      [plus, minus, wirePlus],
      [minus, plus, wireMinus],
    ] as const) {
      const subwoofer = w.drivers.includes('subwoofer');
      wiring.cavities[i] = {
        ...wiring.cavities[i],
        role: w.kind,
        wire,
        pair,
        thick: subwoofer,
        twistedWith: twisted ? mate : null,
      };
    }
  });
  for (const role of singles) {
    const i = random.pick([...free]);
    free.delete(i);
    const wire =
      role === 'ground'
        ? random.pick(['BK', 'BN', 'BK/WH'])
        : role === 'battery'
          ? random.pick(['RD', 'RD/WH', 'YE'])
          : random.pick(WIRE_COLOURS);
    wiring.cavities[i] = {
      ...wiring.cavities[i],
      role,
      wire,
      thick: role === 'battery' || role === 'ground',
    };
  }
}

/** Two free cavities for a pair: mostly neighbours in the car's habit, now and then apart. */
function twoSpots(
  free: Set<number>,
  cavities: readonly TrueCavity[],
  spotOf: (i: number) => { x: number; row: number },
  vertical: boolean,
  random: Random,
): [number, number] {
  const list = [...free];
  const near = (i: number, j: number) => {
    if (cavities[i].connector !== cavities[j].connector) return false;
    const [a, b] = [spotOf(i), spotOf(j)];
    return vertical
      ? a.x === b.x && Math.abs(a.row - b.row) === 1
      : a.row === b.row && Math.abs(a.x - b.x) === 1;
  };
  const scattered = random.next() < 0.06;
  const pairs = list.flatMap((i) =>
    list.filter((j) => j > i && near(i, j)).map((j): [number, number] => [i, j]),
  );
  const same = list.flatMap((i) =>
    list
      .filter((j) => j > i && cavities[i].connector === cavities[j].connector)
      .map((j): [number, number] => [i, j]),
  );
  const chosen = random.pick(scattered || pairs.length === 0 ? same : pairs);
  chosen.forEach((i) => free.delete(i));
  return chosen;
}

export function shuffled<T>(random: Random, list: readonly T[]): T[] {
  const copy = [...list];
  for (let i = copy.length - 1; i > 0; i--) {
    const j = Math.floor(random.next() * (i + 1));
    [copy[i], copy[j]] = [copy[j], copy[i]];
  }
  return copy;
}
