import { LIBRARY, planRemark, type PlanRule } from './rule.ts';

/** An interface speaks to some cars and not to others. */
export const interfaceFits: PlanRule = ({ plan }) =>
  plan.equipment
    .filter((e) => e.kind === 'data-interface' && e.name !== null)
    .map((e) =>
      planRemark('interface-fits', 'assumption', `That ${e.name} speaks to this car’s data is not shown.`, {
        remedy: 'Ask its maker for this car, year and option code; agree on taking it back.',
        settle: LIBRARY,
      }),
    );
