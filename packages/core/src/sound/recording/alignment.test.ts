import { describe, expect, it } from 'vitest';
import { seededRandom } from '../../quantity/random.ts';
import { Alignment, roughDelay } from './alignment.ts';

const RATE = 4000;
const noise = (n: number, seed: number) => {
  const random = seededRandom(seed);
  return Float32Array.from({ length: n }, () => random.normal());
};
/** Two channels of one noise, the second later by so many samples. */
function later(by: number, n = 8192, inverted = false): [Float32Array, Float32Array] {
  const whole = noise(n + 2000, 3);
  const sign = inverted ? -1 : 1;
  return [whole.slice(1000, 1000 + n), whole.slice(1000 - by, 1000 - by + n).map((v) => sign * v)];
}

describe('the rough delay between two channels', () => {
  it.each([17, 40, 168, 900, -17, -333])('of %i samples is found, whatever the sign of the signal', (by) => {
    expect(Math.abs(roughDelay(...later(by), RATE) - by)).toBeLessThanOrEqual(1);
    expect(Math.abs(roughDelay(...later(by, 8192, true), RATE) - by)).toBeLessThanOrEqual(1);
  });
  it.each([0, 1, 16, -16])('of %i samples is too short to be worth moving', (by) => {
    expect(roughDelay(...later(by), RATE)).toBe(0);
  });
  it('is none where the channels have nothing in common, one is silent, or it is beyond a quarter of a second', () => {
    expect(roughDelay(noise(8192, 1), noise(8192, 2), RATE)).toBe(0);
    expect(roughDelay(noise(8192, 1), new Float32Array(8192), RATE)).toBe(0);
    expect(roughDelay(...later(RATE / 4 + 2), 48)).toBe(0);
  });
});

describe('two channels that are passed on in step', () => {
  const through = ([first, second]: [Float32Array, Float32Array], piece: number) => {
    const out: [number[], number[]] = [[], []];
    const alignment = new Alignment(RATE, ([a, b]) => {
      expect(a.length).toBe(b.length);
      out[0].push(...a);
      out[1].push(...b);
    });
    for (let i = 0; i < first.length; i += piece)
      alignment.push([first.subarray(i, i + piece), second.subarray(i, i + piece)]);
    alignment.finish();
    return { out, samples: alignment.samples };
  };

  it.each([
    [200, 1000],
    [-200, 1000],
    [200, 20_000],
    [0, 777],
  ])('later by %i, in pieces of %i', (by, piece) => {
    const [first, second] = later(by, 20_000);
    const { out, samples } = through([first, second], piece);
    expect(samples).toBe(by);
    expect(out[0].length).toBe(20_000 - Math.abs(by));
    expect(out[1]).toEqual(out[0]);
  });

  it('a recording shorter than the look is settled at its end; a very short one goes on as it is', () => {
    const short = through(later(100, 3000), 500);
    expect([short.samples, short.out[0].length]).toEqual([100, 2900]);
    const tiny = through(later(100, 1000), 500);
    expect([tiny.samples, tiny.out[0].length]).toEqual([0, 1000]);
    expect(through([new Float32Array(0), new Float32Array(0)], 1).out).toEqual([[], []]);
  });
});
