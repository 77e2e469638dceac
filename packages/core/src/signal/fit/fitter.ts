import { dbToPower, powerToDb } from '../../quantity/decibel.ts';
import { floorRise, WHITE_NOISE_TILT_DB } from '../noise-floor.ts';
import { median } from '../pass-band.ts';
import { type FitData, FitGrid, SPARSE_OCTAVES, thinned } from './fit-data.ts';
import { implausibility } from './implausible.ts';
import { fitRobust, type RobustFit } from './levenberg-marquardt.ts';
import {
  levelWithoutFloor,
  type ModelShape,
  type ModelValues,
  packValues,
  type SectionValues,
  unpackValues,
} from './model.ts';
import { filterProblem, PULL_WEIGHT } from './problem.ts';

/** Points that are enough for a first look. */
const FIRST_LOOK = 40;
/** Effort of a first look at many models, of the search, and of the fit that is reported. */
export const ROUGH = { limit: 10, tolerance: 1e-2 };
export const HASTY = { limit: 6, tolerance: 1e-2 };
const FINE = { limit: 25, tolerance: 2e-3 };
export const LAST = { limit: 60, tolerance: 1e-6 };

/** A model with its values, and how well it explains the data for what it costs. */
export interface Candidate {
  shape: ModelShape;
  grid: FitGrid;
  values: ModelValues;
  fit: RobustFit;
  /** Bayesian information criterion (Schwarz 1978); lower is better */
  bic: number;
}

/** Smallest loss a point counts with: levels are not known better than about 0.1 dB. */
export const LEAST_LOSS = 0.01;
/** A bump smaller than this is none, dB. */
const LEAST_BUMP_DB = 0.4;
/** A search that got so much worse has lost its way. */
const LOST = 12;
/** A floor less than this under the level without filters looks like a shelf, and is rarer, dB. */
const SHALLOW_DB = 20;
const SHALLOW_FADES_DB = 3;
const SHALLOW_COST = { flat: 8, rising: 2 };
/** Hardly under the signal it is next to impossible, dB. */
const TOO_SHALLOW_DB = 9.5;
const TOO_SHALLOW_COST = 30;
/** Cost of elements beyond gain and floor, in parameters: a filter's order is chosen too, a shelf's place is known. */
const COST = { filter: 1.5, shelf: 2.5, peak: 3, clock: 0.5, otherNoise: 0.5 };

/** Fits models to one set of data, and keeps what was fitted finely. */
export class Fitter {
  /** everything that was fitted finely */
  readonly pool: Candidate[] = [];
  private readonly few: FitData;
  private readonly looks = new WeakMap<Candidate, number>();
  private readonly coarse = new Map<FitGrid, FitGrid>();
  /** ways to read the data, the expected one first */
  readonly grids: readonly FitGrid[];

  /**
   * @param maxPeaks most peaking sections
   * @param tiltDb how the noise is expected to rise, dB per octave
   */
  constructor(
    readonly data: FitData,
    private readonly maxPeaks: number,
    tiltDb: number,
  ) {
    this.few = thinned(data, FIRST_LOOK);
    const other = tiltDb === 0 ? WHITE_NOISE_TILT_DB : 0;
    const tilts = data.floorDb === null ? [tiltDb, other] : [tiltDb];
    const readings = data.spacing > SPARSE_OCTAVES ? [true, false] : [false];
    this.grids = tilts.flatMap((tilt) => readings.map((bands) => new FitGrid(data, bands, tilt)));
  }

  /** A first look at a model, on some of the points. */
  glance(shape: ModelShape, grid: FitGrid, values: ModelValues, effort = ROUGH): Candidate {
    let coarse = this.coarse.get(grid);
    if (!coarse) this.coarse.set(grid, (coarse = new FitGrid(this.few, grid.bands, grid.tiltDb)));
    return { ...this.fit(shape, coarse, values, effort, this.few), grid };
  }

  /** Criterion of a candidate on the points of a first look. */
  glanced(c: Candidate): number {
    let bic = this.looks.get(c);
    if (bic === undefined) this.looks.set(c, (bic = this.glance(c.shape, c.grid, c.values).bic));
    return bic;
  }

  /** How much of the evidence a first look has: its criteria differ by so much less. */
  get shareOfFew(): number {
    return this.few.effective / this.data.effective;
  }

  fit(shape: ModelShape, grid: FitGrid, values: ModelValues, effort = FINE, data = this.data): Candidate {
    const problem = filterProblem(shape, data, grid);
    const fit = fitRobust(problem, packValues(shape, values), effort.limit, effort.tolerance);
    const meanLoss = fit.loss / data.hz.length + LEAST_LOSS;
    const pulls = (fit.objective - fit.loss) / PULL_WEIGHT;
    const filters = (shape.highPass ? 1 : 0) + (shape.lowPass ? 1 : 0);
    const shelves = (shape.lowShelf ? 1 : 0) + (shape.highShelf ? 1 : 0);
    const k =
      2 +
      COST.filter * filters +
      COST.shelf * shelves +
      COST.peak * shape.peaks +
      (shape.clockHz === null ? 0 : COST.clock) +
      (grid.tiltDb === this.grids[0].tiltDb ? 0 : COST.otherNoise);
    const shallow = this.shallowness(shape, grid, fit.parameters);
    const bic = data.effective * Math.log(meanLoss) + k * Math.log(data.effective) + pulls + shallow;
    const found = { shape, grid, values: unpackValues(shape, fit.parameters, values), fit, bic };
    found.bic += implausibility(shape, found.values, grid.tiltDb);
    if (data === this.data && effort !== ROUGH) this.pool.push(found);
    return found;
  }

