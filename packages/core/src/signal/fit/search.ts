import { FitGrid, type FitData, thinned } from './fit-data.ts';
import { firstGuess } from './first-guess.ts';
import { type Candidate, Fitter, LAST, ROUGH } from './fitter.ts';
import { type ModelShape, type ModelValues, PLAIN } from './model.ts';
import {
  DIGITAL_LN,
  digital,
  filtersForShelves,
  NONE_AND_SHAPES,
  shelvesForFilters,
  swap,
} from './rewrites.ts';
import { FILTER_SHAPES } from './sections.ts';

/** Candidates without equaliser that are carried on to the search with one. */
const KEPT = 6;
/** Points that are enough for a first look. */
const FIRST_LOOK = 40;
/** A start that is so much worse after some sections is left. */
const HOPELESS = 45;
/** Candidates that are looked at as digital ones too. */
const DIGITAL_TOO = 30;

/**
 * Looks for the model that explains the data best for what it costs: filters of every kind on both sides, then equaliser
 * sections one by one where the misfit is largest, then other filters, clocks and kinds of noise in place of those found.
 *
 * @param maxPeaks most peaking sections tried
 * @param tiltDb how the noise is expected to rise, dB per octave; the other kind is tried too unless silence was measured
 * @returns the best first, then what else was fitted finely: rivals that say how sure the best one is
 */
export function searchModels(data: FitData, maxPeaks: number, tiltDb: number): Candidate[] {
  const fitter = new Fitter(data, maxPeaks, tiltDb);
  const bare = bareModels(fitter);
  let best = bare[0];
  for (const from of diverse(bare)) {
    const grown = fitter.grow(fitter.fit(from.shape, from.grid, from.values), best.bic + HOPELESS);
    if (grown.bic < best.bic) best = grown;
  }
  best = swap(fitter, best);
  const other = digital(fitter, filtersForShelves(fitter, shelvesForFilters(fitter, best)));
  if (other.bic < best.bic) best = swap(fitter, other);
  const last = fitter.fit(best.shape, best.grid, best.values, LAST);
  return [last, ...fitter.pool.filter((c) => c !== best).sort((a, b) => a.bic - b.bic)];
}

/** Every pair of filters, with no equaliser or one shelf, digital ones and other noise too; best first. */
function bareModels(fitter: Fitter): Candidate[] {
  const [grid] = fitter.grids;
  const otherNoise = fitter.grids.find((g) => g.tiltDb !== grid.tiltDb && g.bands === grid.bands);
  const filters = NONE_AND_SHAPES.flatMap((highPass) =>
    NONE_AND_SHAPES.map((lowPass) => ({ ...PLAIN, highPass, lowPass })),
  );
  const shelved: ModelShape[] = [
    ...NONE_AND_SHAPES.map((lowPass) => ({ ...PLAIN, lowPass, lowShelf: true })),
    ...FILTER_SHAPES.map((highPass) => ({ ...PLAIN, highPass, highShelf: true })),
    { ...PLAIN, highShelf: true },
    { ...PLAIN, lowShelf: true, highShelf: true },
  ];
  const few = thinned(fitter.data, FIRST_LOOK);
  const coarse = new Map(fitter.grids.map((g) => [g, new FitGrid(few, g.bands, g.tiltDb)]));
  const glance = (shape: ModelShape, g: FitGrid, values: ModelValues) => ({
    ...fitter.fit(shape, coarse.get(g)!, values, ROUGH, few),
    grid: g,
  });
  const found = [grid, ...(otherNoise ? [otherNoise] : [])].flatMap((g) => {
    const start = firstGuess(fitter.data, g, false);
    // Beside a shelf the band is judged by its middle, not by its loudest part.
    const beside = firstGuess(fitter.data, g, true);
    return [
      ...filters.map((shape) => glance(shape, g, start)),
      ...shelved.map((shape) => glance(shape, g, beside)),
    ];
  });
  found.sort((a, b) => a.bic - b.bic);
  const high = ({ shape, values }: Candidate) =>
    (shape.lowPass && values.lnLowPass > DIGITAL_LN) || (shape.highPass && values.lnHighPass > DIGITAL_LN);
  found.push(
    ...found
      .filter(high)
      .slice(0, DIGITAL_TOO)
      .map((c) => glance({ ...c.shape, clockHz: 48_000 }, c.grid, c.values)),
  );
  return found.sort((a, b) => a.bic - b.bic);
}

/** The best few, no more than four that share an order on one side, and the best of each class with and without shelf. */
function diverse(sorted: readonly Candidate[]): Candidate[] {
  const kept: Candidate[] = [];
  const count = (c: Candidate, side: 'highPass' | 'lowPass') =>
    kept.filter((o) => (o.shape[side]?.order ?? 0) === (c.shape[side]?.order ?? 0)).length;
  for (const c of sorted) {
    if (kept.length >= KEPT) break;
    if (count(c, 'highPass') < 4 && count(c, 'lowPass') < 4) kept.push(c);
  }
  for (const high of [false, true])
    for (const low of [false, true])
      for (const shelf of [false, true]) {
        const is = ({ shape }: Candidate) =>
          (shape.highPass !== null) === high &&
          (shape.lowPass !== null) === low &&
          (shape.lowShelf || shape.highShelf) === shelf;
        const own = sorted.find(is);
        if (own && !kept.some(is)) kept.push(own);
      }
  return kept;
}
