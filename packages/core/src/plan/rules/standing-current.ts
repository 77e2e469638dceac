import { planRemark, type PlanRule, setAt } from './rule.ts';

/** What is drawn while the car sleeps. */
export const standingCurrent: PlanRule = ({ plan, context }) => {
  const { practice } = context.input.preferences;
  const { standingAmps, standingDays } = plan.figures;
  const short = standingDays !== null && standingDays < practice.standingDays;
  if (standingAmps <= practice.standingMilliamps / 1000 && !short) return [];
  const days = standingDays === null ? '' : `; after ${standingDays.toFixed(0)} days the car may not start`;
  return [
    planRemark(
      'standing-current',
      'error',
      `Asleep the new system draws ${(1000 * standingAmps).toFixed(0)} mA${days}.`,
      { remedy: 'Turn it on by a switched lead, and choose devices that sleep.', settle: setAt('turn-on') },
    ),
  ];
};
