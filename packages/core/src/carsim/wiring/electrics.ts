import type { Conditions } from '../../model/conditions.ts';
import type { Random } from '../../quantity/random.ts';
import type { SimulatedWiring, TruePair } from './wiring.ts';

/** A wire that drives something is live when its unit is in circuit, or when it comes from elsewhere. */
const unitLive = (c: Conditions) => c.plug === 'seated' && c.radio === 'on';

/** DC volts of a cavity to ground; null: the meter drifts. */
export function restVolts(
  wiring: SimulatedWiring,
  cavity: number,
  c: Conditions,
  random: Random,
): number | null {
  const { habits, cavities, pairs } = wiring;
  const { role, pair: pairIndex } = cavities[cavity];
  const pair = pairIndex === null ? null : pairs[pairIndex];
  const awake = c.ignition !== 'off' || c.radio === 'on';
  const probesUnit = c.plug === 'out' && c.side === 'unit';
  if (probesUnit) return role === 'unused' ? null : role === 'ground' ? 0.001 : 0.01 * random.next();
  switch (role) {
    case 'battery':
      return habits.supplyVolts - (awake ? 0.3 : 0.02) + 0.03 * random.normal();
    case 'switched':
      return c.ignition === 'off'
        ? 0.01 + 0.03 * random.next()
        : habits.supplyVolts - 0.35 + 0.05 * random.normal();
    case 'ground':
      return 0.004 + 0.02 * random.next();
    case 'remote':
      return c.radio === 'on' ? habits.remoteVolts + 0.05 * random.normal() : 0.01 + 0.05 * random.next();
    case 'data': {
      if (random.next() < 0.06) return null;
      const split = pair!.plus === cavity ? 0.18 : -0.18;
      return awake ? 2.5 + split + 0.05 * random.normal() : habits.asleepDataVolts + 0.02 * random.normal();
    }
    case 'output':
      if (unitLive(c)) return habits.supplyVolts / 2 + 0.06 * random.normal();
      return random.next() < 0.08 ? null : 0.003 * random.next();
    case 'input':
      if (c.radio === 'on') return habits.inputRestVolts + 0.03 * random.normal();
      return random.next() < 0.12 ? null : 0.005 * random.next();
    case 'mute':
      return c.radio === 'on' ? habits.muteVolts + 0.03 * random.normal() : 0.02 * random.next();
    case 'microphone':
      // The first of the two carries the capsule's supply.
      return (
        (c.radio === 'on' && cavities.findIndex((v) => v.role === 'microphone') === cavity ? 7.8 : 0.05) +
        0.02 * random.next()
      );
    case 'illumination':
    case 'antenna':
    case 'unused':
      return random.next() < 0.55 ? null : 0.05 * random.next();
  }
}

/** Audio on a pair, V rms across it. */
function loudness(pair: TruePair, c: Conditions): number {
  if (c.radio !== 'on' || c.sound !== 'playing' || !pair.channel) return 0;
  const probesUnit = c.plug === 'out' && c.side === 'unit';
  if (probesUnit || (pair.kind === 'output' && !unitLive(c))) return 0;
  const { side, axle } = pair.channel;
  let share = 1;
  if (c.balance !== 'centre' && (side === 'left' || side === 'right') && side !== c.balance) share *= 0.008;
  if (c.fader !== 'centre' && (axle === 'front' || axle === 'rear') && axle !== c.fader) share *= 0.008;
  if (side === 'centre' && c.balance !== 'centre') share *= 0.6;
  const volume = 10 ** (((c.volumeStep ?? 18) - 18) / 20);
  return share * volume * (pair.kind === 'input' ? 0.7 : 2.1);
}

/** AC volts across two cavities or to ground. Halves of pairs of the same way carry the same programme. */
export function signalAt(
  wiring: SimulatedWiring,
  a: number,
  b: number | null,
  c: Conditions,
  random: Random,
): number {
  const half = (i: number | null) => {
    const pairIndex = i === null ? null : wiring.cavities[i].pair;
    const pair = pairIndex === null || pairIndex === undefined ? null : wiring.pairs[pairIndex];
    if (!pair) return { volts: 0, way: '', noise: 0 };
    if (pair.kind === 'data')
      return { volts: 0, way: 'data', noise: c.ignition === 'off' ? 0.002 : 0.15 + 0.2 * random.next() };
    return { volts: (loudness(pair, c) / 2) * (pair.plus === i ? 1 : -1), way: pair.channel!.way, noise: 0 };
  };
  const [x, y] = [half(a), half(b)];
  const audio = x.way === y.way || y.volts === 0 ? x.volts - y.volts : Math.hypot(x.volts, y.volts);
  return Math.hypot(audio, x.noise, y.noise);
}

/** Ohms across two cavities or to chassis; null: open. */
export function rawOhms(
  wiring: SimulatedWiring,
  a: number,
  b: number | null,
  c: Conditions,
  random: Random,
): number | null | 'drifting' {
  const { cavities, pairs, habits } = wiring;
  const first = cavities[a].role;
  const second = b === null ? 'ground' : cavities[b].role;
  const live = c.radio === 'on' || c.ignition !== 'off';
  const probesUnit = c.plug === 'out' && c.side === 'unit';
  const pairIndex = cavities[a].pair;
  const together =
    b !== null && pairIndex !== null && pairIndex === cavities[b].pair ? pairs[pairIndex] : null;
  if (together?.kind === 'output') {
    if (probesUnit) return 18_000;
    return live && c.plug === 'seated' ? 'drifting' : together.driverOhms;
  }
  if (together?.kind === 'input') return random.next() < 0.5 ? null : random.between(300, 25_000);
  if (together?.kind === 'data') return live ? 'drifting' : habits.dataOhms;
  if (first === 'ground' && second === 'ground') return 0.05 + 0.2 * random.next();
  if (first === 'battery' && second === 'battery') return random.next() < 0.6 ? 0.1 : 'drifting';
  if (first === 'microphone' && second === 'microphone') return random.between(600, 2200);
  const kinds = [first, second];
  if (kinds.includes('battery') && kinds.includes('ground'))
    return random.next() < 0.5 ? 'drifting' : random.between(800, 60_000);
  if (kinds.includes('unused')) return null;
  if (
    (kinds.includes('remote') || kinds.includes('switched') || kinds.includes('mute')) &&
    kinds.includes('ground')
  )
    return random.between(2_000, 80_000);
  if (kinds.includes('input') && kinds.includes('ground'))
    return random.next() < 0.6 ? random.between(8_000, 90_000) : null;
  return random.next() < 0.96 ? null : random.between(20_000, 2e6);
}
