import { describe, expect, it } from 'vitest';
import { START_BRIEF } from '../model/brief.ts';
import type { Equipment } from '../model/plan.ts';
import type { PlanChanges } from '../model/plan-changes.ts';
import { NO_CHANGES } from '../model/plan-changes.ts';
import { START_PREFERENCES } from '../model/shop.ts';
import { ampacity, dropVolts } from '../supply/cable.ts';
import { musicAmps, sineAmps, standingDays } from '../supply/current.ts';
import { madeAmplifier, madeDevice } from '../../test/made-up-devices.ts';
import {
  madeEquipment,
  madeFeed,
  madePair,
  madePlan,
  type MadeSetup,
  madeSource,
} from '../../test/made-up-plan.ts';
import { figuresOf } from './equipment/figures.ts';
import { NO_HARNESS } from './facts/harness-facts.ts';
import { NO_FACTS, outputVolts, type OutputFacts } from './facts/output-facts.ts';
import type { PlanInput } from './facts/plan-input.ts';
import { draftSetup, loudestStep } from './ways/setup.ts';
import { strategyOf } from './ways/index.ts';

const contextWith = (input: Partial<PlanInput>) => madePlan({ input }).context;
const draft = (input: Partial<PlanInput> = {}, strategy = 'convert', changes: PlanChanges = NO_CHANGES) =>
  draftSetup(strategyOf(strategy)!, contextWith(input), changes);
const wants = (part: Partial<typeof START_PREFERENCES>) => ({
  preferences: { ...START_PREFERENCES, ...part },
});
const keeps = { brief: { ...START_BRIEF, keep: ['no-cut-wires' as const] } };

describe('how a plan is set up until somebody changes it', () => {
  it('joins as the shop does, without cuts where the owner wants none', () => {
    expect(draft(wants({ joining: 'cut' })).joining).toBe('cut');
    expect(draft({ ...wants({ joining: 'cut' }), ...keeps }).joining).toBe('harness-pair');
    expect(draft({ ...wants({ joining: 'tap' }), ...keeps }).joining).toBe('tap');
    // A tap cannot part a wire from the amplifier that is bypassed.
    expect(draft(wants({ joining: 'tap' }), 'bypass-node').joining).toBe('harness-pair');
    expect(draft(wants({ joining: 'cut' }), 'bypass-node').joining).toBe('cut');
  });
  it('leaves the amplifier in unless the strategy takes it out', () => {
    expect(draft({ pairs: [madePair()] }).factoryAmplifier).toBe('stays');
    expect(draft({ pairs: [madePair({ unitKind: 'radio' })] }).factoryAmplifier).toBe('none');
    expect(draft({}, 'bypass-node')).toMatchObject({ factoryAmplifier: 'node', speakerWire: 'reuse' });
    expect(draft(wants({ speakerWire: 'reuse' })).speakerWire).toBe('reuse');
    expect(draft(wants({ speakerWire: 'reuse' }), 'bypass-new-wire').speakerWire).toBe('new');
  });
  it('switches noise cancelling off where it was heard', () => {
    expect(draft({ pairs: [madePair({ facts: { engine: 'active' } })] }).cancelling).toBe('switched-off');
    expect(draft({ pairs: [madePair()] }).cancelling).toBe('absent');
  });
  it('turns on as the shop does, where the car and the library allow', () => {
    const found = {
      harness: {
        ...NO_HARNESS,
        places: { remote: { place: 'C1·3', measured: true } },
        wakes: { remote: { asleep: 'dead', restart: 'steady', load: 'holds' } as const },
      },
    };
    const by = (turnOn: (typeof START_PREFERENCES)['turnOn'], input: Partial<PlanInput> = {}) =>
      draft({ ...wants({ turnOn }), ...input }).turnOn;
    expect(by('accessory')).toEqual({
      by: 'accessory',
      relay: false,
      asleep: 'unknown',
      restart: 'unknown',
      load: 'unknown',
      amps: null,
      place: '',
      delaySeconds: 2,
    });
    // What Find saw of the wire is known of it; a lead that is there comes before a feed still to be found.
    const seen = { relay: true, asleep: 'dead', restart: 'steady', load: 'holds' };
    expect(by('factory-remote', found)).toMatchObject({ by: 'factory-remote', ...seen });
    expect(by('accessory', found)).toMatchObject({ by: 'factory-remote', ...seen });
    // One that was seen to be no source is passed over, for what devices sense if there is nothing else.
    const bad = (seenOf: object) => ({
      harness: { ...found.harness, wakes: { remote: { ...found.harness.wakes.remote, ...seenOf } } },
    });
    for (const wrong of [{ asleep: 'live' }, { restart: 'dips' }, { load: 'sags' }])
      expect(by('factory-remote', bad(wrong)).by).toBe('accessory');
    const both = {
      ...NO_HARNESS,
      places: { switched: { place: 'C1·4', measured: true } },
      wakes: { switched: { asleep: 'live', restart: 'steady', load: 'holds' } as const },
    };
    expect(by('accessory', { harness: both }).by).toBe('sensing');
    expect(by('factory-remote').by).toBe('accessory');
    expect(by('sensing')).toMatchObject({ by: 'sensing', amps: null, restart: 'steady' });
    const senses = (kind: 'signal' | 'offset') => ({
      devices: [madeDevice({ kind: 'converter', senses: [kind] })],
    });
    expect(by('sensing', senses('signal')).by).toBe('sensing');
    expect(by('sensing', senses('offset')).by).toBe('accessory');
    expect(by('offset', senses('offset')).by).toBe('offset');
    expect(by('sensing', { ...senses('offset'), ...found }).by).toBe('factory-remote');
  });
  it('takes what a person changed over all of it', () => {
    const changed = draft({}, 'convert', {
      ...NO_CHANGES,
      setup: { joining: 'cut', turnOn: { by: 'constant', delaySeconds: 5 }, supply: { cableM: 7 } },
    });
    expect(changed).toMatchObject({
      joining: 'cut',
      turnOn: { by: 'constant', asleep: 'live', delaySeconds: 5 },
      supply: { cableM: 7, fuseMm: 300, from: 'battery' },
    });
  });
  it('plays as loud as agreed, else as it was clean with its bass, else as it was measured', () => {
    const step = (input: Partial<PlanInput>) => loudestStep(contextWith(input));
    const bass = (keptTo: number | null) => ({ ...NO_FACTS.bass, keptTo });
    const pairs = [madePair({ facts: { cleanStep: 28 } }), madePair({ id: 'p2', facts: { bass: bass(24) } })];
    expect(step({ brief: { ...START_BRIEF, loudestStep: 31 }, pairs })).toBe(31);
    expect(step({ pairs })).toBe(24);
    expect(step({ pairs: [madePair({ facts: { cleanStep: 0 } })] })).toBe(1);
    expect(
      step({ pairs: [madePair({ volumeSteps: [12, 18] }), madePair({ id: 'p2', volumeSteps: [16] })] }),
    ).toBe(18);
    expect(step({ pairs: [madePair({ volumeSteps: [] })] })).toBe(25);
  });
});

