import { LOSS_DB } from '../../behaviour/bass-withdrawal.ts';
import { type LibraryDevice, runsOn } from '../../model/device.ts';
import type { Insert } from '../../model/insert.ts';
import type { Feed } from '../../model/plan.ts';
import type { OwnInsertKind, PlanChanges } from '../../model/plan-changes.ts';
import type { Target } from '../../model/target.ts';
import { mindsWithdrawnBass } from '../facts/bass.ts';
import type { PlanContext } from '../facts/context.ts';
import { isLineLevel } from '../facts/factory-outputs.ts';
import { insertsOf } from '../facts/inserts.ts';
import type { PlanPair } from '../facts/plan-input.ts';
import { missingBass, restoresEnough } from '../facts/withdrawn-bass.ts';
import type { ChosenDevices } from './choose.ts';
import { filtersOf, passes } from './filters.ts';

interface Around {
  context: PlanContext;
  chosen: ChosenDevices;
  changes: PlanChanges;
  loudestStep: number;
}

/**
 * A person's changes with the boxes that the plan itself puts in, so that no way in is given up for want of one that is in
 * the library: what restores bass that would be missing, and what keeps bass from a tweeter where no processor could. Not
 * where a person put in one of that kind, nor where somebody took it out.
 */
export function withOwnInserts(feeds: readonly Feed[], around: Around): PlanChanges {
  const { context, changes } = around;
  const own = context.input.targets.flatMap((target) => {
    const fed = feeds.filter((f) => f.targetId === target.id && f.device !== 'joined');
    const isOpen = (kind: OwnInsertKind) =>
      ![...changes.inserts, ...changes.leftOut].some((i) => i.targetId === target.id && i.kind === kind);
    return [
      ...(isOpen('bass-restorer') ? restorerFor(target, fed, around) : []),
      ...(isOpen('passive-crossover') ? crossoverFor(target, fed, around) : []),
    ];
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
  const { devices, nominalVolts } = context.input;
  const fitting = devices.filter(
    (d) => d.kind === 'bass-restorer' && restoresEnough(d.bassRestoreDb, missing) && runsOn(d, nominalVolts),
  );
  return cheapest(fitting, { kind: 'bass-restorer', at: 'amplifier', targetId: target.id });
}

/** Before a tweeter or a mid on an amplifier without filters: the last resort, where the library has no processor for it. */
function crossoverFor(target: Target, fed: readonly Feed[], { context, chosen, changes }: Around): Insert[] {
  const { devices } = context.input;
  const { way } = target.speaker;
  if (way !== 'tweeter' && way !== 'midrange') return [];
  const inserts = insertsOf(target.id, changes, devices);
  const { amplifier } = chosen.drives.get(target.id)!;
  const bare = fed.flatMap((feed) => {
    const { highPass } = filtersOf(feed, target, chosen.betweenOf(feed), amplifier, inserts);
    return highPass?.where === 'missing' ? [highPass.hz] : [];
  });
  const able = (kind: LibraryDevice['kind']) =>
    devices.filter((d) => d.kind === kind && bare.every((hz) => passes(d, hz)));
  if (bare.length === 0 || able('processor').length > 0) return [];
  return cheapest(able('passive-crossover'), {
    kind: 'passive-crossover',
    at: 'speaker',
    targetId: target.id,
  });
}

function cheapest(
  fitting: readonly LibraryDevice[],
  place: Pick<Insert, 'kind' | 'at' | 'targetId'>,
): Insert[] {
  if (fitting.length === 0) return [];
  const { id, name } = fitting.reduce((a, b) => (b.priceClass < a.priceClass ? b : a));
  return [{ ...place, deviceId: id, device: name }];
}
