import { INTAKE, planRemark, type PlanRule } from './rule.ts';

/** A car's network misses an amplifier that is gone: faults, no sound at all, a flat battery. */
export const networkNode: PlanRule = ({ plan, context }) => {
  if (plan.setup.factoryAmplifier !== 'removed' || context.onNetwork === false) return [];
  const remedy = 'Leave it powered and plugged to the network, with only its outputs taken off.';
  return context.onNetwork
    ? [
        planRemark(
          'network-node',
          'error',
          'The bypassed amplifier is a node of the car’s network and would be missed: fault codes, silence, or a network that never sleeps.',
          { remedy },
        ),
      ]
    : [
        planRemark(
          'network-node',
          'assumption',
          'Whether the car’s network expects the amplifier is not known; the plan takes it out.',
          {
            remedy: 'Look for a data line at its plugs in Find, or say in Intake that there is none.',
            settle: INTAKE,
          },
        ),
      ];
};
