import { planRemark, type PlanRule, setAt } from './rule.ts';

/** A ground on the battery's terminal runs past its sensor: the car misjudges the battery. */
export const groundPoint: PlanRule = ({ plan }) =>
  plan.setup.supply.ground === 'battery-terminal'
    ? [
        planRemark(
          'ground-point',
          'error',
          'The ground goes to the battery’s terminal, past the battery sensor: charging and start-stop go wrong.',
          { remedy: 'Ground to the body at a factory point, short.', settle: setAt('ground') },
        ),
      ]
    : [];
