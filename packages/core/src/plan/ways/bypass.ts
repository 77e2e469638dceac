import { isBass } from '../facts/bass.ts';
import type { PlanContext } from '../facts/context.ts';
import { fromRadio, noRadioFeed } from './source-direct.ts';
import type { Strategy } from './strategy.ts';

/** Why the factory's speaker wires cannot be taken over; null when they can. */
export function noSpeakerWires({ input, speakerWires }: PlanContext): string | null {
  const without = input.targets.find(
    (t) =>
      // Bass alone may get wire of its own; the factory often has none for it.
      !isBass(t) &&
      !speakerWires.some(
        ({ pair }) =>
          pair.axle === t.axle &&
          (t.speaker.way === 'full' || pair.way === 'full' || pair.way === t.speaker.way),
      ),
  );
  return without
    ? `No speaker wires of the factory lead to where ${without.name} plays; their outputs are not listed.`
    : null;
}

/** The new amplifier takes the factory amplifier's place and drives the factory speaker wires. */
export const bypassFactoryWire: Strategy = {
  id: 'bypass-factory-wire',
  title: 'Bypass, on the factory speaker wires',
  effort: 'The new amplifier sits in the place of the old one and drives its wires.',
  handicapDb: 0.4,
  refuses: (context) => noRadioFeed(context) ?? noSpeakerWires(context),
  feed: (target, side, context) => fromRadio(target, side, context, 'bypass-factory-wire'),
  others: () => [],
  setup: { factoryAmplifier: 'removed', speakerWire: 'reuse' },
};

/** The same with wire of its own to every speaker: more power, and every door boot to go through. */
export const bypassNewWire: Strategy = {
  id: 'bypass-new-wire',
  title: 'Bypass, with new speaker wire',
  effort: 'The old amplifier goes; new wire to every speaker.',
  handicapDb: 1.6,
  refuses: noRadioFeed,
  feed: (target, side, context) => fromRadio(target, side, context, 'bypass-new-wire'),
  others: () => [],
  setup: { factoryAmplifier: 'removed', speakerWire: 'new' },
};

/** Bypassed, but left powered and on the network, which would miss it and store faults. */
export const bypassNode: Strategy = {
  id: 'bypass-node',
  title: 'Bypass, the amplifier stays on the network',
  effort: 'The new amplifier drives the wires; the old one stays plugged in for the car’s network.',
  handicapDb: 0.6,
  refuses(context) {
    if (context.onNetwork === false) return 'No data line leads to the amplifier: nothing would miss it.';
    return noRadioFeed(context) ?? noSpeakerWires(context);
  },
  feed: (target, side, context) => fromRadio(target, side, context, 'bypass-node'),
  others: () => [],
  setup: { factoryAmplifier: 'node', speakerWire: 'reuse' },
};
