import type { FinishedCar } from '../model/finished-car.ts';
import type { Equipment, Feed, Figures } from '../model/plan.ts';
import type { Setup } from '../model/setup.ts';
import { musicAmps, sineAmps, standingDays } from '../supply/current.ts';
import { dropVolts } from '../supply/cable.ts';
import type { PlanContext } from './context.ts';
import type { Drive } from './equipment.ts';
import { feedSides } from './plan-input.ts';
import type { Strategy } from './strategies/strategy.ts';

/** Playing, the car's net stands at about this, V. */
export const PLAYING_VOLTS = 13.8;

/** Current of all amplifiers at full sine and with music, A. */
export function currentOf(context: PlanContext, drives: ReadonlyMap<string, Drive>) {
  const { targets, devices } = context.input;
  const amplifiers = new Set<string>();
  let sine = 0;
  let music = 0;
  for (const target of targets) {
    const { amplifier, watts } = drives.get(target.id)!;
    const channels = feedSides(target).length;
    const each = Math.min(watts ?? target.speaker.watts ?? 50, target.speaker.watts ?? Infinity);
    const efficiency = amplifier?.amplifier?.efficiency ?? 0.6;
    const idle = amplifier === null || amplifiers.has(amplifier.id) ? 0 : amplifier.idleAmps;
    if (amplifier) amplifiers.add(amplifier.id);
    sine += sineAmps(channels * each, efficiency, PLAYING_VOLTS, idle);
    music += musicAmps(channels * each, efficiency, PLAYING_VOLTS, idle);
  }
  const asleep = devices.filter((d) => amplifiers.has(d.id)).reduce((sum, d) => sum + d.standbyAmps, 0);
  return { sine, music, asleep };
}

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
};
const SPREAD = 1.4;

export function figuresOf(
  feeds: readonly Feed[],
  setup: Setup,
  equipment: readonly Equipment[],
  amps: ReturnType<typeof currentOf>,
  strategy: Strategy,
  finished: FinishedCar,
  context: PlanContext,
): Figures {
  const taps = new Set(feeds.flatMap((f) => f.taps.map((t) => t.pairId))).size;
  const bypassed = setup.factoryAmplifier === 'removed' || setup.factoryAmplifier === 'node';
  // Plus and minus of every output whose wires are intercepted by cutting them.
  const cuts = 2 * finished.outputs.filter((o) => o.intercepted?.by === 'cut').length;
  const boxes = equipment.reduce((n, e) => n + e.count, 0);
  const ownWire = strategy.setup?.speakerWire === 'new' ? context.input.targets.length : 0;
  const resistors = finished.outputs.filter((o) => o.drives.resistor !== null).length;
  const kinds = equipment.map((e) => e.kind);
  const from =
    HOURS.base +
    HOURS.tap * taps +
    HOURS.device * boxes +
    HOURS.newWire * ownWire +
    HOURS.resistor * resistors +
    (bypassed ? HOURS.bypass : 0) +
    (kinds.includes('processor') ? HOURS.processor : 0) +
    (kinds.includes('data-interface') ? HOURS.interface : 0);
  const half = (hours: number) => Math.round(hours * 2) / 2;
  const sensing = setup.turnOn.by === 'sensing' || setup.turnOn.by === 'offset';
  const deviceStandby = context.input.devices
    .filter((d) => equipment.some((e) => e.deviceId === d.id && e.kind !== 'amplifier'))
    .reduce((sum, d) => sum + d.standbyAmps, 0);
  const awake = setup.turnOn.by === 'constant' ? amps.music : 0;
  const standingAmps = amps.asleep + (sensing ? deviceStandby + SENSING_AMPS : deviceStandby) + awake;
  const dear = equipment.reduce((sum, e) => sum + e.priceClass * e.count, 0);
  return {
    taps,
    cuts,
    boxes,
    hours: { from: half(from), to: half(from * SPREAD) },
    priceClass: dear <= 2 ? 1 : dear <= 4 ? 2 : dear <= 7 ? 3 : 4,
    sineAmps: amps.sine,
    musicAmps: amps.music,
    standingAmps,
    standingDays:
      context.input.brief.batteryAh === null
        ? null
        : standingDays(context.input.brief.batteryAh, standingAmps),
    dropVolts: dropVolts(amps.sine, setup.supply.cableMm2, setup.supply.cableM, setup.supply.metal),
    latencyMs: latencyApart(feeds, context),
  };
}

/** A sensing input listens all the time, A. */
const SENSING_AMPS = 0.004;

/** Between the latest processed channel and the earliest, or what stays on the factory amplifier, ms. */
function latencyApart(feeds: readonly Feed[], context: PlanContext): number {
  if (feeds.length === 0) return 0;
  const own = feeds.map((f) => f.latencyMs);
  const untouched = context.input.pairs.some(
    (p) => p.unitKind !== 'radio' && !feeds.some((f) => f.taps.some((t) => t.pairId === p.id)),
  );
  return Math.max(...own) - (untouched ? 0 : Math.min(...own));
}
