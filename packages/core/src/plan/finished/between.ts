import { entryOf } from '../../library/entry-of.ts';
import { restoresEnough } from '../facts/withdrawn-bass.ts';
import { type DeviceKind, forNet, type LibraryDevice } from '../../model/device.ts';
import type { ChosenModel } from '../../model/insert.ts';
import type { Feed } from '../../model/plan.ts';
import type { Device } from '../../model/plan-changes.ts';
import { LOAD_ENOUGH_OHM } from '../../load/load-resistor.ts';

/** What a device between outputs and amplifier has to do. */
export interface DeviceNeed {
  kind: DeviceKind;
  inputs: number;
  outputs: number;
  sums: boolean;
  volts: number;
  volumeControl: boolean;
  /** at speaker level; else at line level */
  speakerLevel: boolean;
  restoreDb: number;
  /** it is woken by what comes at its inputs; null: by a wire */
  senses: 'signal' | 'offset' | null;
  /** an output that needs a load hangs on it */
  load: boolean;
  /** of the vehicle, V */
  net: '12' | '24';
}

/** What stands in the way as a box. */
export type BoxBetween = Exclude<Device, 'direct' | 'joined'>;

const KIND_OF: Record<BoxBetween, DeviceKind> = {
  'passive-converter': 'passive-converter',
  converter: 'converter',
  'bridged-converter': 'converter',
  'summing-converter': 'converter',
  'data-interface': 'data-interface',
  processor: 'processor',
};

export function kindOf(device: Device): DeviceKind | null {
  return device === 'direct' || device === 'joined' ? null : KIND_OF[device];
}

/** One output goes into both inputs of its converter. */
export const isBridged = ({ device, taps }: Pick<Feed, 'device' | 'taps'>): boolean =>
  device === 'bridged-converter' && taps.length === 1;

/** What was found for some feeds. */
export interface FoundBetween {
  device: Device;
  need: DeviceNeed;
  /** null: nothing in the library fits */
  between: LibraryDevice | null;
  feeds: Feed[];
}

/**
 * The device of the library for each kind that the feeds want; null where none fits.
 *
 * @param insisted models that a person chose: they are used, and the rules say what is wrong with them
 */
export function devicesBetween(
  feeds: readonly Feed[],
  needOf: (device: BoxBetween, feeds: readonly Feed[]) => DeviceNeed,
  devices: readonly LibraryDevice[],
  insisted: readonly ChosenModel[],
): FoundBetween[] {
  const single = feeds.filter((f) => f.device === 'converter');
  const kinds = [...new Set(feeds.map((f) => f.device))].filter((d) => d !== 'direct' && d !== 'joined');
  const deviceFor = (device: BoxBetween, own: Feed[]) => {
    const need = needOf(device, own);
    const fitting = forNet(
      devices.filter((d) => d.kind === need.kind && fits(d, need)),
      need.net,
    );
    const cost = (d: LibraryDevice) =>
      d.priceClass * countFor(d, need) +
      (need.restoreDb > 0 && !restoresEnough(d.bassRestoreDb, need.restoreDb) ? BASS_MISSING : 0) +
      (need.load && !isLoad(d) ? 1.5 : 0) +
      (need.senses !== null && !d.senses.includes(need.senses) ? DEAF : 0);
    const same = devices.filter((d) => d.kind === need.kind);
    const chosen = insisted.flatMap((model) => entryOf(model, same) ?? [])[0];
    const between =
      chosen ?? (fitting.length === 0 ? null : fitting.reduce((a, b) => (cost(b) < cost(a) ? b : a)));
    return { device, need, between, feeds: own };
  };
  const apart = () =>
    kinds.map((device) =>
      deviceFor(
        device,
        feeds.filter((f) => f.device === device),
      ),
    );
  // One device joins what it can: single outputs go into the summing converter or the processor that is there anyway.
  const joins = kinds.find((d) => d === 'processor' || d === 'summing-converter');
  if (!joins || single.length === 0) return apart();
  const together = kinds
    .filter((d) => d !== 'converter')
    .map((device) =>
      deviceFor(
        device,
        feeds.filter((f) => f.device === device || (device === joins && f.device === 'converter')),
      ),
    );
  return together.every((b) => b.between !== null) ? together : apart();
}

/** What a device is worth that wakes as it is to be woken, price classes. */
const DEAF = 4;
/** What a device is worth that gives back bass which would be missing, price classes. */
const BASS_MISSING = 4;

const countFor = (d: LibraryDevice, need: DeviceNeed) =>
  Math.max(
    1,
    Math.ceil(need.inputs / Math.max(1, d.inputs)),
    Math.ceil(need.outputs / Math.max(1, d.outputs)),
  );

const isLoad = (d: LibraryDevice) => (d.speakerInput?.ohm ?? Infinity) <= LOAD_ENOUGH_OHM;

function fits(d: LibraryDevice, need: DeviceNeed): boolean {
  if (need.kind === 'data-interface') return true;
  // A line input stands no speaker output; a speaker-level input that starts low enough takes a line.
  const input = need.speakerLevel ? d.speakerInput : (d.lineInput ?? d.speakerInput);
  // Two devices never join one side: what is summed has to fit into one.
  return (
    input !== null &&
    input.maxVolts >= need.volts &&
    (!need.sums || (d.sums && countFor(d, need) === 1)) &&
    (!need.volumeControl || d.volumeControl)
  );
}
