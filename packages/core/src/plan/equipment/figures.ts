import type { FinishedCar } from '../../model/finished-car.ts';
import type { Equipment, Feed, Figures } from '../../model/plan.ts';
import type { Setup } from '../../model/setup.ts';
import { standingDays } from '../../supply/current.ts';
import { dropVolts } from '../../supply/cable.ts';
import type { PlanContext } from '../facts/context.ts';
import type { Strategy } from '../ways/strategy.ts';

/** Hours of work by what is done: figures of ours, to be replaced by a shop's own. */
const HOURS = {
  base: 2,
  tap: 0.25,
  device: 0.75,
  processor: 2,
  newWire: 1.25,
  bypass: 1,
  interface: 1.5,
  resistor: 0.15,
  /** plug and socket wired to each other on the bench */
  harnessPair: 0.75,
};
const SPREAD = 1.4;
/** Of a device of the same price class: a setting of ours. */
const HALF_PRICE = 0.15;

/** What a plan takes, in numbers: from the car as it is then, and from what is bought for it. */
export function figuresOf(
  { outputs, supply }: FinishedCar,
  {
    feeds,
    setup,
    equipment,
    strategy,
  }: { feeds: readonly Feed[]; setup: Setup; equipment: readonly Equipment[]; strategy: Strategy },
  context: PlanContext,
): Figures {
  const taps = outputs.filter((o) => o.drives.inputs.length > 0).length;
  const bypassed = setup.factoryAmplifier === 'removed' || setup.factoryAmplifier === 'node';
  // Plus and minus of every output whose wires are intercepted by cutting them.
  const cuts = 2 * outputs.filter((o) => o.intercepted?.by === 'cut').length;
  const count = (own: readonly Equipment[]) => own.reduce((n, e) => n + e.count, 0);
  const boxes = count(equipment.filter((e) => e.kind !== 'harness-half'));
  const halves = count(equipment.filter((e) => e.kind === 'harness-half'));
  const ownWire = strategy.setup?.speakerWire === 'new' ? context.input.targets.length : 0;
  const resistors = outputs.filter((o) => o.drives.resistor !== null).length;
  const kinds = equipment.map((e) => e.kind);
  const from =
    HOURS.base +
    HOURS.tap * taps +
    HOURS.device * boxes +
    HOURS.newWire * ownWire +
    HOURS.resistor * resistors +
    (HOURS.harnessPair * halves) / 2 +
    (bypassed ? HOURS.bypass : 0) +
    (kinds.includes('processor') ? HOURS.processor : 0) +
    (kinds.includes('data-interface') ? HOURS.interface : 0);
  const half = (hours: number) => Math.round(hours * 2) / 2;
  // A plug with its wires is a small part of what a device costs.
  const dear = equipment.reduce(
    (sum, e) => sum + e.priceClass * e.count * (e.kind === 'harness-half' ? HALF_PRICE : 1),
    0,
  );
  return {
    taps,
    cuts,
    boxes,
    hours: { from: half(from), to: half(from * SPREAD) },
    priceClass: dear <= 2 ? 1 : dear <= 4 ? 2 : dear <= 7 ? 3 : 4,
    sineAmps: supply.sineAmps,
    musicAmps: supply.musicAmps,
    standingAmps: supply.asleepAmps,
    standingDays:
      context.input.brief.batteryAh === null
        ? null
        : standingDays(context.input.brief.batteryAh, supply.asleepAmps),
    dropVolts: dropVolts(supply.sineAmps, setup.supply.cableMm2, setup.supply.cableM, setup.supply.metal),
    latencyMs: latencyApart(feeds, context),
  };
}

/** Between the latest processed channel and the earliest, or what stays on the factory amplifier, ms. */
function latencyApart(feeds: readonly Feed[], context: PlanContext): number {
  if (feeds.length === 0) return 0;
  const own = feeds.map((f) => f.latencyMs);
  const untouched = context.input.pairs.some(
    (p) => p.unitKind !== 'radio' && !feeds.some((f) => f.taps.some((t) => t.pairId === p.id)),
  );
  return Math.max(...own) - (untouched ? 0 : Math.min(...own));
}
