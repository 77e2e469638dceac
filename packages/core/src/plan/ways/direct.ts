import type { Target } from '../../model/target.ts';
import { isBass } from '../facts/bass.ts';
import { type PlanContext } from '../facts/context.ts';
import { oneOutputEach } from './convert.ts';
import type { Strategy } from './strategy.ts';
import { noOutputs, usualOthers } from './usual-others.ts';

/** The amplifier behind a target takes speaker level: it says so itself, or the target does. */
export function takesSpeakerLevel(target: Target, { input }: PlanContext): boolean {
  const amplifier = input.devices.find((d) => d.id === target.amplifierId);
  return amplifier ? amplifier.speakerInput !== null : target.speakerLevelInput;
}

/** Speaker level straight into the new amplifier: nothing in between. */
export const direct: Strategy = {
  id: 'direct',
  title: 'Speaker level, direct',
  effort: 'No device in between: the amplifier’s own speaker-level inputs.',
  handicapDb: 0,
  refuses(context) {
    const none = noOutputs(context);
    if (none) return none;
    if (context.input.targets.some((t) => takesSpeakerLevel(t, context))) return null;
    return 'No amplifier of this job takes speaker level.';
  },
  feed(target, side, context) {
    if (!takesSpeakerLevel(target, context)) return null;
    const bass = context.speakerOutputs.filter((s) => s.pair.way === 'subwoofer');
    const ofBass =
      isBass(target) && context.input.preferences.subwooferFrom === 'factory-subwoofer' && bass.length > 0;
    return oneOutputEach(target, side, context, ofBass ? bass : context.speakerOutputs, 'direct', 'direct');
  },
  others: usualOthers,
};
