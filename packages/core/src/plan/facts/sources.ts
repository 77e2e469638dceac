import { TYPICAL_BANDS } from '../../behaviour/typical-bands.ts';
import type { Way } from '../../model/words.ts';
import type { ResponseAnalysis } from '../../signal/analyse.ts';
import { joinPhases } from '../../summing/measured-phase.ts';
import type { ComplexResponse } from '../../summing/network.ts';
import { outputResponse, SUM_GRID_HZ } from '../../summing/output-response.ts';
import { type PlanInput, type PlanPair } from './plan-input.ts';
import { pairName } from '../../model/unit.ts';

/** A pair with its complex response, ready for sums. */
export interface Source {
  pair: PlanPair;
  /** null: its band is assumed */
  captureId: string | null;
  name: string;
  analysis: ResponseAnalysis;
  response: ComplexResponse;
  phase: 'measured' | 'minimum-phase' | 'assumed';
  /** sources of one group have phases measured against each other; null: none */
  group: string | null;
  /** s, later than the first of its group */
  arrival: number;
}

/** The group of all whose phase was measured against the source signal itself. */
export const AGAINST_SOURCE = 'source';

/**
 * Every output that is not silent, with its response: measured, or what such an output usually carries. A known reversal
 * of plus and minus is taken into account unless the phase itself was measured, which contains it.
 */
export function sourcesOf(input: Pick<PlanInput, 'pairs' | 'ratios'>): Source[] {
  const sources = input.pairs.flatMap((pair): Source[] => {
    const { capture } = pair;
    if (capture?.analysis.bandClass === 'silent') return [];
    const analysis = capture?.analysis ?? twinOf(pair, input.pairs) ?? assumedAnalysis(pair.way);
    const { response, phase } = outputResponse(analysis, capture?.phaseMeasured ?? false);
    const measured = phase === 'measured';
    return [
      {
        pair,
        captureId: capture?.id ?? null,
        name: pairName(pair),
        analysis,
        response,
        phase: capture ? phase : 'assumed',
        group: measured ? AGAINST_SOURCE : null,
        arrival: 0,
      },
    ];
  });
  const open = sources.filter((s) => s.phase === 'minimum-phase');
  const joined = joinPhases(
    open.map((s) => ({ id: s.pair.id, response: s.response })),
    input.ratios,
  );
  return sources.map((source) => {
    const found = joined.get(source.pair.id);
    if (found?.group)
      return {
        ...source,
        response: found.response,
        phase: 'measured',
        group: found.group,
        arrival: found.delay,
      };
    if (source.phase === 'measured' || source.pair.signal.sign === 'normal') return source;
    const { re, im } = source.response;
    return { ...source, response: { re: re.map((v) => -v), im: im.map((v) => -v) } };
  });
}

/** Phases of these are measured against each other, so that their sum is more than a guess. */
export function phasesAgree(sources: readonly Source[]): boolean {
  return (
    sources.length < 2 || (sources[0].group !== null && sources.every((s) => s.group === sources[0].group))
  );
}

/** Its counterpart of the other side, measured: makers seldom treat the two apart. Taken over as an assumption. */
function twinOf(pair: PlanPair, pairs: readonly PlanPair[]): ResponseAnalysis | null {
  if (pair.side !== 'left' && pair.side !== 'right') return null;
  const twin = pairs.find(
    (p) =>
      p.unitId === pair.unitId &&
      p.axle === pair.axle &&
      p.way === pair.way &&
      p.side !== pair.side &&
      (p.side === 'left' || p.side === 'right'),
  );
  return twin?.capture && twin.capture.analysis.bandClass !== 'silent' ? twin.capture.analysis : null;
}

/** Of what such outputs usually carry; no capture was ever judged by this version. */
const TYPICAL = 0;

/** Nothing was measured on it nor on its other side: its band is what such an output usually carries. */
export const isTypical = ({ captureId, analysis }: Pick<Source, 'captureId' | 'analysis'>): boolean =>
  captureId === null && analysis.version === TYPICAL;

const assumedOf = new Map<Way, ResponseAnalysis>();

/** What an output of this way usually carries, with second-order edges; an assumption until it is measured. */
function assumedAnalysis(way: Way): ResponseAnalysis {
  const known = assumedOf.get(way);
  if (known) return known;
  const { lowHz, highHz } = TYPICAL_BANDS[way];
  const levelDb = SUM_GRID_HZ.map((f) => -10 * Math.log10((1 + (lowHz / f) ** 4) * (1 + (f / highHz) ** 4)));
  const analysis: ResponseAnalysis = {
    version: TYPICAL,
    smoothed: { frequencyHz: [...SUM_GRID_HZ], levelDb },
    passBandDb: 0,
    noiseFloorDb: null,
    noiseTiltDb: 0,
    edges: { low: [], high: [] },
    model: null,
    bandClass: 'unclear',
    confidence: 0,
    lowHz,
    highHz,
    reasons: ['Nothing was measured on it.'],
  };
  assumedOf.set(way, analysis);
  return analysis;
}
