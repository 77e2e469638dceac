import type { Draw, FinishedDevice, FinishedSupply } from '../../model/finished-car.ts';
import type { Setup } from '../../model/setup.ts';
import { isSupplied } from './draws.ts';
import type { PlanInput } from '../facts/plan-input.ts';

/** What all devices draw together. */
export function drawOfAll(devices: readonly FinishedDevice[]): Draw {
  const sum = (of: (draw: Draw) => number) => devices.reduce((amps, d) => amps + of(d.draws), 0);
  return {
    sineAmps: sum((d) => d.sineAmps),
    musicAmps: sum((d) => d.musicAmps),
    idleAmps: sum((d) => d.idleAmps),
    asleepAmps: sum((d) => d.asleepAmps),
  };
}

const SOURCE: Record<PlanInput['drive'], FinishedSupply['source']> = {
  combustion: 'alternator',
  hybrid: 'converter',
  electric: 'converter',
  unknown: 'unknown',
};

/**
 * Where the power of the new devices comes from, and what protects it.
 *
 * @param supply of the plan's settings; null: kept before a plan had any
 */
export function finishedSupply(
  devices: readonly FinishedDevice[],
  supply: Setup['supply'] | null,
  { drive, brief, nominalVolts }: Pick<PlanInput, 'drive' | 'brief' | 'nominalVolts'>,
): FinishedSupply {
  const from = supply?.from ?? 'battery';
  const feed =
    from === 'factory-feed' ? [{ protects: 'factory-feed' as const, amps: supply!.feedFuseAmps }] : [];
  const ofDevices = devices
    .filter((d) => isSupplied(d.kind, d.entry))
    .map((d) => ({ protects: { deviceId: d.id }, amps: d.entry?.fuseAmps ?? null }));
  return {
    ...drawOfAll(devices),
    nominalVolts,
    source: SOURCE[drive],
    reserveAmps: brief.reserveAmps,
    from,
    fuses: [...feed, { protects: 'cable', amps: supply?.fuseAmps ?? null }, ...ofDevices],
  };
}
