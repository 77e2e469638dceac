import type { Feed } from '../../model/plan.ts';
import type { Target } from '../../model/target.ts';
import type { PlanContext } from '../facts/context.ts';
import { oneOutputEach } from './convert.ts';
import type { Strategy } from './strategy.ts';
import { usualOthers } from './usual-others.ts';

/** Why nothing can be taken between radio and amplifier; null when something can. */
export function noRadioFeed(context: PlanContext): string | null {
  if (!context.hasAmplifier)
    return 'There is no amplifier behind the radio: its outputs drive the speakers, and are taken as such.';
  if (context.dataFed)
    return 'The amplifier gets its music by data: there is nothing analogue to take before it.';
  if (context.radioFeeds.length === 0)
    return 'The radio’s outputs to the amplifier are not listed. List them in Listen, and test whether they follow the volume.';
  return null;
}

/** A side of a target from the radio's own output, straight into the line inputs. */
export function fromRadio(target: Target, side: Feed['side'], context: PlanContext, by: string): Feed | null {
  return oneOutputEach(target, side, context, context.radioFeeds, by, 'direct');
}

/** The radio's own output, before the factory amplifier has filtered it; that amplifier goes on driving the rest. */
export const sourceDirect: Strategy = {
  id: 'source-direct',
  title: 'The radio’s own output',
  effort: 'Taps between radio and factory amplifier; new speaker wire to the new speakers.',
  handicapDb: 0.9,
  refuses: noRadioFeed,
  feed: (target, side, context) => fromRadio(target, side, context, 'source-direct'),
  others: usualOthers,
  setup: { speakerWire: 'new' },
};