describe('volts of an output at a step', () => {
  const facts = (part: Partial<OutputFacts>) => ({ ...NO_FACTS, ...part });
  const read = facts({ volts: { volts: 2, step: 20 }, cleanVolts: 8, dbPerStep: 2 });
  it('go with the law, never past the clean maximum', () => {
    expect(outputVolts(read, 20, false, [])).toEqual({ volts: 2, maxVolts: 8, standing: 'measured' });
    expect(outputVolts(read, 23, false, []).volts).toBeCloseTo(2 * 10 ** (6 / 20), 6);
    expect(outputVolts(read, 17, false, []).volts).toBeCloseTo(2 / 10 ** (6 / 20), 6);
    expect(outputVolts(read, 40, false, []).volts).toBe(8);
    // Without a law of its own, one and a half dB a step.
    expect(outputVolts({ ...read, dbPerStep: null }, 24, false, []).volts).toBeCloseTo(2 * 10 ** (6 / 20), 6);
  });
  it('of a fixed output stay', () => {
    const fixed = facts({ feed: 'fixed', volts: { volts: 4, step: 20 } });
    expect(outputVolts(fixed, 30, true, [])).toEqual({ volts: 4, maxVolts: 4, standing: 'measured' });
    expect(outputVolts({ ...fixed, cleanVolts: 5 }, 30, true, []).maxVolts).toBe(5);
  });
  it('are a sibling’s, else what such a stage gives', () => {
    const silent = facts({ dbPerStep: 3 });
    expect(outputVolts(silent, 20, false, [facts({}), read])).toEqual({
      volts: 2,
      maxVolts: 8,
      standing: 'assumed',
    });
    const lawless = { ...read, dbPerStep: null };
    expect(outputVolts(silent, 22, false, [lawless]).volts).toBeCloseTo(2 * 10 ** (6 / 20), 6);
    const bridge = 13.6 / Math.SQRT2;
    expect(outputVolts(silent, 20, false, [])).toEqual({
      volts: bridge,
      maxVolts: bridge,
      standing: 'assumed',
    });
    expect(outputVolts(silent, 20, true, []).volts).toBe(2);
    expect(outputVolts(facts({ volts: { volts: 1, step: 20 } }), 90, true, []).volts).toBe(2);
  });
});

