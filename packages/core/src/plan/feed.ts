import type { Device, Feed } from '../model/plan.ts';
import type { Target } from '../model/target.ts';
import { chooseOutputs, type Choice, type ChooseOptions } from '../summing/choose.ts';
import { correctSum } from '../summing/correction.ts';
import { judgeFlatness } from '../summing/flatness.ts';
import { levelOf, sumResponses, sumSpan } from '../summing/network.ts';
import type { Source } from './plan-input.ts';

/** Cost of an output from another axle, dB rms: fader and rear delay come with it. */
const OTHER_AXLE_DB = 1.5;
/** Cost of a centre or one-sided output for a mono target, dB rms: it lacks what is panned away from it. */
const ONE_SIDED_DB = 0.8;

/** Best ways to feed one side of a target from the given outputs. */
export function chooseFor(
  target: Target,
  side: Feed['side'],
  sources: readonly Source[],
  options: ChooseOptions,
): Choice[] {
  const inputs = sources.slice(0, 12).map((s) => ({
    id: s.pair.id,
    response: s.response,
    passBandDb: s.analysis.passBandDb,
    reluctanceDb:
      (side !== 'mono' && s.pair.axle !== target.axle ? OTHER_AXLE_DB : 0) +
      (side === 'mono' && s.pair.side !== 'mono' ? ONE_SIDED_DB : 0),
  }));
  return chooseOutputs(inputs, target, options);
}

/** Works a choice out in full: predicted level, span, flatness, what is missing. */
export function workOutFeed(
  target: Target,
  side: Feed['side'],
  choice: Choice,
  sources: readonly Source[],
  device: Device,
  corrected = false,
): Feed {
  const byId = new Map(sources.map((s) => [s.pair.id, s]));
  const inputs = choice.taps.map((tap) => ({ ...tap, response: byId.get(tap.id)!.response }));
  const need = { lowHz: target.lowHz, highHz: target.highHz };
  const summed = levelOf(sumResponses(inputs));
  const correction = corrected ? correctSum(summed, need) : { sections: [], levelDb: summed, boostDb: 0 };
  const change = correction.levelDb.map((l, i) => l - summed[i]);
  const measured = choice.taps.length === 1 || choice.taps.every((t) => byId.get(t.id)!.phase === 'measured');
  const span = measured ? null : sumSpan(inputs);
  const judged = judgeFlatness(correction.levelDb, need);
  return {
    targetId: target.id,
    side,
    device,
    taps: choice.taps.map((t) => ({
      pairId: t.id,
      captureId: byId.get(t.id)!.captureId,
      inverted: t.inverted,
      gainDb: t.gainDb,
    })),
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
  };
}

/** Curves are kept to a hundredth of a decibel, and no lower than a person could see. */
function rounded(levelDb: readonly number[]): number[] {
  return levelDb.map((l) => Math.round(Math.max(l, -150) * 100) / 100);
}
