import type { HarnessInput, HarnessReading } from '../../harness/harness-input.ts';
import { type Conditions, START_CONDITIONS } from '../../model/conditions.ts';
import type { Role } from '../../model/sheet.ts';
import { WIRE_COLOURS } from '../../model/words.ts';
import { type Random, seededRandom } from '../../quantity/random.ts';
import type { Instrument, Observation } from '../../readings/index.ts';
import type { CircuitCar, Part } from './circuit-car.ts';
import { alternatingVolts, directVolts, pairOf, resistance } from './circuit-electrics.ts';

export interface TesterOptions {
  /** 1: everything that belongs to the routine is read; less: each reading with that probability */
  share: number;
  /** share of readings on a neighbour, or written down wrongly */
  slips: number;
  /** share of tones heard on the wrong side or axle */
  ears: number;
}

/** Roles that are right for a part: a shield may be called by what it is on, or by what it shields. */
export const rolesOf = (part: Part): readonly Role[] =>
  part === 'bus-wire' ? ['data'] : part === 'shield' ? ['ground', 'microphone'] : [part];

const rounded = (v: number) => Number(v.toPrecision(3)) + 0;

/** Reads a circuit as a person with a meter, a tone source and a polarity tester does, in an own order. */
class Tester {
  readonly readings: HarnessReading[] = [];
  private readonly random: Random;

  constructor(
    private readonly car: CircuitCar,
    private readonly options: TesterOptions,
  ) {
    this.random = seededRandom(car.seed * 977 + 3);
  }

  wants = (share = 1) => this.random.next() < share * this.options.share;

  read(instrument: Instrument, i: number, j: number | null, conditions: Conditions): Observation {
    const slip = instrument !== 'seen' && this.random.next() < this.options.slips;
    const [a, b] = slip && this.random.next() < 0.7 ? this.beside(i, j) : [i, j];
    let observation = this.observe(instrument, a, b, conditions);
    if (slip && a === i && b === j) observation = this.miswritten(observation);
    this.readings.push({
      id: `r${this.readings.length}`,
      cavityId: String(i),
      otherCavityId: j === null ? null : String(j),
      observation,
      conditions,
    });
    return observation;
  }

  private beside(i: number, j: number | null): [number, number | null] {
    const by = this.random.pick([-1, 1]);
    const near = this.car.wires[i + by];
    return near && near.connector === this.car.wires[i].connector && i + by !== j ? [i + by, j] : [i, j];
  }

  private miswritten(o: Observation): Observation {
    const wrong = this.random.pick([0.1, 10]);
    if (o.kind === 'dc' && o.volts !== null) return { ...o, volts: rounded(Math.min(30, o.volts * wrong)) };
    if (o.kind === 'ac' && o.volts !== null) return { ...o, volts: rounded(o.volts * wrong) };
    if (o.kind === 'ohms' && o.ohms !== null) return { ...o, ohms: rounded(o.ohms * wrong) };
    if (o.kind === 'cone' && o.moves !== 'none') return { ...o, moves: o.moves === 'out' ? 'in' : 'out' };
    return o;
  }

  private observe(instrument: Instrument, i: number, j: number | null, c: Conditions): Observation {
    const { car, random } = this;
    if (instrument === 'seen') return this.seen(i);
    if (instrument === 'dc') {
      const volts = directVolts(car, i, c, random);
      return volts === null
        ? { kind: 'dc', volts: null, word: 'drifting' }
        : { kind: 'dc', volts: rounded(volts), word: null };
    }
    if (instrument === 'ac') {
      const volts = alternatingVolts(car, i, j, c, random) * (1 + 0.03 * random.normal());
      return { kind: 'ac', volts: rounded(Math.abs(volts)), word: null };
    }
    if (instrument === 'ohms') {
      const ohms = resistance(car, i, j, c, random);
      return typeof ohms === 'string'
        ? { kind: 'ohms', ohms: null, word: ohms }
        : { kind: 'ohms', ohms: rounded(ohms + random.between(0, 0.3)), word: null };
    }
    const pair =
      j !== null && pairOf(car, i)?.kind === 'output' && car.wires[i].mate === j ? pairOf(car, i)! : null;
    if (instrument === 'tone') {
      if (!pair?.channel) return { kind: 'tone', places: [], word: 'nothing' };
      let { side, axle } = pair.channel;
      if (random.next() < this.options.ears) {
        if (random.next() < 0.5 && (side === 'left' || side === 'right'))
          side = side === 'left' ? 'right' : 'left';
        else if (axle === 'front' || axle === 'rear') axle = axle === 'front' ? 'rear' : 'front';
      }
      const heard = pair.drivers.filter((_, k) => k === 0 || random.next() < 0.6);
      const telling = side !== 'centre' && random.next() < 0.8;
      return {
        kind: 'tone',
        word: null,
        places: heard.map((way) => ({
          side,
          axle,
          way: way === 'subwoofer' || (telling && way !== 'full') ? way : null,
        })),
      };
    }
    const small = pair?.drivers[0] === 'tweeter' && random.next() < 0.5;
    if (!pair || small) return { kind: 'cone', source: 'tester', moves: 'none' };
    return {
      kind: 'cone',
      source: 'tester',
      moves: (pair.plus === i) !== random.next() < 0.01 ? 'out' : 'in',
    };
  }

