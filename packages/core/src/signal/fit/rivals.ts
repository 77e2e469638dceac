import type { FitData } from './fit-data.ts';
import { inverseDiagonal } from './linear-solve.ts';
import type { ModelShape } from './model.ts';
import { type Candidate, LEAST_LOSS } from './fitter.ts';
import { type FilterSide, sixDbFrequency } from './sections.ts';

/** An edge as one model has it. */
export interface RivalEdge {
  /** Hz at which the filter alone is 6 dB down */
  sixDbHz: number;
  /** one standard deviation, octaves, if this model is the right one */
  errorOctaves: number;
}

/** One of the models that explain the data, and how probable it is among them. */
export interface Rival {
  probability: number;
  highPass: RivalEdge | null;
  lowPass: RivalEdge | null;
}

/** The criterion is sure of itself: neighbours err together, and no model is quite the truth. Its differences count by this. */
const TEMPER = 0.45;
/** Less probable than this a model is no rival. */
const LEAST = 1e-4;
/** Experience on simulated outputs: formal errors are this much too small. */
const ERROR_FACTOR = 1.15;
/** And what all of them together are unsure of is this much too large. */
export const EXPERIENCE = 0.85;
/** Nothing is known better than this, octaves. */
const LEAST_ERROR = 0.0025;
/** Edges of good models differ by this, octaves, beyond what each is unsure of. */
const BETWEEN_MODELS = 0.08;
/** An edge of points that are far apart is known to a part of their distance. */
const SHARE_OF_SPACING = 0.03;

/**
 * Probability of every model that was fitted finely, by its information criterion (Akaike weights; Burnham & Anderson
 * 2002, 2.9, here of the Bayesian criterion, tempered), with the edges it has.
 *
 * @param candidates the best first
 */
export function rivalsOf(candidates: readonly Candidate[], data: FitData): Rival[] {
  const best = new Map<string, Candidate>();
  for (const c of candidates) {
    const name = nameOf(c.shape);
    const known = best.get(name);
    if (!known || c.bic < known.bic) best.set(name, c);
  }
  const lowest = candidates.reduce((a, c) => Math.min(a, c.bic), Infinity);
  const weighed = [...best.values()]
    .map((c) => ({ c, weight: Math.exp((-TEMPER * (c.bic - lowest)) / 2) }))
    .filter(({ weight }) => weight > LEAST);
  const all = weighed.reduce((sum, { weight }) => sum + weight, 0);
  return weighed.map(({ c, weight }) => ({ probability: weight / all, ...edgesOf(c, data) }));
}

const nameOf = ({ clockHz, highPass, lowPass, lowShelf, highShelf, peaks }: ModelShape) =>
  [
    clockHz,
    highPass?.family,
    highPass?.order,
    lowPass?.family,
    lowPass?.order,
    lowShelf,
    highShelf,
    peaks,
  ].join();

function edgesOf({ shape, values, fit }: Candidate, data: FitData): Pick<Rival, 'highPass' | 'lowPass'> {
  const k = fit.parameters.length;
  const n = data.hz.length;
  const freedom = Math.max(1, data.effective - k);
  const variance = ((fit.loss / n + LEAST_LOSS) * n) / Math.max(freedom, 0.2 * n);
  const ridge = fit.normal.map((v, i) => (i % (k + 1) === 0 ? v + 1e-6 : v));
  const inverse = inverseDiagonal(ridge, k);
  const edge = (side: FilterSide, lnHz: number, at: number): RivalEdge => {
    const filter = side === 'high-pass' ? shape.highPass! : shape.lowPass!;
    const formal = inverse ? Math.sqrt(inverse[at] * variance) / Math.LN2 : 1;
    const errorOctaves = Math.hypot(formal * ERROR_FACTOR, SHARE_OF_SPACING * data.spacing, LEAST_ERROR);
    return {
      sixDbHz: sixDbFrequency(filter, side, Math.exp(lnHz), shape.clockHz),
      errorOctaves: Math.min(1, errorOctaves),
    };
  };
  return {
    highPass: shape.highPass && edge('high-pass', values.lnHighPass, 2),
    lowPass: shape.lowPass && edge('low-pass', values.lnLowPass, shape.highPass ? 3 : 2),
  };
}

/**
 * Where an edge lies by all models that have one on that side: each counts by its probability and by how well it knows its
 * own edge (weights of a random-effects mean; DerSimonian & Laird 1986).
 *
 * @returns Hz; null: none has an edge there
 */
export function edgeOf(rivals: readonly Rival[], side: 'highPass' | 'lowPass'): number | null {
  let [sum, weight] = [0, 0];
  for (const rival of rivals) {
    const edge = rival[side];
    if (!edge) continue;
    const own = rival.probability / (edge.errorOctaves ** 2 + BETWEEN_MODELS ** 2);
    sum += own * Math.log2(edge.sixDbHz);
    weight += own;
  }
  return weight > 0 ? 2 ** (sum / weight) : null;
}

/**
 * Error of an edge over all models that have one on that side: what each is unsure of, and how they differ.
 *
 * @param sixDbHz what is said
 * @returns one standard deviation, octaves
 */
export function edgeError(rivals: readonly Rival[], side: 'highPass' | 'lowPass', sixDbHz: number): number {
  let [sum, probability] = [0, 0];
  for (const rival of rivals) {
    const edge = rival[side];
    if (!edge) continue;
    const off = Math.log2(edge.sixDbHz / sixDbHz);
    sum += rival.probability * (edge.errorOctaves ** 2 + off * off);
    probability += rival.probability;
  }
  return probability > 0 ? Math.min(1, EXPERIENCE * Math.sqrt(sum / probability)) : 1;
}
