import type { Channel, Way } from '../model/words.ts';
import { seededRandom } from '../quantity/random.ts';
import type { SimulatedChain, SimulatedFilter } from './transfer.ts';

interface Corners {
  low: [number, number] | null;
  high: [number, number] | null;
}

/** Between which frequencies the filters of each way lie in made-up systems, Hz. */
const CORNERS: Record<Way, Corners> = {
  full: { low: null, high: null },
  woofer: { low: [35, 60], high: [250, 500] },
  midrange: { low: [250, 450], high: [2500, 4500] },
  tweeter: { low: [2800, 5000], high: null },
  subwoofer: { low: null, high: [80, 120] },
};

/**
 * A made-up output for a channel, so that the analyser can be tried without a car: the same for the same seed. One
 * tweeter in two is reversed and comes a little late.
 */
export function simulatedOutput({ way }: Channel, seed: number): SimulatedChain {
  const random = seededRandom(seed);
  const { low, high } = CORNERS[way];
  const filter = (side: SimulatedFilter['side'], [from, to]: [number, number]): SimulatedFilter => ({
    side,
    family: 'linkwitz-riley',
    order: random.pick([2, 4]),
    cornerHz: from * (to / from) ** random.next(),
  });
  const filters: SimulatedFilter[] = [];
  if (low) filters.push(filter('high-pass', low));
  if (high) filters.push(filter('low-pass', high));
  const late = way === 'tweeter';
  return {
    gainDb: random.between(-4, 0),
    filters,
    peaks: [{ frequencyHz: random.between(300, 3000), gainDb: random.between(-3, 3), q: 1 }],
    delay: late ? random.between(0.0002, 0.001) : 0,
    inverted: late && random.next() < 0.5,
  };
}
