import { describe, expect, it } from 'vitest';
import { DEMO_CARS } from '../../carsim/index.ts';
import { demoLibrary } from '../../carsim/devices.ts';
import { viewOfCar } from '../../carsim/view-of-car.ts';
import type { FinishedCar, SignalSource } from '../../model/finished-car.ts';
import { type Insert, INSERT_WORDS, insertSchema } from '../../model/insert.ts';
import { type Proposal } from '../../model/plan.ts';
import { NO_CHANGES, type PlanChanges } from '../../model/plan-changes.ts';
import type { SetupChange } from '../../model/setup.ts';
import { rework } from '../compare/propose.ts';
import type { PlanInput } from '../facts/plan-input.ts';
import { planInputOf } from '../facts/plan-of-job.ts';

const [carrier, camper, coupe] = DEMO_CARS.map((car): PlanInput =>
  planInputOf(viewOfCar(car), { devices: demoLibrary() }),
);
const put = (
  input: PlanInput,
  part: Omit<Insert, 'targetId' | 'device' | 'deviceId'> & Partial<Insert>,
): Insert => ({
  device: null,
  deviceId: null,
  targetId: input.targets[0].id,
  ...part,
});
const planWith = (input: PlanInput, strategy: string, ...inserts: Insert[]): Proposal =>
  rework(input, strategy, { ...NO_CHANGES, inserts })!;

/** What a speaker's signal goes through, from the output to the speaker. */
function wayTo(car: FinishedCar, source: SignalSource | null): string[] {
  if (source?.from !== 'device') return source ? [source.from] : [];
  const device = car.devices.find((d) => d.id === source.deviceId)!;
  const [first] = device.outputs.find((o) => o.n === source.output)!.of;
  return [...wayTo(car, device.inputs.find((i) => i.n === first)!.source), device.kind];
}
const waysOf = ({ car }: Proposal, { targets }: PlanInput) =>
  car!.speakers
    .filter((s) => s.targetId === targets[0].id && s.made === 'new')
    .map((s) => wayTo(car!, s.coils[0].source));

