import type { Netlist } from '../netlist.ts';
import { Nets } from '../nets.ts';
import type { WiringInput } from '../wiring-input.ts';
import type { WiringNames } from '../words.ts';
import { bridgeOnGround } from './bridge-on-ground.ts';
import { coilsJoined } from './coils.ts';
import { fedAndFused } from './fed-and-fused.ts';
import { fuseAboveCable } from './fuse-above-cable.ts';
import { fuseInNegative } from './fuse-in-negative.ts';
import type { WiringRemark, WiringRule } from './rule.ts';
import { sizeOfTerminal } from './size-of-terminal.ts';
import { swapInDevice } from './swap-in-device.ts';
import { twoDrivers } from './two-drivers.ts';

const RULES: readonly WiringRule[] = [
  bridgeOnGround,
  twoDrivers,
  fedAndFused,
  fuseAboveCable,
  fuseInNegative,
  coilsJoined,
  swapInDevice,
  sizeOfTerminal,
];

/** Everything that is wrong with a netlist as it is, the gravest kinds first. */
export function checkNetlist(netlist: Netlist, input: WiringInput, names: WiringNames): WiringRemark[] {
  const nets = (through: 'nothing' | 'blocks' | 'all') => new Nets(netlist, through);
  const context = { netlist, input, names, nets: nets('nothing'), blocks: nets('blocks'), fed: nets('all') };
  return RULES.flatMap((rule) => rule(context));
}
