import type { Response } from '../response.ts';
import { type FitData, fitData } from './fit-data.ts';
import type { RobustFit } from './levenberg-marquardt.ts';
import { levelWithoutFloor, type SectionValues } from './model.ts';
import { floorLimits } from './problem.ts';
import { edgeError, edgeOf, type Rival, rivalsOf } from './rivals.ts';
import { type Candidate, floorAt } from './fitter.ts';
import { searchModels } from './search.ts';
import {
  type ClockHz,
  type FilterFamily,
  type FilterSide,
  type ShelfSide,
  sixDbFrequency,
} from './sections.ts';

export interface FittedFilter {
  family: FilterFamily;
  order: number;
  /** Hz: -3 dB for Butterworth, -6 dB for Linkwitz-Riley */
  cornerHz: number;
  /** Hz at which the band is 6 dB down, by all models that explain the data */
  sixDbHz: number;
  slopeDbPerOctave: number;
  /** one standard deviation of that, octaves */
  errorOctaves: number;
}

export interface PeakingSection {
  frequencyHz: number;
  gainDb: number;
  q: number;
}

export interface ShelvingSection extends PeakingSection {
  side: ShelfSide;
}

export interface FilterModel {
  /** level of the model with no filter, dB */
  gainDb: number;
  /** noise floor at 1 kHz, dB; null when the data never come near one */
  noiseFloorDb: number | null;
  /** how that floor rises, dB per octave */
  noiseTiltDb: number;
  /** filters and equaliser run in a processor at this rate; null: analogue, or too low to tell */
  clockHz: ClockHz;
  highPass: FittedFilter | null;
  lowPass: FittedFilter | null;
  equaliser: PeakingSection[];
  shelves: ShelvingSection[];
  /** root mean square of what the model leaves unexplained, dB */
  rmsDb: number;
  stop: RobustFit['stop'];
}

export interface FitOptions {
  /**
   * noise floor from a recording of silence, dB; null: found with the filters
   *
   * @default null
   */
  noiseFloorDb?: number | null;
  /**
   * how the noise floor is expected to rise, dB per octave; without a measured silence the other kind is tried too
   *
   * @default 0
   */
  noiseTiltDb?: number;
  /**
   * most peaking sections tried
   *
   * @default 5
   */
  maxPeaks?: number;
}

/** A model, and what else explains the data. */
export interface FittedFilters {
  model: FilterModel;
  /** with their probabilities, which sum to 1; the model is among them */
  rivals: Rival[];
}

/** Fewer points than this show no band. */
const LEAST_POINTS = 12;
/** A floor is seen when the signal lies under it for this share of an octave. */
const FLOOR_OCTAVES = 0.5;
/** Nearer than this to its limit a floor is stuck there, and was not seen, dB. */
const STUCK_DB = 0.05;

/**
 * Fits 10 lg(g^2 |HP LP EQ|^2 + N) to a response: high-pass and low-pass each none, Butterworth 1-4 or
 * Linkwitz-Riley 2, 4, 8, analogue or digital (bilinear); a low and a high shelf and up to five peaking sections, added
 * greedily and refitted jointly; N flat or rising as white noise does. The model is chosen by the Bayesian information
 * criterion (Schwarz 1978) with the effective number of points.
 *
 * @param response any spacing, 12 points or more
 * @returns the chosen model and its rivals; `null` when there are too few points
 */
export function fitFilters(response: Response, options: FitOptions = {}): FittedFilters | null {
  const { noiseFloorDb = null, noiseTiltDb = 0, maxPeaks = 5 } = options;
  const data = fitData(response, noiseFloorDb);
  if (data.hz.length < LEAST_POINTS) return null;
  const candidates = searchModels(data, maxPeaks, noiseTiltDb);
  const rivals = rivalsOf(candidates, data);
  return { model: describe(candidates[0], data, rivals), rivals };
}

function describe(c: Candidate, data: FitData, rivals: readonly Rival[]): FilterModel {
  const { shape, values, fit, grid } = c;
  const filterOf = (side: FilterSide): FittedFilter | null => {
    const high = side === 'high-pass';
    const filter = high ? shape.highPass : shape.lowPass;
    if (!filter) return null;
    const cornerHz = Math.exp(high ? values.lnHighPass : values.lnLowPass);
    const sixDbHz =
      edgeOf(rivals, high ? 'highPass' : 'lowPass') ?? sixDbFrequency(filter, side, cornerHz, shape.clockHz);
    return {
      ...filter,
      cornerHz,
      sixDbHz,
      slopeDbPerOctave: 6 * filter.order,
      errorOctaves: edgeError(rivals, high ? 'highPass' : 'lowPass', sixDbHz),
    };
  };
  const section = ({ lnHz, gainDb, lnQ }: SectionValues): PeakingSection => ({
    frequencyHz: Math.exp(lnHz),
    gainDb,
    q: Math.exp(lnQ),
  });
  const signal = levelWithoutFloor(shape, values, data.hz);
  const inFloor = signal.filter((level, i) => level < floorAt(c, data.hz[i])).length;
  const stuck = data.floorDb === null && values.floorDb > floorLimits(data, grid).highest - STUCK_DB;
  return {
    gainDb: values.gainDb,
    // A floor that the signal never sinks to is a free parameter, not an observation; so is one that cannot rise further.
    noiseFloorDb: inFloor * data.spacing >= FLOOR_OCTAVES && !stuck ? values.floorDb : null,
    noiseTiltDb: grid.tiltDb,
    clockHz: shape.clockHz,
    highPass: filterOf('high-pass'),
    lowPass: filterOf('low-pass'),
    equaliser: values.peaks.map(section).sort((a, b) => a.frequencyHz - b.frequencyHz),
    shelves: [
      ...(shape.lowShelf ? [{ side: 'low' as const, ...section(values.lowShelf) }] : []),
      ...(shape.highShelf ? [{ side: 'high' as const, ...section(values.highShelf) }] : []),
    ],
    rmsDb: rmsOf(c, data, signal),
    stop: fit.stop,
  };
}

function rmsOf(c: Candidate, data: FitData, signal: Float64Array): number {
  let sum = 0;
  signal.forEach((level, i) => {
    const total = 10 * Math.log10(10 ** (level / 10) + 10 ** (floorAt(c, data.hz[i]) / 10));
    sum += (total - data.levelDb[i]) ** 2;
  });
  return Math.sqrt(sum / signal.length);
}