  /** Cost of a floor that lies little under the level without filters, where a signal sinks to it. */
  private shallowness(shape: ModelShape, grid: FitGrid, packed: Float64Array): number {
    if (!shape.highPass && !shape.lowPass) return 0;
    const depth = packed[0] - packed[1] - grid.riseDb;
    if (depth >= SHALLOW_DB) return 0;
    if (grid.tiltDb !== 0) return SHALLOW_COST.rising;
    if (depth < TOO_SHALLOW_DB) return TOO_SHALLOW_COST;
    return SHALLOW_COST.flat * Math.min(1, (SHALLOW_DB - depth) / SHALLOW_FADES_DB);
  }

  /**
   * Adds equaliser sections one by one: at every step the shelf or the peak that explains most.
   *
   * @param hopeless a criterion that is not worth going on from after a few steps
   */
  grow(from: Candidate, hopeless = Infinity): Candidate {
    let best = from;
    let current = from;
    for (let step = 0; step < this.maxPeaks + 2; step++) {
      const next = this.withOneMore(current);
      if (!next) break;
      current = next;
      if (current.bic < best.bic) best = current;
      else if (current.bic > best.bic + LOST) break;
      if (step >= 2 && best.bic > hopeless) break;
    }
    return best;
  }

  /** The model with that section more which explains most; null where nothing is left to explain. */
  private withOneMore(c: Candidate): Candidate | null {
    const { shape, values, grid } = c;
    const misfit = this.misfit(c);
    const tried: [ModelShape, ModelValues][] = [];
    const bump = this.worstBump(misfit);
    if (shape.peaks < this.maxPeaks && Math.abs(bump.gainDb) >= LEAST_BUMP_DB)
      tried.push([
        { ...shape, peaks: shape.peaks + 1 },
        { ...values, peaks: [...values.peaks, bump] },
      ]);
    for (const side of ['lowShelf', 'highShelf'] as const) {
      if (shape[side]) continue;
      const { lnHz } = values[side];
      const gainDb = this.meanMisfit(misfit, side === 'lowShelf' ? (x) => x < lnHz : (x) => x > lnHz);
      if (Math.abs(gainDb) < LEAST_BUMP_DB) continue;
      tried.push([
        { ...shape, [side]: true },
        { ...values, [side]: { ...values[side], gainDb } },
      ]);
    }
    if (tried.length === 0) return null;
    if (tried.length === 1) return this.fit(tried[0][0], grid, tried[0][1]);
    const best = tried
      .map(([more, start]) => this.fit(more, grid, start, ROUGH))
      .reduce((a, b) => (b.bic < a.bic ? b : a));
    return this.fit(best.shape, grid, best.values);
  }

  /** Data less model, dB, counted only as far as the signal stands out of the noise. */
  private misfit({ shape, values, grid }: Candidate): Float64Array {
    const { data } = this;
    const signal = levelWithoutFloor(shape, values, data.hz);
    return signal.map((level, i) => {
      const floor = values.floorDb + powerToDb(grid.rise[i]);
      const share = dbToPower(level) / (dbToPower(level) + dbToPower(floor));
      return (data.levelDb[i] - powerToDb(dbToPower(level) + dbToPower(floor))) * share;
    });
  }

  /** Where the smoothed misfit is largest: there the next peak starts. */
  private worstBump(misfit: Float64Array): SectionValues {
    const { hz, weight, spacing } = this.data;
    const n = misfit.length;
    const reach = spacing > SPARSE_OCTAVES ? 0 : 2;
    let at = 0;
    let height = 0;
    for (let i = 0; i < n; i++) {
      let sum = 0;
      let count = 0;
      for (let j = Math.max(0, i - reach); j <= Math.min(n - 1, i + reach); j++, count++)
        sum += misfit[j] * weight[j];
      if (Math.abs(sum / count) > Math.abs(height)) {
        height = sum / count;
        at = i;
      }
    }
    return { lnHz: Math.log(hz[at]), gainDb: Math.max(-8, Math.min(8, height)), lnQ: Math.log(1.5) };
  }

  private meanMisfit(misfit: Float64Array, where: (lnHz: number) => boolean): number {
    const there = [...misfit].filter((_, i) => where(Math.log(this.data.hz[i])));
    return there.length < 3 ? 0 : median(there);
  }
}

/** Level of the floor of a candidate at a frequency, dB. */
export const floorAt = ({ values, grid }: Candidate, hz: number): number =>
  values.floorDb + floorRise(hz, grid.tiltDb);
