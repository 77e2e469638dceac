import { type Feed, feedName, type JobView } from '@ulpen/core';

/** `Front set, left` of a feed; a target that was removed since has no name. */
export function channelName(job: JobView, feed: Pick<Feed, 'targetId' | 'side'>): string {
  const target = job.targets.find((t) => t.id === feed.targetId);
  return target ? feedName(target, feed.side) : 'A target that is gone';
}
