import { describe, expect, it } from 'vitest';
import { pinkNoise } from '../test-signals/pink-noise.ts';
import { LiveAnalyser } from './live-analyser.ts';

const RATE = 48_000;
const BLOCK = 2048;

function run(live: LiveAnalyser, channels: Float32Array[]) {
  let picture = live.picture();
  for (let i = 0; i + BLOCK <= channels[0].length; i += BLOCK) {
    live.push(channels.map((c) => c.subarray(i, i + BLOCK)));
    picture = live.picture();
  }
  return picture;
}
const sine = (hz: number, amplitude: number, seconds = 3) =>
  Float32Array.from(
    { length: seconds * RATE },
    (_, i) => amplitude * Math.sin((2 * Math.PI * hz * i) / RATE),
  );

describe('the live analyser', () => {
  it('shows pink noise flat, at the level that it has in each band', () => {
    const noise = pinkNoise(2 ** 19, RATE, -20, 2);
    const { channels, frequencyHz } = run(new LiveAnalyser(RATE, 1, { fraction: 3, averaging: 4 }), [noise]);
    // 10 Hz to 21.6 kHz is 11.08 octaves: each third of one holds 1/33.2 of the power.
    const wanted = -20 - 10 * Math.log10(3 * Math.log2((0.45 * RATE) / 10));
    frequencyHz.forEach((hz, i) => {
      if (hz > 60) expect(Math.abs(channels[0].levelDb[i] - wanted)).toBeLessThan(1.5);
    });
  });

  it.each([40, 1000, 7900])('shows a tone of %i Hz in its band, on its own channel', (hz) => {
    const live = new LiveAnalyser(RATE, 2, { fraction: 3, averaging: 0.3 });
    const { channels, frequencyHz } = run(live, [sine(hz, 0.5), sine(150, 0.01)]);
    const loudest = (c: number) => frequencyHz[channels[c].levelDb.indexOf(Math.max(...channels[c].levelDb))];
    expect(Math.abs(Math.log2(loudest(0) / hz))).toBeLessThan(1 / 6);
    expect(Math.max(...channels[0].levelDb)).toBeCloseTo(20 * Math.log10(0.5 / Math.SQRT2), 1);
    expect(Math.abs(Math.log2(loudest(1) / 150))).toBeLessThan(1 / 6);
    expect(channels[0].peakDb).toBeCloseTo(-6, 1);
    expect(channels[0].clipped).toBe(false);
  });

  it('holds peaks until let go, lights the clip lamp once, and starts anew with other bands', () => {
    const live = new LiveAnalyser(RATE, 1, { fraction: 3, averaging: 0.2 });
    const loud = run(live, [sine(1000, 1)]);
    expect(loud.channels[0].clipped).toBe(true);
    const quiet = run(live, [sine(1000, 0.01)]);
    const at = loud.channels[0].levelDb.indexOf(Math.max(...loud.channels[0].levelDb));
    expect(quiet.channels[0].clipped).toBe(false);
    expect(quiet.channels[0].levelDb[at]).toBeLessThan(-35);
    expect(quiet.channels[0].heldDb[at]).toBeGreaterThan(-4);
    live.release();
    expect(run(live, [sine(1000, 0.01, 1)]).channels[0].heldDb[at]).toBeLessThan(-35);
    live.set({ fraction: 24, averaging: 0.2 });
    expect(run(live, [sine(1000, 0.01, 1)]).frequencyHz.length).toBeGreaterThan(220);
  });
});
