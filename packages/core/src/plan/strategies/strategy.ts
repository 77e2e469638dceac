import type { Feed, Proposal } from '../../model/plan.ts';
import type { Target } from '../../model/target.ts';
import type { Source } from '../plan-input.ts';

/** A way in: how it feeds one side of a target, or null when it cannot. */
export interface Strategy {
  id: Proposal['strategy'];
  title: string;
  /** what has to be bought and set up, in plain words */
  effort: string;
  /** cost of the simpler parts first: dB of flatness that this must gain to come before a simpler way */
  handicapDb: number;
  feed(target: Target, side: Feed['side'], sources: readonly Source[]): Feed | null;
}
