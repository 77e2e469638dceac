import { formatFrequency } from '../../quantity/frequency.ts';
import { subject } from '../../model/matter.ts';
import { INTAKE, planRemark, type PlanRule } from './rule.ts';

/** What a plan was made to give should be what somebody wants, and not only what is usual. */
export const figuresSeen: PlanRule = ({ context }) =>
  context.input.targets
    .filter((t) => t.assumed)
    .map(({ id, name, lowHz, highHz, speaker }) =>
      planRemark(
        'figures-assumed',
        'assumption',
        `${name}: ${formatFrequency(lowHz)} to ${formatFrequency(highHz)}, ${speaker.ohm} Ω${speaker.watts === null ? '' : ` and ${speaker.watts} W`} are typical figures, not confirmed.`,
        {
          remedy: 'Confirm or change them under Intake.',
          settle: INTAKE,
          subjects: [subject({ targetId: id })],
        },
      ),
    );
