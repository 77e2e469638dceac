import { beforeAll, describe, expect, it } from 'vitest';
import { DEMO_CARS } from '../../carsim/cars/index.ts';
import { demoLibrary } from '../../carsim/devices.ts';
import { viewOfCar } from '../../carsim/view-of-car.ts';
import { type Proposal, proposalSchema } from '../../model/plan.ts';
import { NO_CHANGES } from '../../model/plan-changes.ts';
import { contextOf } from '../facts/context.ts';
import type { PlanInput } from '../facts/plan-input.ts';
import { planInputOf } from '../facts/plan-of-job.ts';
import { rework } from '../compare/propose.ts';
import { STRATEGIES, STRATEGY_IDS, strategyOf } from './index.ts';

type Car = 'people-carrier' | 'camper-van' | 'coupe' | 'electric-estate';
type Change = (input: PlanInput) => void;
const asItIs: Change = () => undefined;

const inputs = new Map<string, PlanInput>();
beforeAll(() => {
  for (const car of DEMO_CARS) inputs.set(car.id, planInputOf(viewOfCar(car), { devices: demoLibrary() }));
});
const inputOf = (car: Car, change: Change): PlanInput => {
  const input = structuredClone(inputs.get(car)!);
  change(input);
  return input;
};

const allKept: Change = (i) => {
  i.targets = i.targets.map((t) => ({ ...t, speaker: { ...t.speaker, state: 'kept' } }));
};
const nothingHeard: Change = (i) => {
  i.pairs.forEach((p) => (p.facts = { ...p.facts, sounds: [] }));
};
const mono: Change = (i) => {
  i.targets = [{ ...i.targets[0], layout: 'mono', axle: 'other', lowHz: 60, highHz: 150 }];
};
const follows: Change = (i) =>
  i.pairs.filter((p) => p.unitKind === 'radio').forEach((p) => (p.facts.feed = 'follows'));
const rear: Change = (i) => i.targets.forEach((t) => (t.axle = 'rear'));
const onNetwork: Change = (i) => {
  i.clues = { ...i.clues, fibreOrData: 'yes' };
};
const noRadio: Change = (i) => {
  i.pairs = i.pairs.filter((p) => p.unitKind !== 'radio');
};

/** Units and kinds of the outputs that a plan taps, once each. */
const tapped = (plan: Proposal, input: PlanInput) => [
  ...new Set(
    plan.feeds.flatMap((f) =>
      f.taps.map((t) => {
        const { unitKind, way } = input.pairs.find((p) => p.id === t.pairId)!;
        return `${unitKind} ${way}`;
      }),
    ),
  ),
];

describe('each way in, where it is one', () => {
  it.each<[string, Car, Change, (plan: Proposal, input: PlanInput) => void]>([
    [
      'direct',
      'camper-van',
      asItIs,
      (p) => expect(p.feeds.map((f) => f.device)).toEqual(Array(4).fill('direct')),
    ],
    [
      'convert',
      'camper-van',
      asItIs,
      (p) => {
        expect(p.feeds.every((f) => f.device === 'converter' && f.taps.length === 1)).toBe(true);
        // The radio’s outputs need a load: a converter with a load of its own, or resistors.
        expect(p.feeds.every((f) => f.loads[0].kind !== 'none')).toBe(true);
      },
    ],
    [
      'subwoofer-output',
      'electric-estate',
      asItIs,
      (p, i) => expect(tapped(p, i)).toEqual(['amplifier subwoofer']),
    ],
    [
      'one-channel',
      'coupe',
      mono,
      (p) => {
        expect(p.feeds.map((f) => f.taps.length)).toEqual([1]);
        // Bridged at the converter: both of its inputs take the one output, and each gives it on.
        const converter = p.car!.devices.find((d) => d.kind === 'converter')!;
        const [left, right] = converter.inputs.map((i) => i.source);
        expect(left).toEqual(right);
        expect([converter.inputs.length, converter.outputs.length]).toEqual([2, 2]);
      },
    ],
    [
      'keep-speaker',
      'camper-van',
      asItIs,
      (p) => expect(p.feeds.flatMap((f) => f.loads.map((l) => l.kind))).toEqual(Array(4).fill('speaker')),
    ],
    [
      'sum',
      'people-carrier',
      asItIs,
      (p, i) => {
        expect(p.feeds[0]).toMatchObject({ device: 'summing-converter', covers: true });
        // Bass has its own output, which is not summed with anything.
        expect(p.feeds[2].by).toBe('subwoofer-output');
        expect(tapped(p, i)).toContain('amplifier tweeter');
      },
    ],
    [
      'source-direct',
      'coupe',
      asItIs,
      (p, i) => {
        expect(tapped(p, i)).toEqual(['radio full']);
        expect(p.setup).toMatchObject({ factoryAmplifier: 'stays', speakerWire: 'new' });
      },
    ],
    [
      'bypass-factory-wire',
      'coupe',
      asItIs,
      (p) =>
        expect(p.setup).toMatchObject({
          factoryAmplifier: 'removed',
          speakerWire: 'reuse',
          joining: 'harness-pair',
        }),
    ],
    [
      'bypass-new-wire',
      'coupe',
      asItIs,
      (p) => expect(p.setup).toMatchObject({ factoryAmplifier: 'removed', speakerWire: 'new' }),
    ],
    [
      'bypass-node',
      'coupe',
      onNetwork,
      (p) => {
        expect(p.setup!.factoryAmplifier).toBe('node');
        expect(p.remarks.some((r) => r.rule === 'network-node')).toBe(false);
        expect(p.losses.map((l) => l.rule)).toContain('lost-tuning');
      },
    ],
    [
      'mixed',
      'people-carrier',
      follows,
      (p, i) => expect(tapped(p, i)).toEqual(['radio full', 'amplifier subwoofer']),
    ],
    [
      'data-interface',
      'electric-estate',
      asItIs,
      (p) => {
        expect(p.feeds.every((f) => f.taps.length === 0 && f.phase === 'assumed')).toBe(true);
        expect(p.remarks.find((r) => r.rule === 'interface-fits')?.severity).toBe('assumption');
      },
    ],
    [
      'processor',
      'people-carrier',
      asItIs,
      (p) => {
        expect(p.feeds.every((f) => f.device === 'processor')).toBe(true);
        expect(p.feeds.some((f) => f.correction.length > 0)).toBe(true);
        expect(p.feeds.every((f) => f.latencyMs > 0)).toBe(true);
      },
    ],
  ])('%s, %s', (id, car, change, expected) => {
    const input = inputOf(car, change);
    const plan = rework(input, id, NO_CHANGES);
    expect(plan).toMatchObject({ strategy: id, title: strategyOf(id)!.title });
    expected(plan!, input);
  });
});

