import type { Target } from '../model/target.ts';
import type { Pair } from '../model/unit.ts';
import { channelName } from '../model/words.ts';
import type { ResponseAnalysis } from '../signal/analyse.ts';
import { outputResponse, type PhaseSource } from '../summing/output-response.ts';
import type { ComplexResponse } from '../summing/network.ts';

/** A factory output as planning sees it. */
export interface PlanPair extends Pair {
  /** the capture in force; null: nothing measured */
  capture: { id: string; analysis: ResponseAnalysis; phaseMeasured: boolean } | null;
  /** volume steps at which it was measured */
  volumeSteps: number[];
}

export interface PlanInput {
  pairs: PlanPair[];
  targets: Target[];
}

/** A pair with its complex response, ready for sums. */
export interface Source {
  pair: PlanPair;
  captureId: string;
  name: string;
  analysis: ResponseAnalysis;
  response: ComplexResponse;
  phase: PhaseSource;
}

/** `Front left mid`, `Subwoofer coil 2`. */
export function pairName(pair: Pick<Pair, 'side' | 'axle' | 'way' | 'suffix'>): string {
  const name = channelName(pair);
  return pair.suffix ? `${name} ${pair.suffix}` : name;
}

/**
 * Pairs that carry something measured, with their responses. A known reversal of plus and minus is taken into account
 * unless the phase itself was measured, which contains it.
 */
export function sourcesOf(input: PlanInput): Source[] {
  return input.pairs.flatMap((pair) => {
    if (!pair.capture || pair.capture.analysis.bandClass === 'silent') return [];
    const { id, analysis, phaseMeasured } = pair.capture;
    const { response, phase } = outputResponse(analysis, phaseMeasured);
    const sign = phase !== 'measured' && pair.polarity === 'reversed' ? -1 : 1;
    const signed = sign === 1 ? response : { re: response.re.map((v) => -v), im: response.im.map((v) => -v) };
    return [{ pair, captureId: id, name: pairName(pair), analysis, response: signed, phase }];
  });
}

/** Sides of a target: one feed each. */
export function feedSides(target: Pick<Target, 'layout'>): ('left' | 'right' | 'mono')[] {
  return target.layout === 'stereo' ? ['left', 'right'] : ['mono'];
}

/**
 * Outputs that may feed one side of a target. Left never joins right unless the target is mono, and what is already a
 * mix of both (centre, mono) never feeds a stereo side.
 */
export function sourcesFor(sources: readonly Source[], side: 'left' | 'right' | 'mono'): Source[] {
  return side === 'mono' ? [...sources] : sources.filter((s) => s.pair.side === side);
}