describe('a box in series', () => {
  const isolator = put(carrier, { kind: 'isolator', at: 'amplifier' });
  const load = put(carrier, { kind: 'load-module', at: 'outputs', device: 'Pumice 47' });
  const filter = put(carrier, { kind: 'passive-crossover', at: 'speaker' });

  it('sits where it was put, for every channel of its target and in its order', () => {
    const sides = waysOf(planWith(carrier, 'convert', isolator, filter, load), carrier);
    expect(sides.length).toBeGreaterThan(0);
    for (const way of sides)
      expect(way).toEqual([
        'output',
        'load-module',
        'converter',
        'isolator',
        'amplifier',
        'passive-crossover',
      ]);
    const restorer = put(carrier, { kind: 'bass-restorer', at: 'amplifier' });
    const [way] = waysOf(planWith(carrier, 'convert', isolator, restorer), carrier);
    expect(way.slice(-3)).toEqual(['isolator', 'bass-restorer', 'amplifier']);
  });

  it('is one for both sides where it has the room, and is bought as often as it is there', () => {
    const counts = (plan: Proposal, kind: string) => [
      plan.car!.devices.filter((d) => d.kind === kind).length,
      plan.equipment.find((e) => e.kind === kind)?.count,
    ];
    const stereo = { ...isolator, device: 'Kestrel G2' };
    expect(counts(planWith(carrier, 'convert', stereo), 'isolator')).toEqual([1, 1]);
    const single = carrier.devices.map((d) => (d.kind === 'isolator' ? { ...d, inputs: 1, outputs: 1 } : d));
    expect(counts(planWith({ ...carrier, devices: single }, 'convert', stereo), 'isolator')).toEqual([2, 2]);
    const { equipment, figures } = planWith(carrier, 'convert', stereo);
    expect(equipment.find((e) => e.kind === 'isolator')?.says).toBe(`for ${carrier.targets[0].name}`);
    expect(figures!.boxes - planWith(carrier, 'convert').figures!.boxes).toBe(1);
  });

  it('takes part in what it is there for: a load module is the load of its outputs', () => {
    const modules = camper.targets.map((target) => put(camper, { ...load, targetId: target.id }));
    const loads = (...inserts: Insert[]) =>
      planWith(camper, 'convert', ...inserts).feeds.flatMap((f) => f.loads.map((l) => `${l.kind} ${l.ohm}`));
    expect(new Set(loads(...modules))).toEqual(new Set(['inputs 47']));
    expect(loads()).not.toContain('inputs 47');
    const { car, feeds } = planWith(carrier, 'convert', load);
    const tapped = car!.outputs.find((o) => o.pairId === feeds[0].taps[0].pairId)!;
    expect(car!.devices.find((d) => d.id === tapped.drives.inputs[0].deviceId)?.kind).toBe('load-module');
  });

  it('gives back the bass that is taken away, where it can give that much', () => {
    const says = (...inserts: Insert[]) =>
      planWith(carrier, 'convert', ...inserts).feeds.flatMap((f) => (f.bass ? f.bass.remedy : []));
    const library = carrier.devices.filter((d) => d.kind === 'bass-restorer' || d.bassRestoreDb === 0);
    const plain = { ...carrier, devices: library };
    const remedies = (device: string | null) =>
      carrier.targets.flatMap((t) =>
        planWith(
          plain,
          'convert',
          put(plain, { kind: 'bass-restorer', at: 'amplifier', device, targetId: t.id }),
        )
          .feeds.filter((f) => f.targetId === t.id)
          .flatMap((f) => f.bass?.remedy ?? []),
      );
    expect(says().length).toBeGreaterThan(0);
    expect(remedies('Merlin B1')).toContain('restore');
    // Of one that nobody has chosen yet nothing is taken for granted.
    expect(remedies(null)).not.toContain('restore');
  });

  it('is the volume control that a fixed line lacks', () => {
    const fixed: PlanInput = {
      ...coupe,
      pairs: coupe.pairs.map((p) =>
        p.unitKind === 'radio' ? { ...p, facts: { ...p.facts, feed: 'fixed' as const } } : p,
      ),
    };
    const errors = (...inserts: Insert[]) =>
      planWith(fixed, 'source-direct', ...inserts).remarks.filter(
        (r) => r.rule === 'volume-control' && r.severity === 'error',
      ).length;
    const knobs = (device: string | null) =>
      fixed.targets.map((t) =>
        put(fixed, { kind: 'level-control', at: 'amplifier', device, targetId: t.id }),
      );
    expect(errors()).toBeGreaterThan(0);
    expect(errors(...knobs('Kestrel V1'))).toBe(0);
    expect(errors(...knobs(null))).toBeGreaterThan(0);
  });

  it('filters where the channel’s band begins or ends, not in the middle of it', () => {
    const rules = (target: { lowHz: number; highHz: number }) => {
      const input = { ...coupe, targets: [{ ...coupe.targets[0], ...target }] };
      const crossover = put(input, { kind: 'passive-crossover', at: 'speaker', device: 'Bramble X2' });
      return planWith(input, 'bypass-new-wire', crossover).remarks.map((r) => r.rule);
    };
    expect(rules({ lowHz: 3000, highHz: 20_000 })).not.toContain('insert-band');
    expect(rules({ lowHz: 80, highHz: 3000 })).not.toContain('insert-band');
    expect(rules({ lowHz: 80, highHz: 20_000 })).toContain('insert-band');
  });

  it('is known by its id, whatever it is called since; by its name in another shop', () => {
    const { id } = carrier.devices.find((d) => d.name === 'Kestrel G2')!;
    const chosen = { ...isolator, device: 'Kestrel G2', deviceId: id };
    const named = (name: string, insert: Insert, newId = id) => {
      const devices = carrier.devices.map((d) => (d.id === id ? { ...d, id: newId, name } : d));
      const { car } = planWith({ ...carrier, devices }, 'convert', insert);
      return car!.devices.find((d) => d.kind === 'isolator')!.name;
    };
    expect(named('Renamed', chosen)).toBe('Renamed');
    expect(named('Kestrel G2', chosen, 'another')).toBe('Kestrel G2');
    expect(named('Renamed', chosen, 'another')).toBeNull();
  });

  it('loads no line: that is an error, a speaker output is none', () => {
    const rules = (input: PlanInput, strategy: string) =>
      planWith(input, strategy, put(input, { kind: 'load-module', at: 'outputs' })).remarks.map(
        (r) => r.rule,
      );
    expect(rules(coupe, 'source-direct')).toContain('line-loaded');
    expect(rules(camper, 'convert')).not.toContain('line-loaded');
  });

  it('that is still to be chosen is said so', () => {
    const { remarks } = planWith(carrier, 'convert', isolator);
    expect(remarks.map((r) => r.text)).toContain(
      `The model of the ground loop isolator for ${carrier.targets[0].name} is still to be chosen.`,
    );
  });

  it('gets no more volts than it stands', () => {
    const weak = carrier.devices.map((d) =>
      d.kind === 'load-module' ? { ...d, speakerInput: { ...d.speakerInput!, maxVolts: 0.5 } } : d,
    );
    const rules = (input: PlanInput) => planWith(input, 'convert', load).remarks.map((r) => r.rule);
    expect(rules({ ...carrier, devices: weak })).toContain('input-voltage');
    expect(rules(carrier)).not.toContain('input-voltage');
  });

  it.each([
    ['passive-crossover', 'amplifier'],
    ['load-module', 'speaker'],
    ['isolator', 'outputs'],
  ] as const)('%s does not go to the %s', (kind, at) => {
    const { error } = insertSchema.safeParse(put(carrier, { kind, at, targetId: crypto.randomUUID() }));
    expect(error?.issues.map((i) => [i.path.join('.'), i.message])).toEqual([
      ['at', expect.stringContaining(`${INSERT_WORDS[kind]} goes `)],
    ]);
  });
});

