import { firstGuess } from './first-guess.ts';
import type { FitGrid } from './fit-data.ts';
import type { Candidate, Fitter } from './fitter.ts';
import type { ModelShape, ModelValues } from './model.ts';
import { CLOCKS_HZ, FILTER_SHAPES, type FilterShape } from './sections.ts';

export const NONE_AND_SHAPES: readonly (FilterShape | null)[] = [null, ...FILTER_SHAPES];
/** A first look whose criterion, on all points, would be within this of the best is fitted finely. */
const WORTH_A_CLOSER_LOOK = 15;
/** Corners below this are the same for digital filters, in ln Hz. */
export const DIGITAL_LN = Math.log(1500);

/** A low-pass from here on shows its clock by how steep it gets further up, in ln Hz. */
export const CLOCK_SHOWS_LN = Math.log(700);

/** Tries every other filter, clock, kind of noise and reading in place of those found, as long as that helps. */
export function swap(fitter: Fitter, start: Candidate): Candidate {
  let best = start;
  for (let round = 0; round < 3; round++) {
    const before = best;
    for (const side of ['highPass', 'lowPass'] as const)
      for (const filter of NONE_AND_SHAPES)
        if (filter !== before.shape[side])
          best = better(fitter, best, { ...best.shape, [side]: filter }, best.grid);
    best = clocked(fitter, best);
    for (const grid of fitter.grids) if (grid !== before.grid) best = better(fitter, best, best.shape, grid);
    const fewer = drop(fitter, best);
    if (fewer.bic < best.bic) best = fewer;
    const more = fitter.grow(best);
    if (more.bic < best.bic) best = more;
    if (best === before) break;
  }
  return best;
}

/** The other clocks, and at each of them the other filters of the side where a clock shows. */
function clocked(fitter: Fitter, best: Candidate): Candidate {
  const { shape, values, grid } = best;
  const side = shape.lowPass ? 'lowPass' : 'highPass';
  const shows = (shape.lowPass ? values.lnLowPass : values.lnHighPass) > CLOCK_SHOWS_LN;
  let found = best;
  for (const clockHz of CLOCKS_HZ)
    for (const filter of shape[side] && shows ? FILTER_SHAPES : [shape[side]])
      if (clockHz !== shape.clockHz)
        found = better(fitter, found, { ...shape, [side]: filter, clockHz }, grid);
  return found;
}

/** What an equaliser alone would have to do in place of a filter: the nearest rival of every edge. */
export function shelvesForFilters(fitter: Fitter, best: Candidate): Candidate {
  let found = best;
  for (const side of ['highPass', 'lowPass'] as const) {
    if (!best.shape[side]) continue;
    const bare = fitter.fit({ ...best.shape, [side]: null }, best.grid, best.values);
    const grown = fitter.grow(bare);
    if (grown.bic < found.bic) found = grown;
  }
  return found;
}

/** And what a filter would do in place of a shelf, what lies further down being noise. */
export function filtersForShelves(fitter: Fitter, best: Candidate): Candidate {
  let found = best;
  const { lnHighPass, lnLowPass, floorDb } = firstGuess(fitter.data, best.grid, false);
  for (const shelf of ['lowShelf', 'highShelf'] as const) {
    if (!best.shape[shelf]) continue;
    for (const side of ['highPass', 'lowPass'] as const) {
      if (best.shape[side]) continue;
      const gainDb = best.values.gainDb + Math.max(0, best.values[shelf].gainDb);
      const start = { ...best.values, gainDb, lnHighPass, lnLowPass, floorDb };
      for (const filter of FILTER_SHAPES) {
        const shape = { ...best.shape, [shelf]: false, [side]: filter };
        const glance = fitter.glance(shape, best.grid, start);
        if (!worthACloserLook(fitter, glance, found)) continue;
        const grown = fitter.grow(fitter.fit(shape, best.grid, glance.values));
        if (grown.bic < found.bic) found = grown;
      }
    }
  }
  return found;
}

/** A digital filter alone, in place of an analogue one with an equaliser that bends it towards half the clock. */
export function digital(fitter: Fitter, best: Candidate): Candidate {
  let found = best;
  const { shape, values, grid } = best;
  const high = { highPass: values.lnHighPass > DIGITAL_LN, lowPass: values.lnLowPass > DIGITAL_LN };
  for (const side of ['highPass', 'lowPass'] as const) {
    if (!shape[side] || !high[side]) continue;
    const peaks = values.peaks.filter(
      (p) => p.lnHz < (side === 'lowPass' ? values.lnLowPass : values.lnHighPass),
    );
    for (const clockHz of CLOCKS_HZ.filter((c) => c !== null))
      for (const filter of FILTER_SHAPES) {
        const plain = { ...shape, clockHz, [side]: filter, highShelf: false, peaks: peaks.length };
        const glance = fitter.glance(plain, grid, { ...values, peaks });
        if (!worthACloserLook(fitter, glance, found)) continue;
        const other = fitter.fit(plain, grid, glance.values);
        if (other.bic < found.bic) found = other;
      }
  }
  return found;
}

/** On the points of a first look it is not far behind the best so far. */
const worthACloserLook = (fitter: Fitter, glance: Candidate, best: Candidate): boolean =>
  glance.bic <= fitter.glanced(best) + WORTH_A_CLOSER_LOOK * fitter.shareOfFew;

function better(fitter: Fitter, best: Candidate, shape: ModelShape, grid: FitGrid): Candidate {
  const glance = fitter.glance(shape, grid, best.values);
  if (!worthACloserLook(fitter, glance, best)) return best;
  const other = fitter.fit(shape, grid, glance.values);
  return other.bic < best.bic ? other : best;
}

function drop(fitter: Fitter, start: Candidate): Candidate {
  let best = start;
  const { shape, values, grid } = start;
  const tryFit = (less: ModelShape, kept: ModelValues) => {
    const fewer = fitter.fit(less, grid, kept);
    if (fewer.bic < best.bic) best = fewer;
  };
  for (let i = 0; i < shape.peaks; i++) {
    const peaks = values.peaks.filter((_, j) => j !== i);
    tryFit({ ...shape, peaks: peaks.length }, { ...values, peaks });
  }
  for (const side of ['lowShelf', 'highShelf'] as const)
    if (shape[side]) tryFit({ ...shape, [side]: false }, values);
  return best;
}
