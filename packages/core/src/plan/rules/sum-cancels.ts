import { gridRange } from '../../summing/flatness.ts';
import { levelOf, sumResponses } from '../../summing/network.ts';
import { SUM_GRID_HZ } from '../../summing/output-response.ts';
import { formatFrequency } from '../../quantity/frequency.ts';
import { type FeedRule, remark } from './rule.ts';

/** So much more from turning one input over is a sum wired against itself, dB. */
const AGAINST_DB = 6;

/** A sum whose parts work against each other: turning one of them over fills a hole. */
export const sumCancels: FeedRule = (context) => {
  const { feed, sources, name } = context;
  if (feed.taps.length < 2) return [];
  const inputs = feed.taps.map((tap, i) => ({ ...tap, response: sources[i].response }));
  const { from, to } = gridRange(feed.need);
  const levels = (parts: typeof inputs) => levelOf(sumResponses(parts, SUM_GRID_HZ)).slice(from, to + 1);
  const now = levels(inputs);
  const deepest = Math.min(...now);
  // Of two that work against each other either can be turned; of more, the one that is turned gains most.
  let against = { k: -1, gainDb: AGAINST_DB };
  inputs.forEach((_, k) => {
    const turned = inputs.map((input, i) => (i === k ? { ...input, inverted: !input.inverted } : input));
    const gainDb = Math.min(...levels(turned)) - deepest;
    if (gainDb >= against.gainDb - 1e-9) against = { k, gainDb };
  });
  if (against.k < 0) return [];
  const source = sources[against.k];
  const at = SUM_GRID_HZ[from + now.indexOf(deepest)];
  return [
    remark(
      context,
      'polarity-mixed',
      source.pair.signal.standing === 'measured' || feed.phase === 'measured' ? 'error' : 'warning',
      `${name}: ${source.name.toLowerCase()} works against the others around ${formatFrequency(at)}.`,
      { pairId: source.pair.id, remedy: 'Flip it at the summing desk.' },
    ),
  ];
};
