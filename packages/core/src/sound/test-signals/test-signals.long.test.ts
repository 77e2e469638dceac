import { renderer } from './render.ts';
import { describe, expect, it } from 'vitest';
import { Recording } from '../recording/recording.ts';
import { WavReader } from '../wav/wav-reader.ts';
import { PINK_RMS_DB, type TestSignal, testSignalSchema } from './test-signal.ts';
import { workList } from './track-list.ts';
import { wavOfSignals } from './wav-of-signal.ts';

function played(signal: TestSignal, seconds: number, seed = 1, sampleRate: 44_100 | 48_000 = 48_000) {
  const blocks: Float32Array[][] = [];
  const reader = new WavReader((block) => blocks.push(block));
  const bytes: Uint8Array[] = [];
  for (const part of wavOfSignals([{ signal, seconds }], { sampleRate, bits: 24, seed })) {
    bytes.push(part);
    reader.push(part);
  }
  const { frames } = reader.finish();
  const channel = (c: number) => {
    const whole = new Float32Array(frames);
    let at = 0;
    for (const block of blocks) {
      whole.set(block[c], at);
      at += block[c].length;
    }
    return whole;
  };
  return { bytes, left: channel(0), right: channel(1), frames };
}
const rmsDb = (v: Float32Array) => 10 * Math.log10(v.reduce((s, x) => s + x * x, 0) / v.length);
const peak = (v: Float32Array) => v.reduce((m, x) => Math.max(m, Math.abs(x)), 0);

describe('test signals', () => {
  it('are the same bytes for the same seed, and others for another', () => {
    const pink: TestSignal = { kind: 'pink', on: 'uncorrelated' };
    const file = (seed: number) => Buffer.concat(played(pink, 1, seed).bytes);
    expect(file(7).equals(file(7))).toBe(true);
    expect(file(7).equals(file(8))).toBe(false);
  });

  it('pink noise has the level it states, does not clip, and reads flat', () => {
    const { left, right } = played({ kind: 'pink', on: 'both' }, 40);
    expect(rmsDb(left)).toBeCloseTo(PINK_RMS_DB, 1);
    expect(peak(left)).toBeLessThan(1);
    // The same but for the dither, which each channel has of its own.
    expect(right.every((v, i) => Math.abs(v - left[i]) < 2 ** -20)).toBe(true);
    const recording = new Recording(48_000, 1, 'pink');
    recording.push([left]);
    const { bands } = recording.result().channels[0];
    const level = (from: number, to: number) => {
      const within = bands.levelDb.filter((_, i) => bands.frequencyHz[i] > from && bands.frequencyHz[i] < to);
      return within.reduce((a, b) => a + b, 0) / within.length;
    };
    const middle = level(500, 2000);
    for (const [from, to] of [
      [25, 100],
      [100, 500],
      [2000, 8000],
      [8000, 19_000],
    ])
      expect(Math.abs(level(from, to) - middle)).toBeLessThan(0.25);
  });

  it('left and right uncorrelated have nothing in common', () => {
    const { left, right } = played({ kind: 'pink', on: 'uncorrelated' }, 10);
    const product = left.reduce((s, v, i) => s + v * right[i], 0);
    const size = Math.sqrt(left.reduce((s, v) => s + v * v, 0) * right.reduce((s, v) => s + v * v, 0));
    expect(Math.abs(product / size)).toBeLessThan(0.1);
  });

  it.each([44_100, 48_000] as const)(
    'a tone has its peak and frequency at %i Hz, on its side alone',
    (rate) => {
      const { left, right } = played({ kind: 'tone', on: 'right', hz: 1000, levelDb: -10 }, 2, 1, rate);
      expect(left.every((v) => v === 0)).toBe(true);
      expect(20 * Math.log10(peak(right))).toBeCloseTo(-10, 2);
      const crossings = right.filter((v, i) => i > 0 && v >= 0 && right[i - 1] < 0).length;
      expect(Math.abs(crossings / 2 - 1000)).toBeLessThan(2);
    },
  );

  it('the pulse points one way and has no mean', () => {
    const { left } = played({ kind: 'pulse', on: 'left', levelDb: -6 }, 5);
    expect(20 * Math.log10(left.reduce((m, v) => Math.max(m, v), 0))).toBeCloseTo(-6, 1);
    expect(left.reduce((m, v) => Math.min(m, v), 0)).toBeGreaterThan(-0.05);
    expect(Math.abs(left.reduce((s, v) => s + v, 0) / left.length)).toBeLessThan(1e-4);
  });

  it('the list cues every track where the one before ends, and only holds signals that are allowed', () => {
    const tracks = workList();
    let cue = 0;
    for (const track of tracks) {
      expect(track.cue).toBe(cue);
      expect(testSignalSchema.safeParse(track.signal).success).toBe(true);
      cue += track.seconds;
    }
    expect(cue).toBeLessThan(600);
  });
});

describe('the walk', () => {
  it('says by beeps which part it is; only left and right differ in the file, front and rear are for the fader', () => {
    const rate = 8000;
    const [left, right] = renderer({ kind: 'walk' }, 32, rate, 1)(0, 32 * rate);
    const loud = (samples: Float32Array, from: number, to: number) =>
      samples.slice(from * rate, to * rate).some((v) => v !== 0);
    for (const [part, sides] of [
      [0, [true, false]],
      [1, [false, true]],
      [2, [true, true]],
      [3, [true, true]],
    ] as const) {
      const begins = 8 * part;
      expect([left, right].map((s) => loud(s, begins, begins + 8))).toEqual(sides);
      const sounding = sides[0] ? left : right;
      const beeps = [0, 1, 2, 3, 4, 5].filter((n) =>
        loud(sounding, begins + 0.25 * n, begins + 0.25 * n + 0.12),
      );
      expect(beeps).toHaveLength(part + 1);
    }
  });
});
