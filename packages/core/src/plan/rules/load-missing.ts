import { isUnused } from '../../model/finished-car.ts';
import { subject } from '../../model/matter.ts';
import { pairName } from '../../model/unit.ts';
import { drivesNoSpeaker, sensesLoad } from '../facts/factory-outputs.ts';
import { LOAD_ENOUGH_OHM } from '../../load/load-resistor.ts';
import { listWords } from '../../behaviour/finding.ts';
import { planRemark, type PlanRule, test } from './rule.ts';

/** An output that watches its load turns wild without one. */
export const loadMissing: PlanRule = ({ feeds, finished, context }) => {
  const tapped = feeds.flatMap(({ feed, sources }) =>
    sources.filter((source, i) => {
      const load = feed.loads[i];
      if (drivesNoSpeaker(source.pair, context)) return false;
      return (
        load.kind === 'none' || (load.kind === 'inputs' && (load.ohm === null || load.ohm > LOAD_ENOUGH_OHM))
      );
    }),
  );
  // What nobody taps and whose speaker went is left with nothing at all.
  const left = context.input.pairs.filter((pair) => {
    const output = finished.outputs.find((o) => o.pairId === pair.id);
    return output !== undefined && isUnused(output) && output.drives.resistor === null;
  });
  const bare = [...tapped.map((s) => s.pair), ...left];
  const once = bare.filter((pair, i) => bare.findIndex((o) => o.id === pair.id) === i);
  return [...new Set(once.map((p) => p.unitId))].flatMap((unitId) => {
    const own = once.filter((p) => p.unitId === unitId && p.facts.load !== 'not-seen');
    if (own.length === 0) return [];
    const names = listWords(own.map((p) => pairName(p).toLowerCase()));
    const subjects = own.map((p) => subject({ pairId: p.id }));
    const more = { pairId: own[0].id, settle: test('load'), subjects };
    return sensesLoad(own[0], context)
      ? [
          planRemark(
            'load-missing',
            'error',
            `${own[0].unitName}: its outputs need a load. Without one, ${names} may jump in level, mute or store a fault.`,
            { ...more, remedy: 'Leave the factory speakers on, or put a resistor in the place of each.' },
          ),
        ]
      : [
          planRemark(
            'load-missing',
            'assumption',
            `${own[0].unitName}: ${names} ${own.length === 1 ? 'was' : 'were'} never tried without a speaker, and will have none.`,
            { ...more, acceptable: false, remedy: 'Three cold starts without load, or leave a load on.' },
          ),
        ];
  });
};
