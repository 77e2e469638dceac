import { beforeAll, describe, expect, it } from 'vitest';
import { recordPeriod } from '../../carsim/recorder.ts';
import type { SimulatedChain, SimulatedFilter } from '../../carsim/transfer.ts';
import { seededRandom } from '../../quantity/random.ts';
import { analyseResponse } from '../../signal/analyse.ts';
import { WHITE_NOISE_TILT_DB } from '../../signal/noise-floor.ts';
import { pinkNoise } from '../test-signals/pink-noise.ts';
import { renderer } from '../test-signals/render.ts';
import { betweenOutputs } from './between.ts';
import type { Fault } from './faults.ts';
import { type Played, Recording } from './recording.ts';
import { ToneMeter } from './tone-meter.ts';

const RATE = 48_000;
const chain = (part: Partial<SimulatedChain>): SimulatedChain => ({
  gainDb: 0,
  filters: [],
  peaks: [],
  delay: 0,
  inverted: false,
  ...part,
});
const pass = (side: SimulatedFilter['side'], cornerHz: number, order = 4): SimulatedFilter => ({
  side,
  family: 'linkwitz-riley',
  order,
  cornerHz,
});

function recorded(channels: Float32Array[], played: Played = 'pink', rate = RATE) {
  const recording = new Recording(rate, channels.length as 1 | 2, played);
  for (let i = 0; i < channels[0].length; i += 30_000)
    recording.push(channels.map((c) => c.subarray(i, i + 30_000)));
  return recording.result();
}

let pink: Float32Array;
beforeAll(() => {
  pink = pinkNoise(2 ** 19, RATE, -16, 4);
});
const record = (chains: SimulatedChain[], noiseDb = -75, seed = 1) =>
  recordPeriod(pink, chains, { sampleRate: RATE, noiseDb, seed });

describe('the band of a recorded output', () => {
  it.each([
    ['a subwoofer', chain({ filters: [pass('low-pass', 90)] }), 'low-pass', null, 90],
    ['a mid', chain({ filters: [pass('high-pass', 250), pass('low-pass', 3200)] }), 'band-pass', 250, 3200],
    ['a tweeter', chain({ filters: [pass('high-pass', 4000)] }), 'high-pass', 4000, null],
    ['a radio', chain({ gainDb: -16 }), 'full-range', null, null],
  ])('%s', (_, simulated, bandClass, low, high) => {
    const { channels, faults } = recorded(record([simulated]));
    const analysis = analyseResponse(channels[0].bands, { noiseTiltDb: WHITE_NOISE_TILT_DB });
    expect(faults).toEqual([]);
    expect(analysis.bandClass).toBe(bandClass);
    for (const [found, wanted] of [
      [analysis.model?.highPass, low],
      [analysis.model?.lowPass, high],
    ] as const) {
      if (wanted === null) continue;
      expect(Math.abs(Math.log2(found!.sixDbHz / wanted))).toBeLessThan(1 / 12);
      expect(found!.order).toBe(4);
    }
  });

  it('tells noise that rises as white noise does from a filter', () => {
    const [x] = record([chain({ filters: [pass('low-pass', 400)] })], -56);
    const { bands } = recorded([x]).channels[0];
    const analysis = analyseResponse(bands, { noiseTiltDb: WHITE_NOISE_TILT_DB });
    expect(analysis.model!.highPass).toBeNull();
    expect(analysis.model!.lowPass!.order).toBe(4);
    expect(analysis.noiseFloorDb).not.toBeNull();
  });
});

describe('two outputs recorded together', () => {
  const both = (first: SimulatedChain, second: SimulatedChain, noiseDb = -70) => {
    const { common, aligned, channels } = recorded(record([first, second], noiseDb));
    const [a, b] = channels.map((c) => analyseResponse(c.bands, { noiseTiltDb: WHITE_NOISE_TILT_DB }));
    return betweenOutputs({ spectrum: common!, aligned, analyses: [a, b] });
  };
  const mid = chain({ filters: [pass('low-pass', 2500, 2)] });

  it.each([
    ['a tweeter in step', 0, false],
    ['a reversed tweeter', 0, true],
    ['a reversed tweeter 0.7 ms late', 0.0007, true],
    ['a tweeter 0.3 ms early', -0.0003, false],
    ['a processed one 42 ms late', 0.042, false],
    ['the same, reversed', 0.042, true],
  ])('%s', (_, delay, inverted) => {
    const tweeter = chain({ filters: [pass('high-pass', 2500, 2)], delay, inverted, gainDb: 3 });
    const between = both(mid, tweeter);
    expect(between.polarity).toBe(inverted ? 'reversed' : 'same');
    expect(Math.abs(between.delay! - delay)).toBeLessThan(20e-6);
  });

  it('the ratio is the one of the two transfer functions, delay and sign in it', () => {
    const between = both(
      mid,
      chain({ filters: [pass('high-pass', 2500, 2)], delay: 0.0002, inverted: true }),
    );
    const { ratio } = between;
    const at = ratio.frequencyHz.findIndex((f) => f > 2450);
    const f = ratio.frequencyHz[at];
    // Linkwitz-Riley of second order: low-pass 1/(1+s)^2, high-pass s^2/(1+s)^2, so their ratio is s^2 = -(f/fc)^2.
    expect(ratio.levelDb[at]).toBeCloseTo(40 * Math.log10(f / 2500), 0);
    const wanted = -360 * f * 0.0002;
    expect(Math.cos(((ratio.phaseDeg[at] - wanted) * Math.PI) / 180)).toBeGreaterThan(0.99);
  });

  it('says that it cannot tell when they share no band, and when the recording is too short', () => {
    const far = both(
      chain({ filters: [pass('low-pass', 80, 8)] }),
      chain({ filters: [pass('high-pass', 5000, 8)] }),
      -50,
    );
    expect([far.polarity, far.delay]).toEqual(['unclear', null]);
    const [a, b] = record([mid, mid]);
    const { common, aligned, channels } = recorded([a.subarray(0, 40_000), b.subarray(0, 40_000)]);
    const analyses = channels.map((c) => analyseResponse(c.bands));
    const between = betweenOutputs({ spectrum: common!, aligned, analyses: [analyses[0], analyses[1]] });
    expect(between.reasons[0]).toMatch(/too short/);
  });
});

