import type { Conditions } from '../../model/conditions.ts';
import type { Random } from '../../quantity/random.ts';
import type { CircuitCar, CircuitPair } from './circuit-car.ts';

/** A node as a meter sees it: its open-circuit volts behind a resistance (Thévenin). */
interface Node {
  volts: number;
  ohms: number;
}

const METER_OHMS = 10e6;
/** What a load is for that tells a source from a floating wire. */
const LOAD_OHMS = 10e3;
const GROUNDED: Node = { volts: 0, ohms: 0.3 };
/** A floating wire: coupled to its neighbours through the loom. */
const FLOATING = 40e6;

export const pairOf = (car: CircuitCar, i: number): CircuitPair | null =>
  car.pairs.find((p) => p.plus === i || p.minus === i) ?? null;

/** What the probed half is connected to: the unit whose wires these are plays along only while its plug is seated. */
const unitPlays = (c: Conditions) => c.radio === 'on' && c.plug === 'seated';
const radioPlays = (car: CircuitCar, c: Conditions) =>
  car.unit === 'radio' ? unitPlays(c) : c.radio === 'on';
const carAwake = (car: CircuitCar, c: Conditions) =>
  c.ignition !== 'off' || c.radio === 'on' || !car.habits.sleeps;

function nodeOf(car: CircuitCar, i: number, c: Conditions, random: Random): Node {
  const { habits: h } = car;
  const wire = car.wires[i];
  const supply = c.ignition === 'off' && c.radio === 'off' ? h.supplyOff : h.supplyOn;
  const floating = (): Node => ({
    volts: Math.abs(0.25 + 0.19 * random.normal()),
    ohms: FLOATING * random.between(0.2, 1),
  });
  const pair = pairOf(car, i);
  const isPlus = pair?.plus === i;
  switch (wire.part) {
    case 'battery':
      return { volts: supply - wire.dropVolts, ohms: 0.1 };
    case 'switched':
      return c.ignition === 'off' ? { volts: 0, ohms: 200 } : { volts: supply - wire.dropVolts, ohms: 0.2 };
    case 'ground':
      return { ...GROUNDED, volts: c.radio === 'on' ? 0.01 + 0.03 * random.next() : 0.003 };
    case 'shield':
      return c.plug === 'seated' || car.unit === 'amplifier' ? GROUNDED : floating();
    case 'remote':
      return radioPlays(car, c) ? { volts: h.remoteVolts, ohms: 50 } : { volts: 0, ohms: 20e3 };
    case 'antenna':
      return radioPlays(car, c) ? { volts: h.antennaVolts, ohms: 30 } : { volts: 0, ohms: 2e3 };
    case 'illumination':
      return c.ignition === 'off' ? { volts: 0, ohms: 60 } : { volts: h.dimmedVolts, ohms: 30 };
    case 'mute':
      return radioPlays(car, c) ? { volts: h.muteVolts, ohms: 4.7e3 } : { volts: 0, ohms: 47e3 };
    case 'bus-wire':
      return carAwake(car, c) ? { volts: h.busAwake, ohms: 1e3 } : { volts: h.supplyOff - 0.1, ohms: 30e3 };
    case 'data': {
      const split = (isPlus ? 1 : -1) * (0.1 + 0.1 * random.next());
      return carAwake(car, c)
        ? { volts: 2.5 + split, ohms: 60 }
        : { volts: 0.05 + 0.02 * random.next(), ohms: 5e3 };
    }
    case 'output': {
      if (!unitPlays(c))
        return c.plug === 'seated' ? { volts: 0, ohms: 20e3 } : floatingTogether(pair!, random);
      return {
        volts: pair!.sleeps && c.sound !== 'playing' ? 0 : pair!.restVolts + 0.03 * random.normal(),
        ohms: 0.2,
      };
    }
    case 'input': {
      if (c.radio !== 'on') return { volts: 0, ohms: 20e3 };
      return pair!.oneEnded && !isPlus
        ? GROUNDED
        : { volts: pair!.restVolts + 0.03 * random.normal(), ohms: 100 };
    }
    case 'microphone': {
      const biased = car.unit === 'radio' ? unitPlays(c) : c.radio === 'on';
      if (!biased) return { volts: 0, ohms: 2e3 };
      return isPlus ? { volts: h.microphoneVolts, ohms: 2.2e3 } : { volts: 0.02, ohms: 10 };
    }
    case 'unused':
      return floating();
  }
}

/** Both legs hang on one coil: what is coupled into one shows on the other too. */
const floatingTogether = (pair: CircuitPair, random: Random): Node => ({
  volts: Math.abs(0.1 + 0.02 * pair.plus + 0.02 * random.normal()) % 0.4,
  ohms: FLOATING,
});

