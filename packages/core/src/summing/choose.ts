import { DB_PER_NEPER_OF_POWER } from '../quantity/decibel.ts';
import { gridRange, type Need } from './flatness.ts';
import { addInput, type ComplexResponse } from './network.ts';
import { SUM_GRID_HZ } from './output-response.ts';

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
  /** the device can delay each input by up to this, ms; 0: it cannot */
  delayRangeMs?: number;
  /** the device has a second-order all-pass for each input */
  allPass?: boolean;
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

/** Steps of a delay that are tried one after the other, ms; the last is a sample at 48 kHz. */
const DELAY_STEPS_MS = [0.32, 0.08, 1 / 48];
/** All-pass corners that are tried lie this far apart, octaves. */
const ALL_PASS_OCTAVES = 1 / 2;

/**
 * Searches which outputs to join, each one's polarity and trim, and delay or all-pass where the device has them, for
 * the flattest response over the needed band.
 *
 * All subsets up to `maxInputs` and all polarities are tried depth first on partial sums, trims first at equal pass-band
 * level, delays first so that what is known to come late is met; the best are refined by moving one trim, one delay or
 * one all-pass at a time (trims over 0, -step, ... -range; delays over {@link DELAY_STEPS_MS}; all-pass corners every
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
  const { maxInputs = 5, trimRangeDb = 12, trimStepDb = 0.5, inputCostDb = 0.35, keep = 6 } = options;
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

  return searchSubsets(startParts, maxInputs, costOf, Math.max(keep, REFINED))
    .map(({ picks, signs }) => {
      const settings = picks.map((i, k) => ({ ...start[i], sign: signs[k] }));
      if (picks.length > 1)
        refine(
          picks.map((i) => plain[i]),
          hz,
          settings,
          { trimRangeDb, trimStepDb, delayRangeMs, allPass },
        );
      const rmsDb = roughness(
        total(
          picks.map((i) => judged[i]),
          hzFine,
          settings,
        ),
      );
      const top = Math.max(...settings.map((s) => s.gainDb));
      const first = Math.min(...settings.map((s) => s.delayMs));
      const taps = picks.map((i, k) => ({
        id: inputs[i].id,
        inverted: settings[k].sign < 0,
        gainDb: trimRangeDb > 0 ? settings[k].gainDb - top : 0,
        delayMs: settings[k].delayMs - first,
        allPassHz: settings[k].allPassHz,
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

type Reach = Required<Pick<ChooseOptions, 'trimRangeDb' | 'trimStepDb' | 'delayRangeMs' | 'allPass'>>;

/** Moves one trim, delay or all-pass at a time while that makes the sum flatter; changes the settings in place. */
function refine(parts: ComplexResponse[], hz: readonly number[], settings: Setting[], reach: Reach): void {
  const { trimRangeDb, trimStepDb, delayRangeMs, allPass } = reach;
  const spread = (of: (s: Setting) => number) =>
    Math.max(...settings.map(of)) - Math.min(...settings.map(of));
  const allowed = () =>
    spread((s) => s.gainDb) <= trimRangeDb + 1e-9 && spread((s) => s.delayMs) <= delayRangeMs + 1e-9;
  let best = roughness(total(parts, hz, settings));
  const tryOne = (k: number, part: Partial<Setting>): boolean => {
    const before = settings[k];
    settings[k] = { ...before, ...part };
    const there = allowed() ? roughness(total(parts, hz, settings)) : Infinity;
    if (there < best - 1e-9) {
      best = there;
      return true;
    }
    settings[k] = before;
    return false;
  };
  for (let stage = 0; stage < 3; stage++) {
    const trim = trimRangeDb > 0 ? trimStepDb * [4, 2, 1][stage] : 0;
    const delay = delayRangeMs > 0 ? DELAY_STEPS_MS[stage] : 0;
    for (let round = 0, moved = true; moved && round < 8; round++) {
      moved = false;
      for (let k = 0; k < settings.length; k++) {
        for (const by of trim > 0 ? [-trim, trim] : [])
          moved = tryOne(k, { gainDb: settings[k].gainDb + by }) || moved;
        for (const by of delay > 0 ? [-delay, delay] : [])
          moved = tryOne(k, { delayMs: settings[k].delayMs + by }) || moved;
      }
    }
    if (!allPass || stage > 0) continue;
    for (let k = 0; k < settings.length; k++)
      for (let f = hz[0] * 2; f < hz[hz.length - 1] / 2; f *= 2 ** ALL_PASS_OCTAVES)
        tryOne(k, { allPassHz: f });
  }
}

/** What a device does to one input. */
interface Setting {
  sign: number;
  gainDb: number;
  delayMs: number;
  allPassHz: number | null;
}

/** The inputs' sum under their settings, at the frequencies given. */
function total(
  parts: readonly ComplexResponse[],
  hz: readonly number[],
  settings: readonly Setting[],
): ComplexResponse {
  const n = parts[0].re.length;
  const re = new Float64Array(n);
  const im = new Float64Array(n);
  parts.forEach((part, p) => addInput(part, hz, settings[p], re, im));
  return { re, im };
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
