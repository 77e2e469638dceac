import { describe, expect, it } from 'vitest';
import { demoLibrary } from '../../carsim/devices.ts';
import { DEMO_CARS, viewOfCar } from '../../carsim/index.ts';
import { terminalsOf } from '../../library/terminals.ts';
import type { FinishedCar } from '../../model/finished-car.ts';
import { pairName } from '../../model/unit.ts';
import { comparePlans } from '../../plan/compare/propose.ts';
import { planInputOf } from '../../plan/facts/plan-of-job.ts';
import { finishedCar } from '../../plan/finished/finished-car.ts';
import { edited } from '../edits.ts';
import { type Conductor, conductor, type Netlist } from '../netlist.ts';
import { netlistOf } from '../netlist-of.ts';
import type { TerminalRef } from '../terminal-ref.ts';
import { terminalName, type WiringNames } from '../words.ts';
import { checkNetlist } from './index.ts';

const plans = DEMO_CARS.flatMap((demo) => {
  const input = planInputOf(viewOfCar(demo), { devices: demoLibrary() });
  return comparePlans(input).proposals.map((proposal) => ({ demo, input, proposal }));
});
const sum = plans.find((p) => p.demo === DEMO_CARS[0] && p.proposal.strategy === 'sum')!;

function wired(
  { input, proposal }: (typeof plans)[number],
  change: (car: FinishedCar) => FinishedCar = (c) => c,
) {
  const car = change(finishedCar(input, proposal));
  const outputs = input.pairs.map((p) => ({
    ...p,
    stage: p.stage === 'line' || p.stage === 'single-ended' ? ('single-ended' as const) : ('bridge' as const),
  }));
  const all = { car, setup: proposal.setup, outputs, targets: input.targets };
  const names: WiringNames = {
    car,
    cavity: (id) => id,
    output: (id) => pairName(input.pairs.find((p) => p.id === id)!),
    speaker: (id) => id,
  };
  const netlist = netlistOf(all);
  const find = (from: string, to: string): Conductor =>
    netlist.conductors.find((c) => terminalName(c.from, names) === from && terminalName(c.to, names) === to)!;
  const check = (n: Netlist) => checkNetlist(n, all, names).map((r) => `${r.rule}: ${r.text}`);
  const without = (from: string, to: string) =>
    check(edited(netlist, { kind: 'left-out', id: find(from, to).id }));
  const added = (from: TerminalRef, to: TerminalRef) => {
    const of = { function: 'speaker', signal: null, made: 'new', mm2: null, standing: 'assumed' } as const;
    return check({ conductors: [...netlist.conductors, conductor({ from, to, ...of })] });
  };
  return { netlist, check, without, added, car };
}
const at = (deviceId: string, key: string): TerminalRef => ({ of: 'device', deviceId, key, pole: null });
const [FOUR, ONE] = ['amplifier:t1/left', 'amplifier:t2/mono'];

describe('a netlist as it follows from a plan', () => {
  it.each(plans.map((p) => [`${p.demo.id}, ${p.proposal.strategy}`, p] as const))(
    '%s: breaks no rule that its plan does not break',
    (_, plan) => {
      const { check, netlist } = wired(plan);
      const known = plan.proposal.remarks.some((r) => r.rule === 'negative-grounded');
      const broken = check(netlist).filter((r) => !known || !r.startsWith('bridge-on-ground'));
      expect(broken).toEqual([]);
    },
  );
});

