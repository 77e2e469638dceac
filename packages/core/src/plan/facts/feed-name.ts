import type { Feed } from '../../model/plan.ts';
import type { Target } from '../../model/target.ts';

/** `Front set, left`; a mono target has no side. */
export function feedName(target: Pick<Target, 'name'>, side: Feed['side']): string {
  return side === 'mono' ? target.name : `${target.name}, ${side}`;
}
