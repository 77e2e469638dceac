import { planRemark, type PlanRule, SETUP } from './rule.ts';

/** There is a way for everything to go to sleep. */
export const turnOff: PlanRule = ({ plan }) => {
  const { by, asleep, restart } = plan.setup.turnOn;
  const more = { settle: SETUP };
  if (by === 'constant')
    return [
      planRemark(
        'turn-off',
        'error',
        'Nothing turns the amplifiers off: they run until the battery is flat.',
        {
          ...more,
          remedy: 'Wake them by signal, accessory or remote lead.',
        },
      ),
    ];
  return [
    ...(asleep === 'live'
      ? [
          planRemark('turn-on-source', 'error', 'The turn-on source stays live while the car sleeps.', {
            ...more,
            remedy: 'Find one that goes dead, and wait until the car is asleep to see it.',
          }),
        ]
      : asleep === 'unknown'
        ? [
            planRemark(
              'turn-on-source',
              'assumption',
              'Whether the turn-on source goes dead with the car is not seen.',
              {
                ...more,
                remedy: 'Lock the car, wait until it sleeps, read the voltage.',
              },
            ),
          ]
        : []),
    ...(restart === 'dips'
      ? [
          planRemark(
            'turn-on-restart',
            'error',
            'The turn-on source dips when the engine starts again: a thump each time.',
            {
              ...more,
              remedy: 'Another source, or a delay that bridges the dip.',
            },
          ),
        ]
      : []),
  ];
};
