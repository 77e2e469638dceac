import type { PlanChanges } from '../../model/plan-changes.ts';

/**
 * A person's changes without what they name that is no longer in sight: a draft outlives outputs and channels that are
 * removed beside it. A channel that loses its last tap is solved again.
 *
 * @param job outputs and channels that are in sight
 */
export function liveChanges(
  { feeds, loads, coils, inserts, leftOut, ...rest }: PlanChanges,
  { targets, pairs }: { targets: readonly { id: string }[]; pairs: readonly { id: string }[] },
): PlanChanges {
  const isOutput = ({ pairId }: { pairId: string }) => pairs.some((p) => p.id === pairId);
  return {
    ...rest,
    feeds: feeds
      .filter((f) => targets.some((t) => t.id === f.targetId))
      .map((f) => ({ ...f, taps: f.taps.filter(isOutput) }))
      .filter((f) => f.taps.length > 0),
    loads: loads.filter(isOutput),
    leftOut: leftOut.filter((i) => targets.some((t) => t.id === i.targetId)),
    coils: coils.filter((c) => targets.some((t) => t.id === c.targetId)),
    inserts: inserts.filter((i) => i.targetId === null || targets.some((t) => t.id === i.targetId)),
  };
}
