import { planRemark, type PlanRule } from './rule.ts';

/** Processed channels come later than those left on the factory amplifier. */
export const latencyApart: PlanRule = ({ plan, context }) =>
  plan.figures.latencyMs > context.input.preferences.practice.latencyMs
    ? [
        planRemark(
          'latency-apart',
          'warning',
          `Processed channels come ${plan.figures.latencyMs.toFixed(1)} ms after untouched ones.`,
          { remedy: 'Delay what can be delayed, or feed all channels through the processor.' },
        ),
      ]
    : [];
