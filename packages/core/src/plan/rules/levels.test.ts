import type { FeedInContext } from './rule.ts';
import { describe, expect, it } from 'vitest';
import { madeAmplifier, madeDevice, madeDrive } from '../../../test/made-up-devices.ts';
import {
  BEHIND_RADIO,
  madeChain,
  madeFeed,
  type MadeFeed,
  madePlan,
  madeSource,
  verdict,
} from '../../../test/made-up-plan.ts';
import { amplifierDriven } from './amplifier-driven.ts';
import { amplifierInputs } from './amplifier-inputs.ts';
import { boostCost } from './boost-cost.ts';
import { inputVoltage } from './input-voltage.ts';
import { levelsKnown } from './levels-known.ts';
import { minimumLoad } from './minimum-load.ts';
import { negativeGrounded } from './negative-grounded.ts';
import { outputsInParallel } from './outputs-in-parallel.ts';
import { speakerIntoLine } from './speaker-into-line.ts';

const T1 = { targetId: 't1' };
const SPEAKER_IN = { minVolts: 2, maxVolts: 15, ohm: null, floating: false };
const both = madeAmplifier({ speakerInput: SPEAKER_IN });
const deaf = madeAmplifier({ lineInput: null, speakerInput: SPEAKER_IN });
/** The radio's line into an amplifier that stands behind it. */
const line = () => madeSource({ unitKind: 'radio' });
const into = (volts: number, device: 'direct' | 'converter', more: MadeFeed = {}) =>
  madeFeed({
    drive: madeDrive(both),
    ...more,
    feed: { device, chain: madeChain(['Output', 9, 9], ['Amplifier, in', volts, 4]), ...more.feed },
  });

describe('an amplifier gets its volts', () => {
  it('after a device, at its line input', () => {
    expect(amplifierDriven(into(0.9, 'converter'))).toEqual([
      verdict('error', 'amplifier-driven', 'wants 1.0 V for its power and gets 900 mV', {
        ...T1,
        settle: 'library',
        remedy: 'gives more',
      }),
    ]);
    expect(amplifierDriven(into(1, 'converter'))).toEqual([]);
  });
  it('straight from a speaker output, at its speaker-level input', () => {
    expect(amplifierDriven(into(1.9, 'direct'))).toHaveLength(1);
    expect(amplifierDriven(into(2, 'direct'))).toEqual([]);
  });
  it('straight from a radio’s line, at its line input', () => {
    const direct = (volts: number) => into(volts, 'direct', { sources: [line()], input: BEHIND_RADIO });
    expect(amplifierDriven(direct(1.5))).toEqual([]);
    expect(amplifierDriven(direct(0.9))).toHaveLength(1);
    // One speaker output among them: all of it goes in at speaker level.
    const mixed = into(1.5, 'direct', { sources: [line(), madeSource({ id: 'p2' })], input: BEHIND_RADIO });
    expect(amplifierDriven(mixed)).toHaveLength(1);
  });
  it('has a line input where a device gives line level', () => {
    expect(amplifierDriven(into(3, 'converter', { drive: madeDrive(deaf) }))).toEqual([
      verdict('error', 'amplifier-driven', 'has no line input', {
        ...T1,
        settle: 'library',
        remedy: 'speaker level',
      }),
    ]);
    expect(amplifierDriven(into(3, 'direct', { drive: madeDrive(deaf) }))).toEqual([]);
  });
  it('is not asked for while none is chosen, or no volts are known', () => {
    for (const device of ['converter', 'direct'] as const)
      expect(amplifierDriven(into(0.1, device, { drive: madeDrive(null) }))).toEqual([]);
    expect(amplifierDriven(madeFeed({ drive: madeDrive(both) }))).toEqual([]);
  });
});

describe('the point at which an amplifier is judged', () => {
  it('is the last before the speaker, even behind a box that is called Amplifier', () => {
    const chain = madeChain(['Amplifier, in', 9, 20], ['Amplifier, out', 3, 6], ['Amplifier, in', 3, 4]);
    const boxed = madeFeed({ drive: madeDrive(both), feed: { device: 'converter', chain } });
    expect([...amplifierDriven(boxed), ...inputVoltage(boxed)]).toEqual([]);
    const low = madeChain(['Amplifier, in', 9, 20], ['Amplifier, out', 0.9, 6], ['Amplifier, in', 0.9, 4]);
    expect(amplifierDriven({ ...boxed, feed: { ...boxed.feed, chain: low } })[0].text).toContain(
      'gets 900 mV',
    );
  });
});

