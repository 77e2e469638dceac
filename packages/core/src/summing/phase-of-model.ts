import type { FilterModel } from '../signal/fit/fit-filter.ts';
import { type FilterFamily, type FilterSide, type ShelfSide, warped } from '../signal/fit/sections.ts';

/**
 * Phase of the fitted filters and equaliser sections, all of them minimum phase, in radians.
 *
 * @param hz frequencies, Hz
 */
export function phaseOfModel(model: FilterModel, hz: readonly number[]): Float64Array {
  const { highPass, lowPass, clockHz } = model;
  // Digital filters have the phase of analogue ones at the frequency that they see.
  const ratio = (f: number, cornerHz: number) => warped(f, clockHz) / warped(cornerHz, clockHz);
  return Float64Array.from(hz, (f) => {
    let phase = 0;
    if (highPass) phase += filterPhase(highPass, 'high-pass', ratio(f, highPass.cornerHz));
    if (lowPass) phase += filterPhase(lowPass, 'low-pass', ratio(f, lowPass.cornerHz));
    for (const p of model.equaliser) phase += peakingPhase(ratio(f, p.frequencyHz), p.gainDb, p.q);
    for (const s of model.shelves) phase += shelvingPhase(s.side, ratio(f, s.frequencyHz), s.gainDb, s.q);
    return phase;
  });
}

/** Phase of a Butterworth or Linkwitz-Riley filter at x = f / corner, radians, continuous over x. */
export function filterPhase(
  filter: { family: FilterFamily; order: number },
  side: FilterSide,
  x: number,
): number {
  const twice = filter.family === 'linkwitz-riley' ? 2 : 1;
  const order = filter.order / twice;
  const w = side === 'low-pass' ? x : 1 / x;
  let lag = order % 2 === 1 ? Math.atan(w) : 0;
  for (let k = 1; k <= Math.floor(order / 2); k++) {
    const damping = 2 * Math.sin(((2 * k - 1) * Math.PI) / (2 * order));
    lag += Math.atan2(damping * w, 1 - w * w);
  }
  return (side === 'low-pass' ? -1 : 1) * twice * lag;
}

/** Phase of a peaking section (RBJ Audio EQ Cookbook, analogue form) at x = f / centre, radians. */
export function peakingPhase(x: number, gainDb: number, q: number): number {
  const a = 10 ** (gainDb / 40);
  return Math.atan2((x * a) / q, 1 - x * x) - Math.atan2(x / (a * q), 1 - x * x);
}

/** Phase of a shelving section (RBJ Audio EQ Cookbook, analogue form) at x = f / corner, radians. */
export function shelvingPhase(side: ShelfSide, x: number, gainDb: number, q: number): number {
  const a = 10 ** (gainDb / 40);
  const at = side === 'low' ? x : 1 / x;
  const cross = (Math.sqrt(a) * at) / q;
  const low = Math.atan2(cross, a - at * at) - Math.atan2(cross, 1 - a * at * at);
  return side === 'low' ? low : -low;
}
