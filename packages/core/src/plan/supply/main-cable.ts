import type { Draw, FinishedDevice } from '../../model/finished-car.ts';
import type { Setup } from '../../model/setup.ts';
import { cableFor, CONTINUOUS, FUSE_SIZES } from '../../supply/fuse.ts';
import type { DraftSetup } from '../ways/setup.ts';

/**
 * What a device's own fuse lets through, A: as its maker states it; else what its channels draw at their full power,
 * whatever the speakers stand.
 *
 * @param volts of the net while it plays
 */
export function ownFuseAmps({ entry, kind, outputs, draws }: FinishedDevice, volts: number): number {
  if (entry?.fuseAmps) return entry.fuseAmps;
  const efficiency = entry?.amplifier?.efficiency;
  if (kind !== 'amplifier' || efficiency === undefined) return draws.sineAmps;
  const watts = outputs
    // A bridge is one channel.
    .filter((o) => o.bridgedWith === null || o.bridgedWith > o.n)
    .reduce((sum, { load }) => sum + (load?.watts ?? 0), 0);
  return Math.max(draws.sineAmps, watts / efficiency / volts + draws.idleAmps);
}

/** Own fuses of all devices that are supplied, A. */
export const ownFusesTogether = (devices: readonly FinishedDevice[], volts: number): number =>
  devices.filter((d) => d.draws.sineAmps > 0).reduce((sum, d) => sum + ownFuseAmps(d, volts), 0);

/**
 * The settings with fuse and cable for the devices, where a person chose none. The main fuse protects the cable; by
 * convention it is not below the devices' own fuses together, so that the fuse nearest a fault goes first.
 *
 * @param ownAmps the devices' own fuses together
 */
export function withMainCable(draft: DraftSetup, { sineAmps, musicAmps }: Draw, ownAmps: number): Setup {
  const { supply } = draft;
  const usual =
    FUSE_SIZES.find((f) => f >= ownAmps && f * CONTINUOUS >= musicAmps) ?? FUSE_SIZES[FUSE_SIZES.length - 1];
  const fuseAmps = supply.fuseAmps === undefined ? usual : supply.fuseAmps;
  const cableMm2 = supply.cableMm2 ?? cableFor(sineAmps, fuseAmps ?? usual, supply.cableM, supply.metal);
  return { ...draft, supply: { ...supply, fuseAmps, cableMm2 } };
}
