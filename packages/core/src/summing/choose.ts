import { gridRange, type Need } from './flatness.ts';
import type { ComplexResponse } from './network.ts';
import { SUM_GRID_HZ } from './output-response.ts';
import { fromSeveralStarts, type Reach, refine, type Setting, total } from './refine.ts';
import { cancelled, powerOf, roughness } from './roughness.ts';

export interface ChoiceInput {
  id: string;
  response: ComplexResponse;
  /** level of the pass band, dB: trims start from here */
  passBandDb: number;
  /** dB rms added to the cost of using this input (another axle than the target's, say) */
  reluctanceDb: number;
  /** known to come this much later than others, s: where the search for delays starts */
  arrival?: number;
}

export interface ChoiceTap {
  id: string;
  inverted: boolean;
  /** trim, dB, 0 or less */
  gainDb: number;
  /** ms, the earliest of them 0 */
  delayMs: number;
  /** corner of a second-order all-pass, Hz */
  allPassHz: number | null;
}

export interface Choice {
  taps: ChoiceTap[];
  /** rms departure from flat in the needed band, dB */
  rmsDb: number;
  /** rms plus what inputs, reluctance and parts against each other cost: what choices are ranked by, dB */
  cost: number;
}

export interface ChooseOptions {
  /**
   * most outputs joined
   *
   * @default 5
   */
  maxInputs?: number;
  /**
   * fewest outputs joined
   *
   * @default 1
   */
  minInputs?: number;
  /**
   * the device can trim each input: deepest trim, dB; 0 for none
   *
   * @default 12
   */
  trimRangeDb?: number;
  /**
   * step of the trim, dB
   *
   * @default 0.5
   */
  trimStepDb?: number;
  /**
   * the device can delay each input by up to this, ms; 0: it cannot
   *
   * @default 0
   */
  delayRangeMs?: number;
  /**
   * the device has a second-order all-pass for each input
   *
   * @default false
   */
  allPass?: boolean;
  /**
   * every further input must gain this much flatness, dB rms: fewest inputs win among near-equals
   *
   * @default 0.35
   */
  inputCostDb?: number;
  /**
   * choices returned
   *
   * @default 6
   */
  keep?: number;
}

/** Choices of the coarse search whose trims are moved in large steps, and how many of them are refined to the end. */
const LOOKED_AT = 96;
const REFINED = 16;
/** The search looks at every second point of the grid, 1/6 octave; what it finds is judged on all of them. */
const SEARCH_STRIDE = 2;

interface Found {
  picks: number[];
  signs: number[];
  cost: number;
}

/**
 * Searches which outputs to join, each one's polarity and trim, and delay or all-pass where the device has them, for
 * the flattest response over the needed band.
 *
 * All subsets up to `maxInputs` and all polarities are tried depth first on partial sums, trims first at equal pass-band
 * level, delays first so that what is known to come late is met; the best are refined by moving one trim, one delay or
 * one all-pass at a time (trims over 0, -step, ... -range; delays over 0.32, 0.08 and 0.021 ms; all-pass corners every
 * half octave) until nothing gains. The first output keeps its polarity: turning all of them changes nothing.
 *
 * @param inputs up to 12, on the summing grid
 * @returns best first; empty without inputs
 */
