import { describe, expect, it } from 'vitest';
import { recordPeriod } from '../../carsim/recorder.ts';
import { pinkNoise } from '../test-signals/pink-noise.ts';
import { inputDistortion, inputSkew } from './loop-back.ts';
import { Recording } from './recording.ts';

const RATE = 48_000;
const PERIOD = 2 ** 18;
const chain = (delay = 0, inverted = false) => ({ gainDb: 0, filters: [], peaks: [], delay, inverted });
type Chain = ReturnType<typeof chain>;

function heard(channels: Float32Array[], played: 'pink' | 'tone', seconds = 10) {
  const recording = new Recording(RATE, channels.length as 1 | 2, played);
  for (let at = 0; at < seconds * RATE; at += PERIOD) recording.push(channels);
  return recording.result();
}
const noise = (chains: Chain[], noiseDb = -85, levelDb = -20) =>
  heard(
    recordPeriod(pinkNoise(PERIOD, RATE, levelDb, 3), chains, { sampleRate: RATE, noiseDb, seed: 5 }),
    'pink',
  );

describe('the lag of an input’s right channel', () => {
  it.each([0, 20.8e-6, -7e-6, 143e-6, -1.2e-3])('of %f s is found within a microsecond', (delay) => {
    const found = inputSkew(noise([chain(), chain(delay)]));
    expect(found).toMatchObject({ ok: true });
    if (!found.ok) return;
    expect(Math.abs(found.skew - delay)).toBeLessThan(1e-6);
    expect(Math.abs(found.skew - delay)).toBeLessThan(4 * found.error + 1e-7);
  });

  it('is not told of one channel, crossed leads, two signals, clipping or too much noise', () => {
    const [a] = recordPeriod(pinkNoise(PERIOD, RATE, -20, 3), [chain()], {
      sampleRate: RATE,
      noiseDb: -85,
      seed: 5,
    });
    const [b] = recordPeriod(pinkNoise(PERIOD, RATE, -20, 4), [chain()], {
      sampleRate: RATE,
      noiseDb: -85,
      seed: 6,
    });
    const clipped = a.map((v) => Math.max(-0.05, Math.min(0.05, v)));
    const says = (result: ReturnType<typeof heard>) => {
      const found = inputSkew(result);
      return found.ok ? null : found.says;
    };
    expect(says(heard([a], 'pink'))).toMatch(/one channel/);
    expect(says(noise([chain(), chain(0, true)]))).toMatch(/reversed/);
    expect(says(heard([a, b], 'pink'))).toMatch(/do not carry one signal/);
    expect(says(heard([a, new Float32Array(PERIOD)], 'pink'))).toMatch(/do not carry one signal/);
    expect(says(heard([clipped, clipped], 'pink'))).toMatch(/clips/);
    expect(says(noise([chain(), chain()], -22))).toMatch(/do not carry one signal/);
  });
});

describe('the distortion of an input', () => {
  /** A bent transfer: the second harmonic is `second` of the tone, for a tone of that peak. */
  const tone = (second: number, peak = 0.5, noiseRms = 0) =>
    Float32Array.from({ length: PERIOD }, (_, i) => {
      const s = peak * Math.sin((2 * Math.PI * 5461 * i) / PERIOD);
      return (
        s +
        ((2 * second) / peak) * (s * s - (peak * peak) / 2) +
        noiseRms * 3.46 * (((i * 7919) % 10_007) / 10_007 - 0.5)
      );
    });
  it.each([0.0003, 0.002, 0.01])('of %f is measured from a clean tone', (second) => {
    const found = inputDistortion(heard([tone(second)], 'tone', 6));
    expect(found.ok && found.distortion / second).toBeCloseTo(1, 1);
    expect(found.ok && Math.abs(found.hz - 1000)).toBeLessThan(2);
  });
  it('is that of the worse channel', () => {
    const found = inputDistortion(heard([tone(0.001), tone(0.004)], 'tone', 6));
    expect(found.ok && found.distortion).toBeCloseTo(0.004, 3);
  });
  it('is not told without a tone, of a weak one, or beside noise', () => {
    const says = (samples: Float32Array) => {
      const found = inputDistortion(heard([samples], 'tone', 6));
      return found.ok ? null : found.says;
    };
    expect(says(pinkNoise(PERIOD, RATE, -20, 3))).toMatch(/No steady tone/);
    expect(says(tone(0.001, 0.005))).toMatch(/too weak/);
    expect(says(tone(0.001, 0.1, 0.006))).toMatch(/too much noise/);
  });
});
