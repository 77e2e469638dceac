import { describe, expect, it } from 'vitest';
import { WIRED_PLANS, type WiredPlan, wiredPlan } from '../../test/wired-plans.ts';
import { playNetlist } from './circuit/play.ts';
import { edited } from './edits.ts';
import { hearingDifferences, outputsOf, unheard } from './expected.ts';
import type { Conductor, Netlist } from './netlist.ts';
import { netlistOf } from './netlist-of.ts';
import { terminalId } from './terminal-ref.ts';
import type { WiringInput } from './wiring-input.ts';

const plans = WIRED_PLANS.map((p) => [p.name, p] as const);
const heard = (netlist: Netlist, input: WiringInput) => {
  const played = playNetlist(netlist, input);
  return { ...played, differences: hearingDifferences(played, playNetlist(netlistOf(input), input), input) };
};
/** New, and with the signal of an output, not of the car's data. */
const carries = (c: Conductor, { input }: WiredPlan) =>
  c.made === 'new' &&
  c.function === 'speaker' &&
  c.signal !== null &&
  outputsOf(c.signal.source, input).size > 0;

describe('the netlist of every plan of every demo car', () => {
  it.each(plans)(
    '%s: plays what was planned, every device wakes, no conductor ends in the air',
    (name, { input, netlist }) => {
      expect(new Set(netlist.conductors.map((c) => c.id)).size).toBe(netlist.conductors.length);
      expect(heard(netlist, input)).toMatchObject({ asleep: [], differences: [] });
      const ends = netlist.conductors.flatMap((c) => [c.from, c.to]);
      const at = new Set(ends.map(terminalId));
      // A fuse or a distribution with one side alone leads nowhere.
      for (const end of ends) {
        if (end.of === 'fuse')
          expect(at).toContain(`fuse:${end.id}:${end.leg === 'source' ? 'load' : 'source'}`);
        if (end.of === 'distribution') expect(at).toContain('distribution:in');
      }
      // What nothing is sent into is not called right.
      const byDevice = input.car.speakers.filter((s) => s.coils.some((c) => c.source?.from === 'device'));
      expect(unheard(input)).toEqual(name.endsWith('data-interface') ? byDevice.map((s) => s.id) : []);
      // Every coil that the plan drives hangs on two conductors.
      for (const { id, coils } of input.car.speakers)
        coils.forEach(({ source }, coil) => {
          for (const sign of ['plus', 'minus'])
            expect(at.has(`speaker:${id}:${coil}:${sign}`)).toBe(source !== null && source.from !== 'data');
        });
    },
  );
});

describe('an output that the plan turns over', () => {
  const { input, conductor, netlist } = wiredPlan('people-carrier, sum');
  it('goes in with plus and minus swapped, its fellows straight', () => {
    expect(conductor('C2·17, unit side', 'Merlin S8: Speaker in 6−').signal!.sign).toBe('plus');
    expect(conductor('C2·18, unit side', 'Merlin S8: Speaker in 6+').signal!.sign).toBe('minus');
    expect(conductor('C2·7, unit side', 'Merlin S8: Speaker in 3+').signal!.sign).toBe('plus');
  });
  it('is reversed where hands put it straight', () => {
    const ids = [
      conductor('C2·17, unit side', 'Merlin S8: Speaker in 6−').id,
      conductor('C2·18, unit side', 'Merlin S8: Speaker in 6+').id,
    ] as const;
    const { differences } = heard(edited(netlist, { kind: 'exchanged', ids, end: 'to' }), input);
    expect(differences).toMatchObject([{ speakerId: 'new:t1/right', pairId: 'p6', kind: 'reversed' }]);
  });
});

describe('a mistake of the hands is heard', () => {
  it.each(plans)('%s: a conductor left out, a pair reversed', (_, plan) => {
    const { netlist, input } = plan;
    const places = (c: Conductor) =>
      [c.from, c.to].map((t) => terminalId(t).replace(/:?(plus|minus)$|-(plus|minus)$/, ''));
    const signal = netlist.conductors.filter((c) => carries(c, plan));
    for (const c of signal.filter((s) => s.signal!.sign === 'plus')) {
      const open = heard(edited(netlist, { kind: 'left-out', id: c.id }), input);
      expect(open.differences.length, `${c.id} left out`).toBeGreaterThan(0);
      const mate = signal.find(
        (m) => m.signal!.sign === 'minus' && m.from.of === c.from.of && places(m)[1] === places(c)[1],
      );
      if (!mate) continue;
      const turned = heard(edited(netlist, { kind: 'exchanged', ids: [c.id, mate.id], end: 'to' }), input);
      // An input with one leg on ground shorts what is reversed into it.
      const kinds = turned.differences.map((d) => d.kind);
      expect(
        kinds.some((k) => k !== 'stray'),
        `${c.id} reversed`,
      ).toBe(true);
    }
  });

  it.each(plans)(
    '%s: a supply, a ground or a remote lead that was forgotten lets a device sleep',
    (_, { netlist, input }) => {
      for (const c of netlist.conductors.filter((s) => ['supply', 'ground', 'remote'].includes(s.function)))
        expect(
          heard(edited(netlist, { kind: 'left-out', id: c.id }), input).asleep.length,
          c.id,
        ).toBeGreaterThan(0);
    },
  );

  it('by way of a relay as well: its coil, its contact and its fuse', () => {
    const { input: plan } = wiredPlan('people-carrier, sum');
    const input = { ...plan, setup: { ...plan.setup!, turnOn: { ...plan.setup!.turnOn, relay: true } } };
    const netlist = netlistOf(input);
    expect(heard(netlist, input)).toMatchObject({ asleep: [], differences: [] });
    const ofRelay = netlist.conductors.filter((c) => /relay/.test(c.id));
    expect(ofRelay).toHaveLength(5);
    for (const c of ofRelay)
      expect(
        heard(edited(netlist, { kind: 'left-out', id: c.id }), input).asleep.length,
        c.id,
      ).toBeGreaterThan(0);
  });
});
