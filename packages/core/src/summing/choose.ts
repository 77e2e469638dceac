import { DB_PER_NEPER_OF_POWER } from '../quantity/decibel.ts';
import { gridRange, type Need } from './flatness.ts';
import type { ComplexResponse } from './network.ts';

export interface ChoiceInput {
  id: string;
  response: ComplexResponse;
  /** level of the pass band, dB: trims start from here */
  passBandDb: number;
  /** dB rms added to the cost of using this input (another axle than the target's, say) */
  reluctanceDb: number;
}

export interface ChoiceTap {
  id: string;
  inverted: boolean;
  /** trim, dB, 0 or less */
  gainDb: number;
}

export interface Choice {
  taps: ChoiceTap[];
  /** rms departure from flat in the needed band, dB */
  rmsDb: number;
  /** rms plus what inputs and reluctance cost: what choices are ranked by, dB */
  cost: number;
}

export interface ChooseOptions {
  /** most outputs joined */
  maxInputs?: number;
  /** the device can trim each input: deepest trim, dB; 0 for none */
  trimRangeDb?: number;
  /** step of the trim, dB */
  trimStepDb?: number;
  /** every further input must gain this much flatness, dB rms: fewest inputs win among near-equals */
  inputCostDb?: number;
  /** choices returned */
  keep?: number;
}

/** Choices whose trims are refined after the coarse search. */
const REFINED = 12;
const WORST_DIP_DB = 24;
/** The search looks at every second point of the grid, 1/6 octave; what it finds is judged on all of them. */
const SEARCH_STRIDE = 2;

interface Found {
  picks: number[];
  signs: number[];
  cost: number;
}

/**
 * Searches which outputs to join, each one's polarity and trim, for the flattest response over the needed band.
 *
 * All subsets up to `maxInputs` and all polarities are tried depth first on partial sums, trims first at equal pass-band
 * level; the best are refined by moving one trim at a time over the grid 0, -step, ... -range until nothing gains.
 * The first output keeps its polarity: turning all of them changes nothing.
 *
 * @param inputs up to 12, on the summing grid
 * @returns best first; empty without inputs
 */
export function chooseOutputs(
  inputs: readonly ChoiceInput[],
  need: Need,
  options: ChooseOptions = {},
): Choice[] {
  const { maxInputs = 5, trimRangeDb = 12, trimStepDb = 0.5, inputCostDb = 0.35, keep = 6 } = options;
  if (inputs.length === 0 || maxInputs < 1) return [];
  const quietest = Math.min(...inputs.map((i) => i.passBandDb));
  const startTrim = inputs.map((i) => {
    const wanted = Math.round((quietest - i.passBandDb) / (trimStepDb || 1)) * trimStepDb;
    return trimRangeDb > 0 ? Math.max(-trimRangeDb, wanted) : 0;
  });
  const cutAt = (stride: number) =>
    inputs.map((input, i) => bandOf(input.response, need, stride, 10 ** (startTrim[i] / 20)));
  const [coarse, fine] = [cutAt(SEARCH_STRIDE), cutAt(1)];
  const costOf = (picks: readonly number[]) =>
    picks.reduce((sum, i) => sum + inputs[i].reluctanceDb, 0) + inputCostDb * (picks.length - 1);

  return searchSubsets(coarse, maxInputs, costOf, Math.max(keep, REFINED))
    .map(({ picks, signs }) => {
      const trims = picks.map((i) => startTrim[i]);
      const trimmed = trimRangeDb > 0 && picks.length > 1;
      const offsets = trimmed
        ? refine(
            picks.map((i) => coarse[i]),
            signs,
            trims,
            trimRangeDb,
            trimStepDb,
          )
        : trims.map(() => 0);
      const rmsDb = roughness(
        total(
          picks.map((i) => fine[i]),
          signs,
          offsets,
        ),
      );
      const gains = trims.map((t, k) => t + offsets[k]);
      const top = Math.max(...gains);
      const taps = picks.map((i, k) => ({
        id: inputs[i].id,
        inverted: signs[k] < 0,
        gainDb: trimRangeDb > 0 ? gains[k] - top : 0,
      }));
      return { taps, rmsDb, cost: rmsDb + costOf(picks) };
    })
    .sort((a, b) => a.cost - b.cost)
    .slice(0, keep);
}

/**
 * Every subset with every polarity, small subsets first; the cheapest `keep` of them. What inputs cost alone bounds the
 * cost from below, so whole branches are left out once enough cheap ones are known.
 */