describe('tones', () => {
  const tone = (hz: number, amplitude: number, harmonics: number[], noise = 0, seconds = 3) => {
    const random = seededRandom(hz);
    return Float32Array.from({ length: seconds * RATE }, (_, i) => {
      const w = (2 * Math.PI * hz * i) / RATE;
      let v = amplitude * Math.sin(w);
      harmonics.forEach((h, n) => (v += amplitude * h * Math.sin((n + 2) * w + n)));
      return v + noise * random.normal();
    });
  };
  it.each([
    [40, [0.001], 0],
    [40, [0.06, 0.08], 0.002],
    [100, [0.003, 0.004], 0.003],
    [997.3, [0, 0.01, 0, 0.002], 0.001],
    [1000, [0.0003], 0.0005],
    [3150.7, [0.02, 0.03], 0.001],
  ])('%d Hz with harmonics %j', (hz, harmonics, noise) => {
    const meter = new ToneMeter(RATE);
    meter.push(tone(hz, 0.4, harmonics, noise));
    const [reading, ...more] = meter.readings();
    expect(more).toEqual([]);
    const truth = Math.sqrt(harmonics.reduce((s, h) => s + h * h, 0));
    expect(Math.abs(reading.distortion - truth)).toBeLessThan(0.001);
    expect(20 * Math.log10(reading.rms / (0.4 / Math.SQRT2))).toBeCloseTo(0, 1);
    expect(Math.abs(reading.hz / hz - 1)).toBeLessThan(0.002);
  });

  it('finds every step of a stepped track, and none in noise', () => {
    const signal = { kind: 'stepped', on: 'both', hz: 100, fromDb: -30, toDb: -3, stepDb: 3 } as const;
    const [left] = renderer(signal, 30, RATE, 1)(0, 30 * RATE);
    const { channels } = recorded([left], 'tone');
    const levels = channels[0].tones.map((t) => 20 * Math.log10(t.rms * Math.SQRT2));
    expect(levels).toHaveLength(10);
    levels.forEach((level, n) => expect(level).toBeCloseTo(-30 + 3 * n, 1));
    expect(recorded([pink.subarray(0, 5 * RATE)], 'tone').channels[0].tones).toEqual([]);
  });
});

describe('what is wrong with a recording', () => {
  const kinds = (faults: Fault[]) => faults.map((f) => f.kind);
  const part = (seconds: number) => pink.slice(0, seconds * RATE);

  it('nothing, for clean noise in two unlike channels', () => {
    const [a, b] = record([chain({}), chain({ filters: [pass('low-pass', 3000)] })]);
    expect(recorded([a, b]).faults).toEqual([]);
  });

  it.each<[string, Fault['kind'], () => Float32Array[], boolean]>([
    ['silence', 'silent', () => [new Float32Array(6 * RATE)], true],
    ['half a second', 'short', () => [pink.slice(0, RATE / 2)], true],
    ['two seconds', 'short', () => [part(2)], false],
    ['flat tops', 'clipped', () => [part(6).map((v) => Math.max(-0.3, Math.min(0.3, v)))], false],
    ['the same in both', 'same-channels', () => [part(6), part(6)], false],
    ['one lead out', 'one-channel-silent', () => [part(6), new Float32Array(6 * RATE)], false],
    ['direct voltage', 'direct-voltage', () => [part(6).map((v) => v + 0.1)], false],
    ['lost samples', 'gaps', () => [part(6).map((v, i) => (i % 50_000 < 200 && i > 50_000 ? 0 : v))], false],
    [
      'hum',
      'hum',
      () => [
        part(8).map(
          (v, i) =>
            v + [1, 2, 3, 5].reduce((s, n) => s + 0.05 * Math.sin((2 * Math.PI * 50 * n * i) / RATE), 0),
        ),
      ],
      false,
    ],
    [
      'music',
      'not-steady',
      () => [part(10).map((v, i) => v * (0.15 + Math.abs(Math.sin((Math.PI * i) / (2.3 * RATE))) ** 3))],
      false,
    ],
    ['a whisper', 'quiet', () => [part(6).map((v) => v * 0.003)], false],
  ])('%s', (_, kind, make, useless) => {
    const found = recorded(make()).faults.find((f) => f.kind === kind);
    expect(found?.useless).toBe(useless);
    expect(found?.says).toMatch(/[.?]$/);
  });

  it('an 8 kHz recording can tell nothing above 3.6 kHz; one of 192 kHz is read as any other', () => {
    const low = recorded([pink.slice(0, 60_000)], 'pink', 8000);
    expect(kinds(low.faults)).toContain('low-rate');
    expect(low.faults.find((f) => f.kind === 'low-rate')!.says).toContain('3.6 kHz');
    expect(recorded([pinkNoise(2 ** 20, 192_000, -16, 4)], 'pink', 192_000).faults).toEqual([]);
  });
});