describe('where it is none, it says why', () => {
  it.each<[string, Car, Change, RegExp]>([
    ['direct', 'coupe', asItIs, /takes speaker level/],
    ['convert', 'coupe', (i) => (i.pairs = []), /No output that drives a speaker/],
    ['subwoofer-output', 'coupe', asItIs, /no subwoofer output/],
    ['subwoofer-output', 'people-carrier', asItIs, /Front set needs more/],
    ['one-channel', 'camper-van', asItIs, /is stereo/],
    ['keep-speaker', 'coupe', asItIs, /stable without a speaker/],
    ['keep-speaker', 'camper-van', allKept, /Front pair: its factory speakers move to the new amplifier/],
    ['keep-speaker', 'people-carrier', nothingHeard, /heard to play a sound that the law asks for/],
    ['sum', 'coupe', (i) => (i.pairs = []), /No output that drives a speaker/],
    ['source-direct', 'camper-van', asItIs, /no amplifier behind the radio/],
    ['source-direct', 'electric-estate', asItIs, /by data/],
    ['source-direct', 'coupe', noRadio, /not listed/],
    ['bypass-factory-wire', 'coupe', rear, /No speaker wires/],
    ['bypass-new-wire', 'electric-estate', asItIs, /by data/],
    ['bypass-node', 'coupe', asItIs, /nothing would miss it/],
    ['mixed', 'coupe', asItIs, /bass target beside others/],
    ['data-interface', 'coupe', asItIs, /analogue way in/],
    ['data-interface', 'camper-van', asItIs, /no amplifier fed by data/],
    ['processor', 'coupe', (i) => (i.pairs = []), /No output that drives a speaker/],
  ])('%s, %s', (id, car, change, reason) => {
    const input = inputOf(car, change);
    expect(strategyOf(id)!.refuses(contextOf(input))).toMatch(reason);
    expect(rework(input, id, NO_CHANGES)).toBeNull();
  });
});

describe('the list of ways', () => {
  it('names each once, in the form that a plan keeps', () => {
    expect(new Set(STRATEGY_IDS).size).toBe(STRATEGIES.length);
    for (const id of STRATEGY_IDS) expect(proposalSchema.shape.strategy.parse(id)).toBe(id);
  });
  it('has every way that another one asks', () => {
    for (const car of inputs.values()) {
      const context = contextOf(car);
      const asked = STRATEGIES.flatMap((s) => car.targets.flatMap((t) => s.others(t, context)));
      expect(asked.filter((id) => strategyOf(id) === null)).toEqual([]);
    }
  });
  it('a kept plan may name one that is gone: it can no longer be worked out', () => {
    const input = inputOf('coupe', asItIs);
    expect(strategyOf('by-pigeon')).toBeNull();
    expect(rework(input, 'by-pigeon', NO_CHANGES)).toBeNull();
  });
});