describe('an input takes what it gets', () => {
  const chained = (feed: MadeFeed['feed']) => madeFeed({ feed });
  it('names the input, the step and both volts', () => {
    const over = chained({
      chain: madeChain(['Output', 9, 8], ['Device, in', 9, 8], ['Amplifier, in', 9, 4]),
    });
    expect(inputVoltage(over)).toEqual([
      verdict('error', 'input-voltage', 'Device, in gets 9.0 V at step 20 and takes up to 8.0 V', {
        ...T1,
        pairId: 'p1',
        settle: 'listen/clean',
        remedy: 'lower step',
      }),
    ]);
  });
  it('at its limit is well, and so is one of which no limit is known', () => {
    expect(
      inputVoltage(chained({ chain: madeChain(['Device, in', 8.004, 8], ['Amplifier, in', 99, null]) })),
    ).toEqual([]);
    expect(inputVoltage(chained({ chain: madeChain(['Device, in', 8.02, 8]) }))).toHaveLength(1);
    expect(inputVoltage(chained({ chain: null }))).toEqual([]);
  });
  it('of an amplifier is judged here only where a device comes before it', () => {
    const chain = madeChain(['Amplifier, in', 9, 4]);
    expect(inputVoltage(chained({ device: 'direct', chain }))).toEqual([]);
    expect(inputVoltage(chained({ device: 'converter', chain }))).toHaveLength(1);
    const both = madeChain(['Device, in', 9, 4], ['Amplifier, in', 9, 4]);
    expect(inputVoltage(chained({ device: 'direct', chain: both }))).toHaveLength(1);
    expect(inputVoltage(chained({ taps: [], loads: [], chain }))[0].pairId).toBeNull();
  });
});

describe('straight from an output into an amplifier', () => {
  const straight = (amplifier: MadeFeed['drive'], more: MadeFeed = {}) =>
    speakerIntoLine(madeFeed({ drive: amplifier, ...more, feed: { device: 'direct', ...more.feed } }));
  const wrong = verdict('error', 'speaker-into-line', 'a speaker output would go into a line input', {
    ...T1,
    remedy: 'Put a converter before it',
  });
  it('a speaker output needs a speaker-level input', () => {
    expect(straight(madeDrive(madeAmplifier()))).toEqual([wrong]);
    expect(straight(madeDrive(both))).toEqual([]);
    expect(straight(madeDrive(madeAmplifier()), { feed: { device: 'converter' } })).toEqual([]);
  });
  it('while none is chosen the target says which input there will be', () => {
    expect(straight(madeDrive(null))).toEqual([wrong]);
    expect(straight(madeDrive(null), { target: { speakerLevelInput: true } })).toEqual([]);
    // A chosen amplifier is believed before the target.
    expect(straight(madeDrive(madeAmplifier()), { target: { speakerLevelInput: true } })).toEqual([wrong]);
  });
  it('a radio’s line may go into a line input, within its volts', () => {
    const fromLine = (chain: ReturnType<typeof madeChain>) =>
      straight(madeDrive(madeAmplifier()), { sources: [line()], input: BEHIND_RADIO, feed: { chain } });
    expect(fromLine(madeChain(['Output', 9, 2], ['Amplifier, in', 4, 4]))).toEqual([]);
    expect(fromLine(null)).toEqual([]);
    expect(fromLine(madeChain(['Amplifier, in', 9, null]))).toEqual([]);
    expect(fromLine(madeChain(['Amplifier, in', 4.1, 4]))).toEqual([
      verdict('error', 'speaker-into-line', '4.1 V go into an input that takes 4.0 V', {
        ...T1,
        remedy: 'converter',
      }),
    ]);
    const one = straight(madeDrive(madeAmplifier()), {
      sources: [line(), madeSource({ id: 'p2' })],
      input: BEHIND_RADIO,
    });
    expect(one).toEqual([wrong]);
  });
});

