import type { Conditions } from '../../model/conditions.ts';
import type { HeardPlace } from '../../readings/tone.ts';
import { type Instrument, kindOf, type Observation } from '../../readings/index.ts';
import { WIRE_COLOURS } from '../../model/words.ts';
import { type Random, seededRandom } from '../../quantity/random.ts';
import { rawOhms, restVolts, signalAt } from './electrics.ts';
import type { SimulatedWiring } from './wiring.ts';

/** How often a hand at the plug goes wrong. These are the simulation's own figures, not the estimator's. */
export interface HandOptions {
  seed: number;
  /** share of readings taken at a wrong cavity or written down wrongly */
  slipRate: number;
}

export interface Taken {
  observation: Observation;
  slipped: boolean;
}

/**
 * A person with a meter at a simulated car. A slip is a neighbouring cavity (which may stay wrong for the next
 * reading too), a wrong side heard, a cone judged the wrong way, or a slipped decimal point.
 */
export class SimulatedHand {
  private readonly random: Random;
  /** by how many cavities the hand is off, and for how many more readings */
  private shift = { by: 0, left: 0 };

  constructor(
    private readonly wiring: SimulatedWiring,
    private readonly options: HandOptions,
  ) {
    this.random = seededRandom(options.seed);
  }

  take(
    instrument: Instrument,
    cavity: number,
    other: number | null,
    conditions: Conditions,
    source: 'battery' | 'tester' = 'tester',
  ): Taken {
    let slipped = false;
    let [a, b] = [cavity, other];
    const look = !kindOf(instrument).touches;
    if (!look && this.shift.left > 0) {
      this.shift.left--;
      slipped = true;
      [a, b] = this.shifted(a, b);
    } else if (!look && this.random.next() < this.options.slipRate) {
      slipped = true;
      if (this.random.next() < 0.75 || instrument === 'dc') {
        this.shift = { by: this.random.next() < 0.5 ? 1 : -1, left: this.random.next() < 0.3 ? 1 : 0 };
        [a, b] = this.shifted(a, b);
      } else
        return { observation: spoilt(this.read(instrument, a, b, conditions, source), this.random), slipped };
    }
    return { observation: this.read(instrument, a, b, conditions, source), slipped };
  }

  /** The neighbour on the same plug, where there is one. */
  private shifted(a: number, b: number | null): [number, number | null] {
    const move = (i: number) => {
      const next = this.wiring.cavities[i + this.shift.by];
      return next && next.connector === this.wiring.cavities[i].connector ? i + this.shift.by : i;
    };
    if (b === null) return [move(a), null];
    const [c, d] = this.random.next() < 0.5 ? [move(a), b] : [move(a), move(b)];
    return c === d ? [a, b] : [c, d];
  }

  private read(
    instrument: Instrument,
    a: number,
    b: number | null,
    conditions: Conditions,
    source: 'battery' | 'tester',
  ): Observation {
    const { wiring, random } = this;
    if (instrument === 'dc') {
      const first = restVolts(wiring, a, conditions, random);
      const second = b === null ? 0 : restVolts(wiring, b, conditions, random);
      if (first === null || second === null) return { kind: 'dc', volts: null, word: 'drifting' };
      return { kind: 'dc', volts: rounded(first - second + 0.004 * random.normal(), 3), word: null };
    }
    if (instrument === 'ac') {
      const volts = signalAt(wiring, a, b, conditions, random);
      return {
        kind: 'ac',
        volts: rounded(Math.abs(volts * (1 + 0.04 * random.normal())) + 0.003 * random.next(), 3),
        word: null,
      };
    }
    if (instrument === 'ohms') {
      const ohms = rawOhms(wiring, a, b, conditions, random);
      if (ohms === 'drifting') return { kind: 'ohms', ohms: null, word: 'drifting' };
      return ohms === null
        ? { kind: 'ohms', ohms: null, word: 'open' }
        : {
            kind: 'ohms',
            ohms: rounded(ohms * (1 + 0.02 * random.normal()) + 0.15 * random.next(), 2),
            word: null,
          };
    }
    if (instrument === 'tone') return this.tone(a, b!);
    if (instrument === 'cone') return this.cone(a, b!, conditions, source);
    if (instrument === 'seen') return this.seen(a, b);
    return { kind: 'note', text: 'looked at' };
  }

  private tone(a: number, b: number): Observation {
    const nothing: Observation = { kind: 'tone', places: [], word: 'nothing' };
    const pair = this.pairOf(a, b);
    if (!pair || pair.kind !== 'output' || !pair.channel) return nothing;
    if (this.random.next() < 0.02) return { kind: 'tone', places: [], word: 'unsure' };
    const { side, axle } = pair.channel;
    const places = pair.drivers
      .filter((_, i) => i === 0 || this.random.next() < 0.7)
      .map((way): HeardPlace => {
        const told = way === 'subwoofer' || this.random.next() < 0.85;
        return { side, axle, way: told && side !== 'centre' ? way : null };
      });
    return { kind: 'tone', places, word: null };
  }

  private cone(a: number, b: number, conditions: Conditions, source: 'battery' | 'tester'): Observation {
    const pair = this.pairOf(a, b);
    const none: Observation = { kind: 'cone', source, moves: 'none' };
    if (!pair || pair.kind === 'data') return none;
    if (
      pair.kind === 'input' &&
      (conditions.sound !== 'playing' || conditions.radio !== 'on' || source === 'battery')
    )
      return none;
    if (source === 'battery' && pair.drivers[0] === 'tweeter' && this.random.next() < 0.8) return none;
    if (this.random.next() < 0.04) return { kind: 'cone', source, moves: 'unsure' };
    const out = (pair.plus === a) !== this.random.next() < 0.008;
    return { kind: 'cone', source, moves: out ? 'out' : 'in' };
  }

  private seen(a: number, b: number | null): Observation {
    const cavity = this.wiring.cavities[a];
    const dirty = this.random.next() < 0.03;
    return {
      kind: 'seen',
      wire: cavity.wire && dirty ? this.random.pick(WIRE_COLOURS) : cavity.wire,
      size: cavity.thick ? 'thick' : 'thin',
      twisted: b === null ? cavity.twistedWith !== null : cavity.twistedWith === b,
      origin: null,
      unsure: dirty && this.random.next() < 0.5,
    };
  }

  private pairOf(a: number, b: number) {
    const { pair } = this.wiring.cavities[a];
    return pair !== null && pair === this.wiring.cavities[b].pair ? this.wiring.pairs[pair] : null;
  }
}

/** A value written down wrongly. */
function spoilt(o: Observation, random: Random): Observation {
  if (o.kind === 'ac' && o.volts !== null)
    return { ...o, volts: rounded(o.volts * random.pick([0.1, 10]), 3) };
  if (o.kind === 'ohms' && o.ohms !== null)
    return { ...o, ohms: rounded(o.ohms * random.pick([0.1, 10]), 2) };
  if (o.kind === 'cone' && o.moves === 'out') return { ...o, moves: 'in' };
  if (o.kind === 'cone' && o.moves === 'in') return { ...o, moves: 'out' };
  if (o.kind === 'tone' && o.places.length > 0) {
    const turned = { left: 'right', right: 'left', centre: 'left', mono: 'mono' } as const;
    return { ...o, places: o.places.map((p) => ({ ...p, side: turned[p.side] })) };
  }
  return o;
}

const rounded = (v: number, digits: number) => Number(v.toFixed(digits)) + 0;
