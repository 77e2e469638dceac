import { bandCovered } from './band-covered.ts';
import { bandSettled } from './band-settled.ts';
import { boostCost } from './boost-cost.ts';
import { faderKept } from './fader-kept.ts';
import { phaseMeasured } from './phase-measured.ts';
import { polarityKnown } from './polarity-known.ts';
import type { Rule } from './rule.ts';
import { sidesComplete } from './sides-complete.ts';
import { volumeSteps } from './volume-steps.ts';

/** Every rule a feed is held against. */
export const RULES: readonly Rule[] = [
  bandCovered,
  sidesComplete,
  bandSettled,
  polarityKnown,
  phaseMeasured,
  faderKept,
  volumeSteps,
  boostCost,
];
