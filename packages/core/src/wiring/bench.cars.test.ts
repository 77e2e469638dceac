import { describe, expect, it } from 'vitest';
import { rewired, WIRED_PLANS, wiredPlan } from '../../test/wired-plans.ts';
import { START_WIRING, type WiringFields } from '../model/wiring.ts';
import { cablesOf, type ChannelOf } from './cables/cables-of.ts';
import { lossDb, loopOhm } from './cables/run-loss.ts';
import { placeId } from './cables/runs.ts';
import { loneWires } from './cables/lone-wires.ts';
import { bench, cutList, orphans } from './cut-list.ts';
import { JOINTS_AT } from './joints/joint-kinds.ts';
import { jointsOf } from './joints/joints-of.ts';
import { checkCraft } from './rules/craft.ts';
import { terminalId } from './terminal-ref.ts';
import { terminalName } from './words.ts';

type Wired = (typeof WIRED_PLANS)[number];

const isTap = (j: ReturnType<typeof joined>[number]) => j.place === 'tap' && j.conductor?.signal;

const nowhere: ChannelOf = () => null;
const cabled = ({ netlist, input }: Wired, choices: Partial<WiringFields> = {}, channelOf = nowhere) =>
  cablesOf(netlist, input, { ...START_WIRING, ...choices }, channelOf);
const joined = ({ netlist, input }: Wired, choices: Partial<WiringFields> = {}) =>
  jointsOf(netlist, input, { ...START_WIRING, ...choices });
/** The same plan, its factory wires joined in another way. */
const joining = (plan: Wired, by: 'tap' | 'harness-pair' | 'cut'): Wired => ({
  ...plan,
  input: {
    ...plan.input,
    setup: { ...plan.input.setup!, joining: by },
    car: {
      ...plan.input.car,
      outputs: plan.input.car.outputs.map((o) => ({
        ...o,
        intercepted: o.intercepted && {
          ...o.intercepted,
          by: by === 'cut' ? ('cut' as const) : ('harness-pair' as const),
        },
      })),
    },
  },
});

describe('joints of every plan of the demo cars', () => {
  it.each(WIRED_PLANS.map((p) => [p.name, p] as const))(
    '%s: every end of a new conductor is one joint',
    (_, plan) => {
      const joints = joined(plan);
      const ends = plan.netlist.conductors
        .filter((c) => c.made === 'new')
        .flatMap((c) => [`${c.id}|from`, `${c.id}|to`]);
      expect(joints.filter((j) => j.conductor).map((j) => j.id)).toEqual(ends);
      expect(new Set(joints.map((j) => j.id)).size).toBe(joints.length);
      for (const j of joints) expect(JOINTS_AT[j.place]).toContain(j.kind);
    },
  );

  it.each(WIRED_PLANS.map((p) => [p.name, p] as const))(
    '%s: what a cut leaves over is capped, and nothing else',
    (_, plan) => {
      const capped = joined(plan)
        .filter((j) => j.place === 'capped')
        .map((j) => terminalId(j.at));
      const used = plan.netlist.conductors.flatMap((c) => [terminalId(c.from), terminalId(c.to)]);
      expect(capped.filter((t) => used.includes(t))).toEqual([]);
      const cut = plan.input.car.outputs.filter((o) => o.intercepted).map((o) => o.pairId);
      const cutEnds =
        plan.input.outputs.filter((o) => cut.includes(o.id) && new Set(o.ends.map((e) => e.sign)).size === 2)
          .length * 4;
      const usedAtCuts = new Set(
        joined(plan)
          .filter((j) => j.place === 'cut')
          .map((j) => terminalId(j.at)),
      );
      const inCavities = [...usedAtCuts].filter((t) => t.startsWith('plug:')).length;
      expect(capped.length + inCavities).toBe(cutEnds);
    },
  );
});

