import { describe, expect, it } from 'vitest';
import { seededRandom } from '../../quantity/random.ts';
import { ToneMeter } from './tone-meter.ts';

/** At 8 kHz a window is 8,192 samples: the meter takes any rate. */
const RATE = 8000;
const tone = (
  hz: number,
  amplitude: number,
  { harmonics = [] as number[], noise = 0, seconds = 2.2 } = {},
) => {
  const random = seededRandom(hz);
  return Float32Array.from({ length: Math.round(seconds * RATE) }, (_, i) => {
    const w = (2 * Math.PI * hz * i) / RATE;
    return (
      amplitude * (Math.sin(w) + harmonics.reduce((sum, h, n) => sum + h * Math.sin((n + 2) * w + n), 0)) +
      noise * random.normal()
    );
  });
};
function heard(...parts: Float32Array[]) {
  const meter = new ToneMeter(RATE);
  for (const part of parts) for (let i = 0; i < part.length; i += 999) meter.push(part.subarray(i, i + 999));
  return meter.readings();
}

describe('a tone', () => {
  it.each([
    [40, 0.4, [0.001]],
    [100, 0.02, [0.03, 0.04]],
    [997.3, 0.9, [0, 0.02]],
    [333.3, 0.4, [0.01, 0.02, 0.03, 0.02, 0.01, 0.02, 0.01, 0.02, 0.01]],
  ])('of %d Hz: frequency, level, distortion by its first ten harmonics', (hz, amplitude, harmonics) => {
    const [reading, ...more] = heard(tone(hz, amplitude, { harmonics }));
    expect(more).toEqual([]);
    expect(Math.abs(reading.hz / hz - 1)).toBeLessThan(0.0005);
    expect(20 * Math.log10(reading.rms / (amplitude / Math.SQRT2))).toBeCloseTo(0, 2);
    expect(reading.distortion).toBeCloseTo(Math.hypot(...harmonics), 4);
    expect(reading.noise).toBeLessThan(0.001);
    expect([reading.from, reading.to]).toEqual([0, 2 * (8192 / RATE)]);
  });

  it('noise is told apart from distortion, and taken off it', () => {
    const [reading] = heard(tone(500, 0.5, { harmonics: [0.01], noise: 0.02, seconds: 8 }));
    expect(reading.distortion).toBeCloseTo(0.01, 3);
    expect(reading.noise).toBeCloseTo(0.02 / (0.5 / Math.SQRT2), 2);
  });

  it('harmonics beyond half the rate are not there to be counted', () => {
    const [reading] = heard(tone(1500, 0.5, { harmonics: [0.01] }));
    expect(reading.distortion).toBeCloseTo(0.01, 4);
  });

  it('is none in noise, silence, a fade, or below 15 Hz', () => {
    expect(heard(tone(500, 0, { noise: 0.3 }))).toEqual([]);
    expect(heard(new Float32Array(3 * RATE))).toEqual([]);
    expect(heard(tone(500, 0.5, { seconds: 4 }).map((v, i) => v * Math.exp(-i / RATE)))).toEqual([]);
    expect(heard(tone(4, 0.5, { seconds: 4 }))).toEqual([]);
    // Of two tones the louder one needs half of all power.
    const beside = (louder: number) =>
      heard(tone(300, 0.4).map((v, i) => v + louder * Math.sin((2 * Math.PI * 1711 * i) / RATE)));
    expect(beside(0.39).concat(beside(0.4001))).toHaveLength(2);
    const third = tone(300, 0.4).map(
      (v, i) =>
        v + 0.4 * (Math.sin((2 * Math.PI * 1711 * i) / RATE) + Math.sin((2 * Math.PI * 911 * i) / RATE)),
    );
    expect(heard(third)).toEqual([]);
    expect(heard(tone(500, 0.5, { seconds: 0.9 }))).toEqual([]);
  });
});

describe('the steps of a track', () => {
  it('are told apart by level and by frequency, and stretches of one are joined', () => {
    const steps = heard(
      tone(500, 0.1, { seconds: 3 }),
      tone(500, 0.2, { seconds: 3 }),
      tone(700, 0.2, { seconds: 3 }),
    );
    expect(steps.map((s) => Math.round(s.hz))).toEqual([500, 500, 700]);
    expect(steps.map((s) => (s.rms * Math.SQRT2).toFixed(2))).toEqual(['0.10', '0.20', '0.20']);
    expect(steps[1].from).toBeGreaterThanOrEqual(3 - 8192 / RATE / 4);
    expect(steps.every((s) => s.to > s.from)).toBe(true);
  });

  it('a pause between two of one kind keeps them apart', () => {
    const steps = heard(tone(500, 0.2), new Float32Array(2 * RATE), tone(500, 0.2, { seconds: 2.5 }));
    expect(steps).toHaveLength(2);
    expect(steps[1].from).toBeGreaterThan(4);
  });
});
