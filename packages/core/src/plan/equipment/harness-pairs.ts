import { listWords } from '../../behaviour/finding.ts';
import type { LibraryDevice } from '../../model/device.ts';
import type { FinishedCar } from '../../model/finished-car.ts';
import type { Equipment } from '../../model/plan.ts';
import type { PlanInput } from '../facts/plan-input.ts';

/** A plug whose wires are led elsewhere between two halves; without a name where nobody knows which plug it is. */
interface OpenedPlug {
  unitName: string;
  plug: string | null;
}

/** Every plug that a harness pair goes into, once. */
export function openedPlugs({ outputs }: FinishedCar, { pairs }: Pick<PlanInput, 'pairs'>): OpenedPlug[] {
  const opened = new Map<string, OpenedPlug>();
  for (const { pairId } of outputs.filter((o) => o.intercepted?.by === 'harness-pair')) {
    const pair = pairs.find((p) => p.id === pairId)!;
    const plugs = pair.ends.flatMap((e) => (e.unitId === pair.unitId && e.plug ? e.plug : []));
    for (const plug of plugs.length > 0 ? plugs : [null])
      opened.set(`${pair.unitId} ${plug}`, { unitName: pair.unitName, plug });
  }
  return [...opened.values()];
}

/** Two halves for each plug that is opened: its own counterpart, and one like it. */
export function harnessHalves(
  car: FinishedCar,
  input: Pick<PlanInput, 'pairs' | 'devices' | 'targets'>,
): Equipment[] {
  const plugs = openedPlugs(car, input);
  if (plugs.length === 0) return [];
  const known: LibraryDevice | undefined = input.devices.find((d) => d.kind === 'harness-half');
  const names = plugs.map(({ unitName, plug }) => (plug === null ? unitName : `${unitName} ${plug}`));
  return [
    {
      kind: 'harness-half',
      deviceId: known?.id ?? null,
      name: known?.name ?? null,
      count: 2 * plugs.length,
      says: `plug and socket for ${listWords(names)}: the factory wires stay whole`,
      priceClass: known?.priceClass ?? 1,
      targetIds: input.targets.map((t) => t.id),
    },
  ];
}