describe('how a joint is chosen', () => {
  // Its rear outputs are tapped: no output of it is led elsewhere.
  const plan = WIRED_PLANS.find(
    (p) => p.input.car.outputs.every((o) => !o.intercepted) && joined(p).some(isTap),
  )!;
  const taps = joined(plan).filter(isTap);

  it('as the plan has it, else for its place in this job, else for itself', () => {
    const [first, second] = taps;
    const kindIn = (p: Wired) => joined(p).find((j) => j.id === first.id);
    expect(kindIn(joining(plan, 'tap'))).toMatchObject({ kind: 'soldered-tap', chosen: 'plan' });
    expect(kindIn(joining(plan, 'harness-pair'))).toMatchObject({ kind: 'harness-pair', chosen: 'plan' });
    const chosen = joined(plan, {
      school: { tap: 'displacement-tap' },
      joints: { [first.id]: 'harness-pair' },
    });
    expect(chosen.find((j) => j.id === first.id)).toMatchObject({ kind: 'harness-pair', chosen: 'joint' });
    expect(chosen.find((j) => j.id === second.id)).toMatchObject({ kind: 'displacement-tap', chosen: 'job' });
  });

  it('an intercepted wire gets connectors where the plan cuts, the pair where it has one; the turn-on wire neither', () => {
    const led = wiredPlan('people-carrier, sum');
    const kinds = (by: 'harness-pair' | 'cut') => {
      const joints = joined(joining(led, by));
      const of = (place: string) => [
        ...new Set(joints.flatMap((j) => (j.place === place && j.at.of === 'plug' ? [j.kind] : []))),
      ];
      return [of('cut'), joints.find((j) => j.at.of === 'turn-on')?.kind];
    };
    expect(kinds('cut')).toEqual([['connector'], 'soldered-tap']);
    expect(kinds('harness-pair')).toEqual([['harness-pair'], 'soldered-tap']);
  });

  it('an amplifier of which nobody knows terminals and current is fed under a screw, another box by its plug', () => {
    const unknown = rewired(wiredPlan('people-carrier, sum'), (car) => ({
      ...car,
      devices: car.devices.map((d) => ({ ...d, entry: null, draws: { ...d.draws, sineAmps: 0 } })),
    }));
    const places = (amplifier: boolean) => [
      ...new Set(
        joined(unknown).flatMap(({ at, conductor, place }) => {
          const device = at.of === 'device' && unknown.input.car.devices.find((d) => d.id === at.deviceId);
          const feeds = conductor?.function === 'supply' || conductor?.function === 'ground';
          return device && feeds && (device.kind === 'amplifier') === amplifier ? [place] : [];
        }),
      ),
    ];
    expect([places(true), places(false)]).toEqual([['screw'], ['device']]);
  });

  it('what does not exist at a place is not taken', () => {
    const [first] = taps;
    expect(joined(plan, { joints: { [first.id]: 'ring' } }).find((j) => j.id === first.id)?.kind).toBe(
      'soldered-tap',
    );
  });

  it('displacement taps bear signal, never what turns on or feeds', () => {
    const remarks = (joints: ReturnType<typeof joined>) =>
      checkCraft({ joints, cables: [], input: plan.input, names: plan.names }).map((r) => [
        r.rule,
        r.severity,
      ]);
    const onSignal = Object.fromEntries(taps.map((j) => [j.id, 'displacement-tap' as const]));
    expect(remarks(joined(plan, { joints: onSignal }))).toEqual([]);
    const turnOn = joined(plan).find((j) => j.at.of === 'turn-on')!;
    expect(remarks(joined(plan, { joints: { [turnOn.id]: 'displacement-tap' } }))).toEqual([
      ['displacement-tap', 'warning'],
    ]);
  });
});

describe('cables of every plan of the demo cars', () => {
  it.each(WIRED_PLANS.map((p) => [p.name, p] as const))(
    '%s: each new pair of signal runs in one cable, side by side',
    (_, plan) => {
      const cables = cabled(plan);
      const inCables = cables.flatMap((c) => c.ways.flatMap((w) => w.conductor?.id ?? []));
      expect(new Set(inCables).size).toBe(inCables.length);
      const links = plan.netlist.conductors.filter(
        (c) => c.made === 'new' && c.signal && (c.function === 'speaker' || c.function === 'line'),
      );
      expect([...inCables].sort()).toEqual(links.map((c) => c.id).sort());
      for (const { ways, kind } of cables) {
        expect(ways).toHaveLength(kind.pairs.length * 2 + kind.single.length);
        for (let i = 0; i < kind.pairs.length; i++) {
          const [a, b] = [ways[2 * i].conductor, ways[2 * i + 1].conductor];
          expect(a?.signal?.source).toEqual(b?.signal?.source);
          expect([a?.signal?.sign, b?.signal?.sign]).toEqual(a ? ['plus', 'minus'] : [undefined, undefined]);
        }
      }
    },
  );

  it('to an amplifier and back from it are two cables', () => {
    const both = WIRED_PLANS.flatMap((plan) => {
      const ways = cabled(plan).map((c) => [placeId(c.from), placeId(c.to)] as const);
      return ways.filter(([from, to]) => ways.some(([f, t]) => f === to && t === from));
    });
    expect(both.length).toBeGreaterThan(0);
    for (const plan of WIRED_PLANS)
      for (const { from, to, ways } of cabled(plan))
        for (const { conductor } of ways)
          if (conductor?.from.of === 'device') expect([placeId(from), placeId(to)][0]).toContain('device:');
  });

  it('the usual colours mean the usual channels', () => {
    const plan = WIRED_PLANS.find((p) => cabled(p).some((c) => c.kind.id === 'nine'))!;
    const known = cabled(plan).find((c) => c.kind.id === 'nine')!;
    const sources = known.ways.flatMap((w) => (w.conductor?.signal?.sign === 'plus' ? [w.conductor] : []));
    // The last of them is said to be front left: it takes white, whatever came first.
    const last = sources[sources.length - 1];
    const named = cabled(plan, {}, (c) => (c.id === last.id ? { side: 'left', axle: 'front' } : null));
    const white = named.find((c) => c.id === known.id)!.ways[0];
    expect([white.colour, white.conductor?.id]).toEqual(['WH', last.id]);
    const own = cabled(plan, { colours: { [last.id]: 'PK' } });
    expect(own.flatMap((c) => c.ways).find((w) => w.conductor?.id === last.id)?.colour).toBe('PK');
  });
});

