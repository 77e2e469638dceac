import { SLIP } from '../readings/likelihood.ts';
import type { WeightedReading } from './weighted-readings.ts';

/** A cone judged the wrong way, apart from slips of the hand. */
const MISJUDGED = 0.012;
/** A lone measurement against all siblings counts as this probability at most, until it is repeated. */
const ODD_ONCE = 0.85;

export interface PolarityInput {
  i: number;
  j: number;
  connector: number;
  /** readings across the two */
  readings: readonly WeightedReading[];
  /** log odds that i is plus, from sheets */
  claimedPlus: number;
}

export interface PolarityBelief {
  /** probability that i (the cavity with the lower index) is plus */
  firstIsPlus: number;
  /** the same from measurements alone */
  measured: number;
  /** how many readings told a direction */
  times: number;
  /** measured the other way round than its siblings on the plug */
  odd: boolean;
}

/** Plus comes first a little more often than not; one sibling alone may be the odd one of its plug. */
const PLUS_FIRST = { first: 0.4, second: 0.3 };

/** The shares above are cautious; stated as they are, polarities came true more often than said (docs/accuracy.md). */
const STEEPER = 1.25;

const logit = (p: number) => Math.log(p / (1 - p));
const logistic = (x: number) => 1 / (1 + Math.exp(-x));

/** Log odds that i is plus, from cones and polarity testers. */
function fromCones(input: PolarityInput): { logOdds: number; times: number } {
  let logOdds = 0;
  let times = 0;
  // Most slips of the hand show no movement at all; few show another pair's.
  const right = (1 - SLIP / 6) * (1 - MISJUDGED);
  const step = logit(right);
  for (const { reading, i, weight } of input.readings) {
    const o = reading.observation;
    if (o.kind !== 'cone' || (o.moves !== 'out' && o.moves !== 'in')) continue;
    const first = (i === input.i) === (o.moves === 'out');
    logOdds += (first ? step : -step) * weight;
    times++;
  }
  return { logOdds, times };
}

/**
 * Polarity of every pair. Pairs of one plug usually have plus on the same side, so siblings lend each other a mild
 * expectation; one that was measured once against all of them is held back until it is measured again.
 */
export function polarities(pairs: readonly PolarityInput[]): PolarityBelief[] {
  const own = pairs.map(fromCones);
  return pairs.map((pair, n) => {
    let first = PLUS_FIRST.first;
    let second = PLUS_FIRST.second;
    pairs.forEach((sibling, m) => {
      if (m === n || sibling.connector !== pair.connector || own[m].times === 0) return;
      const p = logistic(own[m].logOdds);
      first += p;
      second += 1 - p;
    });
    const expectation = logit(Math.min(0.94, Math.max(0.06, first / (first + second))));
    const { logOdds, times } = own[n];
    const measured = logistic(logOdds);
    const against =
      times > 0 && Math.abs(expectation) > logit(0.8) && Math.sign(logOdds) !== Math.sign(expectation);
    const total = logOdds + pair.claimedPlus + expectation * (times > 0 ? 0.7 : 1);
    let belief = logistic(STEEPER * total);
    if (against && times === 1) belief = Math.min(ODD_ONCE, Math.max(1 - ODD_ONCE, belief));
    return { firstIsPlus: belief, measured, times, odd: against };
  });
}