export function chooseOutputs(
  inputs: readonly ChoiceInput[],
  need: Need,
  options: ChooseOptions = {},
): Choice[] {
  const {
    maxInputs = 5,
    minInputs = 1,
    trimRangeDb = 12,
    trimStepDb = 0.5,
    inputCostDb = 0.35,
    keep = 6,
  } = options;
  const { delayRangeMs = 0, allPass = false } = options;
  if (inputs.length === 0 || maxInputs < 1) return [];
  const quietest = Math.min(...inputs.map((i) => i.passBandDb));
  const latest = Math.max(...inputs.map((i) => i.arrival ?? 0));
  const start = inputs.map((i): Setting => {
    const wanted = Math.round((quietest - i.passBandDb) / (trimStepDb || 1)) * trimStepDb;
    return {
      sign: 1,
      gainDb: trimRangeDb > 0 ? Math.max(-trimRangeDb, wanted) : 0,
      delayMs: Math.min(delayRangeMs, 1000 * (latest - (i.arrival ?? 0))),
      allPassHz: null,
    };
  });
  const [coarse, fine] = [bandPoints(need, SEARCH_STRIDE), bandPoints(need, 1)];
  const cutAt = (points: number[], set?: readonly Setting[]) =>
    inputs.map((input, i) => bandOf(input.response, points, set?.[i] ?? null));
  const startParts = cutAt(coarse, start);
  const plain = cutAt(coarse);
  const judged = cutAt(fine);
  const hz = coarse.map((i) => SUM_GRID_HZ[i]);
  const hzFine = fine.map((i) => SUM_GRID_HZ[i]);
  const costOf = (picks: readonly number[]) =>
    picks.reduce((sum, i) => sum + inputs[i].reluctanceDb, 0) + inputCostDb * (picks.length - 1);

  const reach: Reach = { trimRangeDb, trimStepDb, delayRangeMs, allPass };
  const roughlyRefined = searchSubsets(startParts, [minInputs, maxInputs], costOf, Math.max(keep, LOOKED_AT))
    .map(({ picks, signs }) => {
      const settings = picks.map((i, k) => ({ ...start[i], sign: signs[k] }));
      const parts = picks.map((i) => plain[i]);
      const rough =
        picks.length > 1 ? refine(parts, hz, settings, reach, 1) : roughness(total(parts, hz, settings));
      const against = againstEachOther(parts, hz, settings);
      return { picks, signs, parts, settings, cost: rough + against + costOf(picks) };
    })
    .sort((a, b) => a.cost - b.cost)
    .slice(0, Math.max(keep, REFINED));
  return roughlyRefined
    .map(({ picks, signs, parts, settings: rough }) => {
      const level = picks.map((i, k) => ({ ...start[i], sign: signs[k] }));
      const settings = picks.length > 1 ? fromSeveralStarts(parts, hz, rough, level, reach) : rough;
      const own = picks.map((i) => judged[i]);
      const rmsDb = roughness(total(own, hzFine, settings));
      const against = againstEachOther(own, hzFine, settings);
      const top = Math.max(...settings.map((s) => s.gainDb));
      const early = Math.min(...settings.map((s) => s.delayMs));
      const taps = picks.map((i, k) => ({
        id: inputs[i].id,
        inverted: settings[k].sign < 0,
        gainDb: trimRangeDb > 0 ? settings[k].gainDb - top : 0,
        delayMs: settings[k].delayMs - early,
        allPassHz: settings[k].allPassHz,
      }));
      return { taps, rmsDb, cost: rmsDb + against + costOf(picks) };
    })
    .sort((a, b) => a.cost - b.cost)
    .slice(0, keep);
}

/** What of a sum its parts take from each other as they are set, dB. */
function againstEachOther(
  parts: readonly ComplexResponse[],
  hz: readonly number[],
  settings: readonly Setting[],
): number {
  if (parts.length < 2) return 0;
  const each = parts.reduce((sum, part, i) => sum + powerOf(part) * 10 ** (settings[i].gainDb / 10), 0);
  return cancelled(powerOf(total(parts, hz, settings)), each);
}

/**
 * Every subset with every polarity, small subsets first; the cheapest `keep` of them. What inputs cost alone bounds the
 * cost from below, so whole branches are left out once enough cheap ones are known.
 */
function searchSubsets(
  parts: readonly ComplexResponse[],
  [minInputs, maxInputs]: readonly [number, number],
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
  const powers = parts.map(powerOf);
  const powerTogether = () => picks.reduce((sum, i) => sum + powers[i], 0);
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
          const against = size > 1 ? cancelled(powerOf(sum), powerTogether()) : 0;
          const cost = roughness(sum) + against + fixed;
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
  for (let size = minInputs; size <= Math.min(maxInputs, parts.length); size++) extend(0, size);
  return best;
}

/** Indices of every `stride`-th point of the grid inside the needed band, ends included. */
function bandPoints(need: Need, stride: number): number[] {
  const { from, to } = gridRange(need);
  const at: number[] = [];
  for (let i = from; i < to; i += stride) at.push(i);
  at.push(to);
  return at;
}

/** Those points of a response, under a setting if there is one. */
function bandOf(response: ComplexResponse, at: readonly number[], setting: Setting | null): ComplexResponse {
  const cut = {
    re: Float64Array.from(at, (i) => response.re[i]),
    im: Float64Array.from(at, (i) => response.im[i]),
  };
  return setting
    ? total(
        [cut],
        at.map((i) => SUM_GRID_HZ[i]),
        [setting],
      )
    : cut;
}
