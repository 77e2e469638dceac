import { listWords } from '../../behaviour/finding.ts';
import { pairName } from '../../model/unit.ts';
import { planRemark, type PlanRule, setAt } from './rule.ts';

/** Nothing comes out of an amplifier that was taken out, so nothing can be tapped there. */
export const sourceSilent: PlanRule = ({ finished, context }) => {
  const tapped = finished.outputs
    .filter((o) => !o.plays && o.drives.inputs.length > 0)
    .map((o) => context.input.pairs.find((p) => p.id === o.pairId)!);
  if (tapped.length === 0) return [];
  const names = listWords(tapped.map((p) => pairName(p).toLowerCase()));
  return [
    planRemark(
      'source-silent',
      'error',
      `${tapped[0].unitName} ${context.amplifierFailed ? 'has failed' : 'is bypassed'}, so ${names} ${tapped.length === 1 ? 'is' : 'are'} dead, but new channels are fed from there.`,
      {
        pairId: tapped[0].id,
        remedy: `Take the signal from the radio’s outputs${context.amplifierFailed ? '' : ', or leave the factory amplifier in'}.`,
        settle: setAt('factory'),
      },
    ),
  ];
};
