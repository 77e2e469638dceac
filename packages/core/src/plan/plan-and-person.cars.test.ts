import { beforeAll, describe, expect, it } from 'vitest';
import { DEMO_CARS } from '../carsim/index.ts';
import { demoLibrary } from '../carsim/devices.ts';
import type { SimulatedCar } from '../carsim/simulated-car.ts';
import { viewOfCar } from '../carsim/view-of-car.ts';
import type { Matter } from '../model/matter.ts';
import { type Proposal } from '../model/plan.ts';
import { NO_CHANGES } from '../model/plan-changes.ts';
import { SUM_GRID_HZ } from '../summing/output-response.ts';
import { differencesOf } from './compare/differences.ts';
import { type PlanInput } from './facts/plan-input.ts';
import { pairName } from '../model/unit.ts';
import { planInputOf } from './facts/plan-of-job.ts';
import { proposePlans, rework } from './compare/propose.ts';
import { readinessOf } from './compare/readiness.ts';
import { sourcesOf } from './facts/sources.ts';
import { whatIf } from './compare/what-if.ts';
import { wishConflicts } from './facts/wish-conflicts.ts';

const [carrier, , coupe] = DEMO_CARS;
const inputs = new Map<SimulatedCar, PlanInput>();
const proposals = new Map<SimulatedCar, Proposal[]>();
beforeAll(() => {
  for (const car of [carrier, coupe]) {
    inputs.set(car, planInputOf(viewOfCar(car), { devices: demoLibrary() }));
    proposals.set(car, proposePlans(inputs.get(car)!));
  }
});
const inputOf = (car: SimulatedCar) => inputs.get(car)!;
const wayOf = (car: SimulatedCar, strategy: string) =>
  proposals.get(car)!.find((p) => p.strategy === strategy)!;
const names = (car: SimulatedCar, feed: Proposal['feeds'][number]) =>
  feed.taps.map((t) => pairName(inputOf(car).pairs.find((p) => p.id === t.pairId)!));

describe('what was measured between outputs', () => {
  it('takes the place of the filters’ phase in the sum: a delayed way is met by the processor', () => {
    const input = inputOf(carrier);
    const [woofer, mid] = ['woofer', 'midrange'].map((way) =>
      input.pairs.find((p) => p.side === 'left' && p.way === way)!,
    );
    const delay = 0.00066;
    const from = sourcesOf({ ...input, ratios: [] });
    const phaseOf = (id: string, i: number) => {
      const { re, im } = from.find((s) => s.pair.id === id)!.response;
      return (180 / Math.PI) * Math.atan2(im[i], re[i]);
    };
    const at = SUM_GRID_HZ.map((_, i) => i).filter((i) => SUM_GRID_HZ[i] > 150 && SUM_GRID_HZ[i] < 900);
    const ratio = {
      firstId: woofer.id,
      secondId: mid.id,
      frequencyHz: at.map((i) => SUM_GRID_HZ[i]),
      phaseDeg: at.map((i) => phaseOf(mid.id, i) - phaseOf(woofer.id, i) - 360 * SUM_GRID_HZ[i] * delay),
      delay,
      polarity: 'same' as const,
    };
    const two = { ...input, pairs: [woofer, mid], ratios: [ratio] };
    two.targets = [{ ...input.targets[0], layout: 'mono', lowHz: 100, highHz: 2500 }];
    const sources = sourcesOf(two);
    expect(sources.map((s) => s.phase)).toEqual(['measured', 'measured']);
    expect(sources[1].arrival).toBeCloseTo(delay, 9);
    const flat = (strategy: string, list = proposePlans(two)) =>
      list.find((p) => p.strategy === strategy)!.feeds[0];
    const processed = flat('processor');
    expect(processed).toMatchObject({ phase: 'measured', span: null });
    const delays = Object.fromEntries(processed.taps.map((t) => [t.pairId, t.delayMs]));
    expect(Math.abs(delays[woofer.id] - delays[mid.id] - 0.66)).toBeLessThan(0.15);
    expect(flat('sum').withinDb).toBeGreaterThan(processed.withinDb + 0.5);
  });
});