describe('a bridge’s negative stays off ground', () => {
  const device = (floating: boolean, kind: 'converter' | 'passive-converter' = 'converter') =>
    madeDevice({ kind, speakerInput: { ...SPEAKER_IN, floating } });
  const grounded = verdict(
    'error',
    'negative-grounded',
    'joins the negative of its speaker-level input to ground',
    {
      ...T1,
      remedy: 'floating',
    },
  );
  it('at the device that is fed', () => {
    expect(negativeGrounded(madeFeed({ between: device(false) }))).toEqual([grounded]);
    expect(negativeGrounded(madeFeed({ between: device(true) }))).toEqual([]);
    expect(negativeGrounded(madeFeed({ between: null, drive: madeDrive(both) }))).toEqual([]);
  });
  it('or at the amplifier that is fed directly', () => {
    const direct = (amplifier: ReturnType<typeof madeAmplifier>, between = device(true)) =>
      negativeGrounded(madeFeed({ feed: { device: 'direct' }, between, drive: madeDrive(amplifier) }));
    expect(direct(both)).toEqual([grounded]);
    expect(direct(madeAmplifier({ speakerInput: { ...SPEAKER_IN, floating: true } }))).toEqual([]);
    // Without such an input another rule speaks.
    expect(direct(madeAmplifier())).toEqual([]);
  });
  it('a transformer parts it, a radio’s line has none', () => {
    expect(negativeGrounded(madeFeed({ between: device(false, 'passive-converter') }))).toEqual([]);
    expect(
      negativeGrounded(madeFeed({ between: device(false), sources: [line()], input: BEHIND_RADIO })),
    ).toEqual([]);
    const one = madeFeed({
      between: device(false),
      sources: [line(), madeSource({ id: 'p2' })],
      input: BEHIND_RADIO,
    });
    expect(negativeGrounded(one)).toEqual([grounded]);
  });
});

describe('outputs never drive each other', () => {
  const two = (part: Parameters<typeof madeSource>[0] = {}) => [
    madeSource(),
    madeSource({ id: 'p2', ...part }),
  ];
  const fought = (sources: ReturnType<typeof two>, feed: MadeFeed['feed'], sums: boolean | null = null) =>
    outputsInParallel(
      madeFeed({ sources, feed, between: sums === null ? null : madeDevice({ kind: 'converter', sums }) }),
    );
  it('unless the device sums', () => {
    expect(fought(two(), {})).toEqual([
      verdict('error', 'outputs-in-parallel', '2 outputs would be joined in parallel', {
        ...T1,
        remedy: 'summing',
      }),
    ]);
    expect(fought(two(), { device: 'summing-converter' })).toEqual([]);
    expect(fought(two(), { device: 'processor' }, true)).toEqual([]);
    expect(fought(two(), { device: 'summing-converter' }, false)).toHaveLength(1);
    expect(fought(two(), { device: 'direct' }, true)).toHaveLength(1);
    expect(fought([madeSource()], { device: 'direct' })).toEqual([]);
  });
  it('left and right of one place have an input each of a mono amplifier', () => {
    expect(fought(two({ side: 'right' }), { side: 'mono' })).toEqual([]);
    expect(fought(two(), { side: 'mono' })).toHaveLength(1);
    expect(fought(two({ side: 'right' }), {})).toHaveLength(1);
  });
});

