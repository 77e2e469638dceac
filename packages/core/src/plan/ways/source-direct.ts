import type { Feed } from '../../model/plan.ts';
import type { Target } from '../../model/target.ts';
import type { PlanContext } from '../facts/context.ts';
import { isLineLevel } from '../facts/factory-outputs.ts';
import { oneOutputEach } from './convert.ts';
import { takesSpeakerLevel } from './direct.ts';
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

/** A side of a target from the radio's own output: straight in where its level fits the amplifier's inputs, else converted. */
export function fromRadio(target: Target, side: Feed['side'], context: PlanContext, by: string): Feed | null {
  const fits =
    takesSpeakerLevel(target, context) || context.radioFeeds.every((s) => isLineLevel(s.pair, context));
  return oneOutputEach(target, side, context, context.radioFeeds, by, fits ? 'direct' : 'converter');
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

/** A fixed feed through a device with a volume control at the driver: full quality at every volume. */
export const sourceVolume: Strategy = {
  id: 'source-volume',
  title: 'The radio’s fixed output, own volume control',
  effort: 'Taps between radio and factory amplifier, a line driver with a volume control at the driver.',
  handicapDb: 1.9,
  refuses: (context) =>
    noRadioFeed(context) ??
    (context.radioFeeds.some((s) => s.pair.facts.feed === 'fixed')
      ? null
      : 'No output of the radio is fixed: the volume is the radio’s own.'),
  feed: (target, side, context) =>
    oneOutputEach(target, side, context, context.radioFeeds, 'source-volume', 'converter'),
  others: usualOthers,
  setup: { speakerWire: 'new' },
};
