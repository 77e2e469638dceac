import { swapAtInput } from '../swapped.ts';
import { deviceName } from '../words.ts';
import type { WiringRule } from './rule.ts';

/** Wires go into an input one way; where two channels need both ways, the device has to turn one over. */
export const swapInDevice: WiringRule = ({ input }) =>
  input.car.devices.flatMap((device) =>
    device.inputs
      .filter(({ n }) => swapAtInput(device, n, input) === 'disputed')
      .map(({ n }) => ({
        rule: 'swap-in-device',
        severity: 'warning' as const,
        text: `Input ${n} of ${deviceName(input.car, device.id)} serves two channels, one of them with plus and minus swapped: its wires go in straight.`,
        remedy:
          'Invert it for that channel in the device’s own settings, or give the channel an input of its own.',
      })),
  );
