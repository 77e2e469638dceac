import { planRemark, type PlanRule, setAt } from './rule.ts';

/** More than this asleep empties a battery in weeks, A: a setting of ours. */
const MOST_AMPS = 0.03;
/** A car must start after this many days. */
const LEAST_DAYS = 14;

/** What is drawn while the car sleeps. */
export const standingCurrent: PlanRule = ({ plan }) => {
  const { standingAmps, standingDays } = plan.figures;
  const short = standingDays !== null && standingDays < LEAST_DAYS;
  if (standingAmps <= MOST_AMPS && !short) return [];
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
