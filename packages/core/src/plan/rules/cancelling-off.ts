import { planRemark, type PlanRule, setAt } from './rule.ts';

/** Sound against the engine, played through another system, booms. */
export const cancellingOff: PlanRule = ({ plan, feeds }) => {
  const carrier = feeds.flatMap((f) => f.sources).find((s) => s.pair.facts.engine === 'active');
  if (plan.setup.cancelling === 'left' && carrier)
    return [
      planRemark(
        'cancelling-off',
        'error',
        `Noise cancelling stays on and runs through ${carrier.name.toLowerCase()} into the new system: it booms or howls.`,
        {
          pairId: carrier.pair.id,
          remedy: 'Switch it off by the maker’s procedure, or use an output without it.',
          settle: setAt('factory'),
        },
      ),
    ];
  if (plan.setup.cancelling === 'switched-off' && carrier)
    return [
      planRemark(
        'cancelling-off',
        'assumption',
        'Noise cancelling was heard on an output that is used. Nobody has shown that it can be switched off in this car.',
        {
          pairId: carrier.pair.id,
          remedy: 'Try it now, before the plan is built on it.',
          settle: { stage: 'listen', test: 'engine' },
        },
      ),
    ];
  return [];
};