describe('lengths', () => {
  it('5.4 m of 18 AWG into 4 ohm loses half a decibel', () => {
    expect(lossDb(loopOhm(5.4, 0.823), 4)).toBeCloseTo(0.48, 2);
  });

  it('a speaker run that keeps more than a twentieth is said, one just shorter is not', () => {
    const plan = WIRED_PLANS.find((p) =>
      cabled(p).some((c) => c.kind.id === 'speaker' && c.to.at === 'speaker'),
    )!;
    const run = cabled(plan).find((c) => c.kind.id === 'speaker' && c.to.at === 'speaker')!;
    const remarks = (lengthM: number) => {
      const cables = cabled(plan, { lengths: { [run.id]: { lengthM, measured: true } } });
      return checkCraft({ joints: [], cables, input: plan.input, names: plan.names }).map((r) => r.text);
    };
    const { source } = run.ways[0].conductor!.signal!;
    const load = plan.input.car.devices
      .flatMap((d) => d.outputs.map((o) => [d.id, o] as const))
      .find(([id, o]) => source.from === 'device' && id === source.deviceId && o.n === source.output)![1]
      .load!.ohm;
    // R = 2 l rho / A, by hand.
    const limit = (0.05 * load * 1.31) / (2 * 0.01724);
    expect(remarks(limit * 0.99)).toEqual([]);
    expect(remarks(limit * 1.01)).toEqual([expect.stringMatching(/loses 0\.4 dB/)]);
  });

  it('the cut list counts pieces, metres, and what has no length yet', () => {
    const plan = wiredPlan('people-carrier, sum');
    const [cable] = cabled(plan);
    const choices = { ...START_WIRING, lengths: { [cable.id]: { lengthM: 3.5, measured: false } } };
    const cables = cablesOf(plan.netlist, plan.input, choices, nowhere);
    const wires = loneWires(plan.netlist, cables, choices);
    const lines = cutList(cables, wires);
    const own = lines.find((l) => 'cable' in l.what && l.what.cable === cable.kind.name)!;
    expect([own.totalM, own.estimated]).toEqual([3.5, true]);
    expect(lines.reduce((n, l) => n + l.pieces, 0)).toBe(cables.length + wires.length);
    expect(lines.reduce((n, l) => n + l.open, 0)).toBe(cables.length + wires.length - 1);
    const inCables = cables.flatMap((c) => c.ways.flatMap((w) => w.conductor ?? []));
    expect(inCables.length + wires.length).toBe(
      plan.netlist.conductors.filter((c) => c.made === 'new').length,
    );
  });
});

describe('what was chosen', () => {
  const plan = wiredPlan('people-carrier, sum');

  it('stays where another model of the same device takes its place', () => {
    const joints = joined(plan);
    const renamed = {
      ...plan.input,
      car: { ...plan.input.car, devices: plan.input.car.devices.map((d) => ({ ...d, name: 'Another' })) },
    };
    expect(joined({ ...plan, input: renamed }).map((j) => j.id)).toEqual(joints.map((j) => j.id));
  });

  it('is shown when its conductor is gone, and only then', () => {
    const [first] = joined(plan);
    const of = (choices: Partial<WiringFields>) =>
      orphans({ ...START_WIRING, ...choices }, joined(plan), cabled(plan), plan.netlist, null);
    expect(of({ joints: { [first.id]: 'butt' }, done: [first.id] })).toEqual([]);
    expect(of({ done: ['speaker|gone|from'], joints: { 'speaker|gone|from': 'butt' } })).toEqual([
      'speaker|gone|from',
    ]);
  });

  it('what is made asks for no more tools', () => {
    const joints = joined(plan);
    const all = bench(joints);
    expect(all.tools).toContain('wire strippers');
    expect(bench(joints.map((j) => ({ ...j, done: true })))).toEqual({ tools: [], consumables: [] });
    expect(terminalName(joints[0].at, plan.names)).toMatch(/C\d/);
  });
});
