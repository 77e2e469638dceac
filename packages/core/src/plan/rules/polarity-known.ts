import { formatFrequency } from '../../quantity/frequency.ts';
import { gridRange } from '../../summing/flatness.ts';
import { levelOf, sumResponses } from '../../summing/network.ts';
import { SUM_GRID_HZ } from '../../summing/output-response.ts';
import { subject } from '../../model/matter.ts';
import { type FeedRule, remark, test } from './rule.ts';

/** A change smaller than this when a pair turns out the other way round is not worth a word, dB. */
const WORTH_A_WORD_DB = 2;
/** Deeper by this is another mistake, dB. */
const WORSE_DB = 3;

/** A sum stands on the polarity of its parts: where that is not measured, say what a mistake would cost. */
export const polarityKnown: FeedRule = (context) => {
  const { feed, sources } = context;
  if (feed.taps.length < 2 || feed.phase === 'measured') return [];
  const inputs = feed.taps.map((tap, i) => ({ ...tap, response: sources[i].response }));
  const { from, to } = gridRange(feed.need);
  const before = levelOf(sumResponses(inputs, SUM_GRID_HZ));
  return sources.flatMap((source, k) => {
    if (source.pair.signal.standing === 'measured') return [];
    const flipped = inputs.map((input, i) => (i === k ? { ...input, inverted: !input.inverted } : input));
    const after = levelOf(sumResponses(flipped, SUM_GRID_HZ));
    let at = from;
    for (let i = from; i <= to; i++) if (before[i] - after[i] > before[at] - after[at]) at = i;
    const loss = before[at] - after[at];
    if (loss < WORTH_A_WORD_DB) return [];
    const standing = source.pair.signal.standing === 'claimed' ? 'only claimed' : 'assumed';
    const depth = loss > 24 ? 'more than 24' : loss.toFixed(0);
    const text = `${source.name}: polarity is ${standing}. If it is the other way round, the sum drops ${depth} dB at ${formatFrequency(SUM_GRID_HZ[at])}.`;
    return [
      remark(context, 'polarity-known', 'assumption', text, {
        pairId: source.pair.id,
        remedy: 'One recording of both outputs together settles it.',
        settle: test('arrival'),
        subjects: [
          subject({ targetId: feed.targetId, side: feed.side, pairId: source.pair.id, what: standing }),
        ],
        figures: [{ name: 'loss, dB', value: loss, worse: 'higher', step: WORSE_DB }],
      }),
    ];
  });
};