describe('readiness, consent and change', () => {
  const sign = (
    kind: 'accepted' | 'consent',
    r: Matter & { text: string; targetId?: string | null; pairId?: string | null },
  ) => ({
    id: `d-${r.rule}-${r.pairId ?? ''}`,
    jobId: 'j1',
    kind,
    rule: r.rule,
    targetId: r.targetId ?? null,
    pairId: r.pairId ?? null,
    subjects: r.subjects,
    figures: r.figures,
    says: r.text,
    signedBy: 'Bay 2',
    note: '',
    takenAt: '2026-11-03T10:00:00.000Z',
    withdrawnAt: null,
  });
  it('a plan is ready when every assumption is accepted by name and every loss consented to', () => {
    const [plan] = proposals.get(carrier)!;
    const before = readinessOf(plan, []);
    expect(before.state).toBe('open');
    expect(before.unsigned.map((l) => l.rule)).toEqual(['lost-cancelling']);
    const signed = [
      ...before.open.map((r) => sign('accepted', r)),
      ...before.unsigned.map((l) => sign('consent', l)),
    ];
    // What safety rests on is seen at the car; nobody signs for it.
    expect(before.unseen.map((r) => r.rule)).toEqual(['load-missing', 'turn-on-wire', 'turn-on-unseen']);
    const unseen = before.unseen.map((r) => sign('accepted', r));
    expect(readinessOf(plan, [...signed, ...unseen])).toMatchObject({ state: 'open', unseen: before.unseen });
    const seen = rework(inputOf(carrier), plan.strategy, {
      ...NO_CHANGES,
      setup: {
        turnOn: { place: 'fuse box', asleep: 'dead', restart: 'steady', load: 'holds' },
      },
      loads: plan.remarks
        .find((r) => r.rule === 'load-missing')!
        .subjects.map((s) => ({ pairId: s.pairId!, load: 'resistor' as const })),
    })!;
    expect(readinessOf(seen, signed)).toMatchObject({ state: 'ready', unseen: [] });
    // Withdrawn, or about something else, it does not count.
    expect(
      readinessOf(
        plan,
        signed.map((d) => ({ ...d, withdrawnAt: d.takenAt })),
      ).state,
    ).toBe('open');
    expect(
      readinessOf(
        plan,
        signed.map((d) => ({ ...d, subjects: d.subjects.map((s) => ({ ...s, what: 'else' })) })),
      ).open,
    ).toEqual(before.open.filter((r) => r.subjects.length > 0));
    expect(readinessOf(wayOf(carrier, 'bypass-factory-wire'), signed).state).toBe('broken');
  });
  it('what is open says what it speaks of, and no two speak of the same', () => {
    for (const list of proposals.values())
      for (const { strategy, remarks } of list) {
        const open = remarks.filter((r) => r.severity === 'assumption');
        const matters = open.map(({ rule, subjects }) => JSON.stringify([rule, subjects]));
        expect(new Set(matters).size, strategy).toBe(matters.length);
        // An output or a channel that a remark names is among what it speaks of.
        for (const { pairId, targetId, subjects } of open) {
          if (pairId) expect(subjects.map((s) => s.pairId)).toContain(pairId);
          if (targetId) expect(subjects.map((s) => s.targetId)).toContain(targetId);
        }
      }
  });
  it('what was accepted of both sides answers either alone, and not the other way round', () => {
    const both = wayOf(carrier, 'sum').remarks.find(
      (r) => r.severity === 'assumption' && new Set(r.subjects.map((s) => s.side)).size > 1,
    )!;
    const left = { ...both, subjects: both.subjects.filter((s) => s.side === 'left') };
    const open = (signed: typeof both, now: typeof both) =>
      readinessOf({ remarks: [now], losses: [] }, [sign('accepted', signed)]).open.length;
    expect([open(both, left), open(left, both)]).toEqual([0, 1]);
  });
  it('a reading that contradicts a kept plan says what changes', () => {
    const input = inputOf(coupe);
    const kept = wayOf(coupe, 'bypass-factory-wire');
    expect(
      differencesOf(kept, rework(input, kept.strategy, kept.changes), input.targets, input.pairs),
    ).toEqual([]);
    const fixed = structuredClone(input);
    fixed.pairs.filter((p) => p.unitKind === 'radio').forEach((p) => (p.facts.feed = 'fixed'));
    const told = differencesOf(kept, rework(fixed, kept.strategy, kept.changes), fixed.targets, fixed.pairs);
    expect(told[0].kind).toBe('worse');
    expect(told[0].text).toContain('is fixed');
    const gone = { ...input, pairs: input.pairs.filter((p) => p.unitKind !== 'radio') };
    expect(
      differencesOf(kept, rework(gone, kept.strategy, kept.changes), gone.targets, gone.pairs)[0].text,
    ).toContain('no longer works');
  });
  it('a pair withdrawn after planning, another polarity, other volts: each in words', () => {
    const input = inputOf(carrier);
    const kept = wayOf(carrier, 'sum');
    const again = (change: (i: PlanInput) => void) => {
      const now = structuredClone(input);
      change(now);
      return differencesOf(kept, rework(now, 'sum', NO_CHANGES), now.targets, now.pairs)
        .map((d) => d.text)
        .join('\n');
    };
    const withdrawn = again((i) => (i.pairs.find((p) => p.id === 'p5')!.capture = null));
    expect(withdrawn).toContain('its band is assumed');
    const turned = again((i) => {
      const tweeter = i.pairs.find((p) => p.id === 'p3')!;
      tweeter.signal = { sign: 'reversed', standing: 'measured' };
    });
    expect(turned).toContain('plus and minus of front left tweeter have to be swapped');
    expect(turned).toContain('Settled: Front left tweeter: polarity is assumed');
    const louder = again((i) =>
      i.pairs.forEach((p) => (p.facts.volts = p.facts.volts && { ...p.facts.volts, volts: 2 })),
    );
    expect(louder).toContain('gives 2.0 V, not 5.');
  });
});

