import { type ChannelGroup, channelGroups, forNet, type LibraryDevice } from '../../model/device.ts';
import type { Feed } from '../../model/plan.ts';
import type { PlanChanges } from '../../model/plan-changes.ts';
import type { Target } from '../../model/target.ts';
import { type CoilArrangement, coilArrangements } from '../../load/voice-coils.ts';
import { wantsHighPass } from './filters.ts';
import { feedSides, type PlanInput } from '../facts/plan-input.ts';

/** How an amplifier drives one channel of a target. */
export interface Drive {
  /** null: the library has none that fits */
  amplifier: LibraryDevice | null;
  arrangement: CoilArrangement;
  bridged: boolean;
  /** W RMS into the arrangement, each channel */
  watts: number | null;
  /** channels of the amplifier that the target takes */
  channels: number;
  /** which of its channel groups they are of */
  group: number;
}

const channelsOf = ({ amplifier }: LibraryDevice): number =>
  channelGroups(amplifier!).reduce((n, group) => n + group.channels, 0);

/**
 * Targets in their order, each with the amplifier that drives it: the one it names, or the cheapest that fits.
 *
 * @param coils arrangements that a person chose
 * @param net of the vehicle, V
 */
export function drivesOf(
  targets: readonly Target[],
  devices: readonly LibraryDevice[],
  coils: PlanChanges['coils'] = [],
  net: PlanInput['nominalVolts'] = '12',
): Map<string, Drive> {
  const all = devices.filter((d) => d.amplifier !== null);
  const amplifiers = [...forNet(all, net)].sort(
    (a, b) => a.priceClass - b.priceClass || channelsOf(a) - channelsOf(b),
  );
  const wired = targets.map((target) => ({
    ...target,
    arrangement: coils.find((c) => c.targetId === target.id)?.arrangement,
  }));
  const several = assigned(wired, amplifiers, all);
  return oneForAll(wired, amplifiers, several, all) ?? several;
}

/** The same for the feeds of a plan: what is joined to an output itself has no amplifier. */
export function drivesOfFeeds(
  { targets, devices, nominalVolts }: Pick<PlanInput, 'targets' | 'devices' | 'nominalVolts'>,
  feeds: readonly Pick<Feed, 'targetId' | 'device'>[],
  { coils }: Pick<PlanChanges, 'coils'>,
): Map<string, Drive> {
  const isJoined = (t: Target) => feeds.some((f) => f.targetId === t.id && f.device === 'joined');
  const amplified = drivesOf(
    targets.filter((t) => !isJoined(t)),
    devices,
    coils,
    nominalVolts,
  );
  return new Map([...drivesOf(targets.filter(isJoined), [], coils), ...amplified]);
}

const SIZES: readonly LibraryDevice['size'][] = ['small', 'medium', 'large'];

/** One amplifier in the place of several, where it costs and takes no more and lacks nothing; null: there is none. */
function oneForAll(
  targets: readonly Wired[],
  amplifiers: readonly LibraryDevice[],
  several: ReadonlyMap<string, Drive>,
  all: readonly LibraryDevice[],
): Map<string, Drive> | null {
  const used = [...new Set([...several.values()].map((d) => d.amplifier))];
  if (used.length < 2 || used.includes(null)) return null;
  const price = used.reduce((sum, a) => sum + a!.priceClass, 0);
  const size = Math.max(...used.map((a) => SIZES.indexOf(a!.size)));
  const filtered = (drives: ReadonlyMap<string, Drive>) =>
    targets.filter((t) => makesHighPass(drives.get(t.id)!.amplifier, t)).length;
  for (const one of amplifiers) {
    if (one.priceClass > price || SIZES.indexOf(one.size) > size) continue;
    const drives = assigned(targets, [one], all);
    const alone = [...drives.values()].every((d) => d.amplifier?.id === one.id);
    if (alone && filtered(drives) >= filtered(several)) return drives;
  }
  return null;
}

/**
 * Each target in turn with the cheapest that fits and has channels left, or with the one it names.
 *
 * @param from what is chosen from
 * @param all what a target may name
 */
function assigned(
  targets: readonly Wired[],
  from: readonly LibraryDevice[],
  all: readonly LibraryDevice[],
): Map<string, Drive> {
  const taken = new Map<string, number[]>();
  const drives = new Map<string, Drive>();
  for (const target of targets) {
    const wanted = all.find((a) => a.id === target.amplifierId);
    const free = (a: LibraryDevice) =>
      channelGroups(a.amplifier!).map((group, n) => group.channels - (taken.get(a.id)?.[n] ?? 0));
    const drive = wanted
      ? (driveWith(wanted, target, free(wanted)) ?? insistedOn(wanted, target))
      : firstThatFits(
          [...from].sort((a, b) => (taken.has(b.id) ? 1 : 0) - (taken.has(a.id) ? 1 : 0)),
          target,
          free,
        );
    if (drive.amplifier) {
      const used = taken.get(drive.amplifier.id) ?? channelGroups(drive.amplifier.amplifier!).map(() => 0);
      taken.set(
        drive.amplifier.id,
        used.map((n, group) => (group === drive.group ? n + drive.channels : n)),
      );
    }
    drives.set(target.id, drive);
  }
  return drives;
}

