import type { Feed } from '../../model/plan.ts';
import type { Device, Tap } from '../../model/plan-changes.ts';
import type { Target } from '../../model/target.ts';
import type { Choice } from '../../summing/choose.ts';
import { correctSum, type CorrectionOptions } from '../../summing/correction.ts';
import { judgeFlatness } from '../../summing/flatness.ts';
import { levelOf, sumResponses, sumSpan } from '../../summing/network.ts';
import { SUM_GRID_HZ } from '../../summing/output-response.ts';
import { phasesAgree, type Source } from '../facts/sources.ts';

export interface FeedMaking {
  device: Device;
  by: string;
  /** sections and boost of the device's equaliser; null: it has none or it stays flat */
  correction?: CorrectionOptions | null;
}

/** Levels are not known better than this, nor worse, dB: one standard deviation. */
const LEAST_SCATTER_DB = 0.2;
const MOST_SCATTER_DB = 2;

/** What an output's level is unsure of, dB: what its model leaves over. */
const scatterOf = ({ model }: Source['analysis']) =>
  Math.min(MOST_SCATTER_DB, Math.max(LEAST_SCATTER_DB, model?.rmsDb ?? MOST_SCATTER_DB));

/** Works taps out in full: predicted level, span, flatness, what is missing. */
export function workOutFeed(
  target: Target,
  side: Feed['side'],
  taps: readonly Omit<Tap, 'captureId'>[],
  sources: readonly Source[],
  { device, by, correction: wanted = null }: FeedMaking,
): Feed {
  const used = taps.map((tap) => ({ tap, source: sources.find((s) => s.pair.id === tap.pairId)! }));
  const inputs = used.map(({ tap, source }) => ({
    ...tap,
    response: source.response,
    scatterDb: scatterOf(source.analysis),
  }));
  const need = { lowHz: target.lowHz, highHz: target.highHz };
  const summed = levelOf(sumResponses(inputs, SUM_GRID_HZ));
  const correction = wanted
    ? correctSum(summed, need, wanted)
    : { sections: [], levelDb: summed, boostDb: 0 };
  const change = correction.levelDb.map((l, i) => l - summed[i]);
  const guessed = used.some(({ source }) => source.captureId === null);
  const measured = !guessed && phasesAgree(used.map((u) => u.source));
  const span = inputs.length === 1 || measured ? null : sumSpan(inputs);
  const judged = judgeFlatness(correction.levelDb, need);
  return {
    targetId: target.id,
    side,
    device,
    by,
    taps: used.map(({ tap, source }) => ({ ...tap, captureId: source.captureId })),
    correction: correction.sections,
    boostDb: correction.boostDb,
    need,
    levelDb: rounded(correction.levelDb),
    span: span && {
      bestDb: rounded(span.bestDb.map((l, i) => l + change[i])),
      worstDb: rounded(span.worstDb.map((l, i) => l + change[i])),
    },
    phase: measured ? 'measured' : 'assumed',
    withinDb: judged.withinDb,
    covers: judged.covers,
    missing: judged.missing,
    loads: [],
    chain: null,
    crossover: { highPass: null, lowPass: null },
    coils: null,
    bass: null,
    latencyMs: 0,
  };
}

/** A feed without any factory output: full range, from the car's data. */
export function dataFeed(target: Target, side: Feed['side'], by: string): Feed {
  const need = { lowHz: target.lowHz, highHz: target.highHz };
  return {
    targetId: target.id,
    side,
    device: 'data-interface',
    by,
    taps: [],
    correction: [],
    boostDb: 0,
    need,
    levelDb: SUM_GRID_HZ.map(() => 0),
    span: null,
    phase: 'assumed',
    withinDb: 0,
    covers: true,
    missing: [],
    loads: [],
    chain: null,
    crossover: { highPass: null, lowPass: null },
    coils: null,
    bass: null,
    latencyMs: 0,
  };
}

/** A choice of the search as taps. */
export function tapsOf(choice: Choice): Omit<Tap, 'captureId'>[] {
  return choice.taps.map(({ id, ...tap }) => ({ pairId: id, ...tap }));
}

/** Curves are kept to a hundredth of a decibel, and no lower than a person could see. */
function rounded(levelDb: readonly number[]): number[] {
  return levelDb.map((l) => Math.round(Math.max(l, -150) * 100) / 100);
}
