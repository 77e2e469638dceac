import { describe, expect, it } from 'vitest';
import type { DeviceFields } from '../../model/device.ts';
import { type Feed } from '../../model/plan.ts';
import { NO_CHANGES, type Tap } from '../../model/plan-changes.ts';
import { madeAmplifier, madeDevice, madeDrive } from '../../../test/made-up-devices.ts';
import { BEHIND_RADIO, madeFeed, type MadeFeed, madeSource, madeTap } from '../../../test/made-up-plan.ts';
import { finishedCar } from '../finished/finished-car.ts';
import type { OutputFacts } from '../facts/output-facts.ts';
import { completeFeed } from './complete-feed.ts';

const IN = { minVolts: 1, maxVolts: 12, ohm: null, floating: true };
const done = (made: MadeFeed = {}) => {
  const { feed, context, target, setup, between, drive } = madeFeed(made);
  const plan = { strategy: 'convert', setup, feeds: [feed], equipment: [], changes: NO_CHANGES };
  const car = finishedCar(context.input, plan);
  return completeFeed(feed, {
    context,
    target,
    loudestStep: setup.loudestStep,
    overlapDb: 5,
    car,
    between,
    drive,
  });
};

describe('levels', () => {
  const source = madeSource({ facts: { volts: { volts: 5, step: 20 }, cleanVolts: 8 } });
  const amplifier = madeAmplifier({ speakerInput: { ...IN, maxVolts: 15 } });
  it('begin at the loudest output and go through device and amplifier', () => {
    const two = [source, madeSource({ id: 'p2', facts: { volts: { volts: 7, step: 20 }, cleanVolts: 8 } })];
    const between = madeDevice({ kind: 'converter', name: 'Box', speakerInput: IN, maxOutputVolts: 5 });
    const { chain } = done({ sources: two, between, drive: madeDrive(amplifier) });
    expect(chain!.points.map((p) => [p.name, p.maxVolts])).toEqual([
      ['Factory output', 8],
      ['Box, in', 12],
      ['Box, out', 5],
      ['Amplifier, in', 4],
      ['Speaker', Math.sqrt(50 * 4)],
    ]);
    expect(chain!.points[0].volts).toBe(7);
    expect(chain!.gain.step).toBe(20);
  });
  it('of joined inputs are those of their sum, trims among it', () => {
    const facts = { volts: { volts: 3.6, step: 20 }, cleanVolts: 8 };
    const sources = [madeSource({ facts }), madeSource({ id: 'p2', facts })];
    const between = madeDevice({
      kind: 'converter',
      name: 'Box',
      speakerInput: IN,
      gainDb: { min: 0, max: 0 },
    });
    const out = (second: Partial<Tap>, device: Feed['device'] = 'summing-converter') => {
      const taps = [madeTap('p1'), madeTap('p2', second)];
      const { chain } = done({ sources, between, drive: madeDrive(amplifier), feed: { device, taps } });
      return chain!.points.find((p) => p.name === 'Box, out')!.volts;
    };
    expect(out({})).toBeCloseTo(7.2, 2);
    expect(out({ gainDb: -6.0206 })).toBeCloseTo(5.4, 2);
    expect(out({ inverted: true })).toBeLessThan(0.1);
    // Each into an input of its own, nothing is joined.
    expect(out({}, 'converter')).toBeCloseTo(3.6, 2);
  });
  it('straight into the input that fits the output', () => {
    const straight = (sources: ReturnType<typeof madeSource>[], input?: MadeFeed['input']) =>
      done({ sources, drive: madeDrive(amplifier), feed: { device: 'direct' }, input }).chain!.points.find(
        (p) => p.name === 'Amplifier, in',
      )?.maxVolts;
    expect(straight([source])).toBe(15);
    expect(straight([madeSource({ unitKind: 'radio' })], BEHIND_RADIO)).toBe(4);
    expect(done({ feed: { taps: [] } }).chain).toBeNull();
  });
  it('a device takes a line at its line input, a speaker output at its speaker input, else at what it has', () => {
    const limit = (part: Partial<DeviceFields>, radio = false) =>
      done({
        sources: [radio ? madeSource({ unitKind: 'radio' }) : source],
        input: radio ? BEHIND_RADIO : {},
        between: madeDevice({ kind: 'converter', name: 'Box', ...part }),
      }).chain!.points.find((p) => p.name === 'Box, in')?.maxVolts;
    const both = { speakerInput: IN, lineInput: { ...IN, maxVolts: 3 } };
    expect([limit(both), limit(both, true)]).toEqual([12, 3]);
    expect([limit({ speakerInput: IN }, true), limit({ lineInput: { ...IN, maxVolts: 3 } })]).toEqual([
      12, 3,
    ]);
    expect(limit({})).toBeNull();
  });
});

