import { type Connector, type HarnessView, lockOf } from '@ulpen/core';

/** How many readings that counted before a plug's present lock forbids. */
export function lockedReadings(before: Pick<HarnessView, 'readings'>, plug: Connector): number {
  const own = new Set(plug.cavities.map((c) => c.id));
  return before.readings.filter(
    (r) =>
      r.withdrawnAt === null &&
      (own.has(r.cavityId) || (r.otherCavityId !== null && own.has(r.otherCavityId))) &&
      lockOf(plug, r.observation.kind) !== null,
  ).length;
}
