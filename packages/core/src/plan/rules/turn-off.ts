import { subject } from '../../model/matter.ts';
import { planRemark, type PlanRule, setAt } from './rule.ts';

/** There is a way for everything to go to sleep. */
export const turnOff: PlanRule = ({ plan }) => {
  const { by, asleep, restart } = plan.setup.turnOn;
  const more = { settle: setAt('turn-on') };
  if (by === 'constant')
    return [
      planRemark(
        'turn-off',
        'error',
        'Nothing turns the amplifiers off: they run until the battery is flat.',
        {
          ...more,
          remedy: 'Turn them on by signal, accessory or remote lead.',
        },
      ),
    ];
  return [
    ...(asleep === 'live'
      ? [
          planRemark('turn-on-source', 'error', 'The turn-on source stays live while the car sleeps.', {
            ...more,
            remedy: 'Find one that goes off, and check it once the car is asleep.',
          }),
        ]
      : asleep === 'unknown'
        ? [
            planRemark(
              'turn-on-source',
              'assumption',
              'Nobody has checked that the turn-on source goes off when the car sleeps.',
              {
                ...more,
                subjects: [subject({ what: by })],
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
