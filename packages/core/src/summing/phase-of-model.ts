import type { FilterModel } from '../signal/fit/fit-filter.ts';
import type { FilterFamily, FilterSide } from '../signal/fit/sections.ts';

/**
 * Phase of the fitted filters and equaliser sections, all of them minimum phase, in radians.
 *
 * @param hz frequencies, Hz
 */
export function phaseOfModel(model: FilterModel, hz: readonly number[]): Float64Array {
  return Float64Array.from(hz, (f) => {
    let phase = 0;
    if (model.highPass) phase += filterPhase(model.highPass, 'high-pass', f / model.highPass.cornerHz);
    if (model.lowPass) phase += filterPhase(model.lowPass, 'low-pass', f / model.lowPass.cornerHz);
    for (const peak of model.equaliser) phase += peakingPhase(f / peak.frequencyHz, peak.gainDb, peak.q);
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
