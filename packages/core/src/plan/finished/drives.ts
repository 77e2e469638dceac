import type { LibraryDevice } from '../../model/device.ts';
import type { Target } from '../../model/target.ts';
import { type CoilArrangement, coilArrangements } from '../../load/voice-coils.ts';
import { feedSides } from '../facts/plan-input.ts';

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
}

/** Targets in their order, each with the amplifier that drives it: the one it names, or the cheapest that fits. */
export function drivesOf(targets: readonly Target[], devices: readonly LibraryDevice[]): Map<string, Drive> {
  const amplifiers = devices
    .filter((d) => d.amplifier !== null)
    .sort((a, b) => a.priceClass - b.priceClass || a.amplifier!.channels - b.amplifier!.channels);
  const taken = new Map<string, number>();
  const drives = new Map<string, Drive>();
  for (const target of targets) {
    const wanted = amplifiers.find((a) => a.id === target.amplifierId);
    const free = (a: LibraryDevice) => a.amplifier!.channels - (taken.get(a.id) ?? 0);
    const options = wanted
      ? [wanted]
      : [...amplifiers].sort((a, b) => (taken.has(b.id) ? 1 : 0) - (taken.has(a.id) ? 1 : 0));
    let best: Drive | null = null;
    for (const amplifier of options) {
      const drive = driveWith(amplifier, target, wanted ? Infinity : free(amplifier), wanted !== undefined);
      const speakerLevel = !target.speakerLevelInput || amplifier.speakerInput !== null;
      if (!drive || (!wanted && !(speakerLevel && enough(drive, target)))) continue;
      best = drive;
      break;
    }
    const drive = best ?? { amplifier: null, ...unassigned(target) };
    if (drive.amplifier) taken.set(drive.amplifier.id, (taken.get(drive.amplifier.id) ?? 0) + drive.channels);
    drives.set(target.id, drive);
  }
  return drives;
}

/** A share of the speaker's rating that is enough; more is headroom. */
const ENOUGH = 0.6;
const enough = (drive: Drive, { speaker }: Target) =>
  speaker.watts === null || (drive.watts ?? 0) >= ENOUGH * speaker.watts;

const arrangementsOf = ({ speaker }: Target) => coilArrangements(speaker.drivers, speaker.coils, speaker.ohm);

/** Without an amplifier: the arrangement nearest 4 ohm. */
function unassigned(target: Target): Omit<Drive, 'amplifier'> {
  const arrangement = arrangementsOf(target).reduce((a, b) =>
    Math.abs(Math.log(b.ohm / 4)) < Math.abs(Math.log(a.ohm / 4)) ? b : a,
  );
  return { arrangement, bridged: false, watts: null, channels: feedSides(target).length };
}

/**
 * The arrangement of most power that the amplifier allows. Power between stated loads goes with volts held, 4 ohm and
 * 2 ohm as stated.
 *
 * @param insist work with the lightest load even where none is allowed: the person chose this amplifier
 */
function driveWith(device: LibraryDevice, target: Target, free: number, insist: boolean): Drive | null {
  const stage = device.amplifier!;
  const sides = feedSides(target).length;
  const list = arrangementsOf(target);
  const drives: Drive[] = [];
  for (const arrangement of list) {
    const { ohm } = arrangement;
    if (sides <= free && ohm >= stage.minOhm - 0.05)
      drives.push({
        amplifier: device,
        arrangement,
        bridged: false,
        watts: wattsAt(stage, ohm),
        channels: sides,
      });
    const bridges = target.layout === 'mono' && stage.wattsBridged !== null && stage.minBridgedOhm !== null;
    if (bridges && free >= 2 && ohm >= stage.minBridgedOhm! - 0.05)
      drives.push({
        amplifier: device,
        arrangement,
        bridged: true,
        watts: (stage.wattsBridged! * 4) / ohm,
        channels: 2,
      });
  }
  if (drives.length === 0) {
    if (!insist) return null;
    const lightest = list.reduce((a, b) => (b.ohm > a.ohm ? b : a));
    return {
      amplifier: device,
      arrangement: lightest,
      bridged: false,
      watts: wattsAt(stage, lightest.ohm),
      channels: sides,
    };
  }
  const cap = target.speaker.watts ?? Infinity;
  return drives.reduce((a, b) => {
    const worth = (d: Drive) => Math.min(d.watts!, cap) - 0.001 * d.channels;
    return worth(b) > worth(a) ? b : a;
  });
}

function wattsAt(stage: NonNullable<LibraryDevice['amplifier']>, ohm: number): number {
  if (ohm >= 4 || stage.wattsAt2 === null) return (stage.wattsAt4 * 4) / Math.max(ohm, 4);
  return ohm <= 2 ? stage.wattsAt2 : stage.wattsAt2 + ((stage.wattsAt4 - stage.wattsAt2) * (ohm - 2)) / 2;
}
