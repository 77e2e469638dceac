import { REQUIRED_SOUNDS } from '../../model/sounds.ts';
import { planRemark, type PlanRule } from './rule.ts';

/** Warning sounds that the law or type approval asks for are never given up. */
export const warningSoundLost: PlanRule = ({ plan }) =>
  plan.triggers
    .filter((t) => t.after === 'lost' && REQUIRED_SOUNDS.includes(t.sound))
    .map((t) =>
      planRemark('warning-sound-lost', 'error', `${t.says} It must go on working.`, {
        remedy:
          'Leave the speaker that plays it on the factory amplifier, or use the signal that carries it.',
        settle: { stage: 'listen', test: 'added' },
      }),
    );
