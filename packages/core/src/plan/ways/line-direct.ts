import { oneOutputEach } from './convert.ts';
import type { Strategy } from './strategy.ts';

/** Line outputs of the radio, a replaced one or the factory's, straight into line inputs: nothing to convert. */
export const lineDirect: Strategy = {
  id: 'line-direct',
  title: 'The radio’s line outputs, direct',
  effort: 'No device in between: line outputs into line inputs.',
  handicapDb: 0,
  refuses({ hasAmplifier, lineOutputs }) {
    if (hasAmplifier) return 'The radio feeds an amplifier; its outputs are taken as such.';
    return lineOutputs.length > 0 ? null : 'No line output of the radio is listed.';
  },
  feed: (target, side, context) =>
    oneOutputEach(target, side, context, context.lineOutputs, 'line-direct', 'direct'),
  others: () => ['direct', 'convert', 'sum'],
};
