import { tapsOf, workOutFeed } from './feed.ts';
import type { Strategy } from './strategy.ts';
import { noOutputs } from './usual-others.ts';

/** One output of one side into both inputs: the smallest job for a mono target where only stereo is there. */
export const oneChannel: Strategy = {
  id: 'one-channel',
  title: 'One channel into both inputs',
  effort: 'A converter on a single output, bridged left to right at its inputs.',
  handicapDb: 0.6,
  refuses(context) {
    const none = noOutputs(context);
    if (none) return none;
    const stereo = context.input.targets.find((t) => t.layout === 'stereo');
    return stereo ? `${stereo.name} is stereo; one channel serves mono targets only.` : null;
  },
  feed(target, side, context) {
    if (side !== 'mono') return null;
    // A factory subwoofer’s output is one channel too.
    const from = context.speakerOutputs;
    const [choice] = context.choose(target, side, from, { maxInputs: 1, trimRangeDb: 0, keep: 1 });
    return choice
      ? workOutFeed(target, side, tapsOf(choice), from, { device: 'bridged-converter', by: 'one-channel' })
      : null;
  },
  others: () => [],
};