function searchSubsets(
  parts: readonly ComplexResponse[],
  maxInputs: number,
  costOf: (picks: readonly number[]) => number,
  keep: number,
): Found[] {
  const n = parts[0].re.length;
  const stack = Array.from({ length: maxInputs + 1 }, () => ({
    re: new Float64Array(n),
    im: new Float64Array(n),
  }));
  const best: Found[] = [];
  const picks: number[] = [];
  const signs: number[] = [];
  const extend = (next: number, size: number): void => {
    const depth = picks.length;
    const base = stack[depth];
    const sum = stack[depth + 1];
    for (let i = next; i < parts.length; i++) {
      const { re, im } = parts[i];
      picks.push(i);
      const fixed = costOf(picks);
      if (best.length === keep && fixed >= best[keep - 1].cost) {
        picks.pop();
        continue;
      }
      for (const sign of depth === 0 ? [1] : [1, -1]) {
        for (let k = 0; k < n; k++) {
          sum.re[k] = base.re[k] + sign * re[k];
          sum.im[k] = base.im[k] + sign * im[k];
        }
        signs.push(sign);
        if (depth + 1 < size) {
          extend(i + 1, size);
        } else {
          const cost = roughness(sum) + fixed;
          if (best.length < keep || cost < best[best.length - 1].cost) {
            best.push({ picks: [...picks], signs: [...signs], cost });
            best.sort((x, y) => x.cost - y.cost);
            if (best.length > keep) best.pop();
          }
        }
        signs.pop();
      }
      picks.pop();
    }
  };
  for (let size = 1; size <= Math.min(maxInputs, parts.length); size++) extend(0, size);
  return best;
}

/** Moves one trim at a time while that makes the sum flatter. Returns what to add to each trim, dB. */
function refine(
  parts: ComplexResponse[],
  signs: number[],
  trims: readonly number[],
  range: number,
  step: number,
): number[] {
  const offsets = trims.map(() => 0);
  const spread = () =>
    Math.max(...trims.map((t, j) => t + offsets[j])) - Math.min(...trims.map((t, j) => t + offsets[j]));
  let best = roughness(total(parts, signs, offsets));
  for (const stride of [4 * step, 2 * step, step]) {
    for (let round = 0, moved = true; moved && round < 8; round++) {
      moved = false;
      for (let k = 0; k < offsets.length; k++) {
        for (const by of [-stride, stride]) {
          offsets[k] += by;
          const there = spread() <= range ? roughness(total(parts, signs, offsets)) : Infinity;
          if (there < best - 1e-9) {
            best = there;
            moved = true;
          } else {
            offsets[k] -= by;
          }
        }
      }
    }
  }
  return offsets;
}

function total(parts: ComplexResponse[], signs: number[], offsetsDb: number[]): ComplexResponse {
  const n = parts[0].re.length;
  const re = new Float64Array(n);
  const im = new Float64Array(n);
  parts.forEach((part, p) => {
    const g = signs[p] * 10 ** (offsetsDb[p] / 20);
    for (let k = 0; k < n; k++) {
      re[k] += g * part.re[k];
      im[k] += g * part.im[k];
    }
  });
  return { re, im };
}

/** Every `stride`-th point of a response inside the needed band, ends included, times a gain. */
function bandOf(response: ComplexResponse, need: Need, stride: number, gain: number): ComplexResponse {
  const { from, to } = gridRange(need);
  const at: number[] = [];
  for (let i = from; i < to; i += stride) at.push(i);
  at.push(to);
  return {
    re: Float64Array.from(at, (i) => response.re[i] * gain),
    im: Float64Array.from(at, (i) => response.im[i] * gain),
  };
}

/** rms departure of the level from its mean, dB; dips count up to some 30 dB under the loudest. */
function roughness(sum: ComplexResponse): number {
  const { re, im } = sum;
  const n = re.length;
  let loudest = 0;
  for (let k = 0; k < n; k++) {
    const power = re[k] * re[k] + im[k] * im[k];
    if (power > loudest) loudest = power;
  }
  const least = loudest * 10 ** (-(WORST_DIP_DB + 6) / 10);
  if (!(least > 0)) return WORST_DIP_DB;
  let first = 0;
  let second = 0;
  for (let k = 0; k < n; k++) {
    const power = re[k] * re[k] + im[k] * im[k];
    const level = Math.log(power > least ? power : least);
    first += level;
    second += level * level;
  }
  return DB_PER_NEPER_OF_POWER * Math.sqrt(Math.max(0, second / n - (first / n) ** 2));
}