describe('supply', () => {
  const { without, added, check, netlist } = wired(sum);
  it('a device that got no ground, no turn-on, or no way to plus', () => {
    expect(check(netlist)).toEqual([]);
    expect(without('Anvil 1.400: Ground', 'Ground point')).toEqual(['no-ground: Anvil 1.400 has no ground.']);
    expect(without('Merlin S8: Remote out', 'Anvil 4.60: Remote in')).toEqual([
      'no-turn-on: Anvil 4.60 is turned on by nothing.',
    ]);
    expect(without('Battery +', 'Main fuse, battery end')).toHaveLength(3);
  });
  it('a way round the fuse, and a second one through it', () => {
    expect(added({ of: 'battery', post: 'plus' }, at(ONE, 'supply'))).toEqual([
      'no-fuse: Anvil 1.400 hangs on battery plus without a fuse.',
    ]);
    expect(added({ of: 'fuse', id: ONE, leg: 'load' }, at(ONE, 'supply'))).toEqual([]);
  });
  it('a fuse in the negative of one device, and one in its plus', () => {
    const ground = netlist.conductors.find(
      (c) => c.from.of === 'device' && c.from.deviceId === FOUR && c.function === 'ground',
    )!;
    const { id: _, ...own } = ground;
    const fuse = (leg: 'source' | 'load'): TerminalRef => ({ of: 'fuse', id: FOUR, leg });
    const through = [
      ...netlist.conductors.filter(
        (c) =>
          c !== ground &&
          !(c.from.of === 'fuse' && c.from.id === FOUR) &&
          !(c.to.of === 'fuse' && c.to.id === FOUR),
      ),
      conductor({
        ...own,
        from: { of: 'distribution', way: FOUR },
        to: at(FOUR, 'supply'),
        function: 'supply',
      }),
      conductor({ ...own, to: fuse('source') }),
      conductor({ ...own, from: fuse('load') }),
    ];
    expect(check({ conductors: through })).toEqual([
      'fuse-in-negative: The ground of Anvil 4.60 goes through Fuse of Anvil 4.60, battery end.',
    ]);
  });
});

describe('signal', () => {
  const { without, added, car, netlist } = wired(sum);
  it('two outputs on one wire, and two minuses that are ground anyway', () => {
    expect(added(at(FOUR, 'out-1-plus'), at(FOUR, 'out-2-plus'))).toEqual([
      'two-drivers: Anvil 4.60: Speaker 1+ and Anvil 4.60: Speaker 2+ are joined: two outputs drive one wire.',
    ]);
    expect(added(at(FOUR, 'out-1-minus'), at(FOUR, 'out-2-minus'))).toEqual([]);
  });
  it('a bridge on ground: a factory minus led to the body, or an input whose minus is ground', () => {
    const minus = netlist.conductors.find((c) => c.signal?.sign === 'minus' && c.from.of === 'plug')!;
    expect(added(minus.from, { of: 'ground', point: 'body' })[0]).toMatch(
      /^bridge-on-ground: .* reaches ground/,
    );
    const grounded = wired(sum, (c) => ({
      ...c,
      devices: c.devices.map((d) =>
        d.entry?.speakerInput
          ? { ...d, entry: { ...d.entry, speakerInput: { ...d.entry.speakerInput, floating: false } } }
          : d,
      ),
    }));
    // Seven outputs go into the converter, each with its minus.
    expect(grounded.check(grounded.netlist).filter((r) => r.startsWith('bridge-on-ground'))).toHaveLength(7);
  });
  it('a coil with one conductor, and one that is shorted', () => {
    const { id } = car.speakers.find((s) => s.id.startsWith('new:t1/left'))!;
    const coil = (sign: 'plus' | 'minus'): TerminalRef => ({ of: 'speaker', speakerId: id, coil: 0, sign });
    const plus = netlist.conductors.find(
      (c) => c.to.of === 'speaker' && c.to.speakerId === id && c.to.sign === 'plus',
    )!;
    const names = { car, cavity: (c: string) => c, output: () => '', speaker: (s: string) => s };
    expect(without(terminalName(plus.from, names), terminalName(plus.to, names))).toEqual([
      `coil-open: ${id} has no conductor at plus.`,
    ]);
    expect(added(coil('plus'), coil('minus'))).toEqual([`coil-open: ${id} has both terminals on one wire.`]);
  });
  it('a cable above its terminal, and one that just goes in', () => {
    const most = (mm2: number) =>
      wired(sum, (c) => ({
        ...c,
        devices: c.devices.map((d) =>
          d.id === ONE && d.entry
            ? {
                ...d,
                entry: {
                  ...d.entry,
                  terminals: terminalsOf(d.entry).map((t) => (t.kind === 'supply' ? { ...t, mm2 } : t)),
                },
              }
            : d,
        ),
      }));
    const [thin, fits] = [most(2.5), most(4)];
    expect(thin.check(thin.netlist)).toEqual([
      'size-of-terminal: Anvil 1.400: Battery takes 2.5 mm² at most; its cable has 4 mm².',
    ]);
    expect(fits.check(fits.netlist)).toEqual([]);
  });
});