describe('in the turn-on lead and the power cable', () => {
  const inLead = put(camper, { kind: 'remote-delay', at: 'turn-on', targetId: null, device: 'Linger T5' });
  const inCable = (device: string | null) =>
    put(camper, { kind: 'breaker', at: 'supply', targetId: null, device });
  const plan = (inserts: Insert[], setup: SetupChange = {}, input = camper) =>
    rework(input, 'direct', { ...NO_CHANGES, inserts, setup })!;
  const wokenBy = ({ car }: Proposal, kind: string) =>
    car!.devices.filter((d) => d.kind === kind).map((d) => d.wokenBy);

  it('a delay wakes the amplifiers, and hangs on the lead in their place', () => {
    const accessory = { turnOn: { by: 'accessory' as const, delaySeconds: 3 } };
    expect(new Set(wokenBy(plan([], accessory), 'amplifier'))).toEqual(new Set(['accessory']));
    const delayed = plan([inLead], accessory);
    expect(wokenBy(delayed, 'remote-delay')).toEqual(['accessory']);
    for (const by of wokenBy(delayed, 'amplifier')) expect(by).toEqual({ deviceId: 'remote-delay:turn-on' });
    expect(delayed.turnOn.map((s) => [s.name, s.atSeconds]).slice(1)).toEqual([
      ['Linger T5', 0.2],
      [expect.stringContaining('Anvil'), 3],
    ]);
    expect(delayed.equipment.find((e) => e.kind === 'remote-delay')).toMatchObject({
      name: 'Linger T5',
      count: 1,
    });
    const amps = (p: Proposal) => p.car!.supply.idleAmps;
    expect(amps(delayed) - amps(plan([], accessory))).toBeCloseTo(0.02);
  });

  it('goes behind what wakes the amplifiers already', () => {
    const converted = rework(camper, 'convert', { ...NO_CHANGES, inserts: [inLead] })!;
    const [converter] = converted.car!.devices.filter((d) => d.kind === 'converter');
    expect(wokenBy(converted, 'remote-delay')).toEqual([{ deviceId: converter.id }]);
  });

  it('where the inputs wake them there is no lead: an error, and they go on sensing', () => {
    const sensing = plan([inLead], { turnOn: { by: 'sensing' } });
    expect(new Set(wokenBy(sensing, 'amplifier'))).toEqual(new Set(['sensing']));
    expect(sensing.remarks.find((r) => r.rule === 'delay-placed')?.text).toBe(
      'The turn-on delay has no lead to stand in: the amplifiers are turned on by what comes at their inputs.',
    );
  });

  it('a breaker’s rating is the main fuse, and the cable follows it', () => {
    const [fused, sixty, large] = [[], [inCable('Cleave 60')], [inCable('Cleave 120')]].map((i) => plan(i));
    expect(sixty.setup!.supply.fuseAmps).toBe(60);
    expect(large.setup!.supply.fuseAmps).toBe(120);
    expect(large.setup!.supply.cableMm2).toBeGreaterThan(sixty.setup!.supply.cableMm2);
    expect(fused.remarks.map((r) => r.rule)).not.toContain('breaker-placed');
    expect(large.remarks.find((r) => r.rule === 'breaker-placed')).toMatchObject({ severity: 'note' });
    // Where nobody has chosen the model, it is what the plan needs.
    const open = plan([inCable(null)]);
    expect(open.setup!.supply.fuseAmps).toBe(fused.setup!.supply.fuseAmps);
    expect(open.remarks.map((r) => r.text)).toContain(
      `The model of the circuit breaker, ${fused.setup!.supply.fuseAmps} A, is still to be chosen.`,
    );
  });

  it('what is said of the fuse is said of the breaker', () => {
    const thin = { supply: { cableMm2: 4, fuseAmps: 120 } };
    const text = (inserts: Insert[]) =>
      plan(inserts, thin).remarks.find((r) => r.rule === 'fuse-large')?.text;
    expect(text([inCable('Cleave 120')])).toMatch(/^A breaker of 120 A before a cable/);
    expect(text([])).toMatch(/^A fuse of/);
  });

  it.each([
    [{ kind: 'breaker', at: 'supply', targetId: crypto.randomUUID() }, 'targetId', 'whole system'],
    [{ kind: 'isolator', at: 'amplifier', targetId: null }, 'targetId', 'channel group'],
    [{ kind: 'breaker', at: 'turn-on', targetId: null }, 'at', 'in the power cable'],
  ] as const)('%o is refused', (part, path, words) => {
    const { error } = insertSchema.safeParse(put(camper, part));
    expect(error?.issues.map((i) => [i.path.join('.'), i.message])).toEqual([
      [path, expect.stringContaining(words)],
    ]);
  });
});

