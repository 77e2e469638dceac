import type { LibraryDevice } from '../../model/device.ts';
import type { FinishedCar, FinishedDevice } from '../../model/finished-car.ts';
import type { Equipment } from '../../model/plan.ts';
import type { Target } from '../../model/target.ts';
import { formatVolts } from '../../quantity/volts.ts';
import { restoresEnough } from '../facts/withdrawn-bass.ts';
import type { DeviceNeed, FoundBetween } from '../finished/between.ts';

/** What a device must do, or does, in words for somebody who has to find one. */
export function deviceWords(need: DeviceNeed, between: LibraryDevice | null): string {
  if (need.kind === 'data-interface')
    return 'made for this car’s data; ask its maker which cars it speaks to';
  const words = [
    `${need.inputs} ${need.inputs === 1 ? 'input' : 'inputs'}`,
    `takes up to ${formatVolts(need.volts)}${need.speakerLevel ? ' at speaker level' : ''}`,
    ...(need.sums ? ['joins inputs, a trim on each'] : []),
    ...(need.volumeControl ? ['a volume control of its own'] : []),
    ...(need.restoreDb > 0 && (between === null || restoresEnough(between.bassRestoreDb, need.restoreDb))
      ? [`gives back up to ${need.restoreDb.toFixed(0)} dB of bass`]
      : []),
  ];
  return words.join(', ');
}

/** All that is to be bought: a line for each model, with as many as the car has of it. */
export function equipmentOf(
  { devices }: Pick<FinishedCar, 'devices'>,
  between: readonly FoundBetween[],
  targets: readonly Target[],
): Equipment[] {
  const lines = new Map<string, FinishedDevice[]>();
  for (const device of devices) {
    // Of amplifiers that nobody has chosen yet, each is one of its own.
    const open = device.name === null && device.kind === 'amplifier';
    const key = open ? device.id : `${device.kind} ${device.entry?.id ?? device.name}`;
    lines.set(key, [...(lines.get(key) ?? []), device]);
  }
  return [...lines.values()].map((same) => {
    const [{ kind, entry, name }] = same;
    const targetIds = [...new Set(same.flatMap((d) => d.outputs.map((o) => o.channel.targetId)))];
    return {
      kind,
      deviceId: entry?.id ?? null,
      name,
      count: same.length,
      says: kind === 'amplifier' ? amplifierWords(same, targets) : betweenWords(same, between, targets),
      priceClass: entry?.priceClass ?? USUAL_CLASS,
      targetIds,
    };
  });
}

/** Of a device that is still to be found. */
const USUAL_CLASS = 2;
/** Of a speaker that states none, W. */
const USUAL_WATTS = 50;

function betweenWords(
  [{ kind, entry, outputs }]: readonly FinishedDevice[],
  between: readonly FoundBetween[],
  targets: readonly Target[],
): string {
  const found = between.filter((b) => b.need.kind === kind && b.between?.id === entry?.id);
  if (found.length > 0) return deviceWords(needOfAll(found), entry);
  if (kind === 'remote-delay') return 'in the turn-on lead, so that the amplifiers come on last';
  if (kind === 'breaker')
    return entry?.fuseAmps
      ? `main breaker of ${entry.fuseAmps} A, in place of the fuse`
      : 'main breaker, in place of the fuse';
  // A person put it in: it serves the channels that go through it.
  const ids = new Set(outputs.map((o) => o.channel.targetId));
  return `for ${targets
    .filter((t) => ids.has(t.id))
    .map((t) => t.name)
    .join(', ')}`;
}

/** What devices of one model have to do between them. */
function needOfAll(found: readonly FoundBetween[]): DeviceNeed {
  return found
    .map((f) => f.need)
    .reduce((a, b) => ({
      kind: a.kind,
      inputs: a.inputs + b.inputs,
      outputs: a.outputs + b.outputs,
      sums: a.sums || b.sums,
      volts: Math.max(a.volts, b.volts),
      volumeControl: a.volumeControl || b.volumeControl,
      speakerLevel: a.speakerLevel || b.speakerLevel,
      restoreDb: Math.max(a.restoreDb, b.restoreDb),
      load: a.load || b.load,
      senses: a.senses ?? b.senses,
      net: a.net,
    }));
}

/** What each target gets from these amplifiers. */
function amplifierWords(amplifiers: readonly FinishedDevice[], targets: readonly Target[]): string {
  const outputs = amplifiers.flatMap((a) => a.outputs).filter((o) => o.load !== null);
  return targets
    .flatMap((target) => {
      const own = outputs.filter((o) => o.channel.targetId === target.id);
      if (own.length === 0) return [];
      const [{ load, bridgedWith }] = own;
      const channels = new Set(own.map((o) => o.channel.side)).size;
      const watts = load!.watts ?? target.speaker.watts ?? USUAL_WATTS;
      const ohm = load!.ohm.toFixed(load!.ohm < 10 ? 1 : 0);
      const bridged = bridgedWith === null ? '' : ', bridged';
      return `${target.name}: ${channels} × ${watts.toFixed(0)} W into ${ohm} Ω${bridged}`;
    })
    .join('; ');
}
