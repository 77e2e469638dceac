import { describe, expect, it } from 'vitest';
import { pinkNoise } from './pink-noise.ts';
import { renderer, STEP, stepsOf } from './render.ts';
import { signalName, type TestSignal, testSignalSchema } from './test-signal.ts';
import { usualSeconds, workList } from './track-list.ts';
import { wavOfSignals } from './wav-of-signal.ts';

const RATE = 2000;
function whole(signal: TestSignal, seconds: number, rate = RATE) {
  const [left, right] = renderer(signal, seconds, rate, 1)(0, Infinity);
  return { left, right };
}
const peak = (v: Float32Array, from = 0, to = v.length) =>
  v.subarray(from, to).reduce((m, x) => Math.max(m, Math.abs(x)), 0);
const rms = (v: Float32Array) => Math.sqrt(v.reduce((s, x) => s + x * x, 0) / v.length);
const upwards = (v: Float32Array, from = 0, to = v.length) => {
  let n = 0;
  for (let i = from + 1; i < to; i++) if (v[i - 1] < 0 && v[i] >= 0) n++;
  return n;
};

describe('a track', () => {
  it('is as long as it is to be, the same in pieces as at once, and nothing after its end', () => {
    const render = renderer({ kind: 'tone', on: 'both', hz: 100, levelDb: -6 }, 1.5, RATE, 1);
    const [left] = render(0, Infinity);
    expect(left).toHaveLength(3000);
    const pieces = [0, 1000, 2000].flatMap((from) => [...render(from, from + 1000)[0]]);
    expect(pieces).toEqual([...left]);
    expect(render(3000, 4000)[0]).toHaveLength(0);
  });

  it('a tone has its peak, its frequency, its side, and fades in and out over 20 ms', () => {
    const { left, right } = whole({ kind: 'tone', on: 'left', hz: 130, levelDb: -10 }, 2);
    expect(peak(left)).toBeCloseTo(10 ** (-10 / 20), 2);
    expect(upwards(left)).toBeGreaterThan(257);
    expect(upwards(left)).toBeLessThan(262);
    expect(peak(right)).toBe(0);
    expect(peak(left, 0, 10)).toBeLessThan(0.1);
    expect(peak(left, 3990, 4000)).toBeLessThan(0.1);
    expect(peak(left, 40, 60)).toBeGreaterThan(0.28);
    const both = whole({ kind: 'tone', on: 'both', hz: 130, levelDb: -10 }, 2);
    expect([...both.right]).toEqual([...both.left]);
    expect([...both.left]).toEqual([...left]);
    expect(peak(whole({ kind: 'tone', on: 'right', hz: 130, levelDb: -10 }, 2).left)).toBe(0);
  });

  it('silence is silent', () => {
    const { left, right } = whole({ kind: 'silence' }, 1);
    expect([peak(left), peak(right)]).toEqual([0, 0]);
  });

  it.each([
    [-20, -5, 5, [-20, -15, -10, -5]],
    [-5, -20, 5, [-5, -10, -15, -20]],
    [-10, -10, 3, [-10]],
    [-10, -2, 3, [-10, -7, -4]],
  ])('a stepped tone from %i to %i dB by %i', (fromDb, toDb, stepDb, levels) => {
    const signal = { kind: 'stepped', on: 'both', hz: 130, fromDb, toDb, stepDb } as const;
    expect(stepsOf(signal)).toBe(levels.length);
    expect(usualSeconds(signal)).toBe(levels.length * 3);
    const { left } = whole(signal, levels.length * 3 + 3);
    const period = (STEP.tone + STEP.pause) * RATE;
    levels.forEach((db, n) => {
      const from = n * period;
      expect(peak(left, from + 100, from + STEP.tone * RATE - 100)).toBeCloseTo(10 ** (db / 20), 2);
      expect(peak(left, from + STEP.tone * RATE, from + period)).toBe(0);
    });
    expect(peak(left, levels.length * period)).toBe(0);
  });

  it('a sweep spends as long on every octave', () => {
    const { left } = whole({ kind: 'sweep', on: 'both', fromHz: 20, toHz: 320, levelDb: -6 }, 8);
    // Four octaves in 8 s: from 2n to 2n + 2 s it goes from 20 * 2^n to twice that.
    for (let n = 0; n < 4; n++) {
      const turns = (20 * 2 ** n * 2) / Math.LN2;
      expect(Math.abs(upwards(left, n * 4000, (n + 1) * 4000) - turns)).toBeLessThan(2);
    }
    expect(peak(left)).toBeCloseTo(0.5, 2);
    expect(peak(left, 15_990)).toBeLessThan(0.1);
  });

  it('a pulse goes up, twice a second, and has no mean', () => {
    const { left, right } = whole({ kind: 'pulse', on: 'left', levelDb: -6 }, 2, 48_000);
    const tops = [0, 1, 2, 3].map((n) =>
      left.subarray(n * 24_000, n * 24_000 + 48).reduce((m, v) => Math.max(m, v), 0),
    );
    tops.forEach((top) => expect(top).toBeCloseTo(0.5, 2));
    expect(left.reduce((m, v) => Math.min(m, v), 0)).toBeGreaterThan(-0.06);
    expect(Math.abs(left.reduce((s, v) => s + v, 0))).toBeLessThan(1);
    expect(peak(left, 48 + 960, 24_000)).toBe(0);
    expect(left.subarray(48, 960).every((v) => v <= 0)).toBe(true);
    expect(peak(right)).toBe(0);
  });
});

