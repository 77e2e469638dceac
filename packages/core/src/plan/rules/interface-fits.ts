import { subject } from '../../model/matter.ts';
import { LIBRARY, planRemark, type PlanRule } from './rule.ts';

/** An interface speaks to some cars and not to others. */
export const interfaceFits: PlanRule = ({ plan }) =>
  plan.equipment
    .filter((e) => e.kind === 'data-interface' && e.name !== null)
    .map((e) =>
      planRemark(
        'interface-fits',
        'assumption',
        `Nobody has shown that ${e.name} works with this car’s data.`,
        {
          remedy: 'Ask its maker for this car, year and option code; agree that it can be returned.',
          settle: LIBRARY,
          subjects: [subject({ what: e.deviceId ?? e.name! })],
        },
      ),
    );
