import { listWords } from '../../behaviour/finding.ts';
import { carriesBass, mindsWithdrawnBass } from '../facts/bass.ts';
import { subject } from '../../model/matter.ts';
import { planRemark, type PlanRule, test } from './rule.ts';

/** Bass that is cut as the volume rises shows only at two or more volume steps. */
export const volumeSteps: PlanRule = ({ feeds }) => {
  const once = feeds
    .filter((f) => mindsWithdrawnBass(f.feed))
    .flatMap((f) => f.sources)
    .filter(
      (s, i, all) =>
        all.indexOf(s) === i &&
        s.captureId !== null &&
        s.pair.facts.feed !== 'fixed' &&
        new Set(s.pair.volumeSteps).size < 2 &&
        carriesBass(s.analysis),
    );
  if (once.length === 0) return [];
  const [first, ...others] = once.map((s) => s.name);
  const names = listWords([first, ...others.map((name) => name.toLowerCase())]);
  return [
    planRemark(
      'volume-steps',
      'assumption',
      `${names}: measured at one volume step only. Bass may be cut as the volume rises.`,
      {
        pairId: once[0].pair.id,
        remedy: 'Record pink noise at the loudest step too.',
        settle: test('bass'),
        subjects: once.map((s) => subject({ pairId: s.pair.id })),
      },
    ),
  ];
};
