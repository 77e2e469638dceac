import { listWords } from '../../behaviour/finding.ts';
import { subject } from '../../model/matter.ts';
import type { Remark } from '../../model/plan.ts';
import { stageOf } from '../facts/factory-outputs.ts';
import type { Source } from '../facts/sources.ts';
import { planRemark, type PlanRule, test } from './rule.ts';

/**
 * Straight into line inputs goes only what is line level. A power stage there is above their rating, and their shield
 * shorts a driven minus: where nobody even noted what it is, nobody can sign for it.
 */
export const stageKnown: PlanRule = ({ feeds, context }) => {
  const direct = feeds
    .filter((f) => f.feed.device === 'direct')
    .flatMap((f) => f.sources)
    .filter((s, i, all) => all.findIndex((o) => o.pair.id === s.pair.id) === i);
  const lines = direct.map((source) => ({ source, ...stageOf(source.pair, context) }));
  const known = (standing: 'claimed' | 'assumed') =>
    lines.filter((l) => l.stage === 'line' && l.standing === standing).map((l) => l.source);
  return [...said(known('claimed'), true), ...said(known('assumed'), false)];
};

function said(sources: readonly Source[], noted: boolean): Remark[] {
  if (sources.length === 0) return [];
  const [first, ...others] = sources.map((s) => s.name);
  const names = listWords([first, ...others.map((name) => name.toLowerCase())]);
  const one = sources.length === 1;
  return [
    planRemark(
      'stage-known',
      'assumption',
      noted
        ? `${names}: noted as line level, and ${one ? 'goes' : 'go'} straight into line inputs. Nobody has read ${one ? 'its' : 'their'} volts with a speaker on and without.`
        : `${names} ${one ? 'goes' : 'go'} straight into line inputs, and nobody knows whether ${one ? 'it is' : 'they are'} line level.`,
      {
        acceptable: noted,
        pairId: sources[0].pair.id,
        remedy: `Read a quiet tone with a speaker on it and without: a line output collapses, a power stage holds.${noted ? '' : ' Or note in Listen what it is.'}`,
        settle: test('clean'),
        subjects: sources.map((s) => subject({ pairId: s.pair.id })),
      },
    ),
  ];
}
