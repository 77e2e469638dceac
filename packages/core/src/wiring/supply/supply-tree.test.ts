import { describe, expect, it } from 'vitest';
import { rewired, WIRED_PLANS, wiredPlan, type WiredPlan } from '../../../test/wired-plans.ts';
import type { RunLength } from '../../model/wiring.ts';
import { edited } from '../edits.ts';
import { supplyTree } from './supply-tree.ts';

const sum = wiredPlan('people-carrier, sum');
const metres = (lengthM: number) => (): RunLength => ({ lengthM, measured: true });
const treeOf = ({ netlist, input }: WiredPlan, lengthOf: (id: string) => RunLength | null = metres(2)) =>
  supplyTree(netlist, input, lengthOf)!;
/** Copper at 50 degC, ohm of one conductor. */
const ohm = (mm2: number, lengthM: number) => (0.01724 * (1 + 0.00393 * 30) * lengthM) / mm2;

describe('supply from the battery to every device', () => {
  it.each(WIRED_PLANS.map((p) => [p.name, p] as const))(
    '%s: every device that is supplied has a branch, and its drop once all lengths are known',
    (_, plan) => {
      const tree = supplyTree(plan.netlist, plan.input, metres(2));
      const fed = plan.netlist.conductors.filter((c) => c.function === 'supply' && c.to.of === 'device');
      expect(tree?.branches.length ?? 0).toBe(fed.length);
      for (const b of tree?.branches ?? []) {
        expect(b.ownFuse).toBe(fed.length > 1);
        const sized = b.mm2 !== null && tree!.mainMm2 !== null;
        expect(b.drop !== null).toBe(sized);
        if (b.drop) expect(b.drop.sineVolts).toBeGreaterThanOrEqual(b.drop.musicVolts);
      }
    },
  );

  it('loses what resistance and current come to, main cable with everything, branch and ground with its own', () => {
    const { conductor, input } = sum;
    const at = (deviceId: string) => input.car.devices.find((d) => d.id === deviceId)!.draws.sineAmps;
    const all = input.car.devices.reduce((s, d) => s + d.draws.sineAmps, 0);
    const tree = treeOf(sum);
    const one = tree.branches.find((b) => b.deviceId === 'amplifier:t2/mono')!;
    const own = at('amplifier:t2/mono');
    const main = conductor('Battery +', 'Main fuse, battery end').mm2!;
    const branch = conductor('Fuse of Anvil 1.400, load end', 'Anvil 1.400: Battery').mm2!;
    const ground = conductor('Anvil 1.400: Ground', 'Ground point').mm2!;
    // Two pieces of the main cable, two of the branch, one to ground; the body besides.
    const volts = 2 * all * ohm(main, 2) + 2 * own * ohm(branch, 2) + own * ohm(ground, 2) + all * 0.0015;
    expect(one.drop!.sineVolts).toBeCloseTo(volts, 6);
    expect(tree.sineAmps).toBeCloseTo(all, 9);
  });

  it('goes with length, and says nothing without one', () => {
    const [near, far] = [1, 4].map((m) => treeOf(sum, metres(m)).branches[0].drop!);
    expect(far.sineVolts).toBeGreaterThan(near.sineVolts);
    const missing = sum.conductor('Battery +', 'Main fuse, battery end').id;
    const some = treeOf(sum, (id) => (id === missing ? null : { lengthM: 2, measured: false }));
    expect(some.branches.map((b) => b.drop)).toEqual(some.branches.map(() => null));
    expect(treeOf(sum, () => ({ lengthM: 2, measured: false })).branches.every((b) => b.estimated)).toBe(
      true,
    );
    expect(treeOf(sum).branches.some((b) => b.estimated)).toBe(false);
  });

  it('of a device that a conductor was left out of is not known, of the others it is', () => {
    const { id } = sum.conductor('Anvil 1.400: Ground', 'Ground point');
    const cut = { ...sum, netlist: edited(sum.netlist, { kind: 'left-out', id }) };
    expect(treeOf(cut).branches.map((b) => [b.deviceId, b.drop === null])).toEqual(
      treeOf(sum).branches.map((b) => [b.deviceId, b.deviceId === 'amplifier:t2/mono']),
    );
  });

  it('has a fuse for each branch that is not below what its device asks for', () => {
    for (const b of treeOf(sum).branches) {
      const asked = sum.input.car.devices.find((d) => d.id === b.deviceId)!.entry?.fuseAmps ?? 0;
      expect(b.fuseAmps).toBeGreaterThanOrEqual(asked);
    }
    const alone = rewired(sum, (car) => ({
      ...car,
      devices: car.devices.filter((d) => d.id === 'amplifier:t2/mono'),
    }));
    expect(treeOf(alone).branches).toMatchObject([{ ownFuse: false, fuseAmps: null }]);
  });
});