describe('figures', () => {
  const device = (name: string, kind: Equipment['kind'], count = 1, priceClass = 1) =>
    madeEquipment(kind, name, { count, priceClass });
  function figures({
    feeds = [madeFeed()],
    setup = {},
    equipment = [],
    strategy = 'convert',
    input = {},
  }: {
    feeds?: ReturnType<typeof madeFeed>[];
    setup?: MadeSetup;
    equipment?: Equipment[];
    strategy?: string;
    input?: Partial<PlanInput>;
  } = {}) {
    const targets = [...new Map(feeds.map((f) => [f.target.id, f.target])).values()];
    const made = madePlan({ setup, feeds, equipment, input: { targets, ...input } });
    const { plan, finished, context } = made;
    const given = { feeds: plan.feeds, setup: plan.setup, equipment, strategy: strategyOf(strategy)! };
    return figuresOf(finished, given, context);
  }
  it('count taps, cuts and boxes', () => {
    expect(figures()).toMatchObject({ taps: 1, cuts: 0, boxes: 0 });
    // One output that feeds two channels is one tap.
    const both = [madeFeed(), madeFeed({ feed: { side: 'right' } })];
    expect(figures({ feeds: both, input: { pairs: [madePair()] } }).taps).toBe(1);
    const targets = [madeFeed().target];
    expect(figures({ setup: { joining: 'cut' }, input: { targets } }).cuts).toBe(2);
    expect(figures({ equipment: [device('A', 'converter', 2), device('B', 'amplifier')] }).boxes).toBe(3);
  });
  it('count plus and minus of every wire that is cut: at the taps, and where a new amplifier drives it', () => {
    const line = madeSource({ id: 'p0', unitKind: 'radio' });
    const wires = [madePair(), madePair({ id: 'p2', side: 'right' })];
    const feeds = (['left', 'right'] as const).map((side) =>
      madeFeed({ sources: [line], feed: { side, device: 'direct' } }),
    );
    const input = { targets: [feeds[0].target], pairs: [line.pair, ...wires] };
    const cuts = (setup: MadeSetup) => figures({ feeds, input, setup: { joining: 'cut', ...setup } }).cuts;
    // The line that leaves the amplifier, and a speaker wire each side.
    for (const factoryAmplifier of ['removed', 'node'] as const) {
      expect(cuts({ factoryAmplifier, speakerWire: 'reuse' })).toBe(6);
      expect(cuts({ factoryAmplifier, speakerWire: 'new' })).toBe(2);
      expect(cuts({ factoryAmplifier, speakerWire: 'reuse', joining: 'harness-pair' })).toBe(0);
    }
    // The amplifier goes on playing: its own outputs would meet the new one's on the same wire.
    expect(cuts({ factoryAmplifier: 'stays', speakerWire: 'reuse' })).toBe(6);
    expect(cuts({ factoryAmplifier: 'stays', speakerWire: 'reuse', joining: 'tap' })).toBe(0);
  });
  it('count the resistors of outputs that lost their speaker, tapped or not', () => {
    const facts = { load: 'suspected' as const };
    const left = [madePair({ id: 'p2', way: 'tweeter', facts }), madePair({ id: 'p3', axle: 'rear', facts })];
    const source = madeSource({ way: 'woofer', facts });
    const resistor = [{ kind: 'resistor' as const, ohm: 47, watts: 10 }];
    const feeds = [madeFeed({ sources: [source], feed: { loads: resistor } })];
    const input = { targets: [feeds[0].target], pairs: [source.pair, ...left] };
    const { finished } = madePlan({ feeds, input });
    expect(finished.outputs.map((o) => o.drives.resistor !== null)).toEqual([true, true, false]);
    const none = madePlan({
      feeds,
      input: { ...input, pairs: input.pairs.map((p) => ({ ...p, facts: NO_FACTS })) },
    });
    expect(none.finished.outputs.map((o) => o.drives.resistor !== null)).toEqual([true, false, false]);
  });
  it('add up hours, to the half', () => {
    // 2 + 0.25 a tap.
    expect(figures().hours).toEqual({ from: 2.5, to: 3 });
    expect(figures({ equipment: [device('A', 'converter', 2)] }).hours.from).toBe(4);
    expect(figures({ equipment: [device('A', 'processor')] }).hours.from).toBe(5);
    expect(figures({ equipment: [device('A', 'data-interface')] }).hours.from).toBe(4.5);
    for (const factoryAmplifier of ['removed', 'node'] as const)
      expect(figures({ setup: { factoryAmplifier } }).hours.from).toBe(3.5);
    const targets = [madeFeed().target, madeFeed({ target: { id: 't2' } }).target];
    expect(figures({ strategy: 'bypass-new-wire', input: { targets } }).hours.from).toBe(5);
    const loads = Array.from({ length: 4 }, () => ({ kind: 'resistor' as const, ohm: 47, watts: 10 }));
    const sources = loads.map((_, i) => madeSource({ id: `p${i}` }));
    const feed = madeFeed({ sources, feed: { loads } });
    // 2, four taps of 0.25, four resistors of 0.15.
    const four = { targets: [feed.target], pairs: sources.map((s) => s.pair) };
    expect(figures({ feeds: [feed], input: four }).hours.from).toBe(3.5);
  });
  it('class the price of all parts', () => {
    const price = (count: number, priceClass = 1) =>
      figures({ equipment: [device('A', 'converter', count, priceClass)] }).priceClass;
    expect([2, 3, 4, 5, 7, 8].map((n) => price(n))).toEqual([1, 2, 2, 3, 3, 4]);
    expect(price(2, 2)).toBe(2);
    // Six harness halves are less than one device.
    const halves = figures({ equipment: [device('A', 'converter', 2), device('H', 'harness-half', 6)] });
    expect([halves.priceClass, halves.boxes]).toEqual([2, 2]);
  });
  it('tell what is drawn asleep, and for how many days', () => {
    const devices = [
      madeDevice({ kind: 'converter', name: 'A', standbyAmps: 0.002 }),
      madeDevice({ kind: 'converter', name: 'B', standbyAmps: 0.5 }),
      madeAmplifier({ name: 'C', standbyAmps: 0.001 }),
    ];
    const equipment = [device('A', 'converter'), device('C', 'amplifier')];
    const asleep = (turnOn: MadeSetup['turnOn'], batteryAh: number | null = null) =>
      figures({ setup: { turnOn }, equipment, input: { devices, brief: { ...START_BRIEF, batteryAh } } });
    expect(asleep({}).standingAmps).toBeCloseTo(0.003, 9);
    // Converter and amplifier listen, 4 mA each.
    for (const by of ['sensing', 'offset'] as const)
      expect(asleep({ by }).standingAmps).toBeCloseTo(0.011, 9);
    // Never switched off, both idle, at 0.3 A each.
    expect(asleep({ by: 'constant' }).standingAmps).toBeCloseTo(0.6, 9);
    expect(asleep({}).standingDays).toBeNull();
    expect(asleep({}, 60).standingDays).toBe(standingDays(60, asleep({}).standingAmps));
  });
  it('carry current and drop through, and the delay between channels', () => {
    const told = figures({ setup: { supply: { cableMm2: 10, cableM: 4 } } });
    // 50 W at 60 % from 13.8 V, half an ampere for the amplifier, a fifth for the converter.
    expect(told.sineAmps).toBeCloseTo(sineAmps(50, 0.6, 13.8, 0.7), 9);
    expect(told.musicAmps).toBeCloseTo(musicAmps(50, 0.6, 13.8, 0.7), 9);
    expect(told.dropVolts).toBe(dropVolts(told.sineAmps, 10, 4, 'copper'));
    expect(ampacity(10, 'copper')).toBeGreaterThan(0);
    const late = (latencyMs: number) => madeFeed({ feed: { latencyMs } });
    expect(figures({ feeds: [late(6), late(2)] }).latencyMs).toBe(4);
    expect(figures({ feeds: [] }).latencyMs).toBe(0);
    // What stays on the factory amplifier is not late at all.
    const left = { pairs: [madePair(), madePair({ id: 'p2' })] };
    expect(figures({ feeds: [late(6), late(2)], input: left }).latencyMs).toBe(6);
    expect(
      figures({
        feeds: [late(6), late(2)],
        input: { pairs: [madePair(), madePair({ id: 'p2', unitKind: 'radio' })] },
      }).latencyMs,
    ).toBe(4);
  });
});
