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
  const now = levelOf(sumResponses(inputs, SUM_GRID_HZ)).slice(from, to + 1);
  const deepest = (levels: readonly number[]) => Math.min(...levels);
  for (let k = 1; k < inputs.length; k++) {
    const turned = inputs.map((input, i) => (i === k ? { ...input, inverted: !input.inverted } : input));
    const then = levelOf(sumResponses(turned, SUM_GRID_HZ)).slice(from, to + 1);
    if (deepest(then) - deepest(now) < AGAINST_DB) continue;
    const at = now.indexOf(deepest(now));
    return [
      remark(
        context,
        'polarity-mixed',
        sources[k].pair.signal.standing === 'measured' || feed.phase === 'measured' ? 'error' : 'warning',
        `${name}: ${sources[k].name.toLowerCase()} works against the others around ${formatFrequency(SUM_GRID_HZ[from + at])}.`,
        { pairId: sources[k].pair.id, remedy: 'Flip it at the summing desk.' },
      ),
    ];
  }
  return [];
};
