import type { FinishedCar } from '../model/finished-car.ts';
import type { Feed, Proposal } from '../model/plan.ts';
import type { Device, PlanChanges } from '../model/plan-changes.ts';
import type { Setup } from '../model/setup.ts';
import { equipmentOf } from './equipment/equipment.ts';
import { figuresOf } from './equipment/figures.ts';
import { harnessHalves } from './equipment/harness-pairs.ts';
import { type PlanContext, wantedFeeds } from './facts/context.ts';
import { feedName } from './facts/feed-name.ts';
import { type ChosenDevices, chooseDevices } from './finished/choose.ts';
import { PLAYING_VOLTS } from './finished/draws.ts';
import { filtersOf } from './finished/filters.ts';
import { builtCar } from './finished/finished-car.ts';
import { insertsOf } from './facts/inserts.ts';
import { withOwnInserts } from './finished/own-inserts.ts';
import { drawOfAll, finishedSupply } from './finished/supply.ts';
import { needsNoPower } from './facts/needs-no-power.ts';
import { completeFeed } from './levels/complete-feed.ts';
import { dutiesOf, lossesOf, triggersOf } from './losses/losses.ts';
import { remarksOf } from './rules/remarks.ts';
import type { FeedInContext, PlanInContext } from './rules/rule.ts';
import { ownFusesTogether, withMainCable } from './supply/main-cable.ts';
import { turnOnSteps } from './supply/turn-on.ts';
import { feedsOf } from './ways/feeds.ts';
import { draftSetup } from './ways/setup.ts';
import type { Strategy } from './ways/strategy.ts';
import { reasonOfFeed } from './words/reasons.ts';

const DEVICE_ORDER: readonly Device[] = [
  'joined',
  'direct',
  'passive-converter',
  'converter',
  'bridged-converter',
  'summing-converter',
  'processor',
  'data-interface',
];

/**
 * One strategy worked out in full for all targets: which output feeds which channel, the finished car, what follows from
 * it, and what every rule has to say of it.
 *
 * @param changes what a person changed by hand against what the strategy would do
 */
export function workOut(strategy: Strategy, context: PlanContext, changes: PlanChanges): Proposal {
  const given = { strategy, context, changes };
  const { car, setup, feeds, chosen, built } = buildCar(given);
  const done = feeds.map((feed) => feedInContext(feed, { car, setup, chosen, built }, given));
  const plan = planOf(
    car,
    setup,
    done.map((d) => d.feed),
    chosen,
    given,
  );
  const inContext: PlanInContext = { plan, feeds: done, drives: chosen.drives, finished: car, context };
  return { ...plan, reasons: done.map(reasonOfFeed), remarks: remarksOf(inContext) };
}

interface Given {
  strategy: Strategy;
  context: PlanContext;
  changes: PlanChanges;
}

interface Built {
  car: FinishedCar;
  setup: Setup;
  /** as the car was built from them */
  feeds: { raw: Feed; feed: Feed }[];
  chosen: ChosenDevices;
  /** what a person changed, and what the plan puts in by itself */
  built: PlanChanges;
}

/** From the ways into the system to the car: feeds, devices, filters, what drives what, and the supply for it. */
function buildCar({ strategy, context, changes }: Given): Built {
  const { input } = context;
  const raw = feedsOf(strategy, context, changes);
  const draft = draftSetup(strategy, context, changes);
  const chosen = chooseDevices(raw, context, draft, changes);
  const built = withOwnInserts(raw, { context, chosen, changes, loudestStep: draft.loudestStep });
  const feeds = raw.map((feed) => {
    const target = input.targets.find((t) => t.id === feed.targetId)!;
    const { amplifier } = chosen.drives.get(target.id)!;
    const inserts = insertsOf(target.id, built, input.devices);
    return { ...feed, crossover: filtersOf(feed, target, chosen.betweenOf(feed), amplifier, inserts) };
  });
  const plan = { strategy: strategy.id, setup: draft, feeds, equipment: chosen.choices, changes: built };
  const car = builtCar(input, plan);
  const ownAmps = ownFusesTogether(car.devices, PLAYING_VOLTS[input.nominalVolts]);
  const setup = withMainCable(draft, drawOfAll(car.devices), ownAmps);
  const supply = finishedSupply(car.devices, setup.supply, input);
  return {
    car: { ...car, supply },
    built,
    setup,
    feeds: feeds.map((feed, i) => ({ raw: raw[i], feed })),
    chosen,
  };
}

function feedInContext(
  { raw, feed }: Built['feeds'][number],
  { car, setup, chosen, built }: Omit<Built, 'feeds'>,
  { context }: Given,
): FeedInContext {
  const target = context.input.targets.find((t) => t.id === feed.targetId)!;
  const beside = {
    target,
    between: chosen.betweenOf(raw),
    drive: chosen.drives.get(target.id)!,
    inserts: insertsOf(target.id, built, context.input.devices),
  };
  const { loudestStep, overlap } = setup;
  return {
    ...beside,
    feed: completeFeed(feed, { context, loudestStep, overlapDb: Number(overlap), car, ...beside }),
    setup,
    context,
    name: feedName(target, feed.side),
    sources: feed.taps.map((tap) => context.sources.find((s) => s.pair.id === tap.pairId)!),
  };
}

/** Everything of a plan that follows from its car, before the rules look at it. */
function planOf(
  car: FinishedCar,
  setup: Setup,
  feeds: Feed[],
  chosen: ChosenDevices,
  { strategy, context, changes }: Given,
): PlanInContext['plan'] {
  const { input } = context;
  const equipment = [...equipmentOf(car, chosen.between, input.targets), ...harnessHalves(car, input)];
  const triggers = triggersOf(car, input);
  const wanted = wantedFeeds(input.targets).length;
  return {
    strategy: strategy.id,
    title: strategy.title,
    device: DEVICE_ORDER[Math.max(0, ...feeds.map((f) => DEVICE_ORDER.indexOf(f.device)))],
    covers: feeds.length === wanted && feeds.every((f) => f.covers),
    withinDb: Math.max(0, ...feeds.map((f) => f.withinDb)),
    feeds,
    setup,
    changes,
    equipment,
    losses: lossesOf(car, feeds, setup, triggers, input),
    duties: dutiesOf(setup, context),
    triggers,
    turnOn: needsNoPower(feeds) ? [] : turnOnSteps(setup, car, context),
    figures: figuresOf(car, { feeds, setup, equipment, strategy }, context),
    car,
  };
}
