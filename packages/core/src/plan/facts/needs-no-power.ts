import type { Feed } from '../../model/plan.ts';

/** Every channel is joined to an output itself: no device is built in that is woken or supplied. */
export const needsNoPower = (feeds: readonly Pick<Feed, 'device'>[]): boolean =>
  feeds.length > 0 && feeds.every((f) => f.device === 'joined');