describe('what the plan puts in by itself', () => {
  const withdrawn: PlanInput = {
    ...carrier,
    brief: { ...carrier.brief, loudestStep: 30 },
    devices: carrier.devices.map((d) => (d.kind === 'bass-restorer' ? d : { ...d, bassRestoreDb: 0 })),
    targets: carrier.targets.slice(0, 1).map((t) => ({ ...t, lowHz: 60 })),
  };
  const [{ id: targetId }] = withdrawn.targets;
  const kinds = (changes: Partial<PlanChanges> = {}, strategy = 'sum', input = withdrawn) =>
    rework(input, strategy, { ...NO_CHANGES, ...changes })!.car!.devices.map((d) => d.kind);
  const restorers = (...of: Parameters<typeof kinds>) =>
    kinds(...of).filter((k) => k === 'bass-restorer').length;

  it('restores bass that would be missing, and is no change by hand', () => {
    expect(restorers()).toBe(1);
    const plan = rework(withdrawn, 'sum', NO_CHANGES)!;
    expect(plan.changes).toEqual(NO_CHANGES);
    expect(plan.feeds.map((f) => f.bass?.remedy)).toEqual(['restore', 'restore']);
    expect(plan.equipment.map((e) => e.name)).toContain('Merlin B1');
  });
  it('not where nothing is missing, where a device restores it, or where none could', () => {
    expect(restorers({ setup: { loudestStep: 5 } })).toBe(0);
    expect(restorers({}, 'sum', { ...withdrawn, devices: carrier.devices })).toBe(0);
    expect(restorers({}, 'sum', { ...withdrawn, devices: [] })).toBe(0);
  });
  it('once, where a person put one in, and not where somebody took it out', () => {
    const hand = put(withdrawn, { kind: 'bass-restorer', at: 'amplifier', device: 'Merlin B1' });
    expect(restorers({ inserts: [hand] })).toBe(1);
    expect(restorers({ leftOut: [{ kind: 'bass-restorer', targetId }] })).toBe(0);
  });
  it('never a line box on speaker level', () => {
    const direct = {
      ...withdrawn,
      targets: withdrawn.targets.map((t) => ({ ...t, speakerLevelInput: true })),
    };
    const plan = rework(direct, 'direct', NO_CHANGES);
    for (const d of plan?.car?.devices ?? []) expect(d.kind).not.toBe('bass-restorer');
    expect(plan).not.toBeNull();
  });
  it('a crossover before a tweeter that nothing else in the library could protect', () => {
    const { id } = coupe.devices.find((d) => d.name === 'Tongs 2.30 line')!;
    const tweeters = coupe.targets.map((t) => (t.speaker.way === 'tweeter' ? { ...t, amplifierId: id } : t));
    const of = (changes: Partial<PlanChanges> = {}, devices = coupe.devices) =>
      rework({ ...coupe, targets: tweeters, devices }, 'source-direct', { ...NO_CHANGES, ...changes })!;
    const bare = (plan: Proposal) => plan.remarks.some((r) => r.rule === 'tweeter-high-pass');
    const without = coupe.devices.filter((d) => d.kind !== 'processor');
    const put = of({}, without);
    expect([bare(put), put.car!.devices.some((d) => d.kind === 'passive-crossover')]).toEqual([false, true]);
    // A processor could: that is another way in, and this one is told what it lacks.
    expect(bare(of())).toBe(true);
    const [targetId] = tweeters.flatMap((t) => (t.speaker.way === 'tweeter' ? t.id : []));
    expect(bare(of({ leftOut: [{ kind: 'passive-crossover', targetId }] }, without))).toBe(true);
  });
});
