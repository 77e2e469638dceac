import { chooseFor, workOutFeed } from '../feed.ts';
import type { Strategy } from './strategy.ts';

/** Summing and correction in a processor: flattest, and the only way to undo a factory equaliser. */
export const processor: Strategy = {
  id: 'processor',
  title: 'Processor, summed and corrected',
  effort: 'A processor with mixing inputs and parametric equaliser, and time to set it up.',
  handicapDb: 2.5,
  feed(target, side, sources) {
    const worked = chooseFor(target, side, sources, { maxInputs: 5, trimRangeDb: 20, keep: 2 }).map(
      (choice) => {
        const feed = workOutFeed(target, side, choice, sources, 'processor', true);
        return { feed, cost: feed.withinDb + (choice.cost - choice.rmsDb) };
      },
    );
    worked.sort((a, b) => Number(b.feed.covers) - Number(a.feed.covers) || a.cost - b.cost);
    return worked[0]?.feed ?? null;
  },
};
