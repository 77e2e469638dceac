import { isBass } from '../facts/bass.ts';
import type { Strategy } from './strategy.ts';
import { noOutputs } from './usual-others.ts';
import { oneOutputEach } from './convert.ts';

/** The factory's subwoofer output for a subwoofer: already low-passed, with the driver's own bass control. */
export const subwooferOutput: Strategy = {
  id: 'subwoofer-output',
  title: 'Convert the subwoofer output',
  effort: 'A line-output converter on the factory subwoofer’s wires.',
  handicapDb: 0,
  refuses(context) {
    if (context.amplifierFailed) return noOutputs(context);
    if (!context.speakerOutputs.some((s) => s.pair.way === 'subwoofer'))
      return 'The factory system has no subwoofer output that is listed.';
    const other = context.input.targets.find((t) => !isBass(t));
    return other ? `${other.name} needs more than a subwoofer output carries; it serves bass only.` : null;
  },
  feed(target, side, context) {
    if (!isBass(target)) return null;
    const bass = context.speakerOutputs.filter((s) => s.pair.way === 'subwoofer');
    return oneOutputEach(target, side, context, bass, 'subwoofer-output');
  },
  others: () => [],
};
