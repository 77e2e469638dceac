import { INTAKE, planRemark, type PlanRule } from './rule.ts';

const MOST = { low: 2, middle: 3, high: 4, open: 4 } as const;

/** Parts and hours within what was agreed. */
export const withinBudget: PlanRule = ({ plan, context }) => {
  const { budget, hours } = context.input.brief;
  const over = plan.figures.priceClass > MOST[budget];
  const late = hours !== null && plan.figures.hours.from > hours;
  return [
    ...(over
      ? [planRemark('within-budget', 'warning', 'The parts are above the agreed budget.', { settle: INTAKE })]
      : []),
    ...(late
      ? [
          planRemark(
            'within-hours',
            'warning',
            `It takes ${plan.figures.hours.from} hours or more; ${hours} are agreed.`,
            { settle: INTAKE },
          ),
        ]
      : []),
  ];
};
