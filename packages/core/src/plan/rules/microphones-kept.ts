import { planRemark, type PlanRule, setAt } from './rule.ts';

/** Microphones of noise cancelling serve telephone and emergency call too. */
export const microphonesKept: PlanRule = ({ plan }) =>
  plan.setup.microphones === 'unplugged'
    ? [
        planRemark(
          'microphones-kept',
          'error',
          'Microphones that the telephone or emergency call may share are unplugged.',
          {
            remedy: 'Leave them plugged in; switch the cancelling off by the maker’s procedure.',
            settle: setAt('factory'),
          },
        ),
      ]
    : [];
