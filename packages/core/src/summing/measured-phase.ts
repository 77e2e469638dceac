import { interpolate, unwrapDegrees } from '../signal/smooth.ts';
import type { ComplexResponse } from './network.ts';
import { SUM_GRID_HZ } from './output-response.ts';

/** The complex ratio of two outputs that were recorded together: second over first. */
export interface OutputRatio {
  firstId: string;
  secondId: string;
  frequencyHz: readonly number[];
  phaseDeg: readonly number[];
  /** s, the second later than the first; null: not told */
  delay: number | null;
  polarity: 'same' | 'reversed' | 'unclear';
}

export interface PhasedOutput {
  id: string;
  /** its phase is that of its filters alone */
  response: ComplexResponse;
}

export interface JoinedOutput {
  response: ComplexResponse;
  /** outputs of one group have phases measured against each other; null: recorded with none */
  group: string | null;
  /** s, against the first of its group */
  delay: number;
}

/** Frequencies nearer than this are one, in natural logarithms. */
const SAME = 1e-6;
/** Fewer points than this are no ratio. */
const LEAST_POINTS = 4;

/**
 * Outputs on one scale of phase, by the ratios measured between them (the only phase that is used for sums where it was
 * measured). Going along the recordings from one output of each group, an output's phase is its neighbour's plus that of
 * the ratio inside their overlap; outside, its filters' phase with the measured delay and sign.
 *
 * @param outputs on the summing grid, one for each id
 */
export function joinPhases(
  outputs: readonly PhasedOutput[],
  ratios: readonly OutputRatio[],
): Map<string, JoinedOutput> {
  const byId = new Map(outputs.map((o) => [o.id, o]));
  const usable = ratios
    .filter((r) => r.frequencyHz.length >= LEAST_POINTS && byId.has(r.firstId) && byId.has(r.secondId))
    .sort((a, b) => b.frequencyHz.length - a.frequencyHz.length);
  const joined = new Map<string, JoinedOutput>();
  const signs = new Map<string, number>();
  const lnGrid = SUM_GRID_HZ.map(Math.log);
  for (const start of outputs) {
    if (joined.has(start.id)) continue;
    const alone = !usable.some((r) => r.firstId === start.id || r.secondId === start.id);
    joined.set(start.id, { response: start.response, group: alone ? null : start.id, delay: 0 });
    signs.set(start.id, 1);
    for (const reached = [start.id]; reached.length > 0;) {
      const from = reached.shift()!;
      for (const ratio of usable) {
        const forward = ratio.firstId === from;
        if (!forward && ratio.secondId !== from) continue;
        const to = forward ? ratio.secondId : ratio.firstId;
        if (joined.has(to)) continue;
        const near = joined.get(from)!;
        const turn = forward ? 1 : -1;
        const delay = near.delay + turn * (ratio.delay ?? 0);
        const sign = signs.get(from)! * (ratio.polarity === 'reversed' ? -1 : 1);
        const lnRatio = ratio.frequencyHz.map(Math.log);
        const measured = phaseOn(SUM_GRID_HZ, ratio);
        const own = byId.get(to)!.response;
        const response = turned(own, (i) => {
          const overlaps = lnGrid[i] >= lnRatio[0] - SAME && lnGrid[i] <= lnRatio[lnRatio.length - 1] + SAME;
          if (overlaps)
            return (
              Math.atan2(near.response.im[i], near.response.re[i]) + (turn * measured[i] * Math.PI) / 180
            );
          const filters = Math.atan2(own.im[i], own.re[i]);
          return filters - 2 * Math.PI * SUM_GRID_HZ[i] * delay + (sign < 0 ? Math.PI : 0);
        });
        joined.set(to, { response, group: near.group, delay });
        signs.set(to, sign);
        reached.push(to);
      }
    }
  }
  return joined;
}

/**
 * A ratio's phase on other frequencies, degrees. The turns of its delay are taken out first: between two points on either
 * side of half a turn lies half a turn, and not none.
 */
function phaseOn(gridHz: readonly number[], { frequencyHz, phaseDeg, delay }: OutputRatio): number[] {
  const turns = (hz: number) => -360 * hz * (delay ?? 0);
  const rest = unwrapDegrees(phaseDeg.map((p, i) => p - turns(frequencyHz[i])));
  const between = interpolate(frequencyHz.map(Math.log), rest, gridHz.map(Math.log));
  return Array.from(between, (p, i) => p + turns(gridHz[i]));
}

/** The same magnitudes with other phases. */
function turned(response: ComplexResponse, phaseAt: (index: number) => number): ComplexResponse {
  const size = Float64Array.from(response.re, (re, i) => Math.hypot(re, response.im[i]));
  return {
    re: size.map((s, i) => s * Math.cos(phaseAt(i))),
    im: size.map((s, i) => s * Math.sin(phaseAt(i))),
  };
}