describe('briefs', () => {
  it('that contradict each other are both named', () => {
    const input = structuredClone(inputOf(carrier));
    expect(wishConflicts(input)).toEqual([]);
    input.brief = { ...input.brief, shape: 'replace-amplifier', keep: ['chimes', 'centre', 'no-cut-wires'] };
    input.preferences = { ...input.preferences, joining: 'cut' };
    const told = wishConflicts(input).map((c) => c.between.join(' / '));
    expect(told).toEqual([
      'No cut wires / the shop cuts with connectors',
      'Keep the centre / replace the factory amplifier',
      'Keep the chimes / replace the factory amplifier',
    ]);
    input.brief = { ...input.brief, shape: 'six-with-centre', keep: [] };
    expect(wishConflicts(input).map((c) => c.between[0])).toContain('Six channels with centre');
  });
  it('what-if: no analyser leaves everything assumed, another amplifier is taken', () => {
    const input = inputOf(carrier);
    const blind = proposePlans(whatIf(input, { noAnalyser: true }));
    expect(blind.flatMap((p) => p.feeds.flatMap((f) => f.taps)).every((t) => t.captureId === null)).toBe(
      true,
    );
    const small = input.devices.find((d) => d.name === 'Tongs 2.30 line')!;
    const [first] = proposePlans(whatIf(input, { amplifierId: small.id }));
    expect(first.equipment.filter((e) => e.kind === 'amplifier').map((e) => e.name)).toEqual([small.name]);
    expect(first.remarks.filter((r) => r.severity === 'error').map((r) => r.rule)).toContain(
      'channels-enough',
    );
    expect(whatIf(input, { noCut: true }).brief.keep).toContain('no-cut-wires');
  });
  it('the shop’s choices decide what comes first and how it is done', () => {
    const input = inputOf(carrier);
    const first = (part: Partial<PlanInput['preferences']>) =>
      proposePlans({ ...input, preferences: { ...input.preferences, ...part } })[0];
    expect(first({}).strategy).toBe('sum');
    expect(first({ first: 'flattest' }).strategy).toBe('processor');
    expect(first({ turnOn: 'sensing' }).setup!.turnOn.by).toBe('sensing');
    // Asked for, but nowhere found: the next best.
    expect(first({ turnOn: 'factory-remote' }).setup!.turnOn.by).toBe('accessory');
    // Bass that the front woofers carry too: the schools differ, and the shop decides.
    input.targets = [input.targets[0], { ...input.targets[1], lowHz: 64, highHz: 97 }];
    const bass = (subwooferFrom: PlanInput['preferences']['subwooferFrom']) =>
      names(carrier, first({ subwooferFrom }).feeds.at(-1)!).join(', ');
    expect(bass('factory-subwoofer')).toMatch(/^Subwoofer/);
    expect(bass('full-range')).toBe('Front left woofer, Front right woofer');
  });
});

describe('hard wishes', () => {
  it('an amplifier that nothing can feed: every way says so, and none is recommended', () => {
    const input = structuredClone(inputOf(carrier));
    const deaf = input.devices.find((d) => d.name === 'Anvil 5.80')!;
    deaf.speakerInput = null;
    deaf.lineInput = { minVolts: 30, maxVolts: 40, ohm: null, floating: true };
    input.targets.forEach((t) => (t.amplifierId = deaf.id));
    for (const plan of proposePlans(input)) {
      expect(plan.remarks.filter((r) => r.rule === 'amplifier-driven')[0].severity).toBe('error');
      expect(plan.reasons[0].text).not.toMatch(/^First/);
    }
  });
  it('a mono target where only stereo is there: left and right, each into an input of its own', () => {
    const input = structuredClone(inputOf(coupe));
    input.targets = [
      {
        ...input.targets[0],
        layout: 'mono',
        axle: 'other',
        lowHz: 50,
        highHz: 120,
        speakerLevelInput: false,
      },
    ];
    const [first] = proposePlans(input);
    const sides = first.feeds[0].taps.map((t) => input.pairs.find((p) => p.id === t.pairId)!.side);
    expect([...sides].sort()).toEqual(['left', 'right']);
    expect(first.remarks.filter((r) => r.severity === 'error')).toEqual([]);
    expect(first.feeds[0]).toMatchObject({ phase: 'measured', span: null });
  });
  it('twelve band-limited outputs: still worked out, within one side each', () => {
    const input = structuredClone(inputOf(carrier));
    const parts = input.pairs.filter(
      (p) => p.axle === 'front' && p.unitKind === 'amplifier' && p.side !== 'centre',
    );
    input.pairs = [
      ...parts,
      ...parts.map((p) => ({ ...p, id: `${p.id}b`, axle: 'rear' as const, suffix: 'b' })),
    ];
    expect(input.pairs).toHaveLength(12);
    input.targets = input.targets.slice(0, 1);
    const [first] = proposePlans(input);
    expect(first.covers).toBe(true);
    expect(first.feeds.every((f) => f.taps.length === 3)).toBe(true);
  });
});
