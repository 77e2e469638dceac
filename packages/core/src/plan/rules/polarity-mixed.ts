import { subject } from '../../model/matter.ts';
import type { Source } from '../facts/sources.ts';
import { planRemark, type PlanRule } from './rule.ts';

/** Two responses this much alike, or alike but turned over, have a sign to each other. */
const ALIKE = 0.5;

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

/** Whether two outputs have the same sign, and whether that was measured: of two that were never measured against each other it was not. */
function signBetween(a: Source, b: Source): { same: boolean; sure: boolean } {
  const same = a.pair.signal.sign === b.pair.signal.sign;
  if (a.group === null || a.group !== b.group) return { same, sure: false };
  if ([a, b].every((s) => s.pair.signal.standing === 'measured')) return { same, sure: true };
  // Both phases were measured against the source, and contain the signs.
  const cosine = alikeness(a, b);
  return Math.abs(cosine) < ALIKE ? { same, sure: false } : { same: cosine > 0, sure: true };
}

/** From -1, the same turned over, to 1. */
function alikeness({ response: a }: Source, { response: b }: Source): number {
  let [cross, own, others] = [0, 0, 0];
  for (let i = 0; i < a.re.length; i++) {
    cross += a.re[i] * b.re[i] + a.im[i] * b.im[i];
    own += a.re[i] ** 2 + a.im[i] ** 2;
    others += b.re[i] ** 2 + b.im[i] ** 2;
  }
  return cross / Math.sqrt(own * others);
}
