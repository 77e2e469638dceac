import { planRemark, type PlanRule, setAt } from './rule.ts';

/** A turn-on delay stands in a lead: what wakes by its inputs has none. */
export const delayPlaced: PlanRule = ({ finished }) => {
  const delay = finished.devices.find((d) => d.kind === 'remote-delay');
  if (!delay || delay.wokenBy !== 'nothing') return [];
  return [
    planRemark(
      'delay-placed',
      'error',
      'The turn-on delay has no lead to stand in: the amplifiers are turned on by what comes at their inputs.',
      { remedy: 'Turn them on over a wire, or leave the delay out.', settle: setAt('turn-on') },
    ),
  ];
};

/** A breaker stands in the cable that it protects, and trips at what the plan counts on. */
export const breakerPlaced: PlanRule = ({ plan, finished }) => {
  const breaker = finished.devices.find((d) => d.kind === 'breaker');
  if (!breaker) return [];
  const { from, fuseAmps } = plan.setup.supply;
  const said = (severity: 'error' | 'note', text: string, remedy: string) =>
    planRemark('breaker-placed', severity, text, { remedy, settle: setAt('supply') });
  if (from === 'factory-feed')
    return [
      said(
        'error',
        'A breaker was put in, and the power comes from a factory feed that has its own fuse.',
        'Leave the breaker out, or lay a cable of its own.',
      ),
    ];
  const rating = breaker.entry?.fuseAmps ?? null;
  if (rating !== null && fuseAmps !== null && rating !== fuseAmps)
    return [
      said(
        'error',
        `${breaker.name} trips at ${rating} A; the plan counts on ${fuseAmps} A.`,
        `A breaker of ${fuseAmps} A, or a plan for ${rating} A.`,
      ),
    ];
  return [
    said(
      'note',
      'A self-resetting breaker closes onto a short again and again.',
      'A manual-reset one (SAE J553 type III), sealed where it sits under the bonnet, with an interrupt rating above what the battery delivers into a short.',
    ),
  ];
};
