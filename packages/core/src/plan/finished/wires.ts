import type { FinishedOutput } from '../../model/finished-car.ts';
import type { Equipment, Feed, Proposal } from '../../model/plan.ts';
import type { PlanChanges } from '../../model/plan-changes.ts';
import type { Setup } from '../../model/setup.ts';
import type { Target } from '../../model/target.ts';
import type { FactorySpeaker, Pair } from '../../model/unit.ts';
import { drivesNoSpeaker, replaces } from '../facts/factory-outputs.ts';
import type { FactorySystem } from '../facts/factory-system.ts';
import { feedSides, type PlanPair } from '../facts/plan-input.ts';

/** A model of the library, or a kind of device, that was chosen to serve some targets. */
export type DeviceChoice = Pick<Equipment, 'kind' | 'deviceId' | 'name' | 'targetIds'>;

/** What of a plan says how the car is built; its remarks, reasons and figures follow from that. */
export interface BuiltPlan {
  strategy: Proposal['strategy'];
  /** null: kept before a plan had one */
  setup: Pick<Setup, 'joining' | 'speakerWire' | 'factoryAmplifier' | 'loudestStep' | 'turnOn'> | null;
  /** with their filters; what they leave outputs with follows from the car */
  feeds: readonly Feed[];
  equipment: readonly DeviceChoice[];
  changes: PlanChanges;
}

/** What a person chose an output to work into; null: nothing was chosen. */
export const chosenLoad = ({ changes }: Pick<BuiltPlan, 'changes'>, pairId: string | null) =>
  changes.loads.find((l) => l.pairId === pairId)?.load ?? null;

/** A channel that is to play: a side of a target, whether anything feeds it or not. */
export interface WantedChannel {
  target: Target;
  side: Feed['side'];
}

/** A speaker of the factory's with the outputs that drive its coils; one is taken for granted where none is listed. */
export interface FactoryDriver {
  id: string;
  way: Pair['way'];
  coils: FactorySpeaker['coils'];
  /** the first output that drives it */
  pair: PlanPair | null;
}

export const channelsOf = (targets: readonly Target[]): WantedChannel[] =>
  targets.flatMap((target) => feedSides(target).map((side) => ({ target, side })));

export function factoryDrivers(system: FactorySystem): FactoryDriver[] {
  const { pairs, speakers } = system.input;
  const byId = new Map(pairs.map((p) => [p.id, p]));
  const listed = speakers.map(({ id, way, coils }) => {
    const first = coils.find((c) => c.pairId !== null && byId.has(c.pairId))?.pairId;
    return { id, way, coils, pair: (first && byId.get(first)) || null };
  });
  const named = new Set(speakers.flatMap((s) => s.coils.map((c) => c.pairId)));
  const unlisted = pairs
    .filter((p) => !drivesNoSpeaker(p, system) && !named.has(p.id))
    .map((pair) => ({
      id: `of:${pair.id}`,
      way: pair.way,
      coils: [{ pairId: pair.id, ohm: null }],
      pair,
    }));
  return [...listed, ...unlisted];
}

/** A channel's speaker sits where an output's speaker is now: it replaces it, or drives it where it is kept. */
export const servesPlaceOf = (
  { target, side }: WantedChannel,
  pair: PlanPair,
  system: FactorySystem,
): boolean => replaces(target, pair, system) && (side === 'mono' || pair.side === side);

const WAY_ORDER: readonly Pair['way'][] = ['full', 'woofer', 'midrange', 'tweeter', 'subwoofer'];

/**
 * Which channel takes over which factory speaker wire, by the output that the wire belongs to: each wire by one channel
 * at most, each channel one wire. A channel of the same way comes first; what is left over gets wire of its own.
 */
export function takenWires(
  channels: readonly WantedChannel[],
  plan: Pick<BuiltPlan, 'strategy' | 'setup'>,
  system: FactorySystem,
): Map<string, WantedChannel> {
  const taken = new Map<string, WantedChannel>();
  if (plan.setup?.speakerWire !== 'reuse' || plan.strategy === 'keep-speaker') return taken;
  const open = new Set(channels);
  const speakerOutputs = system.input.pairs
    .filter((p) => !drivesNoSpeaker(p, system))
    .sort((a, b) => WAY_ORDER.indexOf(a.way) - WAY_ORDER.indexOf(b.way));
  for (const sameWay of [true, false])
    for (const pair of speakerOutputs) {
      if (taken.has(pair.id)) continue;
      const channel = [...open].find(
        (c) => servesPlaceOf(c, pair, system) && (!sameWay || c.target.speaker.way === pair.way),
      );
      if (!channel) continue;
      taken.set(pair.id, channel);
      open.delete(channel);
    }
  return taken;
}

/** How wires are intercepted here: a tap leaves a wire whole, so where one must lead elsewhere, a harness pair does it. */
export const interceptedBy = ({
  setup,
}: Pick<BuiltPlan, 'setup'>): NonNullable<FinishedOutput['intercepted']>['by'] =>
  setup?.joining === 'cut' ? 'cut' : 'harness-pair';
