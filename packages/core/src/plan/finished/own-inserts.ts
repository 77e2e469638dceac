import { LOSS_DB } from '../../behaviour/bass-withdrawal.ts';
import type { Insert } from '../../model/insert.ts';
import type { Feed } from '../../model/plan.ts';
import type { PlanChanges } from '../../model/plan-changes.ts';
import type { Target } from '../../model/target.ts';
import { mindsWithdrawnBass } from '../facts/bass.ts';
import type { PlanContext } from '../facts/context.ts';
import { isLineLevel } from '../facts/factory-outputs.ts';
import type { PlanPair } from '../facts/plan-input.ts';
import { missingBass, restoresEnough } from '../facts/withdrawn-bass.ts';
import type { ChosenDevices } from './choose.ts';

interface Around {
  context: PlanContext;
  chosen: ChosenDevices;
  changes: PlanChanges;
  loudestStep: number;
}

/**
 * A person's changes with the boxes that the plan itself puts in, so that no way in is given up for want of one that is in
 * the library: what restores bass that would be missing. Not where a person put in one of that kind, nor where somebody
 * took it out.
 */
export function withOwnInserts(feeds: readonly Feed[], around: Around): PlanChanges {
  const { context, changes } = around;
  const own = context.input.targets.flatMap((target) => {
    const fed = feeds.filter((f) => f.targetId === target.id && f.device !== 'joined');
    const settled = [...changes.inserts, ...changes.leftOut].some(
      (i) => i.targetId === target.id && i.kind === 'bass-restorer',
    );
    return settled ? [] : restorerFor(target, fed, around);
  });
  return own.length === 0 ? changes : { ...changes, inserts: [...changes.inserts, ...own] };
}

/** Between converter and amplifier, where the converter does not give the bass back itself. */
function restorerFor(target: Target, fed: readonly Feed[], around: Around): Insert[] {
  const { context, chosen, loudestStep } = around;
  const pairsOf = (feed: Feed): PlanPair[] =>
    feed.taps.map((t) => context.input.pairs.find((p) => p.id === t.pairId)!);
  const mind = fed.filter(mindsWithdrawnBass);
  const missing = Math.max(
    0,
    ...mind.flatMap((f) => pairsOf(f).map((p) => missingBass(p, loudestStep, f.need))),
  );
  const isLine = (f: Feed) => f.device !== 'direct' || pairsOf(f).every((p) => isLineLevel(p, context));
  if (missing <= LOSS_DB || !mind.every(isLine)) return [];
  if (mind.every((f) => restoresEnough(chosen.betweenOf(f)?.bassRestoreDb ?? 0, missing))) return [];
  const fitting = context.input.devices.filter(
    (d) => d.kind === 'bass-restorer' && restoresEnough(d.bassRestoreDb, missing),
  );
  if (fitting.length === 0) return [];
  const { id, name } = fitting.reduce((a, b) => (b.priceClass < a.priceClass ? b : a));
  return [{ kind: 'bass-restorer', at: 'amplifier', targetId: target.id, deviceId: id, device: name }];
}
