import type { Feed, Remark } from '../../model/plan.ts';
import type { Target } from '../../model/target.ts';
import type { Source } from '../plan-input.ts';

/** What a rule looks at: one worked-out feed with the outputs it is made from. */
export interface FeedInContext {
  feed: Feed;
  target: Target;
  /** in the order of the feed's taps */
  sources: Source[];
  /** `Front set, left` */
  name: string;
}

/** A rule finds what an installer must know about a feed: nothing, or remarks. */
export type Rule = (context: FeedInContext) => Remark[];

/** A remark of a rule on a feed. */
export function remark(
  context: FeedInContext,
  rule: string,
  severity: Remark['severity'],
  text: string,
  pairId: string | null = null,
): Remark {
  return { severity, rule, text, targetId: context.feed.targetId, pairId };
}
