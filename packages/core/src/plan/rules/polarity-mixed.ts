import { subject } from '../../model/matter.ts';
import { planRemark, type PlanRule } from './rule.ts';

/** Left and right of one target, fed from alike outputs, must push the same way, or the bass between them cancels. */
export const polarityMixed: PlanRule = ({ feeds }) =>
  feeds.flatMap((left) => {
    if (left.feed.side !== 'left') return [];
    const right = feeds.find((f) => f.target.id === left.target.id && f.feed.side === 'right');
    if (!right) return [];
    const sign = (c: typeof left, i: number) => {
      const { pair, phase } = c.sources[i];
      // A measured phase contains the pair's own reversal; the flip of the tap is what is left to compare.
      const own = phase === 'measured' || pair.signal.sign === 'normal' ? 1 : -1;
      return own * (c.feed.taps[i].inverted ? -1 : 1);
    };
    return left.sources.flatMap((source, i) => {
      const j = right.sources.findIndex(
        (s) => s.pair.way === source.pair.way && s.pair.axle === source.pair.axle,
      );
      if (j < 0 || sign(left, i) === sign(right, j)) return [];
      const sure = [source, right.sources[j]].every((s) => s.pair.signal.standing === 'measured');
      return [
        {
          ...planRemark(
            'polarity-mixed',
            sure ? 'error' : 'assumption',
            `${left.target.name}: ${source.name.toLowerCase()} and ${right.sources[j].name.toLowerCase()} end up with opposite polarity.`,
            {
              pairId: right.sources[j].pair.id,
              remedy: 'Swap plus and minus of one of them at the tap.',
              settle: { stage: 'listen', test: 'arrival' },
              subjects: [source, right.sources[j]].map((s) =>
                subject({ targetId: left.target.id, pairId: s.pair.id }),
              ),
            },
          ),
          targetId: left.target.id,
        },
      ];
    });
  });
