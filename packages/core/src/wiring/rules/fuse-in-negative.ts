import { isGround } from '../terminal-ref.ts';
import { terminalAt } from '../wiring-input.ts';
import { deviceName, terminalName } from '../words.ts';
import type { WiringRule } from './rule.ts';

/** When it blows, the device finds ground through its signal cables. */
export const fuseInNegative: WiringRule = ({ input: { car }, nets, fed, names }) =>
  car.devices.flatMap((device) => {
    const ground = terminalAt(device, 'ground');
    if (!ground || nets.with(ground).some(isGround) || !fed.with(ground).some(isGround)) return [];
    const fuse = nets.with(ground).find((t) => t.of === 'fuse');
    return fuse
      ? [
          {
            rule: 'fuse-in-negative',
            severity: 'error' as const,
            text: `The ground of ${deviceName(car, device.id)} goes through ${terminalName(fuse, names)}.`,
            remedy: 'Fuse the plus side; no fuse in a negative.',
          },
        ]
      : [];
  });
