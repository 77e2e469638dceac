import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '../../quantity/random.ts';
import { bandPowers, powerBetween } from './band-power.ts';
import { LowBand } from './low-band.ts';
import { Welch } from './welch.ts';

const RATE = 48_000;

/** Welch's method straight from its definition, with a sum for every point: slow, and written apart. */
function plainWelch(samples: Float32Array, size: number): number[] {
  const window = Array.from({ length: size }, (_, n) => Math.sin((Math.PI * n) / size) ** 2);
  const energy = window.reduce((s, w) => s + w * w, 0);
  const starts: number[] = [];
  for (let s = 0; s + size <= samples.length; s += size / 2) starts.push(s);
  return Array.from({ length: size / 2 + 1 }, (_, k) => {
    let sum = 0;
    for (const s of starts) {
      const part = samples.subarray(s, s + size);
      const mean = part.reduce((a, b) => a + b, 0) / size;
      let [re, im] = [0, 0];
      for (let n = 0; n < size; n++) {
        re += (part[n] - mean) * window[n] * Math.cos((2 * Math.PI * k * n) / size);
        im -= (part[n] - mean) * window[n] * Math.sin((2 * Math.PI * k * n) / size);
      }
      sum += re * re + im * im;
    }
    const fold = k === 0 || k === size / 2 ? 1 : 2;
    return (fold * sum) / (starts.length * RATE * energy);
  });
}

const noise = (length: number, seed: number, offset = 0) => {
  const random = seededRandom(seed);
  return Float32Array.from({ length }, () => offset + 0.2 * random.normal());
};

describe('Welch spectra', () => {
  it('agree with the plain definition within 0.01 dB at every point, one channel or two', () => {
    const [a, b] = [noise(2000, 1, 0.3), noise(2000, 2)];
    for (const channels of [[a], [a, b]]) {
      const welch = new Welch(RATE, 256, channels.length as 1 | 2);
      welch.push(channels);
      const { density, segments } = welch.spectrum();
      expect(segments).toBe(14);
      channels.forEach((samples, c) => {
        const plain = plainWelch(samples, 256);
        // The first point holds what is left of the mean: nothing but rounding.
        for (let k = 1; k < plain.length; k++)
          expect(Math.abs(10 * Math.log10(density[c][k] / plain[k]))).toBeLessThan(0.01);
      });
    }
  });

  it('do not depend on how the samples arrive', () => {
    const samples = noise(3000, 5);
    const whole = new Welch(RATE, 512, 1);
    whole.push([samples]);
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 900 }), { maxLength: 8 }), (lengths) => {
        const parts = new Welch(RATE, 512, 1);
        let at = 0;
        for (const length of [...lengths, 3000]) {
          parts.push([samples.subarray(at, at + length)]);
          at += length;
        }
        expect(parts.spectrum()).toEqual(whole.spectrum());
      }),
      { numRuns: 30 },
    );
  });

  it('average every segment once, whether or not another shares its transform, and are looked at without being changed', () => {
    const samples = noise(256 * 5, 9).map((v, n) => (n < 700 ? v : 1e-5 * v));
    const looked = new Welch(RATE, 256, 1);
    for (let end = 128; end <= samples.length; end += 128) {
      looked.push([samples.subarray(end - 128, end)]);
      if (end < 256) continue;
      const { density, segments } = looked.spectrum();
      expect(segments).toBe(end / 128 - 1);
      const plain = plainWelch(samples.subarray(0, end), 256);
      for (let k = 1; k < plain.length; k++)
        expect(Math.abs(10 * Math.log10(density[0][k] / plain[k]))).toBeLessThan(0.001);
    }
  });

  it('show a second channel that is a delayed copy with that phase and full coherence', () => {
    const source = noise(40_000, 8);
    const welch = new Welch(RATE, 1024, 2);
    welch.push([source.subarray(5), source.subarray(0, source.length - 5)]);
    const { cross, density, stepHz } = welch.spectrum();
    for (const k of [20, 100, 300]) {
      const turn = Math.atan2(cross!.im[k], cross!.re[k]);
      const wanted = -2 * Math.PI * k * stepHz * (5 / RATE);
      expect(Math.cos(turn - wanted)).toBeGreaterThan(0.999);
      const coherence = (cross!.re[k] ** 2 + cross!.im[k] ** 2) / (density[0][k] * density[1][k]);
      expect(coherence).toBeGreaterThan(0.97);
    }
  });
});

