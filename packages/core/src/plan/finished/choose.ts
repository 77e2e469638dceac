import type { LibraryDevice } from '../../model/device.ts';
import type { Feed } from '../../model/plan.ts';
import type { PlanChanges } from '../../model/plan-changes.ts';
import type { Setup } from '../../model/setup.ts';
import { mindsWithdrawnBass } from '../facts/bass.ts';
import type { PlanContext } from '../facts/context.ts';
import { isLineLevel, replaces, sensesLoad, voltsAt } from '../facts/factory-outputs.ts';
import type { PlanPair } from '../facts/plan-input.ts';
import { missingBass } from '../facts/withdrawn-bass.ts';
import {
  type BoxBetween,
  type DeviceNeed,
  devicesBetween,
  type FoundBetween,
  isBridged,
  kindOf,
} from './between.ts';
import { type Drive, drivesOfFeeds } from './drives.ts';
import type { DeviceChoice } from './wires.ts';

/** The sensing of speaker-level inputs at amplifiers and converters that stand nothing by themselves, V. */
const LEAST_VOLTS = 0.1;

/** Which models do the work: between outputs and amplifiers, and as amplifiers. How many of each, the car tells. */
export interface ChosenDevices {
  between: FoundBetween[];
  /** by target */
  drives: ReadonlyMap<string, Drive>;
  choices: DeviceChoice[];
  /** what a feed's signal goes through before the amplifier; null: nothing, or only its kind is known */
  betweenOf: (feed: Feed) => LibraryDevice | null;
}

export function chooseDevices(
  feeds: readonly Feed[],
  context: PlanContext,
  { loudestStep, turnOn }: Pick<Setup, 'loudestStep' | 'turnOn'>,
  changes: PlanChanges,
): ChosenDevices {
  const { input } = context;
  const drives = drivesOfFeeds(input, feeds, changes);
  const needOf = (device: BoxBetween, own: readonly Feed[]) => ({
    ...needOfFeeds(device, own, loudestStep, context),
    senses: turnOn.by === 'sensing' ? ('signal' as const) : turnOn.by === 'offset' ? turnOn.by : null,
  });
  const between = devicesBetween(feeds, needOf, input.devices, changes.boxes);
  const ofBetween = between.map(({ need, between: model, feeds: own }): DeviceChoice => ({
    kind: need.kind,
    deviceId: model?.id ?? null,
    name: model?.name ?? null,
    targetIds: [...new Set(own.map((f) => f.targetId))],
  }));
  const joined = new Set(feeds.flatMap((f) => (f.device === 'joined' ? [f.targetId] : [])));
  const amplified = input.targets.filter((t) => !joined.has(t.id));
  const ofAmplifiers = amplified.map(({ id }): DeviceChoice => {
    const { amplifier } = drives.get(id)!;
    return {
      kind: 'amplifier',
      deviceId: amplifier?.id ?? null,
      name: amplifier?.name ?? null,
      targetIds: [id],
    };
  });
  return {
    between,
    drives,
    choices: [...ofBetween, ...ofAmplifiers],
    betweenOf: (feed) => between.find((b) => b.feeds.includes(feed))?.between ?? null,
  };
}

/** What a device has to do for some feeds together. */
function needOfFeeds(
  device: BoxBetween,
  own: readonly Feed[],
  loudestStep: number,
  context: PlanContext,
): Omit<DeviceNeed, 'senses'> {
  const { targets, pairs } = context.input;
  const pairsOf = (feeds: readonly Feed[]): PlanPair[] =>
    feeds.flatMap((f) => f.taps.map((t) => pairs.find((p) => p.id === t.pairId)!));
  const tapped = pairsOf(own);
  return {
    kind: kindOf(device)!,
    inputs: new Set(tapped.map((p) => p.id)).size + own.filter(isBridged).length,
    outputs: own.length + own.filter(isBridged).length,
    sums: own.some(
      (f) => f.taps.length > 1 && (f.device === 'summing-converter' || f.device === 'processor'),
    ),
    volts: Math.max(LEAST_VOLTS, ...tapped.map((p) => voltsAt(p, loudestStep, context).volts)),
    speakerLevel: tapped.some((p) => !isLineLevel(p, context)),
    volumeControl: tapped.some((p) => p.unitKind === 'radio' && p.facts.feed === 'fixed'),
    load: own.some((f) => {
      const target = targets.find((t) => t.id === f.targetId)!;
      return pairsOf([f]).some((p) => sensesLoad(p, context) && replaces(target, p, context));
    }),
    net: context.input.nominalVolts,
    restoreDb: Math.max(
      0,
      ...own
        .filter(mindsWithdrawnBass)
        .flatMap((f) => pairsOf([f]).map((p) => missingBass(p, loudestStep, f.need))),
    ),
  };
}
