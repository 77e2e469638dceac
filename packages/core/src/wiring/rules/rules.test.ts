import { describe, expect, it } from 'vitest';
import { rewired, WIRED_PLANS, type WiredPlan, wiredPlan } from '../../../test/wired-plans.ts';
import { terminalsOf } from '../../library/terminals.ts';
import { edited } from '../edits.ts';
import { conductor, type Netlist } from '../netlist.ts';
import type { TerminalRef } from '../terminal-ref.ts';
import { checkNetlist } from './index.ts';

const sum = wiredPlan('people-carrier, sum');
const check = (plan: WiredPlan, netlist: Netlist = plan.netlist) =>
  checkNetlist(netlist, plan.input, plan.names).map((r) => `${r.rule}: ${r.text}`);
const without = (from: string, to: string) =>
  check(sum, edited(sum.netlist, { kind: 'left-out', id: sum.conductor(from, to).id }));
const added = (from: TerminalRef, to: TerminalRef) => {
  const of = { function: 'speaker', signal: null, made: 'new', mm2: null, standing: 'assumed' } as const;
  return check(sum, { conductors: [...sum.netlist.conductors, conductor({ from, to, ...of })] });
};
const at = (deviceId: string, key: string): TerminalRef => ({ of: 'device', deviceId, key, pole: null });
const [FOUR, ONE] = ['amplifier:t1/left', 'amplifier:t2/mono'];

describe('a netlist as it follows from a plan', () => {
  it.each(WIRED_PLANS.map((p) => [p.name, p] as const))(
    '%s: breaks no rule that its plan does not break',
    (_, plan) => {
      const known = plan.remarks.includes('negative-grounded');
      const broken = check(plan).filter((r) => !known || !r.startsWith('bridge-on-ground'));
      expect(broken).toEqual([]);
    },
  );
});

describe('supply', () => {
  const { netlist } = sum;
  it('a device that got no ground, no turn-on, or no way to plus', () => {
    expect(check(sum)).toEqual([]);
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
  it('a branch that lost its fuse hangs on one that its cable cannot bear; the thick main cable may', () => {
    const ofBranch = (t: TerminalRef) => t.of === 'fuse' && t.id === ONE;
    const [before, after] = ['to', 'from'].map((end) =>
      netlist.conductors.find((c) => ofBranch(c[end as 'to' | 'from']))!,
    );
    const twisted = (mm2: number) =>
      check(sum, {
        conductors: [
          ...netlist.conductors.filter((c) => c !== before && c !== after),
          conductor({ ...before, to: after.to, mm2 }),
        ],
      });
    const found = twisted(before.mm2!);
    expect(found).toHaveLength(1);
    expect(found[0]).toMatch(/^fuse-above-cable: Main fuse has \d+ A, and .* mm², which carries \d+ A\.$/);
    expect(twisted(sum.input.setup!.supply.cableMm2)).toEqual([]);
  });
  it('the main fuse left out: its cable, though every branch has a fuse of its own; and both in place', () => {
    const main = (leg: string) =>
      netlist.conductors.find((c) =>
        [c.from, c.to].some((t) => t.of === 'fuse' && t.id === 'main' && t.leg === leg),
      )!;
    const [before, after] = [main('source'), main('load')];
    const { id: _, ...cable } = before;
    const found = check(sum, {
      conductors: [
        ...netlist.conductors.filter((c) => c !== before && c !== after),
        conductor({ ...cable, to: after.to }),
      ],
    });
    expect(found).toEqual(['no-fuse: Battery + to Distribution block, in has no fuse before it.']);
    expect(check(sum)).toEqual([]);
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
    expect(check(sum, { conductors: through })).toEqual([
      // The plus lost it, and hangs on the main one.
      expect.stringMatching(/^fuse-above-cable: Main fuse has \d+ A, and Distribution block, Anvil 4\.60/),
      'fuse-in-negative: The ground of Anvil 4.60 goes through Fuse of Anvil 4.60, battery end.',
    ]);
  });
});

describe('signal', () => {
  const {
    netlist,
    input: { car },
  } = sum;
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
    const grounded = rewired(sum, (c) => ({
      ...c,
      devices: c.devices.map((d) =>
        d.entry?.speakerInput
          ? { ...d, entry: { ...d.entry, speakerInput: { ...d.entry.speakerInput, floating: false } } }
          : d,
      ),
    }));
    // Seven outputs go into the converter, each with its minus.
    expect(check(grounded).filter((r) => r.startsWith('bridge-on-ground'))).toHaveLength(7);
  });
  it('a coil with one conductor, and one that is shorted', () => {
    const { id } = car.speakers.find((s) => s.id.startsWith('new:t1/left'))!;
    const coil = (sign: 'plus' | 'minus'): TerminalRef => ({ of: 'speaker', speakerId: id, coil: 0, sign });
    const plus = netlist.conductors.find(
      (c) => c.to.of === 'speaker' && c.to.speakerId === id && c.to.sign === 'plus',
    )!;
    expect(check(sum, edited(netlist, { kind: 'left-out', id: plus.id }))).toEqual([
      'coil-open: Front set, left has no conductor at plus.',
    ]);
    expect(added(coil('plus'), coil('minus'))).toEqual([
      'coil-open: Front set, left has both terminals on one wire.',
    ]);
  });
  it('a cable above its terminal, and one that just goes in', () => {
    const most = (mm2: number) =>
      rewired(sum, (c) => ({
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
    expect(check(thin)).toEqual([
      'size-of-terminal: Anvil 1.400: Battery takes 2.5 mm² at most; its cable has 4 mm².',
    ]);
    expect(check(fits)).toEqual([]);
  });
  it('one output for two channels, turned over for one of them: a matter of the device, not of its wires', () => {
    const feeds = sum.input.feeds.map((f) =>
      f.side === 'right' ? { ...f, taps: f.taps.map((t) => ({ ...t, inverted: true })) } : f,
    );
    const [first] = sum.input.car.devices;
    const shared = rewired({ ...sum, input: { ...sum.input, feeds } }, (c) => ({
      ...c,
      devices: c.devices.map((d) =>
        d.id === first.id
          ? { ...d, outputs: d.outputs.map((o) => (o.n === 1 ? { ...o, of: [...o.of, 4] } : o)) }
          : d,
      ),
    }));
    const left = feeds.find((f) => f.side === 'left')!;
    const both = {
      ...shared,
      input: {
        ...shared.input,
        feeds: feeds.map((f) =>
          f === left ? { ...f, taps: [...f.taps, { ...f.taps[0], pairId: 'p4', inverted: false }] } : f,
        ),
      },
    };
    expect(check(both)).toEqual([
      expect.stringMatching(/^swap-in-device: Input 4 of Merlin S8 serves two channels/),
    ]);
    expect(check(shared)).toEqual([]);
  });
});
