import { chooseFor, workOutFeed } from '../feed.ts';
import type { Strategy } from './strategy.ts';

/** One factory output for each new channel: the simplest way, right wherever one output carries the whole band. */
export const singleOutput: Strategy = {
  id: 'single',
  title: 'One output each',
  effort: 'A line-output converter, or none where the amplifier takes speaker level.',
  handicapDb: 0,
  feed(target, side, sources) {
    const [choice] = chooseFor(target, side, sources, { maxInputs: 1, trimRangeDb: 0, keep: 1 });
    if (!choice) return null;
    return workOutFeed(target, side, choice, sources, target.speakerLevelInput ? 'direct' : 'converter');
  },
};
