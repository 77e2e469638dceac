import type { Target } from '../../model/target.ts';
import { isBass } from '../facts/bass.ts';
import type { PlanContext } from '../facts/context.ts';

/**
 * Who serves a target beside a strategy's own. For bass the schools differ: the factory's subwoofer output is already
 * low-passed and keeps the driver's bass control (our default), a full-range pair is free of its limiter; the shop
 * chooses which is asked first.
 */
export function usualOthers(target: Target, { input }: PlanContext): string[] {
  if (!isBass(target)) return ['convert', 'sum'];
  return input.preferences.subwooferFrom === 'factory-subwoofer'
    ? ['subwoofer-output', 'convert', 'one-channel', 'sum']
    : ['convert', 'subwoofer-output', 'one-channel', 'sum'];
}

/** Bass that the factory's own subwoofer output serves, as the shop prefers it. */
export function servedBySubwoofer(target: Target, context: PlanContext): boolean {
  return (
    isBass(target) &&
    usualOthers(target, context)[0] === 'subwoofer-output' &&
    context.speakerOutputs.some((s) => s.pair.way === 'subwoofer')
  );
}

/** Why no signal can be taken where speakers are driven; null when it can. */
export function noOutputs({ speakerOutputs, amplifierFailed }: PlanContext): string | null {
  if (amplifierFailed) return 'The amplifier has failed: nothing comes out of it that could be taken.';
  return speakerOutputs.length > 0
    ? null
    : 'No output that drives a speaker is listed. Map the plugs in Find, or list the outputs in Listen.';
}
