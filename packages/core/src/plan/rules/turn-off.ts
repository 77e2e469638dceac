import { planRemark, type PlanRule, setAt } from './rule.ts';

/** There is a way for everything to go to sleep. */
export const turnOff: PlanRule = ({ plan }) =>
  plan.setup.turnOn.by === 'constant'
    ? [
        planRemark(
          'turn-off',
          'error',
          'Nothing turns the amplifiers off: they run until the battery is flat.',
          { settle: setAt('turn-on'), remedy: 'Turn them on by signal, accessory or remote lead.' },
        ),
      ]
    : [];
