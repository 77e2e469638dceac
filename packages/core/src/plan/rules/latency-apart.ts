import { planRemark, type PlanRule } from './rule.ts';

/** Channels that arrive further apart than this are heard as an echo or a pulled image, ms: a setting of ours. */
const APART_MS = 5;

/** Processed channels come later than those left on the factory amplifier. */
export const latencyApart: PlanRule = ({ plan }) =>
  plan.figures.latencyMs > APART_MS
    ? [
        planRemark(
          'latency-apart',
          'warning',
          `Processed channels come ${plan.figures.latencyMs.toFixed(1)} ms after untouched ones.`,
          { remedy: 'Delay what can be delayed, or feed all channels through the processor.' },
        ),
      ]
    : [];
