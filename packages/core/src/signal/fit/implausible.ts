import { floorRise } from '../noise-floor.ts';
import type { ModelShape, ModelValues } from './model.ts';
import { sixDbFrequency } from './sections.ts';

/** A section this far beyond the edge of the band has nothing left to work on, in ln Hz. */
const BEYOND_LN = 0.15 * Math.LN2;
/** Costs, in units of the information criterion. */
const COST = { sectionBeyond: 5, crossedEdges: 20, deepShelf: 5, drowned: 15 };
/** In the middle of its band a signal stands at least so far out of the noise, dB. */
const DROWNED_DB = 3;
const LOWEST_LN = Math.log(20);
const HIGHEST_LN = Math.log(20_000);
/** Tone controls reach about this far; what does more is a filter, dB. */
const DEEP_DB = 14.5;

/**
 * What no processor is set to, though it can explain a curve: peaks and shelves beyond the end of the band, a high-pass
 * above the low-pass, a shelf as deep as a filter.
 *
 * @returns cost in units of the Bayesian information criterion, 0 for a plausible model
 */
export function implausibility(shape: ModelShape, values: ModelValues, tiltDb: number): number {
  const { highPass, lowPass, clockHz } = shape;
  const lowest = highPass
    ? Math.log(sixDbFrequency(highPass, 'high-pass', Math.exp(values.lnHighPass), clockHz))
    : -Infinity;
  const highest = lowPass
    ? Math.log(sixDbFrequency(lowPass, 'low-pass', Math.exp(values.lnLowPass), clockHz))
    : Infinity;
  let cost = lowest > highest ? COST.crossedEdges : 0;
  const middle = (Math.max(lowest, LOWEST_LN) + Math.min(highest, HIGHEST_LN)) / 2;
  if (values.floorDb + floorRise(Math.exp(middle), tiltDb) > values.gainDb - DROWNED_DB) cost += COST.drowned;
  for (const { lnHz } of values.peaks.slice(0, shape.peaks))
    if (lnHz < lowest - BEYOND_LN || lnHz > highest + BEYOND_LN) cost += COST.sectionBeyond;
  for (const side of ['lowShelf', 'highShelf'] as const) {
    if (!shape[side]) continue;
    const { lnHz, gainDb } = values[side];
    if (side === 'lowShelf' ? lnHz < lowest : lnHz > highest) cost += COST.sectionBeyond;
    if (Math.abs(gainDb) > DEEP_DB) cost += COST.deepShelf;
  }
  return cost;
}
