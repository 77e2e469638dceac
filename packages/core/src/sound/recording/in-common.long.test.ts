import { describe, expect, it } from 'vitest';
import { recordPeriod } from '../../carsim/recorder.ts';
import type { SimulatedChain, SimulatedFilter } from '../../carsim/transfer.ts';
import { seededRandom } from '../../quantity/random.ts';
import { analyseResponse } from '../../signal/analyse.ts';
import { WHITE_NOISE_TILT_DB } from '../../signal/noise-floor.ts';
import { pinkNoise } from '../test-signals/pink-noise.ts';
import { betweenOutputs } from './between.ts';
import { Recording } from './recording.ts';

const RATE = 48_000;
const SIZE = 2 ** 18;
const source = pinkNoise(SIZE, RATE, -16, 21);
const chain = (filters: SimulatedFilter[], more: Partial<SimulatedChain> = {}): SimulatedChain => ({
  gainDb: 0,
  filters,
  peaks: [],
  delay: 0,
  inverted: false,
  ...more,
});
const pass = (side: SimulatedFilter['side'], cornerHz: number, order = 4): SimulatedFilter => ({
  side,
  family: 'linkwitz-riley',
  order,
  cornerHz,
});

function judged(channels: Float32Array[]) {
  const recording = new Recording(RATE, 2, 'pink');
  for (let i = 0; i < channels[0].length; i += 65_536)
    recording.push(channels.map((c) => c.subarray(i, i + 65_536)));
  const { common, aligned, channels: heard } = recording.result();
  const analyses = heard.map((c) => analyseResponse(c.bands, { noiseTiltDb: WHITE_NOISE_TILT_DB }));
  return betweenOutputs({ spectrum: common!, aligned, analyses: [analyses[0], analyses[1]] });
}
const record = (chains: SimulatedChain[], noiseDb: number, seed: number) =>
  recordPeriod(source, chains, { sampleRate: RATE, noiseDb, seed });

/** A ground loop: the same lines in both inputs. */
const humming = (channels: Float32Array[], db: number, mains: number) =>
  channels.map((c) =>
    c.map((s, i) => {
      let hum = 0;
      for (const [n, share] of [
        [1, 1],
        [2, 0.5],
        [3, 0.6],
        [5, 0.25],
        [7, 0.1],
        [9, 0.05],
      ])
        hum += share * Math.sin((2 * Math.PI * mains * n * i) / RATE);
      return s + 10 ** (db / 20) * hum;
    }),
  );

describe('what two channels have in common', () => {
  it.each([50, 60])('is not the hum of a ground loop at %d Hz', (mains) => {
    for (let seed = 1; seed <= 6; seed++) {
      const apart = [
        chain([pass('low-pass', 60 + 8 * seed)]),
        chain([pass('high-pass', 2000 + 300 * seed)], { delay: 4e-4, inverted: seed % 2 === 0 }),
      ];
      const found = judged(humming(record(apart, -75, seed), -34 - 4 * seed, mains));
      expect(found.polarity).toBe('unclear');
    }
  });
  it('is found beside such hum', () => {
    for (const inverted of [false, true]) {
      const meeting = [
        chain([pass('low-pass', 400)]),
        chain([pass('high-pass', 300)], { delay: 7e-4, inverted }),
      ];
      const found = judged(humming(record(meeting, -70, 3), -38, 50));
      expect(found.polarity).toBe(inverted ? 'reversed' : 'same');
      expect(Math.abs(found.delay! - 7e-4)).toBeLessThan(0.03 / 350);
      expect(Math.abs(found.delay! - 7e-4)).toBeLessThan(3 * found.delayError!);
    }
  });
  it('is nothing in unrelated noise, however short the recording', () => {
    for (const seconds of [3, 5])
      for (let seed = 1; seed <= 6; seed++) {
        const [a, b] = [seededRandom(seed), seededRandom(seed + 100)];
        const noise = (random: typeof a) =>
          Float32Array.from({ length: seconds * RATE }, () => 0.1 * random.normal());
        expect(judged([noise(a), noise(b)]).polarity).toBe('unclear');
      }
  });
  it('is told with an error that holds, and never with the wrong sign', () => {
    let [held, told] = [0, 0];
    for (let seed = 1; seed <= 16; seed++) {
      const random = seededRandom(seed * 13);
      const corner = 250 * 10 ** random.next();
      const delay = random.between(-2e-3, 2e-3);
      const inverted = random.next() < 0.5;
      const order = random.pick([2, 4]);
      const clock = random.next() < 0.5 ? {} : { clockHz: RATE };
      const meeting = [
        chain([pass('low-pass', corner, order)], clock),
        chain([pass('high-pass', corner, order)], { ...clock, delay, inverted }),
      ];
      // White noise 12 dB under each in the band of the corner: further up it lies above the first.
      const noiseDb = -16 - 23.8 - 12 - 10 * Math.log10((corner * 0.0289) / 24_000);
      const found = judged(record(meeting, noiseDb, seed));
      if (found.polarity === 'unclear') continue;
      told++;
      expect(found.polarity).toBe(inverted ? 'reversed' : 'same');
      if (Math.abs(found.delay! - delay) < 2 * found.delayError!) held++;
    }
    expect(told).toBeGreaterThanOrEqual(11);
    expect(held / told).toBeGreaterThan(0.8);
  }, 60_000);
});
