import type { LibraryDevice } from '../../model/device.ts';
import type { Draw, FinishedDevice } from '../../model/finished-car.ts';
import type { PlanInput } from '../facts/plan-input.ts';
import { musicAmps, sineAmps } from '../../supply/current.ts';

/** Playing, a net stands at about this, V. */
export const PLAYING_VOLTS: Record<PlanInput['nominalVolts'], number> = { '12': 13.8, '24': 27.6 };
/** A sensing input listens all the time, A. */
const SENSING_AMPS = 0.004;
/** Of a device of which only the kind is known: settings of ours. */
const USUAL = { efficiency: 0.6, idleAmps: 0.2, watts: 50 };
const USUAL_IDLE: Partial<Record<FinishedDevice['kind'], number>> = { amplifier: 0.5, 'remote-delay': 0.02 };

/** Kinds that work without a supply, where no entry says so. */
const PASSIVE: readonly FinishedDevice['kind'][] = [
  'line-filter',
  'isolator',
  'level-control',
  'load-module',
  'passive-crossover',
  'breaker',
  'harness-half',
];

export const isSupplied = (kind: FinishedDevice['kind'], entry: LibraryDevice | null): boolean =>
  kind !== 'passive-converter' && (entry ? entry.needsSupply : !PASSIVE.includes(kind));

type Drawing = Omit<FinishedDevice, 'draws'>;

/** What a device draws, from what hangs on its channels and how it is woken. */
export function drawsOf(
  device: Drawing,
  all: readonly Drawing[],
  { targets, nominalVolts }: Pick<PlanInput, 'targets' | 'nominalVolts'>,
): Draw {
  const playing = PLAYING_VOLTS[nominalVolts];
  const { entry, kind } = device;
  const supplied = isSupplied(kind, entry);
  const idleAmps = !supplied ? 0 : (entry?.idleAmps ?? USUAL_IDLE[kind] ?? USUAL.idleAmps);
  const efficiency = entry?.amplifier?.efficiency ?? USUAL.efficiency;
  const watts = device.outputs
    // A bridge is one channel.
    .filter((o) => o.load !== null && (o.bridgedWith === null || o.bridgedWith > o.n))
    .reduce((sum, { channel, load }) => {
      const rated = targets.find((t) => t.id === channel.targetId)?.speaker.watts ?? null;
      return sum + Math.min(load!.watts ?? rated ?? USUAL.watts, rated ?? Infinity);
    }, 0);
  const wakes = wakesBy(device, all);
  const listening = wakes === 'sensing' || wakes === 'offset' ? SENSING_AMPS : 0;
  return {
    sineAmps: sineAmps(watts, efficiency, playing, idleAmps),
    musicAmps: musicAmps(watts, efficiency, playing, idleAmps),
    idleAmps,
    // What is never switched off idles while the car sleeps.
    asleepAmps: !supplied ? 0 : wakes === 'constant' ? idleAmps : (entry?.standbyAmps ?? 0) + listening,
  };
}

/** What wakes it in the end, through whatever devices. */
function wakesBy({ wokenBy }: Drawing, all: readonly Drawing[]): Exclude<Drawing['wokenBy'], object> {
  if (typeof wokenBy === 'string') return wokenBy;
  const before = all.find((d) => d.id === wokenBy.deviceId);
  // A device that wakes itself, or waits for one that is not there, is woken by nothing.
  const others = all.filter((d) => d !== before);
  return before ? wakesBy(before, others) : 'nothing';
}
