import type { HarnessWorkings } from '@ulpen/core';

export const BATTERY_ON_TWEETER =
  'This pair goes to a tweeter: no battery there, not even for a moment. Use the polarity tester.';

/** The pair that a cavity belongs to most likely goes to a tweeter. */
export function isTweeter({ map, indexOf }: HarnessWorkings, cavityId: string): boolean {
  const pair = map.cavities[indexOf.get(cavityId) ?? -1]?.pair ?? null;
  const channel = pair === null ? null : map.pairs[pair].channel;
  return channel !== null && channel.probability > 0.5 && channel.channel.way === 'tweeter';
}