/** DC volts to ground; null: the meter does not settle. */
export function directVolts(car: CircuitCar, i: number, c: Conditions, random: Random): number | null {
  const { volts, ohms } = nodeOf(car, i, c, random);
  const load = c.moment === 'loaded' ? LOAD_OHMS : METER_OHMS;
  const shown = volts * (load / (load + ohms));
  const loose = ohms > 1e6 && c.moment !== 'loaded';
  const bus = car.wires[i].part === 'bus-wire' || car.wires[i].part === 'data';
  if (random.next() < (loose ? 0.35 : bus && carAwake(car, c) ? 0.1 : 0.01)) return null;
  return shown + (bus && carAwake(car, c) ? 0.12 : 0.015) * random.normal();
}

/** Swing of one wire against ground, V rms: its share of what is on the pair, with its sign. */
function swing(car: CircuitCar, i: number, c: Conditions): number {
  const pair = pairOf(car, i);
  if (!pair?.channel || c.sound !== 'playing') return 0;
  const carries = pair.kind === 'output' ? unitPlays(c) : c.radio === 'on';
  if (!carries) return 0;
  const { side, axle } = pair.channel;
  const off =
    (c.balance !== 'centre' && (side === 'left' || side === 'right') && side !== c.balance) ||
    (c.fader !== 'centre' && (axle === 'front' || axle === 'rear') && axle !== c.fader);
  const volts = pair.levelVolts * (off ? 0.004 : 1) * 10 ** (((c.volumeStep ?? 18) - 18) / 24);
  if (pair.oneEnded) return pair.plus === i ? volts : 0;
  return (pair.plus === i ? 0.5 : -0.5) * volts;
}

/** AC volts to ground or across two wires. */
export function alternatingVolts(
  car: CircuitCar,
  i: number,
  j: number | null,
  c: Conditions,
  random: Random,
): number {
  const noise = (k: number | null) => {
    if (k === null) return 0;
    const { part } = car.wires[k];
    if (part === 'data') return carAwake(car, c) ? 0.1 + 0.25 * random.next() : 0;
    if (part === 'bus-wire') return carAwake(car, c) ? 0.5 + 1.5 * random.next() : 0;
    if (part === 'illumination') return c.ignition === 'off' ? 0 : random.pick([0, 2]) * random.next();
    if (part === 'unused') return 0.01 + 0.15 * random.next() ** 2;
    return 0.002 + 0.004 * random.next();
  };
  return Math.hypot(swing(car, i, c) - (j === null ? 0 : swing(car, j, c)), noise(i), noise(j));
}

export type Ohms = number | 'open' | 'drifting';

/** Ohms to ground of one wire with everything off. */
function ohmsToGround(car: CircuitCar, i: number, c: Conditions, random: Random): Ohms {
  const seated = c.plug === 'seated';
  const upTo = (low: number, high: number): Ohms =>
    random.next() < 0.25 ? 'drifting' : low * (high / low) ** random.next();
  switch (car.wires[i].part) {
    case 'ground':
      return random.between(0.1, 0.9);
    case 'shield':
      return seated || car.unit === 'amplifier' ? random.between(0.2, 1.5) : 'open';
    case 'battery':
      return upTo(800, 60e3);
    case 'switched':
      return upTo(30, 20e3);
    case 'illumination':
      // Cold bulbs in parallel are a few ohms.
      return random.next() < 0.4 ? random.between(2.5, 30) : upTo(500, 1e6);
    case 'antenna':
    case 'remote':
    case 'mute':
      return random.next() < 0.3 ? 'open' : upTo(1e3, 150e3);
    case 'bus-wire':
    case 'data':
      return upTo(1e3, 60e3);
    case 'input':
      return random.next() < 0.4 ? 'open' : upTo(2e3, 120e3);
    case 'microphone':
      return random.next() < 0.4 ? 'open' : upTo(600, 60e3);
    case 'output':
      return seated && random.next() < 0.6 ? upTo(5e3, 200e3) : 'open';
    case 'unused':
      return 'open';
  }
}

/** Ohms across two wires, or of one to ground, with everything off. */
export function resistance(
  car: CircuitCar,
  i: number,
  j: number | null,
  c: Conditions,
  random: Random,
): Ohms {
  if (j === null) return ohmsToGround(car, i, c, random);
  const [a, b] = [car.wires[i].part, car.wires[j].part];
  const pair = pairOf(car, i);
  if (pair && (pair.plus === j || pair.minus === j)) {
    switch (pair.kind) {
      case 'output':
        return pair.driverOhms ?? 'open';
      case 'data':
        return car.habits.dataOhms * random.between(0.98, 1.02);
      case 'microphone':
        return random.next() < 0.25 ? 'open' : random.between(400, 3000);
      case 'input':
        return random.next() < 0.5 ? 'open' : 200 * 250 ** random.next();
    }
  }
  const grounded = (part: string) => part === 'ground' || part === 'shield';
  if (grounded(a) && grounded(b)) return random.between(0.1, 0.8);
  if (grounded(a)) return ohmsToGround(car, j, c, random);
  if (grounded(b)) return ohmsToGround(car, i, c, random);
  if (a === 'battery' && b === 'battery') return random.next() < 0.7 ? random.between(0.1, 0.5) : 'drifting';
  if (a === 'illumination' && b === 'illumination') return random.between(0.3, 40);
  return random.next() < 0.9 ? 'open' : 10e3 * 100 ** random.next();
}