  private seen(i: number): Observation {
    const { colour, thick, twistedWith } = this.car.wires[i];
    return {
      kind: 'seen',
      wire: this.random.next() < 0.04 ? this.random.pick(WIRE_COLOURS) : colour,
      size: thick ? 'thick' : 'thin',
      twisted: twistedWith !== null,
      origin: null,
      unsure: false,
    };
  }
}

/**
 * Readings of one car. With a share of 0.35 they are about 3.7 a wire, as of somebody in a hurry; with 1 everything
 * that the routine asks for.
 */
export function readCircuit(car: CircuitCar, options: TesterOptions): HarnessReading[] {
  const tester = new Tester(car, options);
  const { wires } = car;
  const at: Conditions = { ...START_CONDITIONS, plug: car.seed % 3 === 0 ? 'out' : 'seated' };
  const off: Conditions = { ...START_CONDITIONS };
  const ignition: Conditions = { ...at, ignition: 'on' };
  const radio: Conditions = { ...ignition, radio: 'on' };
  const playing: Conditions = { ...radio, sound: 'playing', volumeStep: 18 };
  const high = new Set<number>();
  wires.forEach((_, i) => {
    if (tester.wants(0.7)) tester.read('seen', i, null, off);
    for (const c of [off, ignition, radio]) {
      if (!tester.wants(c === radio ? 1.4 : 1)) continue;
      const o = tester.read('dc', i, null, c);
      if (o.kind === 'dc' && Math.abs(o.volts ?? 0) > 4) high.add(i);
    }
    if (!high.has(i) && tester.wants()) tester.read('ohms', i, null, off);
    if (tester.wants(0.6)) tester.read('ac', i, null, playing);
  });
  const done = new Set<number>();
  const across = (i: number, j: number) => {
    if (done.has(i) || done.has(j)) return;
    const fed = high.has(i) && high.has(j) && wires[i].part === 'battery';
    if (fed || !tester.wants(1.5)) return;
    const ohms = tester.read('ohms', i, j, off);
    const few = ohms.kind === 'ohms' && ohms.ohms !== null && ohms.ohms < 12;
    if ((few || tester.wants(0.3)) && tester.wants(1.5)) {
      const tone = tester.read('tone', i, j, off);
      if (tone.kind === 'tone' && tone.places.length > 0) {
        done.add(i).add(j);
        if (tester.wants()) tester.read('cone', i, j, off);
      }
    } else if (tester.wants()) {
      const ac = tester.read('ac', i, j, playing);
      if (ac.kind === 'ac' && (ac.volts ?? 0) > 0.1) {
        const walk = [
          { balance: 'left' },
          { balance: 'right' },
          { fader: 'front' },
          { fader: 'rear' },
        ] as const;
        for (const steer of walk) if (tester.wants(1.2)) tester.read('ac', i, j, { ...playing, ...steer });
      }
    }
  };
  for (const reach of [1, 2])
    wires.forEach((a, i) =>
      wires.forEach((b, j) => {
        const step = Math.abs(a.x - b.x) + Math.abs(a.row - b.row);
        if (j > i && a.connector === b.connector && step === reach) across(i, j);
      }),
    );
  return tester.readings;
}

/** What the estimator sees of a car: cavities by their index as text. */
export const circuitInput = (car: CircuitCar, readings: HarnessReading[]): HarnessInput => ({
  connectors: Array.from({ length: car.plugs }, (_, connector) => ({
    id: `c${connector}`,
    unitId: 'u0',
    name: `C${connector + 1}`,
    drivable: true,
    locked: false,
    cavities: car.wires.flatMap(({ connector: of, number, x, row }, i) =>
      of === connector ? [{ id: String(i), number, x, row }] : [],
    ),
  })),
  readings,
  sheets: [],
  tools: ['meter', 'battery', 'tone', 'tester', 'test-speaker'],
});
