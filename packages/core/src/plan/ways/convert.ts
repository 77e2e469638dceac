import type { Feed } from '../../model/plan.ts';
import type { Device } from '../../model/plan-changes.ts';
import type { Target } from '../../model/target.ts';
import { isBass } from '../facts/bass.ts';
import { isLeftAndRight, leftAndRights } from '../facts/choosing.ts';
import { type PlanContext } from '../facts/context.ts';
import { tapsOf, workOutFeed } from './feed.ts';
import type { Source } from '../facts/sources.ts';
import type { Strategy } from './strategy.ts';
import { noOutputs, servedBySubwoofer, usualOthers } from './usual-others.ts';

/** A passive transformer loses the lowest octave; below this the shop's choice of passive is passed over, Hz. */
const PASSIVE_FROM_HZ = 40;

/**
 * Best single output for a side; for bass, the left and right output of one place, each into its own input.
 *
 * @returns null when nothing may feed it
 */
export function oneOutputEach(
  target: Target,
  side: Feed['side'],
  context: PlanContext,
  from: readonly Source[],
  by: string,
  device?: Device,
): Feed | null {
  const kind: Device =
    device ??
    (context.input.preferences.converter === 'passive' && target.lowHz >= PASSIVE_FROM_HZ
      ? 'passive-converter'
      : 'converter');
  const making = { device: kind, by };
  if (isBass(target)) {
    const both = leftAndRights(from)
      .flatMap((two) =>
        context
          .choose(target, side, two, { maxInputs: 2, trimRangeDb: 0, inputCostDb: 0, keep: 4 })
          .filter((choice) => choice.taps.length === 2)
          .slice(0, 1),
      )
      .sort((a, b) => a.cost - b.cost)[0];
    if (both) {
      const feed = workOutFeed(target, side, tapsOf(both), from, making);
      // Two programmes, each into its own input: there is no crossover between them that phase could spoil.
      const guessed = feed.taps.some((t) => t.captureId === null);
      return { ...feed, phase: guessed ? 'assumed' : 'measured', span: null };
    }
  }
  const [choice] = context.chooseAlike(target, side, from, { maxInputs: 1, trimRangeDb: 0, keep: 1 });
  if (!choice) return null;
  // One side of two is no mix: that takes what joins them.
  const chosen = from.find((s) => s.pair.id === choice.taps[0].id)!;
  const otherSide = from.some((s) => isLeftAndRight([chosen, s]));
  if (side === 'mono' && !isBass(target) && otherSide) return null;
  return workOutFeed(target, side, tapsOf(choice), from, making);
}

/** One factory output for each new channel: right wherever one output carries the whole band. */
export const convert: Strategy = {
  id: 'convert',
  title: 'One output each, converted',
  effort: 'A line-output converter.',
  handicapDb: 0.3,
  refuses: noOutputs,
  feed(target, side, context) {
    if (servedBySubwoofer(target, context) && context.input.targets.some((t) => !isBass(t))) return null;
    const full = isBass(target)
      ? context.speakerOutputs.filter((s) => s.pair.way !== 'subwoofer')
      : context.speakerOutputs;
    return oneOutputEach(target, side, context, full, 'convert');
  },
  others: (target, context) => usualOthers(target, context).filter((id) => id !== 'sum'),
};
