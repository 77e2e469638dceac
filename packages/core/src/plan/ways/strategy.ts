import type { Feed } from '../../model/plan.ts';
import type { Setup } from '../../model/setup.ts';
import type { Target } from '../../model/target.ts';
import type { PlanContext } from '../facts/context.ts';

/** A way in: whether it is one here, how it feeds one side of a target, and what it does to the factory amplifier. */
export interface Strategy {
  id: string;
  title: string;
  /** what has to be bought and done, in plain words */
  effort: string;
  /** cost of the simpler parts first: dB of flatness that this must gain to come before a simpler way */
  handicapDb: number;
  /** why it cannot be used on this car, in words; null when it is worth working out */
  refuses(context: PlanContext): string | null;
  /** null when it does not serve this target, or finds nothing for it */
  feed(target: Target, side: Feed['side'], context: PlanContext): Feed | null;
  /** strategies that are asked for the targets this one does not serve, in order */
  others(target: Target, context: PlanContext): string[];
  setup?: Partial<Pick<Setup, 'factoryAmplifier' | 'speakerWire'>>;
}
