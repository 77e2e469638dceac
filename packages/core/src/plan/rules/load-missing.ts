import { isLine, sensesLoad } from '../complete-feed.ts';
import { LOAD_ENOUGH_OHM } from '../../load/load-resistor.ts';
import { listWords } from '../../behaviour/finding.ts';
import { planRemark, type PlanRule, test } from './rule.ts';

/** An output that watches its load turns wild without one. */
export const loadMissing: PlanRule = ({ feeds, context }) => {
  const bare = feeds.flatMap(({ feed, sources }) =>
    sources.filter((source, i) => {
      const load = feed.loads[i];
      if (isLine(source.pair, context)) return false;
      return (
        load.kind === 'none' || (load.kind === 'inputs' && (load.ohm === null || load.ohm > LOAD_ENOUGH_OHM))
      );
    }),
  );
  const once = bare.filter((s, i) => bare.findIndex((o) => o.pair.id === s.pair.id) === i);
  return [...new Set(once.map((s) => s.pair.unitId))].flatMap((unitId) => {
    const own = once.filter((s) => s.pair.unitId === unitId && s.pair.facts.load !== 'not-seen');
    if (own.length === 0) return [];
    const names = listWords(own.map((s) => s.name.toLowerCase()));
    const more = { pairId: own[0].pair.id, settle: test('load') };
    return sensesLoad(own[0].pair, context)
      ? [
          planRemark(
            'load-missing',
            'error',
            `${own[0].pair.unitName}: its outputs need a load. Without one, ${names} may jump in level, mute or store a fault.`,
            { ...more, remedy: 'Leave the factory speakers on, or put a resistor in the place of each.' },
          ),
        ]
      : [
          planRemark(
            'load-missing',
            'assumption',
            `${own[0].pair.unitName}: ${names} ${own.length === 1 ? 'was' : 'were'} never tried without a speaker, and will have none.`,
            { ...more, remedy: 'Three cold starts without load, or leave a load on.' },
          ),
        ];
  });
};
