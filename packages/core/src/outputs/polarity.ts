import type { Arrivals } from '../behaviour/arrival.ts';
import type { HarnessMap } from '../harness/map-harness.ts';
import type { EndView, Pair } from '../model/unit.ts';
import type { Standing } from '../model/words.ts';

/** A sign with how it is known. */
export interface Polarity {
  sign: 'normal' | 'reversed';
  standing: Standing;
}

/**
 * Whether a cone moves out when plus, as the output names it, is made positive: by the readings at the wires. It matters
 * where the factory's speaker wire is used again. null: nothing was measured or claimed.
 */
export function conePolarity(
  ends: readonly Pick<EndView, 'sign' | 'cavityId'>[],
  map: HarnessMap,
): Polarity | null {
  for (const { sign, cavityId } of ends) {
    const found = map.cavities.find((c) => c.cavityId === cavityId);
    const pair = found === undefined || found.pair === null ? null : map.pairs[found.pair];
    // What only fits was neither measured nor claimed.
    if (pair?.kind !== 'output' || pair.polarity.state === 'open' || pair.polarity.standing === 'assumed')
      continue;
    const isPlus = pair.plusCavityId === cavityId;
    return { sign: isPlus === (sign === 'plus') ? 'normal' : 'reversed', standing: pair.polarity.standing };
  }
  return null;
}

/**
 * Sign of an output's signal against the others that it was recorded with; stated or assumed where it was not. It matters
 * where outputs are summed: makers invert on purpose, whatever the cone does.
 */
export function signalPolarity(
  pair: Pick<Pair, 'id' | 'statedPolarity'>,
  arrivals: readonly Arrivals[],
): Polarity {
  for (const { arrivals: group } of arrivals) {
    const own = group.length > 1 ? group.find((a) => a.pairId === pair.id) : undefined;
    if (own && own.polarity !== 'unclear')
      return { sign: own.polarity === 'same' ? 'normal' : 'reversed', standing: 'measured' };
  }
  return pair.statedPolarity === 'unknown'
    ? { sign: 'normal', standing: 'assumed' }
    : { sign: pair.statedPolarity, standing: 'claimed' };
}
