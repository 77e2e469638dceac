import type { BandClass } from '../signal/classify.ts';
import { measureChain } from './analyser.ts';
import { seededRandom, type Random } from '../quantity/random.ts';
import type { Response } from '../signal/response.ts';
import type { SimulatedChain, SimulatedFilter } from './transfer.ts';

export interface KnownCase {
  chain: SimulatedChain;
  measured: Response;
  /** what a perfect judge would say, limits 50 Hz and 12 kHz at -6 dB */
  bandClass: BandClass;
}

/** Filters that factory outputs have. */
export const FACTORY_SHAPES = [
  ['butterworth', 1],
  ['butterworth', 2],
  ['butterworth', 3],
  ['butterworth', 4],
  ['linkwitz-riley', 2],
  ['linkwitz-riley', 4],
  ['linkwitz-riley', 8],
] as const;

function filter(
  random: Random,
  side: SimulatedFilter['side'],
  lowHz: number,
  highHz: number,
): SimulatedFilter {
  const [family, order] = random.pick(FACTORY_SHAPES);
  return { side, family, order, cornerHz: lowHz * (highHz / lowHz) ** random.next() };
}

/** -6 dB frequency of a filter alone, Hz. */
export function sixDbDown(f: SimulatedFilter): number {
  if (f.family === 'linkwitz-riley') return f.cornerHz;
  const ratio = (10 ** (6.0206 / 10) - 1) ** (1 / (2 * f.order));
  return f.side === 'low-pass' ? f.cornerHz * ratio : f.cornerHz / ratio;
}

function trueClass(filters: readonly SimulatedFilter[]): BandClass {
  const low = filters.some((f) => f.side === 'high-pass' && sixDbDown(f) > 50);
  const high = filters.some((f) => f.side === 'low-pass' && sixDbDown(f) < 12_000);
  return low ? (high ? 'band-pass' : 'high-pass') : high ? 'low-pass' : 'full-range';
}

export type Difficulty = 'clean' | 'equalised';

/**
 * A random factory output with known truth.
 *
 * @param difficulty `clean`: no equaliser, 50 dB above the noise; `equalised`: up to four sections of up to 6 dB and a
 *   noise floor 20 dB under the pass band
 */
export function variedOutput(seed: number, difficulty: Difficulty): KnownCase {
  const random = seededRandom(seed * 7919 + 17);
  const kind = random.pick(['full-range', 'low-pass', 'high-pass', 'band-pass', 'band-pass'] as const);
  const filters: SimulatedFilter[] = [];
  if (kind === 'full-range' && random.next() < 0.5) filters.push(filter(random, 'high-pass', 20, 32));
  if (kind === 'low-pass') filters.push(filter(random, 'low-pass', 70, 3000));
  if (kind === 'high-pass') filters.push(filter(random, 'high-pass', 100, 5000));
  if (kind === 'band-pass') {
    const high = filter(random, 'high-pass', 75, 1200);
    filters.push(high, filter(random, 'low-pass', Math.max(high.cornerHz * 4, 300), 7000));
  }
  const hard = difficulty === 'equalised';
  const peaks = hard
    ? Array.from({ length: Math.floor(random.next() * 5) }, () => ({
        frequencyHz: 40 * 300 ** random.next(),
        gainDb: random.between(-6, 6),
        q: random.between(0.7, 4),
      }))
    : [];
  const chain = { gainDb: random.between(-20, 0), filters, peaks, delay: 0, inverted: false };
  const floorDb = chain.gainDb - (hard ? 20 : 50);
  const measured = measureChain(chain, { seed: seed + 1, floorDb, scatterDb: hard ? 0.5 : 0.15 });
  return { chain, measured, bandClass: trueClass(filters) };
}

/**
 * A set for the class alone, with outputs near the limits of full range and silent ones among the plain cases.
 */
export function variedClassCase(seed: number): KnownCase {
  const random = seededRandom(seed * 104_729 + 3);
  const dice = random.next();
  if (dice < 0.08) {
    const chain = { gainDb: -110, filters: [], peaks: [], delay: 0, inverted: false };
    const measured = measureChain(chain, { seed, floorDb: random.between(-105, -88), scatterDb: 2 });
    return { chain, measured, bandClass: 'silent' };
  }
  if (dice < 0.25) {
    // Borderline: an edge between a sixth and a half octave off the limit, on either side of it.
    const low = random.next() < 0.5;
    const off = (random.next() < 0.5 ? -1 : 1) * random.between(1 / 6, 1 / 2);
    const sixHz = (low ? 50 : 12_000) * 2 ** off;
    const made = filter(random, low ? 'high-pass' : 'low-pass', 100, 100);
    made.cornerHz = (sixHz * 100) / sixDbDown(made);
    const chain = { gainDb: -6, filters: [made], peaks: [], delay: 0, inverted: false };
    return {
      chain,
      measured: measureChain(chain, { seed, floorDb: -60, scatterDb: 0.4 }),
      bandClass: trueClass([made]),
    };
  }
  return variedOutput(seed + 50_000, random.next() < 0.5 ? 'clean' : 'equalised');
}
