import { subject } from '../../model/matter.ts';
import { signBetween } from '../facts/sign-between.ts';
import { planRemark, type PlanRule } from './rule.ts';

/** Left and right of one target, fed from alike outputs, must push the same way, or the bass between them cancels. */
export const polarityMixed: PlanRule = ({ feeds }) =>
  feeds.flatMap((left) => {
    if (left.feed.side !== 'left') return [];
    const right = feeds.find((f) => f.target.id === left.target.id && f.feed.side === 'right');
    if (!right) return [];
    return left.sources.flatMap((source, i) => {
      const j = right.sources.findIndex(
        (s) => s.pair.way === source.pair.way && s.pair.axle === source.pair.axle,
      );
      if (j < 0) return [];
      const other = right.sources[j];
      const { same, sure } = signBetween(source, other);
      if (same === (left.feed.taps[i].inverted === right.feed.taps[j].inverted)) return [];
      return [
        {
          ...planRemark(
            'polarity-mixed',
            sure ? 'error' : 'assumption',
            `${left.target.name}: ${source.name.toLowerCase()} and ${other.name.toLowerCase()} end up with opposite polarity.`,
            {
              pairId: other.pair.id,
              remedy: 'Swap plus and minus of one of them at the tap.',
              settle: { stage: 'listen', test: 'arrival' },
              subjects: [source, other].map((s) => subject({ targetId: left.target.id, pairId: s.pair.id })),
            },
          ),
          targetId: left.target.id,
        },
      ];
    });
  });
