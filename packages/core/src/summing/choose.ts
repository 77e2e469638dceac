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
const REFINED = 24;
const WORST_DIP_DB = 24;

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
  const { from, to } = gridRange(need);
  const n = to - from + 1;
  const quietest = Math.min(...inputs.map((i) => i.passBandDb));
  const startTrim = inputs.map((i) => {
    const wanted = Math.round((quietest - i.passBandDb) / (trimStepDb || 1)) * trimStepDb;
    return trimRangeDb > 0 ? Math.max(-trimRangeDb, wanted) : 0;
  });
  const cut = inputs.map((input, i) => scaled(input.response, from, n, 10 ** (startTrim[i] / 20)));
  const found: { picks: number[]; signs: number[]; cost: number }[] = [];
  const stack = Array.from({ length: maxInputs + 1 }, () => ({
    re: new Float64Array(n),
    im: new Float64Array(n),
  }));

  const extend = (next: number, picks: number[], signs: number[], extra: number): void => {
    const base = stack[picks.length];
    for (let i = next; i < inputs.length; i++) {
      const sum = stack[picks.length + 1];
      for (const sign of picks.length === 0 ? [1] : [1, -1]) {
        for (let k = 0; k < n; k++) {
          sum.re[k] = base.re[k] + sign * cut[i].re[k];
          sum.im[k] = base.im[k] + sign * cut[i].im[k];
        }
        const cost = roughness(sum) + extra + inputs[i].reluctanceDb + inputCostDb * picks.length;
        found.push({ picks: [...picks, i], signs: [...signs, sign], cost });
        if (picks.length + 1 < maxInputs)
          extend(i + 1, [...picks, i], [...signs, sign], extra + inputs[i].reluctanceDb);
      }
    }
  };
  extend(0, [], [], 0);

  const refined = found
    .sort((a, b) => a.cost - b.cost)
    .slice(0, REFINED)
    .map(({ picks, signs, cost }) => {
      const parts = picks.map((i) => cut[i]);
      const trims = picks.map((i) => startTrim[i]);
      const rough =
        trimRangeDb > 0 && picks.length > 1
          ? refine(parts, signs, trims, trimRangeDb, trimStepDb)
          : roughness(
              total(
                parts,
                signs,
                trims.map(() => 0),
              ),
            );
      const top = Math.max(...trims);
      const fixed =
        cost -
        roughness(
          total(
            parts,
            signs,
            trims.map(() => 0),
          ),
        );
      const taps = picks.map((i, k) => ({
        id: inputs[i].id,
        inverted: signs[k] < 0,
        gainDb: trimRangeDb > 0 ? trims[k] - top : 0,
      }));
      return { taps, rmsDb: rough, cost: rough + fixed };
    });
  return refined.sort((a, b) => a.cost - b.cost).slice(0, keep);
}

/** Moves one trim at a time while that makes the sum flatter. `trims` is changed; returns the roughness reached. */
function refine(
  parts: ComplexResponse[],
  signs: number[],
  trims: number[],
  range: number,
  step: number,
): number {
  const offsets = trims.map(() => 0);
  let best = roughness(total(parts, signs, offsets));
  for (const stride of [4 * step, 2 * step, step]) {
    for (let round = 0, moved = true; moved && round < 12; round++) {
      moved = false;
      for (let k = 0; k < offsets.length; k++) {
        for (const by of [-stride, stride]) {
          const spread =
            Math.max(...trims.map((t, j) => t + (j === k ? by : 0))) -
            Math.min(...trims.map((t, j) => t + (j === k ? by : 0)));
          if (spread > range) continue;
          offsets[k] += by;
          const there = roughness(total(parts, signs, offsets));
          if (there < best - 1e-9) {
            best = there;
            trims[k] += by;
            moved = true;
          } else {
            offsets[k] -= by;
          }
        }
      }
    }
  }
  return best;
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

function scaled(response: ComplexResponse, from: number, n: number, gain: number): ComplexResponse {
  return {
    re: response.re.slice(from, from + n).map((v) => v * gain),
    im: response.im.slice(from, from + n).map((v) => v * gain),
  };
}

/** rms departure of the level from its mean, dB; dips count up to -24 dB under the loudest. */
function roughness(sum: ComplexResponse): number {
  const n = sum.re.length;
  let loudest = 0;
  for (let k = 0; k < n; k++) loudest = Math.max(loudest, sum.re[k] * sum.re[k] + sum.im[k] * sum.im[k]);
  const least = loudest * 10 ** (-(WORST_DIP_DB + 6) / 10);
  if (!(least > 0)) return WORST_DIP_DB;
  let first = 0;
  let second = 0;
  for (let k = 0; k < n; k++) {
    const power = sum.re[k] * sum.re[k] + sum.im[k] * sum.im[k];
    const level = 10 * Math.log10(power > least ? power : least);
    first += level;
    second += level * level;
  }
  return Math.sqrt(Math.max(0, second / n - (first / n) ** 2));
}
