import type { WalkInItem } from '../../model/intake.ts';
import { subject } from '../../model/matter.ts';
import { INTAKE, planRemark, type PlanRule } from './rule.ts';

const FOUND: Record<WalkInItem, { says: string; remedy: string }> = {
  'warning-lights': {
    says: 'a warning light was on',
    remedy: 'Show it to the owner and have it seen to: afterwards it will be laid to this work.',
  },
  speakers: {
    says: 'a factory speaker is dead, weak or buzzes',
    remedy: 'Find out which and why before an output is taken for what it gives.',
  },
  chimes: { says: 'a chime is missing', remedy: 'Find out why before anything is opened.' },
  parking: { says: 'parking sounds are missing', remedy: 'Find out why before anything is opened.' },
  telephone: { says: 'the telephone does not work', remedy: 'Find out why before anything is opened.' },
  damage: {
    says: 'damage',
    remedy: 'Show it to the owner and have it noted before a panel is taken off.',
  },
  'earlier-work': {
    says: 'earlier work',
    remedy: 'Trace it first: a wire may no longer be the factory’s, whatever its colour.',
  },
};

/** What was wrong with the car when it came in is settled, or taken on by name, before the plan is built. */
export const foundAtIntake: PlanRule = ({ context }) =>
  context.input.found.map(({ item, note }) =>
    planRemark(
      'found-at-intake',
      'assumption',
      `Found at intake: ${FOUND[item].says}${note ? ` (${note})` : ''}.`,
      { remedy: FOUND[item].remedy, settle: INTAKE, subjects: [subject({ what: item })] },
    ),
  );
