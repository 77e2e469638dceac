import { mindsWithdrawnBass } from './bass.ts';
import type { LibraryDevice } from '../model/device.ts';
import type { Device, Feed, PlanChanges, Proposal, Remark } from '../model/plan.ts';
import type { Target } from '../model/target.ts';
import { cableFor, fuseFor } from '../supply/fuse.ts';
import { completeFeed, replaces, sensesLoad, voltsAt } from './complete-feed.ts';
import { type PlanContext, wantedFeeds } from './context.ts';
import { devicesBetween, drivesOf, equipmentOf, kindOf } from './equipment.ts';
import { workOutFeed } from './feed.ts';
import { currentOf, figuresOf } from './figures.ts';
import { finishedCar } from './finished/finished-car.ts';
import { dutiesOf, lossesOf, triggersOf } from './losses.ts';
import { describeFeed, feedName } from './reasons.ts';
import { FEED_RULES, PLAN_RULES } from './rules/index.ts';
import type { FeedInContext, PlanInContext } from './rules/rule.ts';
import { draftSetup } from './setup.ts';
import { strategyOf } from './strategies/index.ts';
import type { Strategy } from './strategies/strategy.ts';
import { turnOnSteps } from './turn-on.ts';

const DEVICE_ORDER: readonly Device[] = [
  'direct',
  'passive-converter',
  'converter',
  'summing-converter',
  'processor',
  'data-interface',
];
const SEVERITY_ORDER: readonly Remark['severity'][] = ['error', 'warning', 'assumption', 'note'];
/** The sensing of speaker-level inputs at amplifiers and converters that stand nothing by themselves, V. */
const LEAST_VOLTS = 0.1;

/**
 * One strategy worked out in full for all targets: signal, levels, loads, equipment, supply, turn-on, losses, and what
 * every rule has to say of it.
 *
 * @param changes what a person changed by hand against what the strategy would do
 */
export function workOut(strategy: Strategy, context: PlanContext, changes: PlanChanges): Proposal {
  const { input } = context;
  const missing: Remark[] = [];
  const raw = wantedFeeds(input.targets).flatMap(({ target, side }): Feed[] => {
    const feed = changedFeed(target, side, context, changes) ?? feedBy(strategy, target, side, context);
    if (feed) return [feed];
    missing.push(notFed(target, side));
    return [];
  });
  const draft = draftSetup(strategy, context, changes);
  const drives = drivesOf(input.targets, input.devices);
  const found = devicesBetween(
    raw,
    (device, own) => ({
      kind: kindOf(device)!,
      inputs: new Set(own.flatMap((f) => f.taps.map((t) => t.pairId))).size,
      outputs: own.length,
      sums: own.some(
        (f) => f.taps.length > 1 && (f.device === 'summing-converter' || f.device === 'processor'),
      ),
      volts: loudestOf(own, draft.loudestStep, context),
      volumeControl: pairsOf(own, context).some((p) => p.unitKind === 'radio' && p.facts.feed === 'fixed'),
      load: own.some((f) =>
        pairsOf([f], context).some(
          (p) =>
            sensesLoad(p, context) &&
            replaces(
              input.targets.find((t) => t.id === f.targetId)!,
              p,
              context,
            ),
        ),
      ),
      restoreDb: Math.max(
        0,
        ...own.flatMap((f) =>
          !mindsWithdrawnBass(f)
            ? []
            : pairsOf([f], context)
                .filter((p) => p.facts.bass.verdict === 'withdrawn')
                .map((p) => -p.facts.bass.worstDb),
        ),
      ),
    }),
    input.devices,
    changes.boxes,
  );
  const betweenOf = (feed: Feed): LibraryDevice | null =>
    found.find((b) => b.feeds.includes(feed))?.between ?? null;
  const amps = currentOf(context, drives);
  const fuseAmps = draft.supply.fuseAmps === undefined ? fuseFor(amps.music) : draft.supply.fuseAmps;
  const setup = {
    ...draft,
    supply: {
      ...draft.supply,
      fuseAmps,
      cableMm2:
        draft.supply.cableMm2 ??
        cableFor(amps.sine, fuseAmps ?? fuseFor(amps.music), draft.supply.cableM, draft.supply.metal),
    },
  };
  const keepsSpeaker = strategy.id === 'keep-speaker';
  const done = raw.map((feed) => {
    const target = input.targets.find((t) => t.id === feed.targetId)!;
    const drive = drives.get(target.id)!;
    const between = betweenOf(feed);
    const full = completeFeed(feed, { context, target, setup, between, drive, changes, keepsSpeaker });
    return { feed: full, target, between, drive };
  });
  const feeds = done.map((d) => d.feed);
  const equipment = equipmentOf(found, drives, context);
  const finished = finishedCar(input, { strategy: strategy.id, setup, feeds, equipment, changes });
  const triggers = triggersOf(finished, input);
  const wanted = wantedFeeds(input.targets).length;
  const plan: PlanInContext['plan'] = {
    strategy: strategy.id,
    title: strategy.title,
    device: DEVICE_ORDER[Math.max(0, ...feeds.map((f) => DEVICE_ORDER.indexOf(f.device)))],
    covers: feeds.length === wanted && feeds.every((f) => f.covers),
    withinDb: Math.max(0, ...feeds.map((f) => f.withinDb)),
    feeds,
    setup,
    changes,
    equipment,
    losses: lossesOf(finished, feeds, setup, triggers, input),
    duties: dutiesOf(setup, context),
    triggers,
    turnOn: turnOnSteps(setup, equipment, context),
    figures: figuresOf(feeds, setup, equipment, amps, strategy, finished, context),
  };
  const inContext = done.map(({ feed, target, between, drive }): FeedInContext => ({
    feed,
    target,
    between,
    drive,
    setup,
    context,
    name: feedName(target, feed.side),
    sources: feed.taps.map((tap) => context.sources.find((s) => s.pair.id === tap.pairId)!),
  }));
  const ofFeeds = input.targets.flatMap((target) =>
    mergeSides(
      inContext.filter((c) => c.target === target).flatMap((c) => FEED_RULES.flatMap((rule) => rule(c))),
      target,
    ),
  );
  const ofPlan = PLAN_RULES.flatMap((rule) => rule({ plan, feeds: inContext, drives, finished, context }));
  return {
    ...plan,
    reasons: inContext.map(describeFeed),
    remarks: withoutRepeats([...missing, ...ofFeeds, ...ofPlan]).sort(
      (a, b) => SEVERITY_ORDER.indexOf(a.severity) - SEVERITY_ORDER.indexOf(b.severity),
    ),
  };
}

