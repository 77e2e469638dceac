import { describe, expect, it } from 'vitest';
import { demoLibrary } from '../carsim/devices.ts';
import { DEMO_CARS, viewOfCar } from '../carsim/index.ts';
import { comparePlans } from '../plan/compare/propose.ts';
import { finishedCar } from '../plan/finished/finished-car.ts';
import { planInputOf } from '../plan/facts/plan-of-job.ts';
import { playNetlist } from './circuit/play.ts';
import { edited } from './edits.ts';
import { hearingDifferences, outputsOf, unheard } from './expected.ts';
import { atTerminals, type Conductor, type Netlist } from './netlist.ts';
import { netlistOf } from './netlist-of.ts';
import { terminalId } from './terminal-ref.ts';

const plans = DEMO_CARS.flatMap((demo) => {
  const input = planInputOf(viewOfCar(demo), { devices: demoLibrary() });
  return comparePlans(input).proposals.map((proposal) => {
    const outputs = input.pairs.map((p) => ({
      ...p,
      stage: p.stage === 'bridge' ? ('bridge' as const) : ('single-ended' as const),
    }));
    const all = { car: finishedCar(input, proposal), setup: proposal.setup, outputs, targets: input.targets };
    return [`${demo.id}, ${proposal.strategy}`, all] as const;
  });
});
type Planned = (typeof plans)[number][1];
const heard = (netlist: Netlist, input: Planned) => {
  const played = playNetlist(netlist, input);
  const planned = playNetlist(netlistOf(input), input);
  return { ...played, differences: hearingDifferences(played, planned, input.car) };
};
const isNew = (c: Conductor) => c.made === 'new';
/** Signal of an output of the car, not of its data. */
const carries = (c: Conductor, { car }: Planned) =>
  c.signal !== null && outputsOf(c.signal.source, car).size > 0;

describe('the netlist of every plan of every demo car', () => {
  it.each(plans)(
    '%s: plays what was planned, every device wakes, no conductor ends in the air',
    (name, input) => {
      const netlist = netlistOf(input);
      expect(new Set(netlist.conductors.map((c) => c.id)).size).toBe(netlist.conductors.length);
      expect(heard(netlist, input)).toMatchObject({ asleep: [], differences: [] });
      const at = atTerminals(netlist);
      // A fuse or a distribution with one side alone leads nowhere.
      for (const [id, [first]] of at) {
        const end = terminalId(first.from) === id ? first.from : first.to;
        if (end.of === 'fuse' && end.id !== 'relay')
          expect(at.has(`fuse:${end.id}:${end.leg === 'source' ? 'load' : 'source'}`)).toBe(true);
        if (end.of === 'distribution') expect(at.has('distribution:in')).toBe(true);
      }
      // What nothing is sent into is not called right.
      const byDevice = input.car.speakers.filter((s) => s.coils.some((c) => c.source?.from === 'device'));
      expect(unheard(input.car)).toEqual(name.endsWith('data-interface') ? byDevice.map((s) => s.id) : []);
      // Every coil that the plan drives hangs on two conductors.
      for (const { id, coils } of input.car.speakers)
        coils.forEach(({ source }, coil) => {
          for (const sign of ['plus', 'minus'])
            expect(at.has(`speaker:${id}:${coil}:${sign}`)).toBe(source !== null && source.from !== 'data');
        });
    },
  );
});

describe('a mistake of the hands is heard', () => {
  it.each(plans)('%s: a conductor left out, a pair reversed, two channels exchanged', (_, input) => {
    const netlist = netlistOf(input);
    const signal = netlist.conductors.filter(
      (c) => isNew(c) && c.function === 'speaker' && carries(c, input),
    );
    for (const c of signal.filter((s) => s.signal!.sign === 'plus')) {
      const mate = signal.find(
        (m) =>
          m.signal!.sign === 'minus' &&
          JSON.stringify(m.signal!.source) === JSON.stringify(c.signal!.source) &&
          m.to.of === c.to.of &&
          m.from.of === c.from.of &&
          (m.to.of !== 'device' || c.to.of !== 'device' || m.to.deviceId === c.to.deviceId) &&
          (m.to.of !== 'speaker' || c.to.of !== 'speaker' || m.to.coil === c.to.coil),
      )!;
      const open = heard(edited(netlist, { kind: 'left-out', id: c.id }), input);
      expect(open.differences.length, `${c.id} left out`).toBeGreaterThan(0);
      const turned = heard(edited(netlist, { kind: 'exchanged', ids: [c.id, mate.id], end: 'to' }), input);
      // An input with one leg on ground shorts what is reversed into it.
      const kinds = turned.differences.map((d) => d.kind);
      expect(
        kinds.some((k) => k === 'reversed' || k === 'silent' || k === 'level'),
        `${c.id} reversed`,
      ).toBe(true);
    }
  });

  it.each(plans)(
    '%s: a supply, a ground or a remote lead that was forgotten lets a device sleep',
    (_, input) => {
      const netlist = netlistOf(input);
      for (const c of netlist.conductors.filter((s) => ['supply', 'ground', 'remote'].includes(s.function)))
        expect(
          heard(edited(netlist, { kind: 'left-out', id: c.id }), input).asleep.length,
          c.id,
        ).toBeGreaterThan(0);
    },
  );

  it('by way of a relay as well: its coil, its contact and its fuse', () => {
    const [, plan] = plans.find(([name]) => name === 'people-carrier, sum')!;
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