describe('coils and bass', () => {
  it('coils are told where there are several', () => {
    expect(done().coils).toBeNull();
    const two = done({
      target: { speaker: { coils: 2 } },
      drive: madeDrive(madeAmplifier(), { watts: 100, bridged: true }),
    });
    expect(two.coils).toEqual({
      ...{ name: 'one coil', ohm: 4, wattsPerCoil: 100, bridged: true },
      ...{ ifOneFails: '', others: [] },
    });
    const eight = done({
      target: { speaker: { drivers: 4, coils: 2, ohm: 2 } },
      drive: madeDrive(madeAmplifier(), { ohm: 1 }),
    });
    expect(eight.coils!.others.map((o) => o.name)).toEqual([
      'coils in series, 4 drivers in parallel',
      'coils in parallel, 2 groups in series of 2 drivers in parallel',
    ]);
    expect(done({ target: { speaker: { drivers: 2 } } }).coils).toMatchObject({ wattsPerCoil: null });
  });
  const withdrawn = (worstDb: number, keptTo: number | null = 22) =>
    ({ bass: { verdict: 'withdrawn', keptTo, worstDb, upTo: 30, lost: [] } }) satisfies Partial<OutputFacts>;
  const bass = (made: MadeFeed = {}) =>
    done({ sources: [madeSource({ facts: withdrawn(-6) })], ...made }).bass;
  it('withdrawn bass is restored, stayed below, or missing', () => {
    expect(bass()).toEqual({
      fromStep: 22,
      lostDb: 6,
      remedy: 'stay-below',
      says: 'Bass is cut above step 22, by 6 dB at step 30. Gains are set at step 20, below it; above, the balance thins out.',
    });
    expect(bass({ setup: { loudestStep: 22 } })?.remedy).toBe('stay-below');
    expect(bass({ setup: { loudestStep: 23 } })?.remedy).toBe('none');
    const between = (bassRestoreDb: number) => madeDevice({ kind: 'converter', bassRestoreDb });
    expect(bass({ between: between(6) })?.remedy).toBe('restore');
    expect(bass({ between: between(4.4) })?.remedy).toBe('stay-below');
    expect(bass({ between: between(6), feed: { device: 'direct' } })?.remedy).toBe('stay-below');
  });
  it('of several outputs the worst counts; a channel without bass does not mind', () => {
    const two = [madeSource({ facts: withdrawn(-6) }), madeSource({ id: 'p2', facts: withdrawn(-9, 25) })];
    expect(bass({ sources: two })).toMatchObject({ fromStep: 25, lostDb: 9 });
    expect(bass({ feed: { need: { lowHz: 121, highHz: 9000 } } })).toBeNull();
    expect(bass({ sources: [madeSource({ facts: withdrawn(-6, null) })] })).toBeNull();
    expect(bass({ sources: [madeSource()] })).toBeNull();
  });
  it('a device’s delay is the feed’s', () => {
    const between = madeDevice({ kind: 'processor', latencyMs: 3 });
    expect([
      done({ between }).latencyMs,
      done({ between, feed: { device: 'direct' } }).latencyMs,
      done().latencyMs,
    ]).toEqual([3, 0, 0]);
  });
});