function feedBy(strategy: Strategy, target: Target, side: Feed['side'], context: PlanContext): Feed | null {
  const own = strategy.feed(target, side, context);
  if (own) return own;
  let best: Feed | null = null;
  for (const id of strategy.others(target, context)) {
    const feed = strategyOf(id)!.feed(target, side, context);
    if (feed?.covers) return feed;
    best ??= feed;
  }
  return best;
}

/** The summing desk's taps instead of the solved ones. */
function changedFeed(
  target: Target,
  side: Feed['side'],
  context: PlanContext,
  changes: PlanChanges,
): Feed | null {
  const own = changes.feeds.find((f) => f.targetId === target.id && f.side === side);
  if (!own) return null;
  const taps = own.taps.filter((t) => context.sources.some((s) => s.pair.id === t.pairId));
  if (taps.length === 0) return null;
  const device = own.device ?? (taps.length > 1 ? 'summing-converter' : 'converter');
  const correction = device === 'processor' ? { sections: 8, boostLimitDb: 6 } : null;
  return workOutFeed(target, side, taps, context.sources, {
    device,
    by: strategyOfDevice(device),
    correction,
  });
}

const strategyOfDevice = (device: Device): string =>
  device === 'processor'
    ? 'processor'
    : device === 'direct'
      ? 'direct'
      : device === 'summing-converter'
        ? 'sum'
        : 'convert';

const pairsOf = (feeds: readonly Feed[], context: PlanContext) =>
  feeds.flatMap((f) => f.taps.map((t) => context.input.pairs.find((p) => p.id === t.pairId)!));

function loudestOf(feeds: readonly Feed[], step: number, context: PlanContext): number {
  return Math.max(LEAST_VOLTS, ...pairsOf(feeds, context).map((p) => voltsAt(p, step, context).volts));
}

function notFed(target: Target, side: Feed['side']): Remark {
  const text = `${feedName(target, side)}: no output may feed it. List and measure the ${side === 'mono' ? '' : `${side} `}outputs first.`;
  return {
    severity: 'error',
    rule: 'source-found',
    text,
    remedy: null,
    settle: { stage: 'listen', test: null },
    targetId: target.id,
    pairId: null,
  };
}

/** An output that feeds two channels earns the same remark twice. */
function withoutRepeats(remarks: readonly Remark[]): Remark[] {
  return remarks.filter((r, i) => remarks.findIndex((o) => o.text === r.text) === i);
}

/** What holds for left and right alike is said once. */
function mergeSides(remarks: readonly Remark[], target: Target): Remark[] {
  const [left, right] = [feedName(target, 'left'), feedName(target, 'right')];
  const asLeft = (text: string) => text.replace(right, left);
  const twins = (r: Remark) => remarks.filter((o) => o.rule === r.rule && asLeft(o.text) === asLeft(r.text));
  return remarks
    .filter((r) => twins(r)[0] === r)
    .map((r) =>
      twins(r).length > 1 ? { ...r, text: r.text.replace(left, `${target.name}, both sides`) } : r,
    );
}
