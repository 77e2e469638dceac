import { MOST_DROP_VOLTS } from '../../supply/fuse.ts';
import { planRemark, type PlanRule, setAt } from './rule.ts';

/** What the cable takes away is missing at the amplifier. */
export const cableDrop: PlanRule = ({ plan }) =>
  plan.figures.dropVolts > MOST_DROP_VOLTS + 0.01
    ? [
        planRemark(
          'cable-drop',
          'warning',
          `Cable and return lose ${plan.figures.dropVolts.toFixed(2)} V at full current, more than ${MOST_DROP_VOLTS} V.`,
          { remedy: 'A thicker or shorter cable.', settle: setAt('supply') },
        ),
      ]
    : [];
