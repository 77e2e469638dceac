import { planRemark, type PlanRule, setAt } from './rule.ts';

/** Signal beside the power cable picks up its whine. */
export const cablesApart: PlanRule = ({ plan }) =>
  plan.setup.supply.sides === 'together'
    ? [
        planRemark('cables-apart', 'warning', 'Signal and power cables run on the same side of the car.', {
          remedy: 'Power on one side, signal on the other; cross at right angles.',
          settle: setAt('ground'),
        }),
      ]
    : [];
