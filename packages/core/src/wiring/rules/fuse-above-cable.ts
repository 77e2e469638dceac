import { ampacity } from '../../supply/cable.ts';
import { FUSE_WITHIN_MM } from '../../supply/fuse.ts';
import { fuseAmpsOf } from '../supply/fuse-ratings.ts';
import { fuseName, terminalName } from '../words.ts';
import type { WiringRule } from './rule.ts';

/** A cable is protected by the fuse before it when that blows first: its rating is not above what the cable carries. */
export const fuseAboveCable: WiringRule = ({ input, netlist, blocks, names }) => {
  const metal = input.setup?.supply.metal ?? 'copper';
  return netlist.conductors.flatMap((c) => {
    if (c.function !== 'supply' || c.made !== 'new' || c.mm2 === null) return [];
    // What is short and leads into a fuse is protected by that one.
    if ([c.from, c.to].some((t) => t.of === 'fuse' && t.leg === 'source')) return [];
    // A device there says so itself.
    const device = [c.from, c.to].some((t) => t.of === 'device');
    if (!device && blocks.with(c.from).some((t) => t.of === 'battery' && t.post === 'plus'))
      return [
        {
          rule: 'no-fuse',
          severity: 'error' as const,
          text: `${terminalName(c.from, names)} to ${terminalName(c.to, names)} has no fuse before it.`,
          remedy: `Put the main fuse within ${FUSE_WITHIN_MM} mm of the battery.`,
        },
      ];
    const feeding = blocks.with(c.from).flatMap((t) => (t.of === 'fuse' && t.leg === 'load' ? [t.id] : []));
    const carries = ampacity(c.mm2, metal);
    return feeding.flatMap((id) => {
      const amps = fuseAmpsOf(id, input);
      if (amps === null || amps <= carries) return [];
      return [
        {
          rule: 'fuse-above-cable',
          severity: 'error' as const,
          text: `${fuseName(id, input.car)} has ${amps} A, and ${terminalName(c.from, names)} to ${terminalName(c.to, names)} is ${c.mm2} mm², which carries ${carries.toFixed(0)} A.`,
          remedy: 'Give this cable a fuse of its own, or take thicker cable.',
        },
      ];
    });
  });
};
