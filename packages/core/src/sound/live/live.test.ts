import { describe, expect, it } from 'vitest';
import { LiveAnalyser } from './live-analyser.ts';

/** A low rate: the segments are 16,384 and 2,048 samples. */
const RATE = 8000;
const sine = (hz: number, amplitude: number, seconds = 2.5) =>
  Float32Array.from(
    { length: Math.round(seconds * RATE) },
    (_, i) => amplitude * Math.sin((2 * Math.PI * hz * i) / RATE),
  );
function shown(live: LiveAnalyser, ...channels: Float32Array[]) {
  live.push(channels);
  return live.picture();
}
const analyser = (channels: 1 | 2 = 1, averaging = 0.1) =>
  new LiveAnalyser(RATE, channels, { fraction: 3, averaging });
const loudest = ({ levelDb }: { levelDb: number[] }) => levelDb.indexOf(Math.max(...levelDb));
const db = (amplitude: number) => 20 * Math.log10(amplitude / Math.SQRT2);

describe('the live picture', () => {
  it.each([63, 250, 500, 2000])(
    'has a tone of %i Hz in its band, with its level, on its own channel',
    (hz) => {
      const { channels, frequencyHz } = shown(analyser(2), sine(hz, 0.5), sine(1000, 0.02));
      expect(Math.abs(Math.log2(frequencyHz[loudest(channels[0])] / hz))).toBeLessThan(1 / 6);
      expect(Math.max(...channels[0].levelDb)).toBeCloseTo(db(0.5), 1);
      expect(Math.abs(Math.log2(frequencyHz[loudest(channels[1])] / 1000))).toBeLessThan(1 / 6);
      expect(Math.max(...channels[1].levelDb)).toBeCloseTo(db(0.02), 1);
      const far = channels[0].levelDb.filter((_, i) => Math.abs(Math.log2(frequencyHz[i] / hz)) > 2);
      expect(Math.max(...far)).toBeLessThan(-60);
    },
  );

  it('has bands up to half the rate, of the width that is asked for', () => {
    const { frequencyHz } = shown(analyser(), sine(500, 0.1));
    expect(frequencyHz.at(-1)).toBeLessThan(RATE / 2);
    expect(frequencyHz.at(-1)).toBeGreaterThan(2500);
    expect(Math.log2(frequencyHz[5] / frequencyHz[4])).toBeCloseTo(1 / 3, 2);
  });

  it('tells level and peak of what came since the last one, and lights the lamp at full scale', () => {
    const live = analyser();
    const [loud] = shown(live, sine(500, 0.999)).channels;
    expect([loud.rmsDb, loud.peakDb]).toEqual([expect.closeTo(db(0.999), 1), expect.closeTo(-0.01, 1)]);
    expect(shown(live, Float32Array.of(-0.5, 0.2)).channels[0]).toMatchObject({
      peakDb: expect.closeTo(-6.02, 2) as number,
      rmsDb: expect.closeTo(10 * Math.log10(0.29 / 2), 2) as number,
      clipped: false,
    });
    expect(shown(live, Float32Array.of(-1)).channels[0].clipped).toBe(true);
    expect(shown(live, Float32Array.of(0.998)).channels[0].clipped).toBe(false);
    const still = live.picture().channels[0];
    expect([still.rmsDb, still.peakDb, still.clipped]).toEqual([-160, -160, false]);
  });

  it('averages over time: after one time constant 63 % of the way, from the first picture at once', () => {
    const live = analyser(1, 2);
    const first = shown(live, sine(500, 0.5)).channels[0];
    const at = loudest(first);
    expect(first.levelDb[at]).toBeCloseTo(db(0.5), 1);
    const after = shown(live, new Float32Array(2 * RATE + 1000)).channels[0];
    const left = 10 ** ((after.levelDb[at] - first.levelDb[at]) / 10);
    expect(left).toBeCloseTo(Math.exp(-(2 * RATE + 1000) / RATE / 2), 2);
    expect(after.heldDb[at]).toBeCloseTo(first.levelDb[at], 6);
  });

  it('moves on only by what came', () => {
    const live = analyser();
    const first = shown(live, sine(500, 0.5));
    expect(live.picture().channels[0].levelDb).toEqual(first.channels[0].levelDb);
  });

  it('lets go of held peaks, goes on with another time constant, and begins anew with other bands', () => {
    const live = analyser();
    const loud = shown(live, sine(500, 0.5)).channels[0];
    const at = loudest(loud);
    const quiet = shown(live, sine(500, 0.005)).channels[0];
    expect(quiet.levelDb[at]).toBeLessThan(-40);
    expect(quiet.heldDb[at]).toBeCloseTo(loud.levelDb[at], 6);
    live.set({ fraction: 3, averaging: 5 });
    expect(live.picture().channels[0].heldDb[at]).toBeCloseTo(loud.levelDb[at], 6);
    live.release();
    expect(live.picture().channels[0].heldDb[at]).toBeLessThan(-40);
    live.set({ fraction: 12, averaging: 5 });
    const fine = live.picture();
    expect(fine.frequencyHz.length).toBeGreaterThan(80);
    expect(fine.channels[0].heldDb).toHaveLength(fine.frequencyHz.length);
  });

  it('does not depend on how the samples arrive', () => {
    const samples = sine(330, 0.4);
    const whole = shown(analyser(), samples);
    const parts = analyser();
    for (let i = 0; i < samples.length; i += 1777) parts.push([samples.subarray(i, i + 1777)]);
    expect(parts.picture()).toEqual(whole);
  });
});