describe('the low end at a lower rate', () => {
  const rms = (v: Float32Array) => Math.sqrt(v.reduce((s, x) => s + x * x, 0) / v.length);
  /** Blocks of the low end, one array a channel. */
  const lowOf = (channels: Float32Array[], rate: number, factor: number, size = 4096) => {
    const blocks: Float32Array[][] = [];
    const count = channels.length as 1 | 2;
    const low = new LowBand(size, factor, count);
    new Welch(rate, size, count, (z) => blocks.push(low.push(z))).push(channels);
    return channels.map((_, c) => Float32Array.from(blocks.flatMap((b) => [...b[c]])));
  };
  const sine = (hz: number, rate: number, length = 2 * rate) =>
    Float32Array.from({ length }, (_, i) => Math.sin((2 * Math.PI * hz * i) / rate));

  it.each([
    [48_000, 8],
    [44_100, 8],
    [192_000, 32],
    [11_025, 2],
    [8_000, 1],
  ])('%i Hz by %i: keeps its level and rest, and what would fold into it is gone', (rate, factor) => {
    const level = (hz: number) => {
      const [one] = lowOf([sine(hz, rate)], rate, factor);
      // Whole periods, and not the first segment, before which nothing came.
      return 20 * Math.log10(rms(one.subarray(-Math.round(rate / factor))) * Math.SQRT2 + 1e-9);
    };
    for (const hz of [20, 100, 400, 800]) expect(Math.abs(level(hz))).toBeLessThan(0.01);
    if (factor === 1) return;
    for (const hz of [100, 400, 800].map((f) => rate / factor - f)) expect(level(hz)).toBeLessThan(-100);
    const [rest] = lowOf([new Float32Array(rate).fill(0.25)], rate, factor);
    expect(rest.subarray(4096 / factor).every((v) => Math.abs(v - 0.25) < 1e-6)).toBe(true);
  });

  it('is every eighth sample of a low tone, of one channel or of two, whatever the pieces', () => {
    const [a, b] = [sine(130, RATE), sine(310, RATE)];
    for (const channels of [[a], [b], [a, b]])
      lowOf(channels, RATE, 8).forEach((out, c) => {
        expect(out.length).toBeGreaterThan((channels[c].length - 3 * 4096) / 8);
        for (let n = 512; n < out.length; n += 37) expect(out[n]).toBeCloseTo(channels[c][8 * n], 3);
      });
  });

  it('is refused where a rate is lowered by no power of two', () => {
    expect(() => new LowBand(4096, 7, 1)).toThrow(RangeError);
    expect(() => new LowBand(64, 8, 1)).toThrow(RangeError);
  });
});

describe('band powers', () => {
  it('count the steps that an edge cuts in part', () => {
    const flat = new Float64Array(100).fill(2);
    expect(powerBetween(flat, 10, 23, 47)).toBeCloseTo(48, 10);
    expect(powerBetween(flat, 10, 23, 24)).toBeCloseTo(2, 10);
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 300, noNaN: true }),
        fc.double({ min: 301, max: 600, noNaN: true }),
        fc.double({ min: 601, max: 900, noNaN: true }),
        (a, b, c) => {
          const whole = powerBetween(flat, 10, a, c);
          expect(powerBetween(flat, 10, a, b) + powerBetween(flat, 10, b, c)).toBeCloseTo(whole, 8);
        },
      ),
    );
  });

  it('give a sine of amplitude 1 half its square, in the one band that holds it', () => {
    const welch = new Welch(RATE, 8192, 1);
    welch.push([Float32Array.from({ length: RATE }, (_, i) => Math.sin((2 * Math.PI * 1000 * i) / RATE))]);
    const { density, stepHz } = welch.spectrum();
    const bands = bandPowers([{ density: density[0], stepHz, belowHz: Infinity }], 3, 100, 10_000);
    const held = bands.filter((b) => b.power > 1e-3);
    expect(held).toHaveLength(1);
    expect(held[0].band.midHz).toBeCloseTo(1000, 6);
    expect(held[0].power).toBeCloseTo(0.5, 3);
  });
});
