import { listWords } from '../../behaviour/finding.ts';
import { planRemark, type PlanRule, test } from './rule.ts';

/** A target that begins above this, or an output, minds no withdrawn bass, Hz. */
const BASS_HZ = 120;

/** Bass that is withdrawn as the volume rises shows only at two or more volume steps. */
export const volumeSteps: PlanRule = ({ feeds }) => {
  const once = feeds
    .filter((f) => f.feed.need.lowHz <= BASS_HZ)
    .flatMap((f) => f.sources)
    .filter(
      (s, i, all) =>
        all.indexOf(s) === i &&
        s.captureId !== null &&
        s.pair.facts.feed !== 'fixed' &&
        new Set(s.pair.volumeSteps).size < 2 &&
        (s.analysis.lowHz ?? 0) < BASS_HZ,
    );
  if (once.length === 0) return [];
  return [
    planRemark(
      'volume-steps',
      'assumption',
      `${listWords(once.map((s) => s.name))}: measured at one volume only. Whether bass is withdrawn as the volume rises is open.`,
      { pairId: once[0].pair.id, remedy: 'Record pink noise at the loudest step too.', settle: test('bass') },
    ),
  ];
};
