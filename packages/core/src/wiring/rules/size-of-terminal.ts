import { terminalsFor } from '../wiring-input.ts';
import { terminalName } from '../words.ts';
import type { WiringRule } from './rule.ts';

/** A cable that does not go into its terminal is shaved down by somebody, and carries less from then on. */
export const sizeOfTerminal: WiringRule = ({ netlist, input: { car }, names }) =>
  netlist.conductors.flatMap((c) =>
    [c.from, c.to].flatMap((t) => {
      if (t.of !== 'device' || c.mm2 === null) return [];
      const device = car.devices.find((d) => d.id === t.deviceId);
      const most = device && terminalsFor(device).find((x) => x.key === t.key)?.mm2;
      return most && c.mm2 > most
        ? [
            {
              rule: 'size-of-terminal',
              severity: 'warning' as const,
              text: `${terminalName(t, names)} takes ${most} mm² at most; its cable has ${c.mm2} mm².`,
              remedy: 'Use a reducer or a distribution block; never cut strands away.',
            },
          ]
        : [];
    }),
  );