function firstThatFits(
  options: readonly LibraryDevice[],
  target: Wired,
  free: (amplifier: LibraryDevice) => number[],
): Drive {
  const fitting = options.flatMap((amplifier) => {
    const drive = driveWith(amplifier, target, free(amplifier));
    const speakerLevel = !target.speakerLevelInput || amplifier.speakerInput !== null;
    return drive && speakerLevel && enough(drive, target) ? [drive] : [];
  });
  // One that makes the high-pass which the speaker needs comes before a cheaper one that cannot.
  return (
    fitting.find((d) => makesHighPass(d.amplifier, target)) ??
    fitting[0] ?? { amplifier: null, ...unassigned(target) }
  );
}

function makesHighPass(amplifier: LibraryDevice | null, target: Target): boolean {
  if (!wantsHighPass(target) || target.speaker.ownHighPass) return true;
  const crossover = amplifier?.crossover;
  return crossover ? crossover.lowestHz <= target.lowHz && target.lowHz <= crossover.highestHz : false;
}

/** A share of the speaker's rating that is enough; more is headroom. */
const ENOUGH = 0.6;
const enough = (drive: Drive, { speaker }: Target) =>
  speaker.watts === null || (drive.watts ?? 0) >= ENOUGH * speaker.watts;

/** A target with the arrangement of its coils that a person chose. */
type Wired = Target & { arrangement?: string | undefined };

/** Every way to join its coils, or the one that was chosen, as long as there is such. */
function arrangementsOf({ speaker, arrangement }: Wired): CoilArrangement[] {
  const all = coilArrangements(speaker.drivers, speaker.coils, speaker.ohm);
  const chosen = all.filter((a) => a.name === arrangement);
  return chosen.length > 0 ? chosen : all;
}

/** Without an amplifier: the arrangement nearest 4 ohm. */
function unassigned(target: Wired): Omit<Drive, 'amplifier'> {
  const arrangement = arrangementsOf(target).reduce((a, b) =>
    Math.abs(Math.log(b.ohm / 4)) < Math.abs(Math.log(a.ohm / 4)) ? b : a,
  );
  return { arrangement, bridged: false, watts: null, channels: feedSides(target).length, group: 0 };
}

/**
 * The arrangement and the channels of most power that the amplifier allows; null where none is left, or all are too light.
 *
 * @param free channels left of each group
 */
function driveWith(device: LibraryDevice, target: Wired, free: readonly number[]): Drive | null {
  const drives = channelGroups(device.amplifier!).flatMap((group, n) =>
    arrangementsOf(target).flatMap((a) => drivesBy(device, group, n, a, target, free[n])),
  );
  if (drives.length === 0) return null;
  const cap = target.speaker.watts ?? Infinity;
  const worth = (d: Drive) => Math.min(d.watts!, cap) - 0.001 * d.channels;
  return drives.reduce((a, b) => (worth(b) > worth(a) ? b : a));
}

/** The person chose this amplifier: with the best of its channels, taken or not, or with the lightest load. */
function insistedOn(device: LibraryDevice, target: Wired): Drive {
  const groups = channelGroups(device.amplifier!);
  const anyway = driveWith(
    device,
    target,
    groups.map(() => Infinity),
  );
  if (anyway) return anyway;
  const lightest = arrangementsOf(target).reduce((a, b) => (b.ohm > a.ohm ? b : a));
  return {
    amplifier: device,
    arrangement: lightest,
    bridged: false,
    watts: wattsAt(groups[0], lightest.ohm),
    channels: feedSides(target).length,
    group: 0,
  };
}

/** One way to join the coils, on channels by themselves and bridged, as far as the group allows it. */
function drivesBy(
  amplifier: LibraryDevice,
  stage: ChannelGroup,
  group: number,
  arrangement: CoilArrangement,
  target: Wired,
  free: number,
): Drive[] {
  const { ohm } = arrangement;
  const sides = feedSides(target).length;
  const alone = sides <= free && ohm >= stage.minOhm - 0.05;
  const bridges =
    target.layout === 'mono' &&
    stage.wattsBridged !== null &&
    stage.minBridgedOhm !== null &&
    free >= 2 &&
    ohm >= stage.minBridgedOhm - 0.05;
  const base = { amplifier, arrangement, group };
  return [
    ...(alone ? [{ ...base, bridged: false, watts: wattsAt(stage, ohm), channels: sides }] : []),
    ...(bridges ? [{ ...base, bridged: true, watts: (stage.wattsBridged! * 4) / ohm, channels: 2 }] : []),
  ];
}

/**
 * W RMS of a channel into a load: in between as stated, beyond with the volts held. Below the lightest stated load no more
 * than is stated there.
 */
function wattsAt(stage: ChannelGroup, ohm: number): number {
  const stated = (
    [
      [1, stage.wattsAt1],
      [2, stage.wattsAt2],
      [4, stage.wattsAt4],
      [8, stage.wattsAt8],
    ] as const
  ).flatMap(([load, watts]) => (watts === null ? [] : [{ load, watts }]));
  const above = stated.findIndex((s) => s.load >= ohm);
  const last = stated[stated.length - 1];
  if (above < 0) return (last.watts * last.load) / ohm;
  const [lower, upper] = [stated[above - 1] ?? stated[above], stated[above]];
  if (lower === upper) return upper.watts;
  const share = (ohm - lower.load) / (upper.load - lower.load);
  return lower.watts + share * (upper.watts - lower.watts);
}
