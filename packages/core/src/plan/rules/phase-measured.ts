import { gridRange } from '../../summing/flatness.ts';
import { subject } from '../../model/matter.ts';
import { type FeedRule, remark, test } from './rule.ts';

/** A span wider by this is another risk, dB. */
const WORSE_DB = 3;

/** Without measured phase a sum is a prediction from the filters alone. */
export const phaseMeasured: FeedRule = (context) => {
  const { feed, name } = context;
  if (!feed.span) return [];
  const { from, to } = gridRange(feed.need);
  let widest = 0;
  for (let i = from; i <= to; i++) widest = Math.max(widest, feed.span.bestDb[i] - feed.span.worstDb[i]);
  if (widest < 3) return [];
  const text = `${name}: phase is worked out from the filters (minimum phase), not measured. The shaded span shows how far the sum can be off if the factory amplifier delays one way or turns its phase.`;
  return [
    remark(context, 'phase-measured', 'assumption', text, {
      pairId: feed.taps[0].pairId,
      remedy: 'Record the outputs of this side two at a time, with the same noise.',
      settle: test('arrival'),
      subjects: feed.taps.map(({ pairId }) => subject({ targetId: feed.targetId, side: feed.side, pairId })),
      figures: [{ name: 'span, dB', value: widest, worse: 'higher', step: WORSE_DB }],
    }),
  ];
};
