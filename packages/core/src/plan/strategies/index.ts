import { processor } from './processor.ts';
import { singleOutput } from './single-output.ts';
import type { Strategy } from './strategy.ts';
import { summedOutputs } from './summed-outputs.ts';

/** Every way in that is tried, simplest first. */
export const STRATEGIES: readonly Strategy[] = [singleOutput, summedOutputs, processor];
