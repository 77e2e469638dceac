import { type Random, seededRandom } from '../../quantity/random.ts';
import type { BandClass } from '../../signal/classify.ts';
import type { SimulatedChain, SimulatedFilter, SimulatedShelf } from '../transfer.ts';
import { FACTORY_SHAPES, sixDbDown } from '../varied.ts';

export const NOISE_KINDS = ['white', 'pink', 'mains'] as const;
export type NoiseKind = (typeof NOISE_KINDS)[number];

/** An output whose truth is known, harder than factory outputs mostly are. */
export interface HardOutput {
  chain: SimulatedChain;
  noise: {
    kind: NoiseKind;
    /** under an output without filters, at 1 kHz; of mains lines the strongest, dB */
    underDb: number;
  };
  bandClass: BandClass;
  /** shelves or peaks are among it */
  equalised: boolean;
}

/** Limits of full range, Hz, and how near to one a corner may lie, octaves: nearer, either answer is right. */
const LIMITS_HZ = { 'high-pass': 50, 'low-pass': 12_000 } as const;
const NEAR = 1 / 8;

/** -6 dB frequency of a filter as it runs, Hz. */
export function trueSixDb(filter: SimulatedFilter, clockHz?: number): number {
  if (!clockHz) return sixDbDown(filter);
  const warp = (hz: number) => Math.tan((Math.PI * hz) / clockHz);
  const down = sixDbDown({ ...filter, cornerHz: warp(filter.cornerHz) });
  return (Math.atan(down) * clockHz) / Math.PI;
}

function filterOf(
  random: Random,
  side: SimulatedFilter['side'],
  fromHz: number,
  toHz: number,
  clockHz?: number,
): SimulatedFilter {
  for (;;) {
    const [family, order] = random.pick(FACTORY_SHAPES);
    const made = { side, family, order, cornerHz: fromHz * (toHz / fromHz) ** random.next() };
    if (Math.abs(Math.log2(trueSixDb(made, clockHz) / LIMITS_HZ[side])) > NEAR) return made;
  }
}

/**
 * A random factory output: analogue or digital filters half and half, shelves and peaks of up to 14 dB in half of them,
 * noise of three kinds from 10 to 60 dB under it.
 */
export function hardOutput(seed: number): HardOutput {
  const random = seededRandom(seed * 6_700_417 + 11);
  const kind = random.pick(['full-range', 'low-pass', 'high-pass', 'band-pass'] as const);
  const clockHz = random.next() < 0.5 ? undefined : random.pick([44_100, 48_000]);
  const of = (side: SimulatedFilter['side'], from: number, to: number) =>
    filterOf(random, side, from, to, clockHz);
  const filters: SimulatedFilter[] = [];
  if (kind === 'full-range') {
    if (random.next() < 0.5) filters.push(of('high-pass', 15, 36));
    if (random.next() < 0.3) filters.push(of('low-pass', 15_000, 19_000));
  }
  if (kind === 'low-pass') filters.push(of('low-pass', 60, 5000));
  if (kind === 'high-pass') filters.push(of('high-pass', 75, 6000));
  if (kind === 'band-pass') {
    const high = of('high-pass', 75, 1200);
    filters.push(high, of('low-pass', Math.max(high.cornerHz * 4, 300), 7000));
  }
  const equalised = random.next() < 0.5;
  return {
    chain: {
      gainDb: random.between(-20, 0),
      filters,
      peaks: equalised ? peaksOf(random, filters) : [],
      shelves: equalised ? shelvesOf(random, filters) : [],
      delay: 0,
      inverted: false,
      ...(clockHz && { clockHz }),
    },
    noise: { kind: random.pick(NOISE_KINDS), underDb: random.between(10, 60) },
    bandClass: classOf(filters, clockHz),
    equalised,
  };
}

function classOf(filters: readonly SimulatedFilter[], clockHz?: number): BandClass {
  const low = filters.some((f) => f.side === 'high-pass' && trueSixDb(f, clockHz) > LIMITS_HZ['high-pass']);
  const high = filters.some((f) => f.side === 'low-pass' && trueSixDb(f, clockHz) < LIMITS_HZ['low-pass']);
  return low ? (high ? 'band-pass' : 'high-pass') : high ? 'low-pass' : 'full-range';
}

/** Broad and narrow ones inside the band: outside there is nothing to be equalised. */
function peaksOf(random: Random, filters: readonly SimulatedFilter[]): SimulatedChain['peaks'] {
  const low = filters.find((f) => f.side === 'high-pass')?.cornerHz ?? 30;
  const high = filters.find((f) => f.side === 'low-pass')?.cornerHz ?? 14_000;
  return Array.from({ length: Math.floor(random.next() * 4) }, () => ({
    frequencyHz: low * (high / low) ** random.next(),
    gainDb: random.between(-1, 1) * (random.next() < 0.3 ? 14 : 7),
    q: random.between(0.6, 4),
  }));
}

/** Tone controls: low ones on what plays lows, high ones on what plays highs. */
function shelvesOf(random: Random, filters: readonly SimulatedFilter[]): SimulatedShelf[] {
  const shelf = (side: 'low' | 'high'): SimulatedShelf => ({
    side,
    frequencyHz: side === 'low' ? random.between(70, 250) : random.between(2500, 8000),
    gainDb: random.between(-14, 14),
    slope: random.pick([0.5, 0.8, 1, 'first-order'] as const),
  });
  const lows = !filters.some((f) => f.side === 'high-pass' && f.cornerHz > 60);
  const highs = !filters.some((f) => f.side === 'low-pass');
  return [
    ...(lows && random.next() < 0.5 ? [shelf('low')] : []),
    ...(highs && random.next() < 0.4 ? [shelf('high')] : []),
  ];
}