describe('pink noise', () => {
  const noise = pinkNoise(2 ** 14, RATE, -20, 5);
  it('has the level that is asked for, no mean, and is the same for the same seed', () => {
    expect(20 * Math.log10(rms(noise))).toBeCloseTo(-20, 3);
    expect(Math.abs(noise.reduce((s, v) => s + v, 0) / noise.length)).toBeLessThan(1e-5);
    expect([...pinkNoise(2 ** 14, RATE, -20, 5)]).toEqual([...noise]);
    expect([...pinkNoise(2 ** 14, RATE, -20, 6)]).not.toEqual([...noise]);
  });
  it('has equal power in equal octaves from 10 Hz to 0.45 of the rate, and nothing outside', () => {
    const amplitude = (hz: number) => {
      const [re, im] = [Math.cos, Math.sin].map((of) =>
        noise.reduce((s, v, i) => s + v * of((2 * Math.PI * hz * i) / RATE), 0),
      );
      return (2 * Math.hypot(re, im)) / noise.length;
    };
    const step = RATE / 2 ** 14;
    const at = (hz: number) => amplitude(Math.round(hz / step) * step);
    expect(at(40) / at(160)).toBeCloseTo(2, 2);
    expect(at(20) / at(320)).toBeCloseTo(4, 1);
    expect(at(9.5)).toBeLessThan(1e-6);
    expect(at(910)).toBeLessThan(1e-6);
    expect(at(890)).toBeGreaterThan(1e-4);
  });
});

describe('the list of tracks', () => {
  it('cues every track where the one before ends, each with a name and signals that are allowed', () => {
    const tracks = workList();
    let cue = 0;
    for (const track of tracks) {
      expect(track.cue).toBe(cue);
      expect(track.seconds).toBe(usualSeconds(track.signal));
      expect(testSignalSchema.safeParse(track.signal).success).toBe(true);
      cue += track.seconds;
    }
    expect(new Set(tracks.map((t) => t.name)).size).toBe(tracks.length);
    expect(cue).toBeLessThan(600);
  });
  it.each<[TestSignal, string, number]>([
    [{ kind: 'pink', on: 'both' }, 'Pink noise, both', 60],
    [{ kind: 'pink', on: 'uncorrelated' }, 'Pink noise, left and right uncorrelated', 60],
    [{ kind: 'tone', on: 'left', hz: 40, levelDb: -5 }, 'Tone 40 Hz, −5 dB, left', 15],
    [{ kind: 'tone', on: 'left', hz: 1000, levelDb: 0 }, 'Tone 1 kHz, 0 dB, left', 15],
    [
      { kind: 'stepped', on: 'both', hz: 40, fromDb: -30, toDb: 0, stepDb: 3 },
      'Stepped tone 40 Hz, −30 dB to 0 dB, both',
      33,
    ],
    [{ kind: 'sweep', on: 'both', fromHz: 20, toHz: 20_000, levelDb: 0 }, 'Sweep 20 Hz to 20 kHz, both', 20],
    [{ kind: 'pulse', on: 'right', levelDb: 0 }, 'Polarity pulse, right', 10],
    [{ kind: 'walk' }, 'Left, right, front and rear in turn', 32],
    [{ kind: 'silence' }, 'Silence', 10],
  ])('%j is called %s', (signal, name, seconds) => {
    expect([signalName(signal), usualSeconds(signal)]).toEqual([name, seconds]);
  });
});

describe('a file of test signals', () => {
  it('is a header and then about a second each, all parts one after the other', () => {
    const parts = [
      { signal: { kind: 'silence' as const }, seconds: 1.5 },
      { signal: { kind: 'tone' as const, on: 'both' as const, hz: 100, levelDb: -6 }, seconds: 0.5 },
    ];
    const make = (bits: 16 | 24) => [...wavOfSignals(parts, { sampleRate: 44_100, bits, seed: 1 })];
    const [header, ...pieces] = make(16);
    expect(pieces.map((p) => p.byteLength)).toEqual([44_100 * 4, 22_050 * 4, 22_050 * 4]);
    expect(new DataView(header.buffer).getUint32(header.byteLength - 4, true)).toBe(2 * 44_100 * 4);
    expect(make(24)[1].byteLength).toBe(44_100 * 6);
  });
});
