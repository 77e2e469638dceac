import type { FitData } from './fit-data.ts';
import { firstGuess } from './first-guess.ts';
import { type Candidate, Fitter, LAST } from './fitter.ts';
import { exchange } from './exchange.ts';
import { type ModelShape, PLAIN } from './model.ts';
import {
  CLOCK_SHOWS_LN,
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
/** A start that is so much worse after some sections is left. */
const HOPELESS = 45;
/** Mean loss of a model that leaves little unexplained, dB^2. */
const EXPLAINED = 0.05;
/** Where the noise is put when it is to explain nothing: under the lowest level, dB. */
const FAR_DOWN_DB = 15;
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
    const grown = fitter.grow(
      fitter.fit(from.shape, from.grid, from.values),
      explains(best, data) ? best.bic + HOPELESS : Infinity,
    );
    if (grown.bic < best.bic) best = grown;
  }
  if (!explains(best, data)) best = fromAfar(fitter, bare, best);
  best = swap(fitter, best);
  const exchanged = exchange(fitter, best);
  if (exchanged !== best) best = swap(fitter, exchanged);
  const other = digital(fitter, filtersForShelves(fitter, shelvesForFilters(fitter, best)));
  if (other.bic < best.bic) best = swap(fitter, other);
  const last = fitter.fit(best.shape, best.grid, best.values, LAST);
  return [last, ...fitter.pool.filter((c) => c !== best).sort((a, b) => a.bic - b.bic)];
}

/**
 * Nothing explains the data so far: as if the noise lay far down and all that bends the curve were filters and equaliser.
 */
function fromAfar(fitter: Fitter, bare: readonly Candidate[], best: Candidate): Candidate {
  let found = best;
  for (const high of [false, true])
    for (const low of [false, true])
      for (const grid of fitter.grids) {
        const from = bare.find(
          ({ shape }) => (shape.highPass !== null) === high && (shape.lowPass !== null) === low,
        );
        if (!from) continue;
        const start = {
          ...firstGuess(fitter.data, grid, true),
          floorDb: fitter.data.lowestDb - FAR_DOWN_DB,
        };
        const shape = { ...from.shape, clockHz: null, lowShelf: !high, highShelf: !low };
        const grown = fitter.grow(fitter.fit(shape, grid, start));
        if (grown.bic < found.bic) found = grown;
      }
  return found;
}

/** Little is left over: what is far worse than this is no rival. */
const explains = ({ fit }: Candidate, data: FitData) => fit.loss / data.hz.length < EXPLAINED;

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
  const found = [grid, ...(otherNoise ? [otherNoise] : [])].flatMap((g) => {
    const start = firstGuess(fitter.data, g, false);
    // Beside a shelf the band is judged by its middle, not by its loudest part.
    const beside = firstGuess(fitter.data, g, true);
    return [
      ...filters.map((shape) => fitter.glance(shape, g, start)),
      ...shelved.map((shape) => fitter.glance(shape, g, beside)),
    ];
  });
  found.sort((a, b) => a.bic - b.bic);
  const high = ({ shape, values }: Candidate) =>
    (shape.lowPass && values.lnLowPass > CLOCK_SHOWS_LN) ||
    (shape.highPass && values.lnHighPass > DIGITAL_LN);
  found.push(
    ...found
      .filter(high)
      .slice(0, DIGITAL_TOO)
      .map((c) => fitter.glance({ ...c.shape, clockHz: 48_000 }, c.grid, c.values)),
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