describe('what an amplifier is asked to drive, and how it is set', () => {
  const least = (ohm: number, bridged: boolean, amplifier = both) =>
    minimumLoad(madeFeed({ drive: madeDrive(amplifier, { ohm, bridged }) }));
  it('goes not below its least load, nor bridged below that', () => {
    expect(least(1.9, false)).toEqual([
      verdict('error', 'minimum-load', /1\.9 Ω on .*rated down to 2 Ω\./, {
        ...T1,
        settle: 'library',
        remedy: 'coils',
      }),
    ]);
    expect(least(1.95, false)).toEqual([]);
    expect(least(3.9, true)).toEqual([
      verdict('error', 'minimum-load', 'down to 4 Ω bridged', { ...T1, settle: 'library', remedy: 'coils' }),
    ]);
    expect(least(3.9, false)).toEqual([]);
    expect(least(8, true, madeAmplifier({ amplifier: { minBridgedOhm: null } }))).toHaveLength(1);
    expect(minimumLoad(madeFeed({ drive: madeDrive(null, { ohm: 0.5 }) }))).toEqual([]);
  });
  const switched = madeAmplifier({ speakerInput: SPEAKER_IN, amplifier: { modeSwitch: true } });
  it('its input switch is set where the signal comes at speaker level', () => {
    const set = (more: MadeFeed) => amplifierInputs(madeFeed({ drive: madeDrive(switched), ...more }));
    expect(set({ feed: { device: 'direct' } })).toEqual([
      verdict('note', 'amplifier-inputs', 'set its input switch to speaker level', T1),
    ]);
    expect(set({ feed: { device: 'converter' } })).toEqual([]);
    expect(set({ feed: { device: 'direct' }, drive: madeDrive(both) })).toEqual([]);
    expect(set({ feed: { device: 'direct' }, drive: madeDrive(null) })).toEqual([]);
    expect(set({ feed: { device: 'direct' }, sources: [line()], input: BEHIND_RADIO })).toEqual([]);
    const mixed = [line(), madeSource({ id: 'p2' })];
    expect(set({ feed: { device: 'direct' }, sources: mixed, input: BEHIND_RADIO })).toHaveLength(1);
  });
  it('its subwoofer channel may take the front’s signal', () => {
    const shared = madeDrive(madeAmplifier({ amplifier: { subwooferFrom: 'front' } }));
    const bass = { speaker: { way: 'subwoofer' as const } };
    expect(amplifierInputs(madeFeed({ drive: shared, target: bass }))).toEqual([
      verdict('note', 'amplifier-inputs', 'its subwoofer channel takes the front’s signal', T1),
    ]);
    expect(amplifierInputs(madeFeed({ drive: shared }))).toEqual([]);
    expect(amplifierInputs(madeFeed({ drive: madeDrive(both), target: bass }))).toEqual([]);
  });
  it('a boost costs headroom from 3 dB on', () => {
    expect(boostCost(madeFeed({ feed: { boostDb: 2.9 } }))).toEqual([]);
    expect(boostCost(madeFeed({ feed: { boostDb: 3 } }))).toHaveLength(1);
    expect(boostCost(madeFeed({ feed: { boostDb: 4.25 } }))).toEqual([
      verdict('note', 'boost-cost', 'by up to 4.3 dB', T1),
    ]);
  });
});

describe('volts that nobody read', () => {
  const open = (volts: number, side: 'left' | 'right', standing: 'assumed' | 'measured' = 'assumed') => {
    const chain = madeChain(['Output', volts, 9])!;
    chain.points[0].standing = standing;
    return madeFeed({ feed: { side, chain } });
  };
  it('are named with their range', () => {
    const words = 'The volts for front set were not measured: 5.0 V to 9.0 V is assumed';
    expect(levelsKnown(madePlan({ feeds: [open(9, 'left'), open(5, 'right')] }))).toEqual([
      verdict('assumption', 'levels-known', words, {
        pairId: 'p1',
        settle: 'listen/clean',
        remedy: 'Read the volts',
      }),
    ]);
    expect(levelsKnown(madePlan({ feeds: [open(9, 'left'), open(9, 'right')] }))[0].text).toContain(
      'measured: 9.0 V is',
    );
  });
  it('are no matter where they were read, or nothing is chained', () => {
    expect(levelsKnown(madePlan({ feeds: [open(9, 'left', 'measured'), madeFeed()] }))).toEqual([]);
    const one = levelsKnown(madePlan({ feeds: [open(5, 'left', 'measured'), open(9, 'right')] }));
    expect(one[0].text).toContain('for front set (right) were');
  });
  it('name a side that is open alone, whatever is open of other channels; a mono channel has none', () => {
    const other = open(9, 'left', 'assumed');
    const rear = { ...other, target: { ...other.target, id: 't2', name: 'Rear' } };
    const text = (feeds: FeedInContext[]) => levelsKnown(madePlan({ feeds }))[0].text;
    expect(text([open(9, 'right'), rear])).toContain('for front set (right) and rear (left) were');
    const bass = { ...rear, feed: { ...rear.feed, side: 'mono' as const } };
    expect(text([bass])).toContain('for rear were');
  });
});
