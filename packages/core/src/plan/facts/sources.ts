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
  /** null: its band was read with a meter at best */
  captureId: string | null;
  /** what its band is known from */
  from: 'analyser' | 'meter' | 'other-side' | 'typical';
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
    const { analysis, from } = bandOf(pair, input.pairs);
    const { response, phase } = outputResponse(analysis, capture?.phaseMeasured ?? false);
    const measured = phase === 'measured';
    return [
      {
        pair,
        captureId: capture?.id ?? null,
        from,
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

/** No capture was ever judged by this version: its band was assumed or read with a meter. */
const NO_CAPTURE = 0;

/** Nothing was measured on it nor on its other side: its band is what such an output usually carries. */
export const isTypical = ({ from }: Pick<Source, 'from'>): boolean => from === 'typical';

/** The best that is known of a band: measured, read with a meter, its other side’s, or what such outputs usually carry. */
function bandOf(pair: PlanPair, pairs: readonly PlanPair[]): Pick<Source, 'analysis' | 'from'> {
  if (pair.capture) return { analysis: pair.capture.analysis, from: 'analyser' };
  const typical = assumedAnalysis(pair.way);
  if (pair.facts.tones.length > 0)
    return { analysis: readWithMeter(pair.facts.tones, typical), from: 'meter' };
  const twin = twinOf(pair, pairs);
  return twin ? { analysis: twin, from: 'other-side' } : { analysis: typical, from: 'typical' };
}

/** A tone this far down is beyond the edge, dB. */
const EDGE_DB = -6;

/** Between tones the level is interpolated; beyond them it falls as such an output usually does. */
function readWithMeter(tones: PlanPair['facts']['tones'], typical: ResponseAnalysis): ResponseAnalysis {
  const usual = typical.smoothed.levelDb;
  const nearest = (hz: number) => {
    const above = SUM_GRID_HZ.findIndex((f) => f >= hz * 0.999);
    return above < 0 ? SUM_GRID_HZ.length - 1 : above;
  };
  const [first, last] = [tones[0], tones[tones.length - 1]];
  const levelDb = SUM_GRID_HZ.map((hz, i) => {
    if (hz <= first.hz) return first.db + Math.min(0, usual[i] - usual[nearest(first.hz)]);
    const above = tones.findIndex((t) => t.hz >= hz);
    if (above < 0) return last.db + Math.min(0, usual[i] - usual[nearest(last.hz)]);
    const [a, b] = [tones[above - 1], tones[above]];
    return a.db + ((b.db - a.db) * Math.log(hz / a.hz)) / Math.log(b.hz / a.hz);
  });
  const inside = levelDb.map((db) => db >= EDGE_DB);
  return {
    ...typical,
    smoothed: { frequencyHz: [...SUM_GRID_HZ], levelDb },
    lowHz: SUM_GRID_HZ[inside.indexOf(true)],
    highHz: SUM_GRID_HZ[inside.lastIndexOf(true)],
    reasons: [`It was read with a meter, at ${tones.length} tones.`],
  };
}

const assumedOf = new Map<Way, ResponseAnalysis>();

/** What an output of this way usually carries, with second-order edges; an assumption until it is measured. */
function assumedAnalysis(way: Way): ResponseAnalysis {
  const known = assumedOf.get(way);
  if (known) return known;
  const { lowHz, highHz } = TYPICAL_BANDS[way];
  const levelDb = SUM_GRID_HZ.map((f) => -10 * Math.log10((1 + (lowHz / f) ** 4) * (1 + (f / highHz) ** 4)));
  const analysis: ResponseAnalysis = {
    version: NO_CAPTURE,
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
    lowError: null,
    highError: null,
    reasons: ['Nothing was measured on it.'],
    doubt: null,
  };
  assumedOf.set(way, analysis);
  return analysis;
}
